import { z } from 'zod';
import { assumptionProblem, assumptionTable, type AssumptionName } from '@/core/catalogue/assumptions';
import { catalogueSchema } from '@/core/catalogue/schema';
import { schoolIds } from '@/core/fish/fasting';
import { sizeClasses } from '@/core/fish/size';

/**
 * The one aggregate and, word for word, the open file format. Instants are ISO 8601 in UTC. Lengths in cm, water in L,
 * temperatures in °C, carbonate hardness in °dKH, ammonia as total N in mg/L.
 */
export const FORMAT = 'kindly-crate/consignment';
export const FORMAT_VERSION = 1;

const instant = z.iso.datetime({ error: 'Give a date and time.' });
const text = (max: number): z.ZodString => z.string().trim().max(max, `Keep this under ${max} letters.`);
const between = (min: number, max: number, what: string): z.ZodNumber =>
  z
    .number({ error: `${what} must be a number.` })
    .min(min, `${what} must be at least ${min}.`)
    .max(max, `${what} can be at most ${max}.`);

export const zoneSchema = z.string().refine(
  (zone) => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: zone });
      return true;
    } catch {
      return false;
    }
  },
  { error: 'This time zone is not known.' },
);

export const placeSchema = z.object({
  name: text(80).min(1, 'Name the place.'),
  lat: between(-90, 90, 'Latitude'),
  lon: between(-180, 180, 'Longitude'),
  zone: zoneSchema,
  /** Height above the sea, m; sea level where absent. */
  altitudeM: between(-430, 4500, 'Altitude').optional(),
  /** ISO 3166 code of the country whose public holidays hold there. */
  country: z
    .string()
    .regex(/^[A-Z]{2}$/, 'A country is two letters, such as EE.')
    .optional(),
  /** Part of the country that has holidays of its own. */
  region: text(8).optional(),
});

export const partySchema = z.object({
  name: text(120).min(1, 'Give a name.'),
  address: text(300),
  phone: text(40),
  place: placeSchema,
});

export const waterSchema = z.object({
  tempC: between(0, 35, 'Temperature'),
  pH: between(4, 10, 'pH'),
  khDkh: between(0, 28, 'Carbonate hardness'),
  ghDgh: between(0, 60, 'General hardness'),
  salinity: between(0, 42, 'Salinity'),
  tanMgNL: between(0, 50, 'Ammonia'),
});
export type WaterReading = z.infer<typeof waterSchema>;

export const tankSchema = waterSchema.extend({
  name: text(40).min(1, 'Name the tank.'),
  volumeL: between(1, 20000, 'Tank volume'),
  /** Fish already live in it. */
  residents: z.boolean().optional(),
});

export type ReceivingTank = z.infer<typeof tankSchema>;

export const lineSchema = z.object({
  id: text(8).min(1),
  speciesId: text(80).min(1, 'Choose a species.'),
  count: z
    .number({ error: 'Count must be a number.' })
    .int('Count whole animals.')
    .min(1, 'There must be at least one animal.')
    .max(5000, 'At most 5000 animals in a line.'),
  lengthCm: between(0.3, 120, 'Length'),
  /** Mean mass if weighed; otherwise it follows from length. */
  massG: between(0.001, 20000, 'Mass').nullable(),
  sex: z.enum(['unsexed', 'male', 'female', 'pair', 'mixed']),
  tank: text(40).min(1, 'Name the source tank.'),
  grade: text(30).optional(),
  /** Length class it was sold by; the length in cm follows from the species. Measured where absent. */
  size: z.enum(sizeClasses).optional(),
  /** Row of the sender's own stock the animals are taken from. */
  lotId: text(60).optional(),
  /** Receiving tank, where it is one of the further ones. */
  into: text(40).optional(),
});
export type OrderLine = z.infer<typeof lineSchema>;

