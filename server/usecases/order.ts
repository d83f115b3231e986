import { randomUUID } from 'node:crypto';
import { TZDate } from '@date-fns/tz';
import { z } from 'zod';
import { suggestBags } from '@/core/bag/plan';
import { suggestBoxes } from '@/core/box/plan';
import { catalogue as shipped } from '@/core/catalogue';
import { planConsignment } from '@/core/consignment/plan';
import {
  FORMAT,
  FORMAT_VERSION,
  consignmentSchema,
  crossChecks,
  lineSchema,
  partySchema,
  problemsOf,
  tankSchema,
  waterSchema,
  type Consignment,
  type Outcome,
  type Problem,
} from '@/core/consignment/schema';
import { adoptProfile, type House } from '../house';
import { fetchForecast } from '../outside';
import { ownAssumptions } from './assumptions';
import { catalogueOf, resultOf } from '../result';
import { change, find } from './change';

/** A local time as typed, "2026-11-24T19:45", at a place. */
const local = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'Give a date and time.');

export const orderInput = z.object({
  code: z.string().nullable(),
  version: z.number().nullable(),
  direction: z.enum(['outgoing', 'incoming', 'own-move']),
  sender: partySchema,
  receiver: partySchema,
  serviceId: z.string().min(1, 'Choose a service.'),
  handOverLocal: local,
  windowStartLocal: local.or(z.literal('')),
  windowEndLocal: local.or(z.literal('')),
  openingLocal: local,
  lines: z.array(lineSchema).min(1, 'Order at least one kind of animal.').max(60),
  sourceWater: waterSchema,
  tank: tankSchema,
  note: z.string().max(2000),
});
export type OrderInput = z.infer<typeof orderInput>;

/** A wall-clock time at a zone as an instant; daylight saving decides the offset. */
export function instantAt(localTime: string, zone: string): string {
  const [y, mo, d, h, mi] = localTime.split(/[-T:]/).map(Number) as [number, number, number, number, number];
  return new Date(new TZDate(y, mo - 1, d, h, mi, 0, zone).getTime()).toISOString();
}

function fromInput(
  o: OrderInput,
): Pick<
  Consignment,
  | 'direction'
  | 'sender'
  | 'receiver'
  | 'serviceId'
  | 'handOverAt'
  | 'window'
  | 'openingAt'
  | 'lines'
  | 'sourceWater'
  | 'tank'
  | 'note'
> {
  const there = o.receiver.place.zone;
  return {
    direction: o.direction,
    sender: o.sender,
    receiver: o.receiver,
    serviceId: o.serviceId,
    handOverAt: instantAt(o.handOverLocal, o.sender.place.zone),
    window:
      o.windowStartLocal && o.windowEndLocal
        ? { startAt: instantAt(o.windowStartLocal, there), endAt: instantAt(o.windowEndLocal, there) }
        : null,
    openingAt: instantAt(o.openingLocal, there),
    lines: o.lines,
    sourceWater: o.sourceWater,
    tank: o.tank,
    note: o.note,
  };
}

function orderProblems(o: OrderInput, house: House, isNew: boolean): Problem[] {
  const problems: Problem[] = [];
  o.lines.forEach((l, i) => {
    const known = shipped.species.find((s) => s.id === l.speciesId);
    if (!known)
      problems.push({ path: `lines.${i}.speciesId`, message: `The species "${l.speciesId}" is not in the catalogue.` });
    else if (known.water === 'marine' && o.sourceWater.salinity < 20)
      problems.push({
        path: 'sourceWater.salinity',
        message: `${known.name} lives in sea water: salinity ${o.sourceWater.salinity} cannot be right.`,
      });
    else if (known.water === 'fresh' && o.sourceWater.salinity > 10)
      problems.push({
        path: 'sourceWater.salinity',
        message: `${known.name} lives in fresh water: salinity ${o.sourceWater.salinity} cannot be right.`,
      });
  });
  const service = shipped.services.find((s) => s.id === o.serviceId);
  if (!service) problems.push({ path: 'serviceId', message: 'Choose a service.' });
  else if (!service.live)
    problems.push({ path: 'serviceId', message: `${service.name} does not take live animals. Choose a live service.` });
  if (
    isNew &&
    o.direction !== 'incoming' &&
    Date.parse(instantAt(o.handOverLocal, o.sender.place.zone)) < house.nowMs()
  )
    problems.push({ path: 'handOverLocal', message: 'This hand-over is in the past. Choose a coming one.' });
  if ((o.windowStartLocal === '') !== (o.windowEndLocal === ''))
    problems.push({ path: 'windowEndLocal', message: 'Give both ends of the delivery window, or neither.' });
  return problems;
}

