import { z } from 'zod';
import { between, text } from '@/core/quantities/shapes';

const money = (what: string) => between(0, 1_000_000, what);

/** What was agreed with the carrier. */
export const bookingSchema = z.object({
  reference: text(60).optional(),
  paidBy: z.enum(['sender', 'receiver'], { error: 'Choose who pays the carrier.' }).optional(),
  tracking: text(80).optional(),
  /** Airport or depot that it goes to. */
  depotCode: text(12).optional(),
});
/** What the buyer is asked for, and what the sender has spent beyond what follows from the plan. In the money of the house. */
export const chargesSchema = z.object({
  /** Price of one animal of a line. */
  prices: z
    .array(z.object({ lineId: text(8).min(1), each: money('The price') }))
    .max(60)
    .optional(),
  /** Asked for packing, by carton. */
  packingPerBox: money('The packing').optional(),
  /** Asked for freight; what the carrier takes where absent. */
  freight: money('The freight').optional(),
  /** Hours of work, where they are other than the plan says. */
  hours: between(0, 1000, 'The hours').optional(),
  km: between(0, 20_000, 'Journey').optional(),
  tolls: money('The tolls').optional(),
  /** Value that the carrier insures. */
  insured: money('The value').optional(),
  other: z
    .array(z.object({ name: text(60).min(1, 'Enter what for.'), amount: money('The amount'), asked: z.boolean() }))
    .max(20)
    .optional(),
});
