import { z } from 'zod';
import { closureKinds, cornerKinds, coverKinds, waterSchools } from '@/core/catalogue/making';
import { assumptionTable, type AssumptionName } from '@/core/catalogue/assumptions';
import { catalogueSchema, legKinds } from '@/core/catalogue/schema';
import { schoolIds } from '@/core/fish/fasting';
import { sizeClasses } from '@/core/fish/size';
import { bookingSchema, chargesSchema } from './charges';
import { boxSchema } from './box';
import { companionKinds } from './companions';
import { languageIds } from './languages';
import { actualSchema, eventSchema, observationSchema } from './facts';
import { movementSchema } from './movements';
import { predictionSchema } from './prediction';
import { traceSchema } from './trace';
import { toldFigures } from '@/core/measurement/quantities';
import { figuresSchema } from '@/core/measurement/schema';
import { between, count, instant, lines, text } from '@/core/quantities/shapes';

/**
 * The one aggregate and, word for word, the open file format. Instants are ISO 8601 in UTC. Lengths in cm, water in L,
 * temperatures in °C, carbonate hardness in °dKH, ammonia as total N in mg/L.
 */
export const FORMAT = 'kindly-crate/consignment';
/** Released versions: 1; 2 with facts apart from the plan; 3 with heat and cold as a dose; 4 where what nobody measured is not there (`upgrade.ts`). */
export const FORMAT_VERSION = 5;

export const zoneSchema = text(60).refine(
  (zone) => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: zone });
      return true;
    } catch {
      return false;
    }
  },
  { error: 'This time zone is unknown.' },
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
  address: lines(300),
  phone: text(40),
  place: placeSchema,
});

/** Water as far as somebody measured or told it. What is not there nobody knows; what it is taken for is no part of it (`assume.ts`). */
export const waterSchema = figuresSchema(toldFigures).extend({
  /** Of figures that were copied from a reading: when that was. */
  readAt: z.partialRecord(z.enum(toldFigures), instant).optional(),
});
export type Water = z.infer<typeof waterSchema>;

export const tankSchema = waterSchema.extend({
  name: text(40).min(1, 'Name the tank.'),
  volumeL: between(1, 20000, 'Tank volume'),
  /** Fish already live in it. */
  residents: z.boolean().optional(),
  /** No tank yet: the foam box they came in, lined, holds them. */
  inBox: z.boolean().optional(),
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
  /** Strain, locality, colour form: what tells it from others of its species. */
  variety: text(60).optional(),
  /** Receiving tank, where it is one of the further ones. */
  into: text(40).optional(),
});
export type OrderLine = z.infer<typeof lineSchema>;

/** What travels along and is no animal: in a bag or bucket of its own, damp, with air, away from packs. */
export const companionSchema = z.object({
  id: text(8).min(1),
  kind: z.enum(companionKinds),
  name: text(60).min(1, 'Name the item.'),
  /** "3 bunches", "half a sponge". */
  amount: text(40),
  /** A parcel of its own: dry goods of the same basket, which need neither warmth nor a day. */
  vessel: z.enum(['bag', 'bucket', 'parcel']),
  weightKg: between(0, 30, 'Weight'),
  /** Box it lies in; beside the boxes where null. */
  boxId: text(8).nullable(),
});
export type Companion = z.infer<typeof companionSchema>;

/** A treatment of the shelf, and times the ordinary dose of its label. */
export const dosedSchema = z.object({ id: text(80).min(1), times: between(0.05, 20, 'Times the dose') });
export type Dosed = z.infer<typeof dosedSchema>;

export const bagSchema = z.object({
  id: text(8).min(1),
  boxId: text(8).min(1),
  bagTypeId: text(80).min(1),
  animals: z
    .array(
      z
        .object({
          lineId: text(8).min(1),
          count: count(5000, 'The animals of a bag').min(1),
          /** Of them males, where somebody looked; the rest are females. */
          males: count(5000, 'The males of a bag').optional(),
        })
        .refine((x) => (x.males ?? 0) <= x.count, { error: 'There are more males than animals.' }),
    )
    .min(1, 'A bag needs an animal.')
    .max(60),
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
  /** It lies on its side in the box: a wider surface. Stands where absent. */
  lies: z.boolean().optional(),
  /** Bags one in another, corners, closure, and what it hides in; as usual where absent. */
  layers: z.number().int().min(1, 'A bag needs a layer.').max(3, 'At most three layers.').optional(),
  corners: z.enum(cornerKinds).optional(),
  closure: z.enum(closureKinds).optional(),
  cover: z.enum(coverKinds).optional(),
  /** Its oxygen comes from somebody else's cylinder, so many hours after it was closed over air; as usual where absent. */
  filledElsewhere: z.boolean().optional(),
  filledAfterH: between(0, 12, 'Hours until it is filled').optional(),
  /** Left a little slack, so that it gives way among others. Full where absent. */
  soft: z.boolean().optional(),
  /** What else stands on its label; lines parted by semicolons. */
  labelNotes: lines(200).optional(),
  /** What goes into this bag alone. */
  treatments: z.array(dosedSchema).max(12).optional(),
  /** Where a hand stood it in its box: its middle from the inner left front corner, and how it lies. */
  spot: z
    .object({
      xCm: between(0, 200, 'The place'),
      yCm: between(0, 200, 'The place'),
      along: z.enum(['x', 'y']).optional(),
    })
    .optional(),
  /** School its water was filled by; litres of one's own where absent. */
  school: z.enum(waterSchools).optional(),
  /** A hand wants it to stay: neither suggestions nor changes of many touch it. */
  locked: z.boolean().optional(),
  /** Broken rules that somebody took on knowingly, by their sentence. */
  accepted: z
    .array(z.object({ rule: text(240), reason: text(300).min(1, 'Give a reason.') }))
    .max(20)
    .optional(),
});
export type Bag = z.infer<typeof bagSchema>;