export const bagSchema = z.object({
  id: text(8).min(1),
  boxId: text(8).min(1),
  bagTypeId: text(80).min(1),
  animals: z
    .array(z.object({ lineId: text(8).min(1), count: z.number().int().min(1) }))
    .min(1, 'A bag needs an animal.'),
  waterL: between(0.02, 60, 'Water'),
  gasL: between(0, 120, 'Gas'),
  oxygenFraction: between(0.15, 1, 'Oxygen share'),
  sedated: z.boolean(),
  /** What an ammonia binder in this bag can take up, mg N; null without one. */
  binderMgN: between(0, 2000, 'Binder').nullable(),
  /** Takes the alkalinity with it (chemical, the usual one) or leaves it (ion exchange). */
  binderKind: z.enum(['chemical', 'ion-exchange']).optional(),
  /** Oxygen that a tablet in the water gives off, mg. */
  tabletOxygenMg: between(0, 5000, 'Oxygen of the tablet').optional(),
  /** A reducing conditioner was dosed. */
  reducer: z.boolean().optional(),
});
export type Bag = z.infer<typeof bagSchema>;

export const boxSchema = z.object({
  id: text(8).min(1),
  boxTypeId: text(80).min(1),
  /** Under the lid where `at` is absent. */
  packs: z.array(
    z.object({
      packId: text(80).min(1),
      count: z.number().int().min(1).max(6),
      at: z.enum(['lid', 'side']).optional(),
    }),
  ),
  ventHoles: z.number().int().min(0).max(8),
  /** Paper, bubble wrap or sheet inside the foam, from the wall inwards. */
  lining: z
    .array(
      z.object({
        name: text(60),
        thicknessCm: between(0.02, 5, 'Thickness'),
        kWPerMK: between(0.01, 1, 'Conductivity'),
      }),
    )
    .max(6)
    .optional(),
  /** A wrapped bottle of warm water as a stop-gap; it stands among the bags. */
  bottle: z
    .object({ litres: between(0.1, 5, 'Bottle'), startC: between(10, 70, 'Water in the bottle') })
    .nullable()
    .optional(),
});
export type Box = z.infer<typeof boxSchema>;

export const forecastSchema = z.object({
  source: text(120),
  madeAt: instant,
  /** What-if: the whole forecast this much warmer or colder. */
  shiftC: between(-30, 30, 'Shift'),
  places: z.array(
    z.object({
      name: text(80).min(1),
      points: z.array(z.object({ at: instant, tempC: between(-60, 60, 'Air temperature') })).min(2),
    }),
  ),
});
export type Forecast = z.infer<typeof forecastSchema>;

/** How one source tank is fasted, where somebody decided otherwise than by the gut. */
export const fastSchema = z.object({
  tank: text(40).min(1, 'Name the tank.'),
  /** By the gut where absent. */
  school: z.enum(schoolIds).optional(),
  /** Hours typed by hand; they outrank the school. */
  hours: between(0, 240, 'Hours without food').optional(),
  /** They empty their guts in a bare tub of new water instead of in the tank. */
  tub: z.boolean().optional(),
});
export type FastChoice = z.infer<typeof fastSchema>;

export const bagReadingSchema = z.object({
  bagId: text(8).min(1),
  at: instant,
  tempC: between(0, 35, 'Bag temperature'),
  pH: between(4, 10, 'Bag pH').nullable(),
  salinity: between(0, 42, 'Bag salinity').nullable(),
  alive: z.number().int().min(0),
  dead: z.number().int().min(0),
  doubtful: z.number().int().min(0),
  note: text(300),
});
export type BagReading = z.infer<typeof bagReadingSchema>;

const assumptionNames = Object.keys(assumptionTable) as [AssumptionName, ...AssumptionName[]];

