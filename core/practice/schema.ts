import { z } from 'zod';
import { waterFigures } from '@/core/measurement/quantities';
import { figureShape } from '@/core/measurement/schema';
import { methodIds } from '@/core/acclimation/vessel';
import { delayPlaces } from '@/core/calendar/legs';
import { consignmentSchema } from '@/core/consignment/schema';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { between, count, lines, text } from '@/core/quantities/shapes';

/** A practice crate is an open file of its own, and nothing of it is ever a consignment of the house. */
export const CRATE_FORMAT = 'kindly-crate/practice';
export const CRATE_VERSION = 1;

const times = between(0, 3, 'A factor');

/** What nobody is told before the box is opened. */
export const hiddenSchema = z.object({
  lossTimes: times.default(1),
  packTimes: times.default(1),
  /** Packs that stay cold, counted from the first one. */
  duds: count(6, 'The duds').default(0),
  useTimes: times.default(1),
  /** The weather against its forecast, °C. */
  warmerC: between(-20, 20, 'The weather').default(0),
  delayH: between(0, 120, 'The delay').default(0),
  delayAt: z.enum(delayPlaces).default('hub'),
  /** The delay comes only where the next day is not served. */
  beforeWeekend: z.boolean().default(false),
});
export type HiddenTruth = z.infer<typeof hiddenSchema>;

const packCounts = z.record(text(80), count(6, 'Packs'));
const choice = <T extends z.ZodType>(of: T) => z.array(of).min(1).max(12);

/** A box to be planned, packed and sent. */
const shippingSchema = z.object({
  kind: z.literal('shipping'),
  /** The plan as a beginner would leave it: choices begin from it. */
  consignment: consignmentSchema,
  /** What may be chosen; what stands alone is given. */
  options: z.object({
    days: choice(count(14, 'A day')),
    services: choice(text(80)),
    fastH: choice(between(0, 240, 'Hours without food')),
    perBag: choice(count(500, 'Animals a bag').min(1)),
    waterL: choice(between(0.1, 30, 'Water')),
    boxes: choice(text(80)),
    packs: z.array(text(80)).max(4),
    vents: choice(count(8, 'Holes')),
  }),
  /** What lies ready when it begins; the first of everything else. */
  start: z.object({ packs: packCounts.optional(), perBag: count(500, 'Animals a bag').min(1).optional() }).optional(),
  hidden: hiddenSchema,
  /** What an animal is worth, in the money of the crate. */
  animalPrice: between(0, 10_000, 'The price'),
});

/** A box that has come: what to measure, and how to open it. */
const openingSchema = z.object({
  kind: z.literal('opening'),
  speciesId: text(80).min(1),
  animals: count(500, 'Animals').min(1),
  massG: between(0.005, 20_000, 'Mass'),
  hoursInBag: between(0.5, 200, 'Hours in the bag'),
  waterL: between(0.1, 60, 'Water'),
  /** The water in the bag as it is; what `told` does not name has to be measured. */
  bag: z.object(figureShape(waterFigures)),
  oxygenMgL: between(0, 60, 'Oxygen').optional(),
  told: z.array(z.enum(waterFigures)).max(6),
  tank: z.object({ ...figureShape(waterFigures), volumeL: between(1, 20_000, 'Tank volume') }),
  copper: z.boolean().optional(),
  animalPrice: between(0, 10_000, 'The price'),
});

/** A tank in its weeks: day by day, what is tested, changed and fed. */
const weeksSchema = z.object({
  kind: z.literal('weeks'),
  speciesId: text(80).min(1),
  animals: count(500, 'Animals').min(1),
  massG: between(0.005, 20_000, 'Mass'),
  waterL: between(5, 5000, 'Water'),
  ...figureShape(['tempC', 'pH']),
  days: count(30, 'Days').min(3),
  foodGADay: between(0, 500, 'Food'),
  filterShare: between(0, 1, 'The filter'),
  /** The day on which the filter dies, and nobody is told. */
  crashDay: count(30, 'The day'),
  animalPrice: between(0, 10_000, 'The price'),
});

