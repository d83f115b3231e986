import { safeOf } from '@/core/bag/slack';
import type { Prediction } from '@/core/consignment/prediction';
import { ENGINE_VERSION } from '@/core/engine/version';
import { sampleCurve } from '@/core/quantities/sample';
import type { Evaluation } from './evaluate';

/** Distance of the points of a kept curve, h, and how far beyond the deadline they reach. */
const EVERY_H = 1;
const BEYOND_H = 24;

/** What an evaluation foretells, thinned, with everything it was made from: to be kept and never computed anew. */
export function predictionOf(e: Evaluation, moment: Prediction['moment'], at: string): Prediction {
  const untilH = e.deadlineH + BEYOND_H;
  const thin = (values: ArrayLike<number>, decimals: number): number[] =>
    sampleCurve(values, { stepH: e.stepH, everyH: EVERY_H, decimals, untilH });
  const { bagId, factor, safeH, slackH, worstSlackH, state } = e.overall;
  return {
    at,
    moment,
    engine: ENGINE_VERSION,
    assumptions: { ...e.assumptions },
    headline: { bagId, factor, safeH, slackH, worstSlackH, state },
    odds: e.risk && {
      chance: e.risk.chance,
      draws: e.risk.draws,
      standardError: e.risk.standardError,
      expected: e.risk.expected,
      allAlive: e.risk.allAlive,
    },
    sealMs: e.instants.sealMs,
    openMs: e.instants.openMs,
    everyH: EVERY_H,
    ambientC: thin(e.ambient.pointC, 1),
    bags: e.bags.map((b) => ({
      id: b.id,
      safeH: safeOf(b.slackH, e.deadlineH),
      worstSafeH: safeOf(b.worstSlackH, e.deadlineH),
      factor: b.factor,
      tempC: thin(b.tempC, 2),
      pH: thin(b.curves.pH, 2),
      tanMgNL: thin(b.curves.tanMgNL, 2),
      co2MgL: thin(b.curves.co2MgL, 1),
      oxygenKPa: thin(b.curves.oxygenKPa, 1),
    })),
  };
}