export const consignmentSchema = z.object({
  format: z.literal(FORMAT),
  version: z.literal(FORMAT_VERSION),
  id: z.uuid(),
  code: z.string().regex(/^KC-\d{4,}$/, 'A code looks like KC-0142.'),
  direction: z.enum(['outgoing', 'incoming', 'own-move']),
  note: text(2000),
  sender: partySchema,
  receiver: partySchema,
  serviceId: text(80).min(1),
  handOverAt: instant,
  window: z.object({ startAt: instant, endAt: instant }).nullable(),
  openingAt: instant,
  /** The shipping water; tanks whose own water is sent along stand in `waters`. */
  sourceWater: waterSchema,
  waters: z
    .array(z.object({ tank: text(40).min(1), water: waterSchema }))
    .max(40)
    .optional(),
  tank: tankSchema,
  /** Further receiving tanks, named by the `into` of their lines. */
  otherTanks: z.array(tankSchema).max(12).optional(),
  /** Row of the sender's address book. */
  receiverId: text(60).optional(),
  /** A cancelled consignment keeps its plan; nothing of it is done or reserved. */
  cancelled: z
    .object({ at: instant, reason: text(300) })
    .nullable()
    .optional(),
  /** Held back until a better day: nothing of the plan is due. */
  held: z
    .object({
      at: instant,
      reason: text(300),
      /** The best that any day offered then: a better one is told. */
      best: z
        .object({ verdict: z.enum(['go', 'care', 'hold']), chance: between(0, 1, 'Chance').nullable() })
        .nullable(),
    })
    .nullable()
    .optional(),
  lines: z.array(lineSchema).max(60),
  fasts: z.array(fastSchema).max(40).optional(),
  boxes: z.array(boxSchema).min(1).max(40),
  bags: z.array(bagSchema).max(400),
  forecast: forecastSchema.nullable(),
  /** The catalogue rows that were used: they travel with the file. */
  catalogue: catalogueSchema.nullable(),
  assumptions: z.partialRecord(z.enum(assumptionNames), z.number()),
  actual: z.object({
    sealedAt: instant.nullable(),
    handedOverAt: instant.nullable(),
    arrivedAt: instant.nullable(),
    openedAt: instant.nullable(),
    bags: z.array(bagReadingSchema),
    tank: waterSchema.nullable(),
    /** Measured water of further receiving tanks, by name. */
    otherTanks: z.record(z.string(), waterSchema).optional(),
  }),
});
export type Consignment = z.infer<typeof consignmentSchema>;

/** A sentence beside a place in the input. */
export interface Problem {
  path: string;
  message: string;
}
/** Somebody saved in between: their state as the form would show it, and the version to save over. */
export interface Conflict {
  version: number;
  theirs: unknown;
}
export type Outcome<T> = { ok: true; value: T } | { ok: false; problems: Problem[]; conflict?: Conflict };

export const refuse = (path: string, message: string): { ok: false; problems: Problem[] } => ({
  ok: false,
  problems: [{ path, message }],
});

export const problemsOf = (error: z.ZodError): Problem[] =>
  error.issues.map((i) => ({ path: i.path.join('.'), message: i.message }));

/** Water that the fish of a source tank travel in. */
export const waterOfTank = (c: Pick<Consignment, 'waters' | 'sourceWater'>, tank: string): WaterReading =>
  c.waters?.find((w) => w.tank === tank)?.water ?? c.sourceWater;

/** Water a bag is filled with: that of the tank its first animals come from. */
export function waterOfBag(c: Consignment, bag: Bag): WaterReading {
  const line = c.lines.find((l) => l.id === bag.animals[0]?.lineId);
  return line ? waterOfTank(c, line.tank) : c.sourceWater;
}

/** The tank a line goes into, as told. */
export const tankOfLine = (c: Pick<Consignment, 'tank' | 'otherTanks'>, into: string | undefined): ReceivingTank =>
  c.otherTanks?.find((t) => t.name === into) ?? c.tank;

/** The same, with the water that was measured on arrival where it was. */
export function measuredTank(c: Consignment, into: string | undefined): ReceivingTank {
  const tank = tankOfLine(c, into);
  const measured = tank === c.tank ? c.actual.tank : c.actual.otherTanks?.[tank.name];
  return { ...tank, ...(measured ?? {}) };
}

