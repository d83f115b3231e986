import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { row, type Catalogue } from '@/core/catalogue/schema';
import { departure, orderAdvice, type Advice } from '@/core/calendar/departure';
import { toDraft } from '@/records/field';
import { kinds } from '@/records';
import { leftWords, type Receiver } from '@/records/people';
import { keepBags } from '@/core/choose/keep';
import { planConsignment } from '@/core/choose/plan';
import { problemsOf, refuse, type Outcome, type Problem } from '@/core/consignment/outcome';
import { nothingYet } from '@/core/consignment/facts';
import { crossChecks } from '@/core/consignment/rules';
import {
  FORMAT,
  FORMAT_VERSION,
  UNNAMED,
  consignmentSchema,
  lineSchema,
  partySchema,
  tankSchema,
  waterSchema,
  type Consignment,
} from '@/core/consignment/schema';
import { waterOfTank } from '@/core/consignment/waters';
import { adoptProfile, type House } from '@/server/house';
import { instantAt, localAt, zoned } from '@/server/instants';
import { waterMisfit } from '@/core/fish/water';
import { fetchForecast, forecastFor } from '@/server/outside';
import { ownAssumptions } from '@/server/settings/assumptions';
import { catalogueOf, foreignRows } from '@/server/consignment/result';
import { addConsignment } from '@/server/consignment/store';
import { lookupOf } from '@/server/records/lookup';
import type { StoredConsignment } from '@/server/db/consignments';
import { momentsOf, sayMoved } from '@/server/day/day';
import { fastedTanks, tankConflicts } from '@/server/day/fasted';
import { change, find } from '@/server/consignment/change';
import { readDraft, writeRecord } from '@/server/records/records';
import { promises } from '@/server/stock/settle';

/** A local time as typed, "2026-11-24T19:45", at a place. */
const local = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'Give a date and time.');

/** A place by its coordinates needs no clock of its own. */
const clocked = (party: unknown): unknown => {
  const p = party as { place?: { lat: number; lon: number; zone: string } } | null;
  return p?.place ? { ...p, place: zoned(p.place) } : party;
};

export const orderInput = z.object({
  code: z.string().nullable(),
  version: z.number().nullable(),
  direction: z.enum(['outgoing', 'incoming', 'own-move']),
  sender: z.preprocess(clocked, partySchema),
  receiver: z.preprocess(clocked, partySchema),
  serviceId: z.string().min(1, 'Choose a service.'),
  handOverLocal: local,
  windowStartLocal: local.or(z.literal('')),
  windowEndLocal: local.or(z.literal('')),
  openingLocal: local,
  lines: z.array(lineSchema).min(1, 'Order at least one kind of animal.').max(60),
  sourceWater: waterSchema,
  waters: consignmentSchema.shape.waters,
  tank: tankSchema,
  otherTanks: consignmentSchema.shape.otherTanks,
  companions: consignmentSchema.shape.companions,
  /** Row of the address book; null for somebody new. */
  receiverId: z.string().nullable().optional(),
  note: z.string().max(2000),
});
/** What the form sends. */
export type OrderInput = Omit<z.input<typeof orderInput>, 'sender' | 'receiver'> &
  Record<'sender' | 'receiver', z.input<typeof partySchema>>;
type Order = z.output<typeof orderInput>;

function fromInput(
  o: Order,
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
  | 'waters'
  | 'tank'
  | 'otherTanks'
  | 'companions'
  | 'receiverId'
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
    // Undefined takes away what an earlier state of the order had.
    waters: o.waters?.length ? o.waters : undefined,
    otherTanks: o.otherTanks?.length ? o.otherTanks : undefined,
    companions: o.companions?.length ? o.companions : undefined,
    receiverId: o.receiverId ?? undefined,
    note: o.note,
  };
}

