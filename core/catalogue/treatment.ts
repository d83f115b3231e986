import { z } from 'zod';
import { above0, idText, requiredText, upTo } from '@/core/quantities/shapes';

/** What goes into shipping water (common practice). Its figures are those of its own label; none ship with the house. */
export const treatmentKinds = {
  binder: 'ammonia binder',
  pad: 'ammonia pad or resin',
  slime: 'slime-coat conditioner',
  dye: 'dye',
  sedative: 'sedative',
  salt: 'salt',
  conditioner: 'water conditioner',
  buffer: 'buffer',
  copper: 'copper, ionic',
  'bound-copper': 'copper, bound (chelated)',
  antibiotic: 'antibiotic',
  parasite: 'against parasites',
  bacteria: 'bottled bacteria',
  own: 'other',
} as const;
export type TreatmentKind = keyof typeof treatmentKinds;

/** What goes into a tank of fish under treatment, and never into a bag on the road. */
export const tankOnly: readonly TreatmentKind[] = ['copper', 'bound-copper', 'antibiotic', 'parasite', 'bacteria'];
/** What a quarantine counts as treatment. */
export const medicines: readonly TreatmentKind[] = ['copper', 'bound-copper', 'antibiotic', 'parasite', 'dye'];

export const doseUnits = ['drop', 'mL', 'g', 'pinch', 'piece'] as const;
/** Who a label shuts out. */
export const shutOut = {
  scaleless: 'scaleless or armoured fish',
  invertebrates: 'shrimp, snails and other invertebrates',
  labyrinth: 'fish that breathe at the surface',
} as const;
export type ShutOut = keyof typeof shutOut;

export const treatmentSchema = z.object({
  id: idText(),
  name: requiredText(80, 'Give it a name.'),
  kind: z.enum(Object.keys(treatmentKinds) as [TreatmentKind, ...TreatmentKind[]], { error: 'Choose what it is.' }),
  unit: z.enum(doseUnits, { error: 'Choose what it is dosed in.' }),
  /** The label's ordinary dose for a litre, in its unit. */
  perL: above0(1000, 'The dose'),
  dropsPerMl: above0(200, 'Drops in a millilitre').optional(),
  /** Times the ordinary dose that binding ammonia takes: labels say four or five. */
  bindingTimes: above0(50, 'The times').optional(),
  /** What a unit of it binds, mg N. */
  capacityMgN: upTo(10_000, 'What it binds').optional(),
  /** An ion exchanger leaves the alkalinity; a chemical binder takes it along. */
  exchanges: z.boolean().optional(),
  reducing: z.boolean().optional(),
  stains: z.boolean().optional(),
  /** What a unit of it holds of what works, mg; what it is to come to, and the band it works in, mg/L. */
  mgPerUnit: above0(100_000, 'What a unit holds').optional(),
  targetMgL: above0(10_000, 'What it is to come to').optional(),
  bandFromMgL: upTo(10_000, 'The band').optional(),
  bandToMgL: upTo(10_000, 'The band').optional(),
  /** Half of it is gone after so many hours. */
  halfLifeH: above0(10_000, 'Half of it gone after').optional(),
  /** By its label it lowers oxygen, or harms the filter. */
  lowersOxygen: z.boolean().optional(),
  harmsFilter: z.boolean().optional(),
  notFor: z
    .object({
      scaleless: z.boolean().optional(),
      invertebrates: z.boolean().optional(),
      labyrinth: z.boolean().optional(),
    })
    .optional(),
});
export type Treatment = z.infer<typeof treatmentSchema>;
