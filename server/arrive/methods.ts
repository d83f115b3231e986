import { Refusal } from '@/core/quantities/refusal';
import type { MethodCourse } from '@/core/acclimation/methods';
import type { OpenedBag } from '@/core/acclimation/vessel';
import { adviseOpening, type Recommendation } from '@/core/acclimation/recommend';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Consignment, ReceivingTank } from '@/core/consignment/schema';
import { measuredTank } from '@/core/consignment/waters';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { openedBag } from '@/core/evaluate/opened';
import { mostDelicate } from '@/core/fish/tolerance';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';

export interface MethodComparison {
  bagIds: string[];
  title: string;
  /** The receiving tank, as measured where it was. */
  tank: ReceivingTank;
  speciesNames: string;
  opened: OpenedBag;
  measured: boolean;
  recommendation: Recommendation;
  courses: MethodCourse[];
  problem: string | null;
}

/** Bags with the same animals are one lane; each lane's methods are computed on its own worst bag. */
export function methodComparisons(house: House, c: Consignment, e: Evaluation, nowMs: number): MethodComparison[] {
  const a = withOverrides(c.assumptions);
  const lanes = new Map<string, string[]>();
  for (const b of c.bags) {
    const key = b.animals.map((x) => x.lineId).join('+');
    lanes.set(key, [...(lanes.get(key) ?? []), b.id]);
  }
  return [...lanes.values()].map((bagIds) => {
    const catalogue = catalogueOf(c, house);
    const opened = bagIds
      .map((id) => openedBag(c, e, catalogue, id, nowMs))
      .reduce((x, o) => (o.tanMgNL > x.tanMgNL ? o : x));
    const species = e.bags.find((b) => b.id === bagIds[0])!.species;
    const speciesNames = [...new Set(species.map((s) => s.name))].join(', ');
    const title = bagIds.length === 1 ? bagIds[0]! : `${bagIds[0]} to ${bagIds[bagIds.length - 1]}`;
    const { into } = c.lines.find((l) => l.id === c.bags.find((b) => b.id === bagIds[0])!.animals[0]!.lineId)!;
    const tank = measuredTank(c, into);
    const base = { bagIds, title, tank, speciesNames, opened, measured: opened.measured };
    try {
      const who = {
        tolerance: mostDelicate(species.map((s) => s.tolerance)),
        invertebrate: species.some((s) => s.flags.includes('invertebrate')),
        marine: species.some((s) => s.water === 'marine'),
      };
      const { courses, recommendation } = adviseOpening(opened, tank, who, a);
      return { ...base, courses, recommendation, problem: null };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return {
        ...base,
        courses: [],
        recommendation: { ranked: [], common: [], simplest: false, either: false, flipsTo: null, reason: '' },
        problem: error.message,
      };
    }
  });
}