function orderProblems(o: Order, house: House, isNew: boolean): Problem[] {
  const problems: Problem[] = [];
  const stored = o.code === null ? null : (house.consignments.byCode(o.code)?.document ?? null);
  const species = stored ? catalogueOf(stored, house).species : house.shelves().all.species;
  o.lines.forEach((l, i) => {
    const { salinity } = waterOfTank(o, l.tank);
    const known = species.find((s) => s.id === l.speciesId);
    if (!known)
      problems.push({ path: `lines.${i}.speciesId`, message: `The species "${l.speciesId}" is not known here.` });
    else {
      const misfit = waterMisfit(known, salinity, `tank ${l.tank}`);
      if (misfit) problems.push({ path: 'sourceWater.salinity', message: misfit });
    }
  });
  const service = house.shelves().all.services.find((s) => s.id === o.serviceId);
  if (!service) problems.push({ path: 'serviceId', message: 'Choose a service.' });
  else if (!service.live)
    problems.push({ path: 'serviceId', message: `${service.name} does not take live animals. Choose a live service.` });
  if (house.records.byId(o.receiverId ?? '')?.deletedAt)
    problems.push({
      path: 'receiver.name',
      message: 'This receiver was deleted meanwhile. Bring them back, or enter them anew.',
    });
  if (
    isNew &&
    // What comes from elsewhere, and one's own move, may be on the way already.
    o.direction === 'outgoing' &&
    Date.parse(instantAt(o.handOverLocal, o.sender.place.zone)) < house.nowMs()
  )
    problems.push({ path: 'handOverLocal', message: 'This hand-over is in the past. Choose a coming one.' });
  if ((o.windowStartLocal === '') !== (o.windowEndLocal === ''))
    problems.push({ path: 'windowEndLocal', message: 'Give both ends of the delivery window, or neither.' });
  return problems;
}

/** Makes a new consignment with a whole first plan, or changes the order of one (its bags stay as far as they still fit). */
export function saveOrder(house: House, input: unknown): Outcome<{ code: string; reasons: string[] }> {
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
    const { consignment, reasons } = planned(house, bare);
    const checked = consignmentSchema.safeParse(consignment);
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
  const before = stored ? momentsOf(house, stored.document) : [];
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
      const kept = keepBags(c, next, catalogueOf(next, house));
      reasons = kept.said;
      return { ok: true, value: kept.consignment };
    }
    const anew = planned(house, { ...next, bags: [] });
    reasons = anew.reasons;
    return { ok: true, value: anew.consignment };
  });
  if (!changed.ok) return changed;
  return {
    ok: true,
    value: { code: o.code, reasons: [...reasons, ...sayMoved(house, before, changed.value.document)] },
  };
}

/** An order as a consignment without bags, before anything is planned. */
const bareConsignment = (house: House, o: Order, code: string): Consignment => ({
  format: FORMAT,
  version: FORMAT_VERSION,
  id: randomUUID(),
  code,
  ...fromInput(o),
  boxes: [{ id: '1', boxTypeId: house.shelves().offered.boxes[0]?.id ?? 'box-m', packs: [], ventHoles: 0 }],
  bags: [],
  forecast: null,
  catalogue: null,
  assumptions: ownAssumptions(house),
  actual: nothingYet(),
});

/** What a careful shipper would say to the order as it stands in the form: nothing is saved. */
export function checkOrder(
  house: House,
  input: unknown,
): Outcome<{ sentence: string; advice: Advice[]; earliest: string | null }> {
  const parsed = orderInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const o = parsed.data;
  const stored = o.code === null ? null : house.consignments.byCode(o.code)?.document;
  const c: Consignment = stored ? { ...stored, ...fromInput(o) } : bareConsignment(house, o, UNNAMED);
  if (!house.shelves().all.services.some((s) => s.id === c.serviceId)) return refuse('serviceId', 'Choose a service.');
  const catalogue = catalogueOf(c, house);
  const calendar = house.calendar(c);
  const fasted = fastedTanks(house, c);
  const advice = [
    ...orderAdvice(c, catalogue, calendar, house.nowMs(), fasted),
    ...stockAdvice(house, c),
    ...conflictAdvice(house, c),
    ...collectionAdvice(house, c, catalogue),
  ];
  const { sentence, earliestMs } = departure(c, catalogue, calendar, house.nowMs(), fasted);
  const earliest = earliestMs === null ? null : localAt(earliestMs, c.sender.place.zone);
  return { ok: true, value: { sentence, advice, earliest } };
}

/** Tanks that other planned consignments want fed, or fasting, at the same time. */
const conflictAdvice = (house: House, c: Consignment): Advice[] =>
  c.actual.sealedAt
    ? []
    : tankConflicts(house, c).map((x) => ({ level: 'mind', path: 'handOverLocal', message: x.message }));

