import { z } from 'zod';
import { between, instant, text } from '@/core/quantities/shapes';

/** Where animals can be, come from or go to. */
const ends = ['lot', 'consignment', 'tank', 'sale', 'death', 'outside'] as const;
const endSchema = z.object({ kind: z.enum(ends), id: text(80) });

/** Animals that went from one place to another; what lives where is the sum of these. */
export const movementSchema = z.object({
  at: instant,
  count: between(0, 100_000, 'How many'),
  speciesId: text(80),
  from: endSchema,
  to: endSchema,
  why: text(120),
  by: text(60),
});
export type Movement = z.infer<typeof movementSchema>;
