import { randomUUID } from 'node:crypto';
import { keepBags } from '@/core/choose/replan';
import { nothingYet } from '@/core/consignment/project-facts';
import { problemsOf, refuse, type Outcome, type Problem } from '@/core/consignment/outcome';
import { crossChecks } from '@/core/consignment/rules';
import { consignmentSchema, type Consignment } from '@/core/consignment/schema';
import { UNNAMED } from '@/core/consignment/unnamed';
import { waterOfTank } from '@/core/consignment/waters';
import { waterMisfit } from '@/core/fish/water';
import { unpacked } from '@/server/pack/hands';
import { change, find } from '@/server/consignment/change';
import { catalogueOf, foreignRows } from '@/server/consignment/result';
import { addConsignment } from '@/server/consignment/store';
import { scheduleMomentsOf, sayMoved } from '@/server/day/day';
import type { StoredConsignment } from '@/server/db/consignments';
import { adoptProfile, type House } from '@/server/house';
import { instantAt } from '@/server/instants';
import { fetchForecast, forecastFor } from '@/server/outside';
import { wasStopped } from '@/server/jobs/pool';
import type { FirstPlan } from '@/server/jobs/work';
import { makePlan, toPlan } from '@/server/plan/plan';
import { putBack } from '@/core/consignment/unproven';
import { PLAN_DRAWS } from '@/core/choose/plan';
import { adoptReceiver } from './book';
import { bareConsignment, fromInput, orderInput, type ParsedOrder } from './input';

function orderProblems(o: ParsedOrder, house: House, isNew: boolean): Problem[] {
  const problems: Problem[] = [];
  const stored = o.code === null ? null : (house.consignments.byCode(o.code)?.document ?? null);
  const species = stored ? catalogueOf(stored, house).species : house.shelves().all.species;
  o.lines.forEach((l, i) => {
    const { salinity } = waterOfTank(o, l.tank);
    const known = species.find((s) => s.id === l.speciesId);
    if (!known) problems.push({ path: `lines.${i}.speciesId`, message: `The species "${l.speciesId}" is unknown.` });
    else {
      const misfit = salinity === undefined ? null : waterMisfit(known, salinity, `tank ${l.tank}`);
      if (misfit) problems.push({ path: 'sourceWater.salinity', message: misfit });
    }
  });
  const service = house.shelves().all.services.find((s) => s.id === o.serviceId);
  if (!service) problems.push({ path: 'serviceId', message: 'Choose a service.' });
  else if (!service.live)
    problems.push({ path: 'serviceId', message: `${service.name} does not take live animals. Choose a live service.` });
  else if (o.direction === 'own-move' && service.kind !== 'own-car')
    problems.push({
      path: 'serviceId',
      message: `${service.name} is a carrier. For your own move choose your own car.`,
    });
  if (house.records.byId(o.receiverId ?? '')?.deletedAt)
    problems.push({
      path: 'receiver.name',
      message: 'This receiver was deleted. Restore them, or enter them again.',
    });
  if (
    isNew &&
    // What comes from elsewhere, and one's own move, may be on the way already.
    o.direction === 'outgoing' &&
    Date.parse(instantAt(o.handOverLocal, o.sender.place.zone)) < house.nowMs()
  )
    problems.push({ path: 'handOverLocal', message: 'This drop-off is in the past. Choose a later one.' });
  if ((o.windowStartLocal === '') !== (o.windowEndLocal === ''))
    problems.push({ path: 'windowEndLocal', message: 'Enter both ends of the delivery window, or neither.' });
  return problems;
}

/** Makes a new consignment with a whole first plan, or changes the order of one (its bags stay as far as they still fit). */
export function saveOrder(
  house: House,
  input: unknown,
  ahead: FirstPlan | null = null,
): Outcome<{ code: string; reasons: string[] }> {
  const parsed = orderInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const o = parsed.data;
  const problems = orderProblems(o, house, o.code === null);
  if (problems.length > 0) return { ok: false, problems };

  if (o.code === null) {
    const bare = bareConsignment(house, o, house.consignments.nextCode());
    const cross = crossChecks(bare);
    if (cross.length > 0) return { ok: false, problems: localPaths(cross) };
    bare.forecast = fetchForecast(bare, Date.parse(bare.handOverAt), house.nowMs());
    const { bags, boxes, reasons } = ahead ?? planned(house, bare);
    const checked = consignmentSchema.safeParse({ ...bare, bags, boxes });
    if (!checked.success) return { ok: false, problems: problemsOf(checked.error) };
    house.db.transaction(() => {
      addConsignment(house, checked.data, { kind: 'made', subject: checked.data.code });
      if (o.direction !== 'incoming') adoptProfile(house, o.sender);
      if (o.direction === 'outgoing' && !o.receiverId) adoptReceiver(house, checked.data);
    })();
    return { ok: true, value: { code: bare.code, reasons } };
  }

  let reasons: string[] = [];
  const stored = house.consignments.byCode(o.code);
  const before = stored ? scheduleMomentsOf(house, stored.document) : [];
  const changed = change(house, o.code, o.version, 'the order', (c) => {
    const next: Consignment = { ...c, ...fromInput(o) };
    const cross = crossChecks({ ...next, bags: [] });
    if (cross.length > 0) return { ok: false, problems: localPaths(cross) };
    const placesChanged =
      next.sender.place.name !== c.sender.place.name ||
      next.receiver.place.name !== c.receiver.place.name ||
      next.handOverAt !== c.handOverAt;
    if (placesChanged) next.forecast = forecastFor(next, Date.parse(next.handOverAt), house.nowMs());
    const animals = (x: Consignment): string =>
      JSON.stringify(x.lines.map((l) => [l.id, l.speciesId, l.count, l.lengthCm, l.massG]));
    if (animals(next) === animals(c) && c.bags.length > 0) return { ok: true, value: next };
    if (c.bags.length > 0) {
      // What a hand has set stays: the bags are kept, and what changed of them is told.
      const kept = keepBags(c, next, catalogueOf(next, house), house.calendar(next).holidays);
      reasons = kept.said;
      return { ok: true, value: kept.consignment };
    }
    const anew = ahead ?? planned(house, { ...next, bags: [] });
    reasons = anew.reasons;
    return { ok: true, value: { ...next, bags: anew.bags, boxes: anew.boxes } };
  });
  if (!changed.ok) return changed;
  return {
    ok: true,
    value: { code: o.code, reasons: [...reasons, ...sayMoved(house, before, changed.value.document)] },
  };
}