/** Lines that promise more than a tank has left. */
function stockAdvice(house: House, c: Consignment): Advice[] {
  if (c.direction === 'incoming' || c.actual.sealedAt) return [];
  const promised = promises(house);
  return c.lines.flatMap((l, i) => {
    const lot = l.lotId ? house.records.byId(l.lotId) : null;
    if (!lot || lot.amount === null) return [];
    const others = (promised.get(lot.id) ?? []).filter((p) => p.code !== c.code);
    const here = c.lines.filter((x) => x.lotId === lot.id).reduce((n, x) => n + x.count, 0);
    const free = lot.amount - others.reduce((n, p) => n + p.count, 0);
    if (here <= free) return [];
    const taken = others.length > 0 ? `; ${others.map((p) => `${p.count} go with ${p.code}`).join(', ')}` : '';
    return [
      {
        level: 'mind' as const,
        path: `lines.${i}.count`,
        message: `Tank ${l.tank} has ${lot.amount} of these, ${Math.max(0, free)} free${taken}.`,
      },
    ];
  });
}

/** How the receiver wants the box, against where the service leaves it. */
function collectionAdvice(house: House, c: Consignment, catalogue: Catalogue): Advice[] {
  const receiver = c.receiverId ? (house.records.byId(c.receiverId)?.document as Receiver | undefined) : undefined;
  const service = row(catalogue.services, c.serviceId, 'service');
  const gives = service.collection ?? (service.waitsAt === 'doorstep' ? 'door' : undefined);
  if (!receiver || !gives || gives === receiver.collection || service.kind === 'own-car') return [];
  return [
    {
      level: 'mind',
      path: 'serviceId',
      message: `${receiver.name} wants the box ${leftWords[receiver.collection]}; ${service.name} leaves it ${leftWords[gives]}.`,
    },
  ];
}

/** Somebody new goes into the address book, with the water that was told for the order. */
function adoptReceiver(house: House, c: Consignment): void {
  const lookup = lookupOf(house.records);
  const { place } = c.receiver;
  let placeId = place.country
    ? lookup.find('place', `${place.name}, ${place.country}`)
    : lookup.find('place', place.name);
  if (!placeId) {
    const made = readDraft(kinds.place, {
      ...toDraft(kinds.place.fields, place),
      country: place.country ?? '',
    });
    if (!made.ok) return;
    const written = writeRecord(house, kinds.place, { id: null, version: null, document: made.value }, lookup);
    if (!written.ok) return;
    placeId = written.value.id;
  }
  const told: Receiver = {
    name: c.receiver.name,
    phone: c.receiver.phone,
    address: c.receiver.address,
    placeId,
    collection: 'depot',
    tanks: [c.tank, ...(c.otherTanks ?? [])].map(({ residents, ...t }) => ({ ...t, residents: residents === true })),
    note: '',
  };
  const known = house.records.byKey('receiver', kinds.receiver.key(told, lookup));
  const document = kinds.receiver.schema.safeParse(told);
  if (known || !document.success) {
    if (known) linkReceiver(house, c, known.id);
    return;
  }
  const written = writeRecord(house, kinds.receiver, { id: null, version: null, document: document.data }, lookup);
  if (written.ok) linkReceiver(house, c, written.value.id);
}

function linkReceiver(house: House, c: Consignment, receiverId: string): void {
  const stored = house.consignments.byId(c.id)!;
  house.consignments.replace({ ...stored.document, receiverId }, stored.result, house.nowIso());
}

/** Cancels an order: its fish and supplies are free again, nothing of it stays on the Bench. What has left cannot be called back. */
export const cancel = (house: House, code: string, reason: string): Outcome<StoredConsignment> =>
  change(
    house,
    code,
    null,
    'the cancelling',
    (c) => {
      if (c.cancelled) return refuse('code', `${code} is cancelled already.`);
      if (c.actual.handedOverAt) return refuse('code', `${code} is on its way. Record what happens to it instead.`);
      return { ok: true, value: { ...c, cancelled: { at: house.nowIso(), reason: reason.trim().slice(0, 300) } } };
    },
    { kind: 'cancelled', subject: reason.slice(0, 300) },
  );

/** Takes a cancelling back. */
export const revive = (house: House, code: string): Outcome<StoredConsignment> =>
  change(
    house,
    code,
    null,
    'bringing it back',
    (c) => (c.cancelled ? { ok: true, value: { ...c, cancelled: null } } : refuse('code', `${code} is not cancelled.`)),
    { kind: 'no longer cancelled', subject: code },
  );

/** Runs behind each set of packs while a plan is made: a second of patience. */
const PLAN_DRAWS = 60;

function planned(house: House, c: Consignment): { consignment: Consignment; reasons: string[] } {
  try {
    return planConsignment(c, catalogueOf(c, house), Math.min(PLAN_DRAWS, house.draws));
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
