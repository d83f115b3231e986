import { z } from 'zod';
import { between, instant, lines, text } from '@/core/quantities/shapes';
import {
  quantities,
  sampledFigures,
  waterQuantities,
  type BagFigure,
  type Quantity,
} from '@/core/measurement/quantities';
import { figure, figuresSchema } from '@/core/measurement/schema';

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

const eventKinds = [
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

/** A figure of a bag: null where nobody took it. */
const taken = (q: BagFigure): z.ZodNullable<z.ZodNumber> => figure(q, 'Bag').nullable();
const later = <const Q extends BagFigure>(of: readonly Q[]) =>
  Object.fromEntries(of.map((q) => [q, taken(q).optional()])) as Record<Q, z.ZodOptional<z.ZodNullable<z.ZodNumber>>>;

/** What was found in one bag; null is a figure that nobody took. */
export const bagReadingSchema = z.object({
  bagId: text(8).min(1),
  at: instant,
  tempC: taken('tempC'),
  pH: taken('pH'),
  salinity: taken('salinity'),
  ...later(['khDkh', 'ghDgh', 'tanMgNL', 'oxygenMgL', 'tdsMgL', ...sampledFigures]),
  alive: taken('alive'),
  dead: taken('dead'),
  doubtful: taken('doubtful'),
  note: lines(300),
});
export type BagReading = z.infer<typeof bagReadingSchema>;

/** Measured water of a tank, as far as it was measured. */
export const measuredWaterSchema = figuresSchema(waterQuantities);
/** The box as it was seen on its way. */
const scanSchema = z.object({
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
