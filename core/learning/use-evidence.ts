import { bagCurves, simulateBag } from '@/core/bag/simulate';
import type { BagReading } from '@/core/consignment/facts';
import type { Prepared } from '@/core/engine/prepare';
import { evidenceOf, ofTheKind, type Evidence } from './gaussian-posterior';

/** Figures of a bag that tell how much its animals breathed. */
export const TELLING = ['pH', 'tanMgNL', 'oxygenMgL'] as const;

const STEP = 0.02;
const MOST = 1.2;

/**
 * What was read in a bag before it was opened tells of the oxygen use of its animals: the use at which the computed water
 * meets the readings best, and how sharply. Null where it holds more than one species, or nothing of it was read that
 * tells. `p` was prepared with `unlearned` rows; `tempC` is the water of the bag as it was, on the steps of `p`.
 */
export function evidenceOfUse(
  p: Prepared,
  bagId: string,
  r: Pick<BagReading, (typeof TELLING)[number]>,
  atH: number,
  tempC: Float64Array,
): Evidence | null {
  const bag = p.boxes.flatMap((b) => b.bags).find((b) => b.bag.id === bagId);
  if (!bag || new Set(bag.species.map((s) => s.id)).size !== 1 || !(atH > 0)) return null;
  const { a, stepH } = p;
  // A start that nobody measured moves the pH as much as the animals do.
  const pH = bag.unsure ? null : r.pH;
  const tan = r.tanMgNL ?? null;
  const oxygen = r.oxygenMgL ?? null;
  if (pH === null && tan === null && oxygen === null) return null;
  const steps = Math.min(p.steps, Math.ceil(atH / stepH) + 2);
  const out = bagCurves(steps);
  const i = Math.min(steps - 2, Math.floor(atH / stepH));
  const f = Math.min(1, atH / stepH - i);
  const at = (c: Float64Array): number => c[i]! + f * (c[i + 1]! - c[i]!);
  const { pressureKPa } = p.ambient;
  const during = { tempC, steps, stepH, pressureKPa, gasTransferMPerH: p.gasTransferMPerH };
  /** Half the squared distance, in errors, at a logarithm of the use. */
  const misfit = (u: number): number => {
    const c = simulateBag(bag.contents, { ...during, oxygenUse: Math.exp(u) }, a, out);
    let s = 0;
    if (pH !== null) s += ((pH - at(c.pH)) / a.learnPh) ** 2;
    if (tan !== null && tan > 0) s += (Math.log(tan / Math.max(0.02, at(c.tanMgNL))) / a.learnTanSigma) ** 2;
    if (oxygen !== null && oxygen > 0)
      s += (Math.log(oxygen / Math.max(0.05, at(c.oxygenMgL))) / a.learnOxygenSigma) ** 2;
    // Drawn a little towards nothing, so that a search always ends; taken out again below.
    return 0.5 * (s + (u / a.metabolismSigma) ** 2);
  };
  let low = -MOST;
  let high = MOST;
  const G = (Math.sqrt(5) - 1) / 2;
  let x1 = high - G * (high - low);
  let x2 = low + G * (high - low);
  let f1 = misfit(x1);
  let f2 = misfit(x2);
  while (high - low > 0.004) {
    if (f1 < f2) {
      high = x2;
      x2 = x1;
      f2 = f1;
      x1 = high - G * (high - low);
      f1 = misfit(x1);
    } else {
      low = x1;
      x1 = x2;
      f1 = f2;
      x2 = low + G * (high - low);
      f2 = misfit(x2);
    }
  }
  const u = (low + high) / 2;
  const d = 4 * STEP;
  const whole = (misfit(u + d) - 2 * misfit(u) + misfit(u - d)) / d ** 2;
  const prior = a.metabolismSigma ** -2;
  const precision = whole - prior;
  if (!(precision > 1e-6)) return null;
  const key = `species:${bag.species[0]!.id}`;
  const likelihood = { ...evidenceOf(key, 1, 1), precision: [[precision]], pull: [whole * u] };
  return ofTheKind(likelihood, [a.metabolismOwnSigma]);
}
