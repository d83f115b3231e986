import { z } from 'zod';
import { treatmentSchema } from './treatment';
import { above0, between, date, idText, lines, requiredText, text, upTo } from '@/core/quantities/shapes';

/** Shapes of the catalogue rows, as they stand in files and in the database. */
/** A figure of one's own out of tests or readings: times what is reckoned, and how well it is known. */
const measuredSchema = z.object({
  factor: between(0.1, 10, 'The factor'),
  sigma: between(0.001, 1, 'Its spread'),
});

const share = between(0, 1, 'A share');
const degrees = between(-5, 45, 'Temperature');
const side = above0(300, 'A side');
const cost = upTo(100_000, 'The cost');

export const provenanceSchema = z.enum(['published', 'memory', 'practice', 'ours', 'measured']);

export const speciesSchema = z.object({
  id: idText(),
  name: idText(),
  scientific: text(80),
  /** Other names it goes by, in any script. */
  otherNames: text(300).optional(),
  water: z.enum(['fresh', 'brackish', 'marine']),
  kind: z.enum(['fish', 'shrimp', 'snail', 'crab', 'urchin', 'star', 'clam', 'coral']),
  tolerance: z.enum(['delicate', 'ordinary', 'hardy']),
  /** At ease, and what it bears for 24 h on either side: the first only warns, the others add up to a dose. */
  temp: z.object({
    cold24C: degrees,
    easeMinC: degrees,
    easeMaxC: degrees,
    warm24C: degrees,
    /** Of the two 24 h limits, those that somebody observed; the others follow from a rule. */
    observed: z.enum(['cold', 'warm', 'both']).optional(),
  }),
  usualC: degrees,
  lengthCm: above0(150, 'Length'),
  /** Mass = this × length³, g and cm. */
  gPerCm3: above0(10, 'Build'),
  fasting: z.enum(['fry', 'tiny-livebearer', 'small-community', 'cichlid-like', 'cool-water-large', 'none']),
  metabolismFactor: upTo(20, 'Oxygen use'),
  /** What readings of one's own bags found: times the oxygen use of its row. */
  measured: measuredSchema.optional(),
  /** How they share a bag: one each, one or a pair, any group, or never two or three (`core/fish/sharing.ts`). */
  together: z.enum(['alone', 'pair', 'group', 'one-or-four']),
  flags: z
    .array(
      z.enum([
        'territorial',
        'spiny',
        'dye-sensitive',
        'labyrinth',
        'breather-bag',
        'invertebrate',
        'jumper',
        'long-finned',
        /** Swallows what fits its mouth; nips fins. */
        'predator',
        'nipper',
      ]),
    )
    .max(20),
  look: z.object({
    shape: z.enum(['deep', 'slim', 'flat', 'shrimp', 'shell', 'urchin', 'star', 'coral']),
    body: text(20),
    accent: text(20),
  }),
  /** Where each figure comes from; what is not named here comes from `other`. */
  provenance: z.object({ other: provenanceSchema }).catchall(provenanceSchema),
});
export type Species = z.infer<typeof speciesSchema>;

/** The thickest film of any bag, mm: what is typed above it was told in mil (a thousandth of an inch). */
const THICKEST_MM = 0.5;
const film = z
  .number({ error: 'The film must be a number.' })
  .positive({ error: 'The film must be more than 0.' })
  .max(THICKEST_MM, {
    error: ({ input }) =>
      `${String(input)} mm is no bag: is it ${String(input)} mil, which are ${(Number(input) * 0.0254).toFixed(3)} mm? Type “${String(input)} mil”, or the millimetres.`,
  });

export const bagTypeSchema = z.object({
  id: idText(),
  name: idText(),
  widthCm: above0(300, 'Width'),
  heightCm: above0(300, 'Height'),
  filmMm: film,
  gramsEach: above0(5000, 'The weight of a bag'),
  /** Breather film: oxygen and carbon dioxide pass it; filled with water, no gas. Ordinary film where absent. */
  breather: z.boolean().optional(),
  cost: cost.optional(),
});
export type BagType = z.infer<typeof bagTypeSchema>;

export const boxTypeSchema = z.object({
  id: idText(),
  name: idText(),
  insideCm: z.tuple([side, side, side]),
  wallCm: above0(30, 'The wall'),
  kWPerMK: above0(5, 'Conductivity'),
  leakLPerH: upTo(10_000, 'The leak'),
  massKg: above0(200, 'The weight'),
  cost,
  /** Carton round the foam; the house's usual one where absent, 0 for a bare box. */
  cartonCm: upTo(5, 'The carton').optional(),
  /** What a test at home found: times the loss that its measures say, and the spread of its logarithm. */
  measured: measuredSchema.optional(),
});
export type BoxType = z.infer<typeof boxTypeSchema>;

export const packTypeSchema = z.object({
  id: idText(),
  name: idText(),
  kind: z.enum(['heat', 'cold']),
  /** Corner points of hours and watts for a heat pack; empty for a cold one. */
  ratedW: z.array(z.tuple([upTo(500, 'Hours'), upTo(500, 'Watts')])).max(200),
  ironG: upTo(5000, 'Iron'),
  massG: above0(20_000, 'The weight'),
  thicknessCm: above0(30, 'Thickness'),
  sizeCm: z.tuple([side, side]),
  surfaceC: between(-80, 150, 'Surface temperature'),
  /** How far its power lies from this, lognormal; the usual of a kind that nobody tested where absent. */
  spread: above0(1, 'Its spread').optional(),
  cost,
  /** What a test at home found: times the rated power. */
  measured: measuredSchema.optional(),
});
export type PackType = z.infer<typeof packTypeSchema>;

