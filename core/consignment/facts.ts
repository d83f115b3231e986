import { z } from 'zod';
import { between, instant, lines, text } from '@/core/quantities/shapes';
import { bagFigures, nothingRead, quantities, waterQuantities, type Quantity } from './measures';

/**
 * What happened, apart from what was planned. Facts only grow: each has its instant, its subject and who told it, and a
 * wrong one is struck out by a later one that names it. A guess is never a fact; a field that nobody touched is none.
 */

const quantityIds = Object.keys(quantities) as [Quantity, ...Quantity[]];

export const subjectKinds = ['consignment', 'box', 'bag', 'pack', 'tank', 'lot', 'step'] as const;
export type SubjectKind = (typeof subjectKinds)[number];
const subjectSchema = z.object({ kind: z.enum(subjectKinds), id: text(80) });
export type Subject = z.infer<typeof subjectSchema>;

/** How a figure came about. Computed is not among them: a computed figure is no observation. */
export const methods = [
  'typed',
  'probe',
  'drop-test',
  'infrared',
  'scale',
  'counted',
  'seen',
  'file',
  // A simulated device: practice, never a measurement.
  'stand-in',
] as const;

const factSchema = z.object({
  /** Number within its consignment, from 1 on; what strikes a fact out names it by this. */
  n: z.int().min(1).max(1_000_000),
  at: instant,
  subject: subjectSchema,
  note: lines(300),
  /** Who told it; empty while nobody has a name. */
  by: text(60),
  /** The fact that this one strikes out. */
  strikes: z.int().min(1).max(1_000_000).nullable(),
});

export const observationSchema = factSchema.extend({
  quantity: z.enum(quantityIds),
  /** Null where it is a word, a picture, or was looked for and stayed unknown. */
  value: between(-1000, 1_000_000, 'A figure').nullable(),
  unit: text(12),
  /** What was seen, or "unknown". */
  word: lines(300),
  method: z.enum(methods),
  /** Hash of the picture, as it lies in the data folder. */
  photo: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable(),
});
export type Observation = z.infer<typeof observationSchema>;

export const eventKinds = [
  'ticked',
  'activated',
  'sealed',
  'handed-over',
  'scanned',
  'arrived',
  'opened',
  'moved',
  'dosed',
  'died',
  'released',
  'taken-back',
] as const;
export const eventSchema = factSchema.extend({ kind: z.enum(eventKinds) });
export type Event = z.infer<typeof eventSchema>;

export interface Facts {
  observations: Observation[];
  events: Event[];
}

/** The four instants of a journey, by the events that tell them. */
export const milestones = {
  sealedAt: 'sealed',
  handedOverAt: 'handed-over',
  arrivedAt: 'arrived',
  openedAt: 'opened',
} as const;
export type Milestone = keyof typeof milestones;
const milestoneNames = Object.keys(milestones) as Milestone[];

/** What was found in one bag; null is a figure that nobody took. */
export const bagReadingSchema = z.object({
  bagId: text(8).min(1),
  at: instant,
  tempC: between(0, 35, 'Bag temperature').nullable(),
  pH: between(4, 10, 'Bag pH').nullable(),
  salinity: between(0, 42, 'Bag salinity').nullable(),
  khDkh: between(0, 28, 'Bag KH').nullable().optional(),
  ghDgh: between(0, 60, 'Bag GH').nullable().optional(),
  tanMgNL: between(0, 50, 'Bag ammonia').nullable().optional(),
  oxygenMgL: between(0, 60, 'Bag oxygen').nullable().optional(),
  tdsMgL: between(0, 60_000, 'Bag dissolved solids').nullable().optional(),
  alive: between(0, 5000, 'Alive').int('Count whole animals.').nullable(),
  dead: between(0, 5000, 'Dead').int('Count whole animals.').nullable(),
  doubtful: between(0, 5000, 'Doubtful').int('Count whole animals.').nullable(),
  note: lines(300),
});
export type BagReading = z.infer<typeof bagReadingSchema>;

/** Measured water of a tank, as far as it was measured. */
export const measuredWaterSchema = z.object({
  tempC: between(0, 35, 'Temperature').optional(),
  pH: between(4, 10, 'pH').optional(),
  khDkh: between(0, 28, 'Carbonate hardness').optional(),
  ghDgh: between(0, 60, 'General hardness').optional(),
  salinity: between(0, 42, 'Salinity').optional(),
  tanMgNL: between(0, 50, 'Ammonia').optional(),
  oxygenMgL: between(0, 60, 'Oxygen').optional(),
  tdsMgL: between(0, 60_000, 'Dissolved solids').optional(),
});
export type MeasuredWater = z.infer<typeof measuredWaterSchema>;