/** Rules that span fields: what points where, and what comes after what. */
export function crossChecks(c: Consignment): Problem[] {
  const problems: Problem[] = [];
  const say = (path: string, message: string): void => void problems.push({ path, message });
  const lineIds = new Set(c.lines.map((l) => l.id));
  const boxIds = new Set(c.boxes.map((b) => b.id));
  if (lineIds.size < c.lines.length) say('lines', 'Two order lines share an id.');
  if (boxIds.size < c.boxes.length) say('boxes', 'Two boxes share an id.');
  if (new Set(c.bags.map((b) => b.id)).size < c.bags.length) say('bags', 'Two bags share an id.');
  c.bags.forEach((b, i) => {
    if (!boxIds.has(b.boxId)) say(`bags.${i}.boxId`, `Bag ${b.id} is in box ${b.boxId}, which is not there.`);
    for (const a of b.animals)
      if (!lineIds.has(a.lineId)) say(`bags.${i}.animals`, `Bag ${b.id} holds line ${a.lineId}, which is not ordered.`);
  });
  for (const l of c.lines) {
    const bagged = c.bags.flatMap((b) => b.animals).filter((a) => a.lineId === l.id);
    const sum = bagged.reduce((n, a) => n + a.count, 0);
    if (c.bags.length > 0 && sum > l.count) say('bags', `Line ${l.id} has ${l.count} animals, but ${sum} are bagged.`);
  }
  c.bags.forEach((b, i) => {
    const tanks = c.lines.filter((l) => b.animals.some((a) => a.lineId === l.id)).map((l) => l.tank);
    const [first, ...rest] = tanks.map((t) => ({ t, salinity: waterOfTank(c, t).salinity }));
    const other = rest.find((x) => Math.abs(x.salinity - first!.salinity) > 5);
    if (other)
      say(
        `bags.${i}.animals`,
        `Bag ${b.id} mixes fish of tanks ${first!.t} and ${other.t}, whose salt differs: bag them apart.`,
      );
  });
  c.lines.forEach((l, i) => {
    if (l.into && l.into !== c.tank.name && !c.otherTanks?.some((t) => t.name === l.into))
      say(`lines.${i}.into`, `The receiving tank ${l.into} is not described.`);
  });
  for (const [name, value] of Object.entries(c.assumptions)) {
    const problem = assumptionProblem(name as AssumptionName, value!);
    if (problem) say(`assumptions.${name}`, problem);
  }
  if (c.window && Date.parse(c.window.endAt) < Date.parse(c.window.startAt))
    say('window.endAt', 'The delivery window ends before it starts.');
  if (Date.parse(c.openingAt) <= Date.parse(c.handOverAt))
    say('openingAt', 'The box is opened after it is handed over.');
  if (c.window && Date.parse(c.window.startAt) <= Date.parse(c.handOverAt))
    say('window.startAt', 'The delivery comes after the hand-over.');
  if (Date.parse(c.openingAt) - Date.parse(c.handOverAt) > 14 * 864e5)
    say('openingAt', 'A journey of more than 14 days is not planned here.');
  return problems;
}

/** Reads a consignment file: format first, then every field, then the rules that span them. */
export function readConsignment(json: unknown): Outcome<Consignment> {
  const head = z.object({ format: z.string(), version: z.number() }).safeParse(json);
  if (!head.success || head.data.format !== FORMAT)
    return refuse('format', `This is not a consignment file: "format" should be "${FORMAT}".`);
  if (head.data.version !== FORMAT_VERSION)
    return refuse(
      'version',
      head.data.version > FORMAT_VERSION
        ? `This file has format version ${head.data.version}; this program reads version ${FORMAT_VERSION}. Update the program, or export the file again from where it was made.`
        : `Format version ${head.data.version} was never released: the file reads as damaged.`,
    );
  const parsed = consignmentSchema.safeParse(json);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const cross = crossChecks(parsed.data);
  return cross.length > 0 ? { ok: false, problems: cross } : { ok: true, value: parsed.data };
}
