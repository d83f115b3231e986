import { z } from 'zod';
import { instant, text } from './primitives';

const hours = z.number().nullable();
const curve = z.array(z.number());

/**
 * What was foretold when the box left, and again when it was opened: frozen with the version of the engine and every
 * assumption it was made with, and never computed anew.
 */
export const predictionSchema = z.object({
  at: instant,
  moment: z.enum(['hand-over', 'opening']),
  engine: text(20),
  assumptions: z.record(z.string(), z.number()),
  headline: z.object({
    bagId: z.string().nullable(),
    factor: z.string().nullable(),
    safeH: hours,
    slackH: hours,
    worstSlackH: hours,
    state: z.enum(['fine', 'watch', 'stop']),
  }),
  /** Null where no draws could be made. */
  odds: z.object({ chance: z.number(), draws: z.number(), standardError: z.number() }).nullable(),
  sealMs: z.number(),
  openMs: z.number(),
  /** Points of every curve lie this far apart from sealing on, h. */
  everyH: z.number().positive(),
  ambientC: curve,
  bags: z.array(
    z.object({
      id: text(8),
      safeH: hours,
      worstSafeH: hours,
      factor: z.string().nullable(),
      tempC: curve,
      pH: curve,
      tanMgNL: curve,
      co2MgL: curve,
      oxygenKPa: curve,
    }),
  ),
});
export type Prediction = z.infer<typeof predictionSchema>;