/** The box as it was seen on its way. */
export const scanSchema = z.object({
  /** The leg that had begun, counted from 0 at the hand-over. */
  leg: z.int().min(0).max(60),
  at: instant,
  words: lines(300),
  method: z.enum(methods),
});
export type Scan = z.infer<typeof scanSchema>;

/** How things stand by the facts: what the engine computes from in place of the plan. */
export const actualSchema = z.object({
  sealedAt: instant.nullable(),
  handedOverAt: instant.nullable(),
  arrivedAt: instant.nullable(),
  openedAt: instant.nullable(),
  bags: z.array(bagReadingSchema).max(2000),
  /** Measured water of receiving tanks, by name. */
  tanks: z.record(text(40), measuredWaterSchema),
  /** Receiving tanks of bags that a hand has sent elsewhere than their order says, by bag. */
  into: z.record(text(8), text(40)).optional(),
  /** Second receiving tanks, of bags that are split between two. */
  half: z.record(text(8), text(40)).optional(),
  /** Where the box was seen on its way, in the order of its legs; none where absent. */
  scans: z.array(scanSchema).max(60).optional(),
  /** When it is expected now, by the carrier’s word. */
  dueAt: instant.optional(),
  /** Laid over by whoever looks from an instant, and never kept: what was not seen by then had not happened. */
  asOf: instant.optional(),
});
export type Actual = z.infer<typeof actualSchema>;

export const nothingYet = (): Actual => ({
  sealedAt: null,
  handedOverAt: null,
  arrivedAt: null,
  openedAt: null,
  bags: [],
  tanks: {},
});

/** Facts that nothing strikes out, and that strike nothing out themselves. */
export function standing<T extends Observation | Event>(facts: readonly T[]): T[] {
  const struck = new Set(facts.flatMap((f) => (f.strikes === null ? [] : [f.strikes])));
  return facts.filter((f) => !struck.has(f.n) && f.strikes === null);
}

/** The view of the facts: of every quantity of every subject the latest that stands. */
export function actualOf({ observations, events }: Facts): Actual {
  const out = nothingYet();
  const scans = new Map<number, Scan>();
  for (const e of standing(events)) for (const m of milestoneNames) if (milestones[m] === e.kind) out[m] = e.at;
  for (const o of standing(observations)) {
    if (o.quantity === 'scan' && o.value !== null)
      scans.set(o.value, { leg: o.value, at: o.at, words: o.word, method: o.method });
    else if (o.quantity === 'due' && o.word) out.dueAt = o.word;
    else if ((o.quantity === 'into' || o.quantity === 'half') && o.word)
      out[o.quantity] = { ...out[o.quantity], [o.subject.id]: o.word };
    else if (o.subject.kind === 'bag') {
      // A picture, a blemish, a sign is no reading.
      if (o.quantity !== 'note' && !(bagFigures as readonly string[]).includes(o.quantity)) continue;
      let bag = out.bags.find((b) => b.bagId === o.subject.id);
      const at = { at: o.at };
      if (!bag) {
        bag = { bagId: o.subject.id, ...at, ...nothingRead };
        out.bags.push(bag);
      }
      if (o.quantity === 'note') Object.assign(bag, { note: o.word }, at);
      else if ((bagFigures as readonly string[]).includes(o.quantity) && o.value !== null)
        Object.assign(bag, { [o.quantity]: o.value }, at);
    } else if (o.subject.kind === 'tank' && o.value !== null) {
      if (!(waterQuantities as readonly string[]).includes(o.quantity)) continue;
      out.tanks[o.subject.id] = { ...out.tanks[o.subject.id], [o.quantity]: o.value };
    }
  }
  if (scans.size > 0) out.scans = [...scans.values()].sort((a, b) => a.leg - b.leg);
  return out;
}

/** What is written beside a fact that follows from a change of what is known. */
export interface Stamp {
  at: string;
  by: string;
  method?: Observation['method'];
}

/**
 * The facts that lead from one state of knowledge to another: a figure that differs is a new observation, one that is
 * gone strikes out the one that told it, an instant that moved strikes out its event and tells it anew. Numbers follow
 * the facts that are there; `actualOf` of old and new facts together is `after`.
 */
