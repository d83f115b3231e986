import type { OpenedBag } from '@/core/acclimation/vessel';
import { decayShare, type BagContents } from '@/core/bag/simulate';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { contentsOf } from '@/core/engine/contents';
import { restingOxygenMmolH } from '@/core/fish/metabolism';
import { mostDelicate } from '@/core/fish/tolerance';
import { row } from '@/core/catalogue/row';
import { dkhToMeqL } from '@/core/quantities/units';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { waterOfBag } from '@/core/consignment/waters';
import type { Evaluation } from './evaluate';

/** The step of an evaluation that lies nearest to an instant, inside what was computed. */
export const stepAt = (e: Pick<Evaluation, 'steps' | 'stepH' | 'instants'>, ms: number): number =>
  Math.min(e.steps - 1, Math.max(0, Math.round((ms - e.instants.sealMs) / 3600_000 / e.stepH)));

/** The instant for which a bag is judged: now once it has arrived, its planned opening before. */
export const judgedMs = (c: Consignment, e: Evaluation, nowMs: number): number =>
  c.actual.arrivedAt ? Math.min(nowMs, e.instants.sealMs + e.horizonH * 3600_000) : e.instants.openMs;

/** What animals take and give once they are handled again: fasted by then, and as upset as at the sealing. */
function breathing(b: BagContents, tempC: number, a: Assumptions): NonNullable<OpenedBag['animals']> {
  const t = Math.min(35, Math.max(0, tempC));
  const mmol = b.animals.reduce((s, x) => s + x.count * x.metabolismFactor * restingOxygenMmolH(x.massG, t), 0);
  return { useMolH: (mmol / 1000) * a.stressAtSealing, ammoniaPerOxygen: a.ammoniaQuotientFasted };
}

/** Ammonia that dead animals of so many grams have given by now, mg N: nobody knows when they died, so half the way is taken. */
function deadTanMgN(massG: number, hoursDead: number, tempC: number, a: Assumptions): number {
  let mgN = 0;
  for (let h = 0.5; h < hoursDead; h++) mgN += massG * a.deadTanMgNPerGH * decayShare(h, tempC, a);
  return mgN;
}

/**
 * The bag as it would be opened now: measured where measured, computed from the evaluation where not; what died in it is
 * counted with the ammonia it gives, where nobody measured that. Excreted ammonia
 * brings one equivalent of alkalinity a mole, whatever an ion exchanger took of it.
 */
export function openedBag(
  c: Consignment,
  e: Evaluation,
  catalogue: Catalogue,
  bagId: string,
  nowMs: number,
): OpenedBag & { measured: boolean } {
  const bag = c.bags.find((b) => b.id === bagId)!;
  const result = e.bags.find((b) => b.id === bagId)!;
  const i = stepAt(e, judgedMs(c, e, nowMs));
  const reading = c.actual.bags.find((r) => r.bagId === bagId);
  const computedTan = result.curves.tanMgNL[i]!;
  const source = waterOfBag(c, bag);
  const contents = contentsOf(c, bag, catalogue, e.assumptions);
  const tempC = reading?.tempC ?? result.tempC[i]!;
  const massG = Math.max(...contents.animals.map((x) => x.massG));
  const tan =
    reading?.tanMgNL ??
    computedTan + deadTanMgN((reading?.dead ?? 0) * massG, (i * e.stepH) / 2, tempC, e.assumptions) / bag.waterL;
  return {
    waterL: bag.waterL,
    tempC,
    pH: reading?.pH ?? result.curves.pH[i]!,
    alkalinityMeqL: reading?.khDkh != null ? dkhToMeqL(reading.khDkh) : result.curves.alkalinityMeqL[i]!,
    tanMgNL: tan,
    salinity: reading?.salinity ?? source.salinity,
    ghDgh: reading?.ghDgh ?? source.ghDgh,
    breather: row(catalogue.bags, bag.bagTypeId, 'bag').breather === true,
    oxygenMgL: reading?.oxygenMgL ?? result.curves.oxygenMgL[i]!,
    ...(contents.surfaceM2 > 0 ? { surfaceM2: contents.surfaceM2 } : {}),
    animals: breathing(contents, tempC, e.assumptions),
    judge: contents.judge,
    ...(bag.closure ? { closure: bag.closure } : {}),
    tolerance: mostDelicate(contents.species.map((s) => s.tolerance)),
    measured: reading?.pH != null,
  };
}