export { boxSchema, type Box, type OwnBox } from './box';

/** A forecast reaches this far; what is longer is a climate and no forecast. */
const FORECAST_DAYS = 400;
const FORECAST_POINTS = FORECAST_DAYS * 24 + 1;
const span = (points: readonly { at: string }[]): number => {
  const ms = points.map((p) => Date.parse(p.at));
  return ms.reduce((a, b) => Math.max(a, b), -Infinity) - ms.reduce((a, b) => Math.min(a, b), Infinity);
};

const forecastSchema = z.object({
  source: text(120),
  madeAt: instant,
  /** What-if: the whole forecast this much warmer or colder. */
  shiftC: between(-30, 30, 'Shift'),
  places: z
    .array(
      z.object({
        name: text(80).min(1),
        points: z
          .array(
            z.object({
              at: instant,
              tempC: between(-60, 60, 'Air temperature'),
              /** Standard spread that the forecast itself tells, °C: of its runs, or from its tenths. */
              spreadC: between(0, 30, 'Spread').optional(),
            }),
          )
          .min(2)
          .max(FORECAST_POINTS, 'A forecast may hold 400 days of hours at most.')
          .refine((points) => span(points) <= FORECAST_DAYS * 864e5, {
            error: 'A forecast may reach over 400 days at most.',
          }),
      }),
    )
    .max(12),
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

/** The road as a hand knows it, from hand-over to delivery: where it is, for how long, and what holds it warm. */
export const roadSchema = z.object({
  /** The service it was told of: another one goes its own way. */
  serviceId: text(80).min(1),
  legs: z
    .array(
      z.object({
        kind: z.enum(legKinds, { error: 'Choose what carries it.' }),
        label: text(60),
        at: z.enum(['origin', 'between', 'destination']),
        /** The last leg lasts until delivery, whatever stands here. */
        hours: z
          .number({ error: 'The hours of a leg must be a number.' })
          .gt(0, 'A leg needs hours, or remove it.')
          .max(336, 'A leg is at most two weeks.'),
        /** Kept at so many degrees by whoever carries it. */
        heldC: between(-30, 45, 'Kept at').optional(),
      }),
    )
    .min(1, 'A journey needs at least one leg.')
    .max(24, 'At most 24 legs.'),
});
export type Road = z.infer<typeof roadSchema>;

const assumptionNames = Object.keys(assumptionTable) as [AssumptionName, ...AssumptionName[]];

export const consignmentSchema = z.object({
  format: z.literal(FORMAT),
  version: z.literal(FORMAT_VERSION),
  id: z.uuid(),
  code: z.string().regex(/^KC-\d{4,24}$/, 'A code looks like KC-0142.'),
  direction: z.enum(['outgoing', 'incoming', 'own-move']),
  note: lines(2000),
  sender: partySchema,
  receiver: partySchema,
  serviceId: text(80).min(1),
  /** Legs by hand; those of the service where absent. */
  road: roadSchema.optional(),
  handOverAt: instant,
  window: z.object({ startAt: instant, endAt: instant }).nullable(),
  openingAt: instant,
  /** The shipping water; tanks whose own water is sent along stand in `waters`. */
  sourceWater: waterSchema,
  waters: z
    .array(z.object({ tank: text(40).min(1), water: waterSchema }))
    .max(40)
    .optional(),
  /** What goes into all the water that is drawn. */
  drawn: z.array(dosedSchema).max(12).optional(),
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
  companions: z.array(companionSchema).max(40).optional(),
  /** Figures that an earlier version filled in and nothing proves: they count as unknown until somebody puts them back. */
  unproven: z
    .array(z.object({ where: text(40), figures: figuresSchema(toldFigures) }))
    .max(60)
    .optional(),
  booking: bookingSchema.optional(),
  charges: chargesSchema.optional(),
  /** Of the papers for the receiver; that of the address book, or English, where absent. */
  language: z.enum(languageIds).optional(),
  fasts: z.array(fastSchema).max(40).optional(),
  boxes: z.array(boxSchema).min(1).max(40),
  bags: z.array(bagSchema).max(400),
  forecast: forecastSchema.nullable(),
  /** The catalogue rows that were used: they travel with the file. */
  catalogue: catalogueSchema.nullable(),
  assumptions: z.partialRecord(z.enum(assumptionNames), between(-1e6, 1e6, 'An assumption')),
  /** How things stand by the facts; in a file a view of its observations and events. */
  actual: actualSchema,
});
export type Consignment = z.infer<typeof consignmentSchema>;

/** What is edited whole and stored as a document: everything but the facts. */
export type PlannedConsignment = Omit<z.infer<typeof consignmentSchema>, 'actual'>;

/** The open file: the plan with everything that happened to it. */
export const fileSchema = consignmentSchema.extend({
  observations: z.array(observationSchema).max(20_000),
  events: z.array(eventSchema).max(20_000),
  movements: z.array(movementSchema).max(5_000),
  predictions: z.array(predictionSchema).max(20),
  /** What loggers read on the way; none where absent. */
  traces: z.array(traceSchema).max(40).optional(),
});
export type ConsignmentFile = z.infer<typeof fileSchema>;
