import { Refusal } from '@/core/quantities/refusal';
import { alike, bagNames, lanesOf } from '@/core/acclimation/lanes';
import type { MethodCourse } from '@/core/acclimation/methods';
import { adviseOpening, type Animals, type Recommendation } from '@/core/acclimation/recommend';
import { halfAndHalf } from '@/core/acclimation/dilution';
import type { OpenedBag, TankWater } from '@/core/acclimation/vessel';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Consignment, ReceivingTank } from '@/core/consignment/schema';
import { seenOf } from '@/core/consignment/seen-signs';
import { pathOf, signsNow, type Path } from '@/core/consignment/signs';
import { tanksOfBag } from '@/core/consignment/came';
import { waterQuantities } from '@/core/consignment/measures';
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

/** The tank of a lane; where it goes into two, half the water of each, and both to end in. */
function tankFor(c: Consignment, names: readonly string[]): ReceivingTank & { ends?: TankWater[] } {
  const [first, second] = names.map((n) => measuredTank(c, n));
  if (!second) return first!;
  const ends = [first!, second];
  return { ...first!, ...halfAndHalf(first!, second), name: `${first!.name} and ${second.name}`, ends };
}

/** Somebody has read the water of this bag. */
const waterRead = (c: Consignment, bagId: string): boolean => {
  const r = c.actual.bags.find((b) => b.bagId === bagId);
  return r !== undefined && waterQuantities.some((k) => r[k] != null);
};

interface Sampled {
  key: string;
  opened: OpenedBag & { measured: boolean };
  computed: OpenedBag;
  read: boolean;
}

/**
 * A bag that nobody read, beside one that was: where both are computed alike, what was read of the one tells of the other
 * too, the worst of those that were read. It is a sample and no measurement, and nothing of it is kept.
 */
function sampledFrom<B extends Sampled>(all: readonly B[], bag: B): B['opened'] {
  const samples = all.filter((o) => o.read && o.key === bag.key && alike(o.computed, bag.computed));
  if (samples.length === 0) return bag.opened;
  const worst = samples.reduce((x, o) => (o.opened.tanMgNL > x.opened.tanMgNL ? o : x)).opened;
  const { waterL, animals, surfaceM2 } = bag.opened;
  return {
    ...worst,
    waterL,
    ...(animals ? { animals } : {}),
    ...(surfaceM2 === undefined ? {} : { surfaceM2 }),
    measured: false,
  };
}

/** Bags that are handled as one, the weak ones first: of the same animals, for the same tank, in waters that are alike. */
export function methodComparisons(house: House, c: Consignment, e: Evaluation, nowMs: number): MethodComparison[] {
  const catalogue = catalogueOf(c, house);
  const { observations } = house.facts.of(c.id);
  const unread = { ...c, actual: { ...c.actual, bags: [] } };
  const found = c.bags.map((b) => {
    const into = tanksOfBag(c, b);
    return {
      id: b.id,
      into,
      key: `${b.animals.map((x) => x.lineId).join('+')} ${into.join('+')}`,
      path: pathOf(signsNow(seenOf(observations, 'bag', b.id)), b.sedated),
      opened: openedBag(c, e, catalogue, b.id, nowMs),
      computed: openedBag(unread, e, catalogue, b.id, nowMs),
      read: waterRead(c, b.id),
    };
  });
  const bags = found.map((b) => ({ ...b, opened: b.read ? b.opened : sampledFrom(found, b) }));
  return lanesOf(bags).map((lane) => {
    const { path, into } = lane[0]!;
    const species = e.bags.find((b) => b.id === lane[0]!.id)!.species;
    const tank = tankFor(c, into);
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