/** Makes a new consignment with a whole first plan, or changes the order of one (bags are planned anew if animals changed). */
export function saveOrder(house: House, input: unknown): Outcome<{ code: string; reasons: string[] }> {
  const parsed = orderInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const o = parsed.data;
  const problems = orderProblems(o, house, o.code === null);
  if (problems.length > 0) return { ok: false, problems };

  if (o.code === null) {
    const bare: Consignment = {
      format: FORMAT,
      version: FORMAT_VERSION,
      id: randomUUID(),
      code: house.consignments.nextCode(),
      ...fromInput(o),
      boxes: [{ id: '1', boxTypeId: 'box-m', packs: [], ventHoles: 0 }],
      bags: [],
      forecast: null,
      catalogue: null,
      assumptions: ownAssumptions(house),
      actual: { sealedAt: null, handedOverAt: null, arrivedAt: null, openedAt: null, bags: [], tank: null },
    };
    const cross = crossChecks(bare);
    if (cross.length > 0) return { ok: false, problems: localPaths(cross) };
    bare.forecast = fetchForecast(bare, Date.parse(bare.handOverAt), house.nowMs());
    const { consignment, reasons } = planned(house, bare);
    const checked = consignmentSchema.safeParse(consignment);
    if (!checked.success) return { ok: false, problems: problemsOf(checked.error) };
    house.db.transaction(() => {
      house.consignments.insert(checked.data, resultOf(house, checked.data), house.nowIso());
      house.consignments.journal(checked.data.id, house.nowIso(), 'made', checked.data.code);
      if (o.direction !== 'incoming') adoptProfile(house, o.sender);
    })();
    return { ok: true, value: { code: bare.code, reasons } };
  }

  let reasons: string[] = [];
  const changed = change(house, o.code, o.version, 'the order', (c) => {
    const next: Consignment = { ...c, ...fromInput(o) };
    const cross = crossChecks({ ...next, bags: [] });
    if (cross.length > 0) return { ok: false, problems: localPaths(cross) };
    const placesChanged =
      next.sender.place.name !== c.sender.place.name ||
      next.receiver.place.name !== c.receiver.place.name ||
      next.handOverAt !== c.handOverAt;
    if (placesChanged && c.forecast?.source.startsWith('simulated') !== false)
      next.forecast = fetchForecast(next, Date.parse(next.handOverAt), house.nowMs());
    const animals = (x: Consignment): string =>
      JSON.stringify(x.lines.map((l) => [l.id, l.speciesId, l.count, l.lengthCm, l.massG]));
    if (animals(next) === animals(c) && c.bags.length > 0) return { ok: true, value: next };
    const anew = planned(house, { ...next, bags: [] });
    reasons = anew.reasons;
    return { ok: true, value: anew.consignment };
  });
  return changed.ok ? { ok: true, value: { code: o.code, reasons } } : changed;
}

/** Runs behind each set of packs while a plan is made: a second of patience. */
const PLAN_DRAWS = 60;

function planned(house: House, c: Consignment): { consignment: Consignment; reasons: string[] } {
  try {
    return planConsignment(c, catalogueOf(c), Math.min(PLAN_DRAWS, house.draws));
  } catch (error) {
    if (error instanceof RangeError) return { consignment: c, reasons: [error.message] };
    throw error;
  }
}

/** The aggregate speaks of instants, the form of local times. */
const localPaths = (problems: Problem[]): Problem[] =>
  problems.map((p) => ({
    ...p,
    path: p.path
      .replace('handOverAt', 'handOverLocal')
      .replace('openingAt', 'openingLocal')
      .replace('window.startAt', 'windowStartLocal')
      .replace('window.endAt', 'windowEndLocal'),
  }));

/** A bag plan as the core would make it, in place of the present one; boxes follow. */
export function replanBags(house: House, code: string, version: number): Outcome<string[]> {
  let reasons: string[] = [];
  const r = change(house, code, version, 'the suggested bag plan', (c) => {
    const made = suggestBags(c, catalogueOf(c), c.boxes[0]!.id);
    reasons = made.reasons;
    const packs = c.boxes[0]!.packs;
    return { ok: true, value: { ...c, ...suggestBoxes({ ...c, bags: made.bags }, catalogueOf(c), packs) } };
  });
  return r.ok ? { ok: true, value: reasons } : r;
}

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
    actual: { sealedAt: null, handedOverAt: null, arrivedAt: null, openedAt: null, bags: [], tank: null },
  };
  copy.forecast = fetchForecast(copy, Date.parse(copy.handOverAt), house.nowMs());
  house.consignments.insert(copy, resultOf(house, copy), house.nowIso());
  return { ok: true, value: copy.code };
}