export const legKinds = [
  'room',
  'own-car',
  'parked-car',
  'counter',
  'van-unconditioned',
  'van-conditioned',
  'depot',
  'aircraft-hold',
  'ramp',
  'doorstep',
] as const;
export type LegKind = (typeof legKinds)[number];

const clockTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'A time of day looks like 19:30.');
const weekday = z.number().int().min(1).max(7);

/** Opening hours of the counter where parcels are handed over, for some weekdays. Local time. */
const counterSchema = z.object({
  days: z.array(weekday).min(1, 'Name the weekdays.').max(7),
  opens: clockTime.optional(),
  /** What is handed over by then leaves the same day. */
  cutOff: clockTime,
  /** Last acceptance of live animals, where it is sooner than the cut-off. */
  last: clockTime.optional(),
  closes: clockTime.optional(),
});
export type Counter = z.infer<typeof counterSchema>;

export const serviceSchema = z.object({
  id: idText(),
  name: requiredText(80, 'Give the service a name.'),
  /** Carrier, where the name does not say it. */
  carrier: text(80).optional(),
  kind: z.enum(['courier', 'air', 'own-car']),
  driveMin: upTo(2880, 'The drive'),
  /** Legs between hand-over and the start of the delivery window, by share of that time. */
  legs: z
    .array(
      z.object({
        kind: z.enum(legKinds),
        label: text(60),
        at: z.enum(['origin', 'between', 'destination']),
        share: above0(10_000, 'The share of a leg'),
      }),
    )
    .max(40),
  waitsAt: z.enum(legKinds),
  /** Where it goes, and how much longer far away; everywhere alike where absent. */
  reach: z
    .object({
      /** Countries it delivers to, two letters each, with blanks between. */
      countries: text(300).optional(),
      /** By road, km. */
      mostKm: above0(25_000, 'The reach').optional(),
      /** So many kilometres by road make it a day later. */
      kmPerDay: above0(25_000, 'Kilometres a day').optional(),
    })
    .optional(),
  /** Usual hours from hand-over to the start of the window, and how long the window is. */
  usualH: above0(336, 'The usual hours'),
  windowH: above0(336, 'The window'),
  /** Cut-off on days that no row of `counters` names. */
  cutOff: clockTime,
  counters: z.array(counterSchema).max(7).optional(),
  /** Where the receiver gets the box: at the door, or collected. */
  collection: z.enum(['door', 'depot', 'counter']).optional(),
  divisor: above0(1_000_000, 'The divisor'),
  /** How each side of the box is rounded to whole cm before the volume is taken; up where absent. */
  dimensionRounding: z.enum(['none', 'nearest', 'up']).optional(),
  stepKg: above0(1000, 'The step of weight'),
  minimumKg: upTo(1000, 'The least weight'),
  /** The heaviest box that it takes; any where absent. */
  mostKg: above0(1000, 'The heaviest box').optional(),
  /** Price of a kilogram; beyond the last of the steps, where there are steps. */
  pricePerKg: cost,
  minimumCharge: cost.optional(),
  /** Price of a box up to a chargeable weight. */
  priceSteps: z
    .array(z.object({ toKg: above0(1000, 'The weight'), price: cost }))
    .max(40)
    .optional(),
  /** Countries where another price holds, two letters each, with blanks between. */
  zones: z
    .array(z.object({ countries: text(300), pricePerKg: cost, minimumCharge: cost.optional() }))
    .max(40)
    .optional(),
  /** On top of every price, as a share: fuel, winter, live animals. */
  surchargeShare: upTo(5, 'The surcharge').optional(),
  live: z.boolean(),
  /** The carrier approved the packaging: insurance of live freight asks for it. */
  packagingApproved: z.boolean().optional(),
  /** Number of that approval. */
  approvalNumber: text(60).optional(),
  /** The carrier's terms for live animals, in words. */
  liveTerms: lines(2000).optional(),
  /** Whether public holidays stop it; they do where absent. */
  holidayRule: z.enum(['rests', 'works']).optional(),
  embargoes: z
    .array(
      z.object({
        from: date(),
        to: date(),
        reason: requiredText(120, 'Give a reason.'),
      }),
    )
    .max(60)
    .optional(),
  /** ISO weekdays (1 Monday … 7 Sunday) on which it takes and delivers; Monday to Friday where absent, every day by own car. */
  takesOn: z.array(weekday).max(7).optional(),
  deliversOn: z.array(weekday).max(7).optional(),
  /** Shares of consignments that come late, learned or told; the assumptions of its kind where absent. */
  delay: z.object({ oneDay: share, twoDays: share, lostWeekend: share }).optional(),
  /** Where the hours of a delay are spent; what is left of 1 waits where the box was delivered. */
  delayAt: z.object({ origin: share, hub: share, destination: share }).optional(),
});
export type Service = z.infer<typeof serviceSchema>;

export const catalogueSchema = z.object({
  species: z.array(speciesSchema).max(2000),
  bags: z.array(bagTypeSchema).max(2000),
  boxes: z.array(boxTypeSchema).max(2000),
  packs: z.array(packTypeSchema).max(2000),
  services: z.array(serviceSchema).max(2000),
  /** What goes into the water, by its own labels; none where absent. */
  treatments: z.array(treatmentSchema).max(500).optional(),
});
export type Catalogue = z.infer<typeof catalogueSchema>;
