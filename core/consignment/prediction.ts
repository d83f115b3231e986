import { z } from 'zod';
import { above0, between, count, instant, text, upTo } from '@/core/quantities/shapes';

const hours = between(-1e4, 1e4, 'Hours').nullable();
/** Three weeks of quarter hours. */
const curve = z.array(between(-1e4, 1e4, 'A point of a curve')).max(2100);
const MS_OF_2100 = Date.UTC(2100, 0, 1);
const ms = between(Date.UTC(2000, 0, 1), MS_OF_2100, 'An instant in ms');

/**
 * What was foretold when the box left, and again when it was opened: frozen with the version of the engine and every
 * assumption it was made with, and never computed anew.
 */
export const predictionSchema = z.object({
  at: instant,
  moment: z.enum(['hand-over', 'opening']),
  engine: text(20),
  assumptions: z.record(text(60), between(-1e6, 1e6, 'An assumption')),
  headline: z.object({
    bagId: text(8).nullable(),
    factor: text(20).nullable(),
    safeH: hours,
    slackH: hours,
    worstSlackH: hours,
    state: z.enum(['fine', 'watch', 'stop']),
  }),
  /** Null where no draws could be made. */
  odds: z
    .object({
      chance: between(0, 1, 'A chance'),
      draws: count(100_000, 'The draws'),
      standardError: between(0, 1, 'A standard error'),
      /** Animals expected alive at opening, and the chance that all are; absent before engine 4, which told only limits. */
      expected: upTo(1e6, 'Animals expected alive').optional(),
      allAlive: between(0, 1, 'A chance').optional(),
    })
    .nullable(),
  sealMs: ms,
  openMs: ms,
  /** Points of every curve lie this far apart from sealing on, h. */
  everyH: above0(24, 'The hours between two points'),
  ambientC: curve,
  bags: z
    .array(
      z.object({
        id: text(8),
        safeH: hours,
        worstSafeH: hours,
        factor: text(20).nullable(),
        tempC: curve,
        pH: curve,
        tanMgNL: curve,
        co2MgL: curve,
        oxygenKPa: curve,
      }),
    )
    .max(400),
});
export type Prediction = z.infer<typeof predictionSchema>;
