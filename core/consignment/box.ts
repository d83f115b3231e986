import { z } from 'zod';
import { builds, packPlaces, tapes } from '@/core/catalogue/making';
import { between, count, text } from '@/core/quantities/shapes';

/** A box as somebody measured it. Inside, cm; wall, cm; weighed, kg, or left to follow from its walls. */
const ownBoxSchema = z.object({
  name: text(60),
  build: z.enum(builds, { error: 'Choose how it is built.' }),
  insideCm: z.tuple([
    between(8, 150, 'The length inside'),
    between(8, 150, 'The width inside'),
    between(5, 150, 'The height inside'),
  ]),
  wallCm: between(0.2, 15, 'The wall'),
  kWPerMK: between(0.018, 0.3, 'Conductivity'),
  massKg: between(0.05, 40, 'The weight').optional(),
});
export type OwnBox = z.infer<typeof ownBoxSchema>;

export const boxSchema = z.object({
  id: text(8).min(1),
  boxTypeId: text(80).min(1),
  /** Under the lid where `at` is absent. */
  packs: z
    .array(
      z.object({
        packId: text(80).min(1),
        count: z.number().int().min(1).max(6),
        at: z.enum(packPlaces).optional(),
        /** Laid on the paper over the bags instead of taped to the lid. */
        onPaper: z.boolean().optional(),
        /** A cold pack in a towel round its paper: it takes up less, for longer. */
        inTowel: z.boolean().optional(),
        /** Opened so many minutes before the box is closed; the house's usual ones where absent. */
        openedMin: between(0, 1440, 'Minutes open').optional(),
      }),
    )
    .max(12),
  /** Misfits that a hand took on, since bags give way. */
  accepted: z
    .array(z.object({ rule: text(40), reason: text(300).min(1, 'Give a reason.') }))
    .max(40)
    .optional(),
  /** Weight that was booked with the carrier, kg. */
  declaredKg: between(0.1, 1000, 'The booked weight').optional(),
  ventHoles: z.number().int().min(0).max(8),
  /** How wide each hole is, mm; 6 where absent. */
  ventMm: between(1, 40, 'The hole').optional(),
  /** How the lid joint is closed; corners left free where absent. */
  tape: z.enum(tapes).optional(),
  /** The box by own measures, in place of those of its kind. */
  own: ownBoxSchema.optional(),
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
  /** Bottles of plain water at room temperature among the bags, as thermal mass. */
  ballast: z
    .object({ litres: between(0.1, 5, 'Bottle'), count: count(20, 'The bottles').min(1) })
    .nullable()
    .optional(),
});
export type Box = z.infer<typeof boxSchema>;