/** The figures that an earlier version filled in were measured after all. */
export const countAsMeasured = (house: House, code: string, version: number): Outcome<StoredConsignment> =>
  change(house, code, version, 'the waters', (c) => ({ ok: true, value: putBack(c) }));

/** Cancels an order: its fish and supplies are free again, nothing of it stays on the Bench. What has left cannot be called back. */
export const cancel = (
  house: House,
  code: string,
  reason: string,
  version: number | null = null,
): Outcome<StoredConsignment> =>
  change(
    house,
    code,
    version,
    'the cancelling',
    (c) => {
      if (c.cancelled) return refuse('code', `${code} is cancelled already.`);
      if (c.actual.handedOverAt) return refuse('code', `${code} is on its way. Record what happens instead.`);
      return { ok: true, value: { ...c, cancelled: { at: house.nowIso(), reason: reason.trim().slice(0, 300) } } };
    },
    { kind: 'cancelled', subject: reason.slice(0, 300) },
  );

/** Takes a cancelling back; where the fish went back meanwhile their bags are to be filled again. */
export const revive = (house: House, code: string, version: number | null = null): Outcome<StoredConsignment> =>
  house.db.transaction((): Outcome<StoredConsignment> => {
    const r = change(
      house,
      code,
      version,
      'bringing it back',
      (c) =>
        c.cancelled ? { ok: true, value: { ...c, cancelled: null } } : refuse('code', `${code} is not cancelled.`),
      { kind: 'no longer cancelled', subject: code },
    );
    if (!r.ok) return r;
    const open = unpacked(house, code, house.nowIso());
    return open.ok ? find(house, code) : open;
  })();

/** The first plan of an order, made now; where somebody else thinks it was made before and comes along. */
const planned = (house: House, c: Consignment): FirstPlan =>
  house.firstPlan(toPlan(house, c), Math.min(PLAN_DRAWS, house.draws));

/** An order as a consignment with its forecast, where it still wants a first plan; null where it does not, or is refused anyway. */
function unplanned(house: House, input: unknown): Consignment | null {
  const parsed = orderInput.safeParse(input);
  if (!parsed.success || orderProblems(parsed.data, house, parsed.data.code === null).length > 0) return null;
  const o = parsed.data;
  const stored = o.code === null ? null : house.consignments.byCode(o.code)?.document;
  if (stored && stored.bags.length > 0) return null;
  const c: Consignment = stored ? { ...stored, ...fromInput(o), bags: [] } : bareConsignment(house, o, UNNAMED);
  if (crossChecks(c).length > 0) return null;
  return { ...c, forecast: forecastFor(c, Date.parse(c.handOverAt), house.nowMs()) };
}

/** Thinks the first plan of an order out before it is saved, so that saving it takes no time; null where there is none to make. */
export async function planAhead(house: House, input: unknown, press: string): Promise<Outcome<FirstPlan | null>> {
  const c = house.thinker ? unplanned(house, input) : null;
  if (!c || !house.thinker) return { ok: true, value: null };
  const r = await makePlan(house.thinker, toPlan(house, c), house.draws, press);
  if (r.ok) {
    const { bags, boxes } = r.value.consignment;
    return { ok: true, value: { bags, boxes, reasons: r.value.reasons } };
  }
  // What the core refuses leaves the order as it is, with the reason.
  return wasStopped(r)
    ? r
    : { ok: true, value: { bags: c.bags, boxes: c.boxes, reasons: r.problems.map((p) => p.message) } };
}

/** The aggregate speaks of instants, the form of local times. */
const localOf: Readonly<Record<string, keyof ParsedOrder>> = {
  handOverAt: 'handOverLocal',
  openingAt: 'openingLocal',
  'window.startAt': 'windowStartLocal',
  'window.endAt': 'windowEndLocal',
};
const localPaths = (problems: Problem[]): Problem[] => problems.map((p) => ({ ...p, path: localOf[p.path] ?? p.path }));

/** The same order once more, a week later, nothing of it done. */
export function duplicate(house: House, code: string): Outcome<string> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const week = 7 * 864e5;
  const later = (iso: string): string =>
    new Date(
      Date.parse(iso) + week * Math.max(1, Math.ceil((house.nowMs() - Date.parse(c.handOverAt)) / week)),
    ).toISOString();
  const copy: Consignment = {
    ...c,
    id: randomUUID(),
    code: house.consignments.nextCode(),
    handOverAt: later(c.handOverAt),
    openingAt: later(c.openingAt),
    window: c.window ? { startAt: later(c.window.startAt), endAt: later(c.window.endAt) } : null,
    cancelled: null,
    held: null,
    catalogue: foreignRows(c, house),
    actual: nothingYet(),
  };
  copy.forecast = fetchForecast(copy, Date.parse(copy.handOverAt), house.nowMs());
  addConsignment(house, copy, { kind: 'made', subject: copy.code, data: { like: c.code } });
  return { ok: true, value: copy.code };
}
