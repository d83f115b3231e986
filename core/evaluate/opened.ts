import { assume } from '@/core/consignment/assume';
import { openedFrom, type PredictedOpening } from '@/core/acclimation/opened';
import type { OpenedBag } from '@/core/acclimation/vessel';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { waterOfBag } from '@/core/consignment/waters';
import { contentsOf } from '@/core/engine/contents';
import { mostDelicate } from '@/core/fish/tolerance';
import type { Evaluation } from './evaluate';

/** The step of an evaluation that lies nearest to an instant, inside what was computed. */
export const stepAt = (e: Pick<Evaluation, 'steps' | 'stepH' | 'instants'>, ms: number): number =>
  Math.min(e.steps - 1, Math.max(0, Math.round((ms - e.instants.sealMs) / 3600_000 / e.stepH)));

/** The instant for which a bag is judged: now once it has arrived, its planned opening before. */
export const judgedMs = (c: Consignment, e: Evaluation, nowMs: number): number =>
  c.actual.arrivedAt ? Math.min(nowMs, e.instants.sealMs + e.horizonH * 3600_000) : e.instants.openMs;

/** A bag of an evaluation, with everything that its opening is judged by. */
export function foretold(c: Consignment, e: Evaluation, catalogue: Catalogue, bagId: string): PredictedOpening {
  const bag = c.bags.find((b) => b.id === bagId)!;
  const { tempC, curves } = e.bags.find((b) => b.id === bagId)!;
  const contents = contentsOf(c, bag, catalogue, e.assumptions);
  const source = waterOfBag(assume(c, catalogue, e.assumptions), bag);
  return {
    waterL: bag.waterL,
    salinity: source.salinity,
    ghDgh: source.ghDgh,
    breather: row(catalogue.bags, bag.bagTypeId, 'bag').breather === true,
    ...(bag.closure ? { closure: bag.closure } : {}),
    surfaceM2: contents.surfaceM2,
    animals: contents.animals,
    judge: contents.judge,
    tolerance: mostDelicate(contents.species.map((s) => s.tolerance)),
    curves: { fromH: 0, stepH: e.stepH, tempC, ...curves },
  };
}

/** The bag as it would be opened now: measured where measured, computed from the evaluation where not. */
export function openedBag(
  c: Consignment,
  e: Evaluation,
  catalogue: Catalogue,
  bagId: string,
  nowMs: number,
): OpenedBag & { measured: boolean } {
  const hours = stepAt(e, judgedMs(c, e, nowMs)) * e.stepH;
  const reading = c.actual.bags.find((r) => r.bagId === bagId);
  return openedFrom(foretold(c, e, catalogue, bagId), hours, reading, e.assumptions);
}