/** A dose to be measured out. */
const dosingSchema = z.object({
  kind: z.literal('dosing'),
  speciesId: text(80).min(1),
  animals: count(500, 'Animals').min(1),
  /** Others in the tank that bear none of it. */
  others: count(500, 'Others'),
  othersName: text(60),
  medicine: text(80),
  mgPerMl: between(0.01, 1000, 'The strength'),
  targetMgL: between(0.01, 100, 'The target'),
  bandFromMgL: between(0.01, 100, 'The band'),
  bandToMgL: between(0.01, 100, 'The band'),
  insideCm: z.tuple([between(10, 500, 'Length'), between(10, 300, 'Width'), between(5, 200, 'Height of the water')]),
  stonesL: between(0, 500, 'Stones'),
  bedCm: between(0, 30, 'The bed'),
  labelL: between(5, 5000, 'Litres on the label of the tank'),
  animalPrice: between(0, 10_000, 'The price'),
});

export const crateSchema = z.object({
  format: z.literal(CRATE_FORMAT),
  version: z.literal(CRATE_VERSION),
  id: z.string().regex(/^[a-z0-9-]{3,60}$/, 'A name for a file has small letters, figures and dashes.'),
  title: text(60).min(1, 'Enter a title.'),
  /** What the player is told. */
  story: lines(1200),
  /** The rule of the trade behind it, told afterwards, and where it is from. */
  rule: lines(800),
  source: text(120),
  play: z.discriminatedUnion('kind', [shippingSchema, openingSchema, weeksSchema, dosingSchema]),
});
export type Crate = z.infer<typeof crateSchema>;
export type Shipping = z.infer<typeof shippingSchema>;
export type OpeningCrate = z.infer<typeof openingSchema>;
export type WeeksCrate = z.infer<typeof weeksSchema>;
export type Dosing = z.infer<typeof dosingSchema>;

/** Reads a crate from a file, with sentences by field where it is none. */
export function readCrate(json: unknown): Outcome<Crate> {
  const format = (json as { format?: unknown } | null)?.format;
  if (format !== CRATE_FORMAT)
    return refuse('format', `This is not a practice shipment: "format" should be "${CRATE_FORMAT}".`);
  const parsed = crateSchema.safeParse(json);
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, problems: problemsOf(parsed.error) };
}

export const choicesSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('shipping'),
    day: count(14, 'The day'),
    serviceId: text(80).min(1),
    fastH: between(0, 240, 'Hours without food'),
    perBag: count(500, 'Animals a bag').min(1),
    waterL: between(0.1, 30, 'Water'),
    oxygen: z.boolean(),
    boxTypeId: text(80).min(1),
    packs: packCounts,
    vents: count(8, 'Holes'),
  }),
  z.object({
    kind: z.literal('opening'),
    measured: z.array(z.enum(waterFigures)).max(6),
    method: z.enum(methodIds),
  }),
  z.object({
    kind: z.literal('weeks'),
    /** Day by day: whether it was tested, the share of the water that was changed, and times the usual food. */
    days: z
      .array(z.object({ test: z.boolean(), change: between(0, 0.95, 'The change'), feed: between(0, 1, 'The food') }))
      .max(30),
  }),
  z.object({
    kind: z.literal('dosing'),
    ml: between(0, 10_000, 'The dose'),
    othersMoved: z.boolean(),
    tested: z.boolean(),
  }),
]);
export type Choices = z.infer<typeof choicesSchema>;
export type ShippingChoices = Extract<Choices, { kind: 'shipping' }>;
export type OpeningChoices = Extract<Choices, { kind: 'opening' }>;
export type WeeksChoices = Extract<Choices, { kind: 'weeks' }>;
export type DosingChoices = Extract<Choices, { kind: 'dosing' }>;

/** How a play came out: in fish, hours and money. */
export interface Score {
  animals: number;
  alive: number;
  /** Hours of slack that were left at the opening, or minutes that hands took; null where it has none. */
  hours: number | null;
  /** What was spent, and what the lost animals were worth. */
  spent: number;
  lost: number;
  won: boolean;
}
