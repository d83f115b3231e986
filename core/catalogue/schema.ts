import { z } from 'zod';

/** Shapes of the catalogue rows, as they stand in files and in the database. */
const above0 = z.number().positive();
const share = z.number().min(0).max(1);

export const provenanceSchema = z.enum(['published', 'memory', 'practice', 'ours', 'measured']);

export const speciesSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  scientific: z.string(),
  /** Other names it goes by, in any script. */
  otherNames: z.string().optional(),
  water: z.enum(['fresh', 'brackish', 'marine']),
  kind: z.enum(['fish', 'shrimp', 'snail', 'crab', 'urchin', 'star', 'clam', 'coral']),
  tolerance: z.enum(['delicate', 'ordinary', 'hardy']),
  /** Hard edges end the safe hours; soft ones only warn. */
  temp: z.object({ hardMinC: z.number(), softMinC: z.number(), softMaxC: z.number(), hardMaxC: z.number() }),
  usualC: z.number(),
  lengthCm: above0,
  /** Mass = this × length³, g and cm. */
  gPerCm3: above0,
  fasting: z.enum(['fry', 'tiny-livebearer', 'small-community', 'cichlid-like', 'cool-water-large', 'none']),
  metabolismFactor: above0,
  /** How they share a bag: one each, any group, or never two or three. */
  together: z.enum(['alone', 'group', 'one-or-four']),
  flags: z.array(
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
  ),
  look: z.object({
    shape: z.enum(['deep', 'slim', 'flat', 'shrimp', 'shell', 'urchin', 'star', 'coral']),
    body: z.string(),
    accent: z.string(),
  }),
  /** Where each figure comes from; what is not named here comes from `other`. */
  provenance: z.object({ other: provenanceSchema }).catchall(provenanceSchema),
});
export type Species = z.infer<typeof speciesSchema>;

export const bagTypeSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  widthCm: above0,
  heightCm: above0,
  filmMm: above0,
  gramsEach: above0,
  /** Breather film: oxygen and carbon dioxide pass it; filled with water, no gas. Ordinary film where absent. */
  breather: z.boolean().optional(),
  cost: z.number().nonnegative().optional(),
});
export type BagType = z.infer<typeof bagTypeSchema>;

export const boxTypeSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  insideCm: z.tuple([above0, above0, above0]),
  wallCm: above0,
  kWPerMK: above0,
  leakLPerH: z.number().nonnegative(),
  massKg: above0,
  cost: z.number().nonnegative(),
});
export type BoxType = z.infer<typeof boxTypeSchema>;

export const packTypeSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  kind: z.enum(['heat', 'cold']),
  /** Corner points of hours and watts for a heat pack; empty for a cold one. */
  ratedW: z.array(z.tuple([z.number(), z.number()])),
  ironG: z.number().nonnegative(),
  massG: above0,
  thicknessCm: above0,
  sizeCm: z.tuple([above0, above0]),
  surfaceC: z.number(),
  cost: z.number().nonnegative(),
});
export type PackType = z.infer<typeof packTypeSchema>;

export const legKinds = [
  'room',
  'own-car',
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
export const counterSchema = z.object({
  days: z.array(weekday).min(1, 'Name the weekdays.'),
  opens: clockTime.optional(),
  /** What is handed over by then leaves the same day. */
  cutOff: clockTime,
  /** Last acceptance of live animals, where it is sooner than the cut-off. */
  last: clockTime.optional(),
  closes: clockTime.optional(),
});
export type Counter = z.infer<typeof counterSchema>;

export const serviceSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1, 'Give the service a name.'),
  /** Carrier, where the name does not say it. */
  carrier: z.string().max(80).optional(),
  kind: z.enum(['courier', 'air', 'own-car']),
  driveMin: z.number().nonnegative(),
  /** Legs between hand-over and the start of the delivery window, by share of that time. */
  legs: z.array(
    z.object({
      kind: z.enum(legKinds),
      label: z.string(),
      at: z.enum(['origin', 'between', 'destination']),
      share: above0,
    }),
  ),
  waitsAt: z.enum(legKinds),
  /** Usual hours from hand-over to the start of the window, and how long the window is. */
  usualH: above0,
  windowH: above0,
  /** Cut-off on days that no row of `counters` names. */
  cutOff: clockTime,
  counters: z.array(counterSchema).max(7).optional(),
  /** Where the receiver gets the box: at the door, or collected. */
  collection: z.enum(['door', 'depot', 'counter']).optional(),
  divisor: above0,
  /** How each side of the box is rounded to whole cm before the volume is taken; up where absent. */
  dimensionRounding: z.enum(['none', 'nearest', 'up']).optional(),
  stepKg: above0,
  minimumKg: z.number().nonnegative(),
  /** Price of a kilogram; beyond the last of the steps, where there are steps. */
  pricePerKg: z.number().nonnegative(),
  minimumCharge: z.number().nonnegative().optional(),
  /** Price of a box up to a chargeable weight. */
  priceSteps: z
    .array(z.object({ toKg: above0, price: z.number().nonnegative() }))
    .max(40)
    .optional(),
  live: z.boolean(),
  /** The carrier approved the packaging: insurance of live freight asks for it. */
  packagingApproved: z.boolean().optional(),
  /** The carrier's terms for live animals, in words. */
  liveTerms: z.string().max(2000).optional(),
  /** Whether public holidays stop it; they do where absent. */
  holidayRule: z.enum(['rests', 'works']).optional(),
  embargoes: z
    .array(
      z.object({
        from: z.iso.date('Write the date as 2026-12-25.'),
        to: z.iso.date('Write the date as 2026-12-25.'),
        reason: z.string().min(1, 'Say why.'),
      }),
    )
    .max(60)
    .optional(),
  /** ISO weekdays (1 Monday … 7 Sunday) on which it takes and delivers; Monday to Friday where absent, every day by own car. */
  takesOn: z.array(weekday).optional(),
  deliversOn: z.array(weekday).optional(),
  /** Shares of consignments that come late, learned or told; the assumptions of its kind where absent. */
  delay: z.object({ oneDay: share, twoDays: share, lostWeekend: share }).optional(),
});
export type Service = z.infer<typeof serviceSchema>;

export const catalogueSchema = z.object({
  species: z.array(speciesSchema),
  bags: z.array(bagTypeSchema),
  boxes: z.array(boxTypeSchema),
  packs: z.array(packTypeSchema),
  services: z.array(serviceSchema),
});
export type Catalogue = z.infer<typeof catalogueSchema>;