export function factsBetween(had: Facts, after: Actual, stamp: Stamp): Facts {
  const before = actualOf(had);
  let n = Math.max(0, ...had.observations.map((o) => o.n), ...had.events.map((e) => e.n));
  const out: Facts = { observations: [], events: [] };
  const lastEvent = (kind: Event['kind']): Event | undefined => standing(had.events).findLast((e) => e.kind === kind);
  for (const m of milestoneNames) {
    if (before[m] === after[m]) continue;
    const kind = milestones[m];
    const subject: Subject = { kind: 'consignment', id: '' };
    const rest = { subject, note: '', by: stamp.by };
    const old = lastEvent(kind);
    if (old) out.events.push({ n: ++n, at: stamp.at, kind: 'taken-back', ...rest, strikes: old.n });
    const at = after[m];
    if (at !== null) out.events.push({ n: ++n, at, kind, ...rest, strikes: null });
  }
  const tell = (subject: Subject, quantity: Quantity, was: unknown, is: unknown, at: string): void => {
    if (was === is) return;
    const told = is !== null && is !== undefined && is !== '';
    const counted = quantity === 'alive' || quantity === 'dead' || quantity === 'doubtful';
    const base = {
      subject,
      quantity,
      unit: quantities[quantity].unit,
      note: '',
      by: stamp.by,
      method: quantity === 'note' ? ('seen' as const) : counted ? ('counted' as const) : (stamp.method ?? 'typed'),
      photo: null,
    };
    const word = quantity === 'note' ? String(is ?? '') : '';
    if (told) {
      out.observations.push({
        n: ++n,
        at,
        ...base,
        value: quantity === 'note' ? null : Number(is),
        word,
        strikes: null,
      });
      return;
    }
    // What is known no more strikes out every figure that told it: else an older one would come back.
    for (const o of standing(had.observations))
      if (o.quantity === quantity && o.subject.kind === subject.kind && o.subject.id === subject.id)
        out.observations.push({ n: ++n, at: stamp.at, ...base, value: null, word: '', strikes: o.n });
  };
  const bagIds = new Set([...before.bags, ...after.bags].map((b) => b.bagId));
  for (const id of bagIds) {
    const was = before.bags.find((b) => b.bagId === id);
    const is = after.bags.find((b) => b.bagId === id);
    for (const q of [...bagFigures, 'note'] as const)
      tell(
        { kind: 'bag', id },
        q,
        was?.[q] ?? (q === 'note' ? '' : null),
        is?.[q] ?? (q === 'note' ? '' : null),
        is?.at ?? stamp.at,
      );
  }
  for (const name of new Set([...Object.keys(before.tanks), ...Object.keys(after.tanks)]))
    for (const q of waterQuantities)
      tell({ kind: 'tank', id: name }, q, before.tanks[name]?.[q], after.tanks[name]?.[q], stamp.at);
  return tellRoad(before, after, had, stamp, n, out);
}

/** What was seen of the road: a scan of a leg that says something else, one that is gone, another hour of arrival. */
function tellRoad(before: Actual, after: Actual, had: Facts, stamp: Stamp, last: number, out: Facts): Facts {
  let n = last;
  const base = { subject: { kind: 'consignment' as const, id: '' }, unit: '', note: '', by: stamp.by, photo: null };
  const strike = (test: (o: Observation) => boolean): void => {
    for (const o of standing(had.observations).filter(test))
      out.observations.push({
        ...base,
        n: ++n,
        at: stamp.at,
        quantity: o.quantity,
        method: o.method,
        value: null,
        word: '',
        strikes: o.n,
      });
  };
  const was = before.scans ?? [];
  const is = after.scans ?? [];
  for (const s of was) if (!is.some((x) => x.leg === s.leg)) strike((o) => o.quantity === 'scan' && o.value === s.leg);
  for (const s of is) {
    const old = was.find((x) => x.leg === s.leg);
    if (old && old.at === s.at && old.words === s.words && old.method === s.method) continue;
    if (old) strike((o) => o.quantity === 'scan' && o.value === s.leg);
    out.observations.push({
      ...base,
      n: ++n,
      at: s.at,
      quantity: 'scan',
      method: s.method,
      value: s.leg,
      word: s.words,
      strikes: null,
    });
  }
  if (before.dueAt === after.dueAt) return out;
  strike((o) => o.quantity === 'due');
  if (after.dueAt)
    out.observations.push({
      ...base,
      n: ++n,
      at: stamp.at,
      quantity: 'due',
      method: 'typed',
      value: null,
      word: after.dueAt,
      strikes: null,
    });
  return out;
}

/** Two piles of facts in the order in which they were told. */
export const together = (a: Facts, b: Facts): Facts => ({
  observations: [...a.observations, ...b.observations],
  events: [...a.events, ...b.events],
});
