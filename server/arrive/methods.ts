import { Refusal } from '@/core/quantities/refusal';
import { bagNames, lanesOf } from '@/core/acclimation/lanes';
import type { MethodCourse } from '@/core/acclimation/methods';
import { adviseOpening, type Animals, type Recommendation } from '@/core/acclimation/recommend';
import type { OpenedBag } from '@/core/acclimation/vessel';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Consignment, ReceivingTank } from '@/core/consignment/schema';
import { seenOf } from '@/core/consignment/seen-signs';
import { pathOf, signsNow, type Path } from '@/core/consignment/signs';
import { tankOfBag } from '@/core/consignment/came';
import { measuredTank } from '@/core/consignment/waters';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { openedBag } from '@/core/evaluate/opened';
import { mostDelicate } from '@/core/fish/tolerance';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';

export interface MethodComparison {
  bagIds: string[];
  title: string;
  path: Path;
  /** Whose tolerance decides. */
  who: Animals;
  /** The receiving tank, as measured where it was. */
  tank: ReceivingTank;
  speciesNames: string;
  /** The bag of the most ammonia; methods are judged by the worst of all in every figure. */
  opened: OpenedBag;
  /** Of how many of its bags somebody read the pH. */
  measured: number;
  recommendation: Recommendation;
  courses: MethodCourse[];
  problem: string | null;
}

const nothing: Recommendation = { ranked: [], common: [], simplest: false, either: false, flipsTo: null, reason: '' };

/** What is known of methods stays known: a page is looked at more often than its water changes. */
const cache = new Map<string, Pick<MethodComparison, 'courses' | 'recommendation' | 'problem'>>();

function advised(
  waters: readonly OpenedBag[],
  tank: ReceivingTank,
  who: Animals,
  c: Consignment,
): Pick<MethodComparison, 'courses' | 'recommendation' | 'problem'> {
  const key = JSON.stringify([waters, tank, who, c.assumptions]);
  const known = cache.get(key);
  if (known) return known;
  if (cache.size > 200) cache.clear();
  try {
    const found = { ...adviseOpening(waters, tank, who, withOverrides(c.assumptions)), problem: null };
    cache.set(key, found);
    return found;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { courses: [], recommendation: nothing, problem: error.message };
  }
}

/** Bags that are handled as one, the weak ones first: of the same animals, for the same tank, in waters that are alike. */
export function methodComparisons(house: House, c: Consignment, e: Evaluation, nowMs: number): MethodComparison[] {
  const catalogue = catalogueOf(c, house);
  const { observations } = house.facts.of(c.id);
  const bags = c.bags.map((b) => {
    const into = tankOfBag(c, b).name;
    return {
      id: b.id,
      into,
      key: `${b.animals.map((x) => x.lineId).join('+')} ${into}`,
      path: pathOf(signsNow(seenOf(observations, 'bag', b.id)), b.sedated),
      opened: openedBag(c, e, catalogue, b.id, nowMs),
    };
  });
  return lanesOf(bags).map((lane) => {
    const { path, into } = lane[0]!;
    const species = e.bags.find((b) => b.id === lane[0]!.id)!.species;
    const tank = measuredTank(c, into);
    const who: Animals = {
      tolerance: mostDelicate(species.map((s) => s.tolerance)),
      invertebrate: species.some((s) => s.flags.includes('invertebrate')),
      marine: species.some((s) => s.water === 'marine'),
      path,
    };
    const bagIds = lane.map((b) => b.id);
    return {
      bagIds,
      title: bagNames(bagIds),
      path,
      who,
      tank,
      speciesNames: [...new Set(species.map((s) => s.name))].join(', '),
      opened: lane.map((b) => b.opened).reduce((x, o) => (o.tanMgNL > x.tanMgNL ? o : x)),
      measured: lane.filter((b) => b.opened.measured).length,
      ...advised(
        lane.map((b) => b.opened),
        tank,
        who,
        c,
      ),
    };
  });
}
