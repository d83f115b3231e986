import type { Assumptions } from '@/core/catalogue/assumptions';
import type { BagReading } from '@/core/consignment/facts';
import { waterQuantities } from '@/core/measurement/quantities';
import type { Path } from '@/core/consignment/signs';
import { mostDelicate, type ToleranceClass } from '@/core/fish/tolerance';
import { Refusal } from '@/core/quantities/refusal';
import { halfAndHalf } from './dilution';
import { sameTreatment, bagNames, lanesOf, type Nearness } from './lanes';
import type { MethodCourse } from './methods';
import { tankStops, type TankState, type TankStop, type Tenant } from './tank-stops';
import { adviseOpening, type TransferGroup, type Recommendation } from './recommend';
import type { OpenedBag, TankWater } from './vessel';

/** Animals of a bag, as far as its opening asks. */
export interface AnimalKind extends Tenant {
  tolerance: ToleranceClass;
  flags: readonly string[];
}

/** A bag that has come, or is on its way: as it would be opened now, and as it would be had nobody read it. */
export interface Arriving {
  id: string;
  /** The lines of its animals. */
  lines: string;
  /** Its receiving tanks, by name: one, or two that it is split between. */
  into: readonly string[];
  path: Path;
  kinds: readonly AnimalKind[];
  opened: OpenedBag & { measured: boolean };
  computed: OpenedBag;
  /** Somebody has read its water. */
  read: boolean;
  /** Copper is in the water it came in, or nobody knows that none is. */
  copper: boolean;
}

/** Somebody has read the water of a bag. */
export const waterRead = (r: BagReading | undefined): boolean =>
  r !== undefined && waterQuantities.some((k) => r[k] != null);

export interface MethodAdvice {
  courses: MethodCourse[];
  recommendation: Recommendation;
  /** Why its figures cannot be so; null where they can. */
  problem: string | null;
}

export interface Compared<T> extends MethodAdvice {
  bagIds: string[];
  title: string;
  path: Path;
  /** Whose tolerance decides. */
  who: TransferGroup;
  /** The receiving tank, as measured where it was. */
  tank: T & { ends?: (TankWater & TankState)[] };
  /** What of its tank would harm its animals within a day. */
  stops: TankStop[];
  speciesNames: string;
  /** The bag of the most ammonia; methods are judged by the worst of all in every figure. */
  opened: OpenedBag;
  /** Of how many of its bags somebody read the pH. */
  measured: number;
}

const nothing: Recommendation = { ranked: [], common: [], simplest: false, either: false, flipsTo: null, reason: '' };

/** Every way of opening on some waters, ranked; or why their figures cannot be so. */
export function adviceOf(
  waters: readonly OpenedBag[],
  tank: TankWater,
  who: TransferGroup,
  a: Assumptions,
): MethodAdvice {
  try {
    return { ...adviseOpening(waters, tank, who, a), problem: null };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { courses: [], recommendation: nothing, problem: error.message };
  }
}

const keyOf = (b: Arriving): string => `${b.lines} ${b.into.join('+')}`;

/** A bag as it is opened by everything that is known: of itself, or inferred from a like one that was read. */
export type Inferred<B extends Arriving = Arriving> = B & { inferredFrom: string | null };

/**
 * Bags that nobody read, beside ones that were: where both are computed alike, what was read of the one tells of the other
 * too, the worst of those that were read. It is an inference and no measurement, and nothing of it is kept.
 */
export function inferred<B extends Arriving>(all: readonly B[], a: Nearness): Inferred<B>[] {
  return all.map((bag) => {
    const samples = bag.read
      ? []
      : all.filter((o) => o.read && keyOf(o) === keyOf(bag) && sameTreatment(o.computed, bag.computed, a));
    if (samples.length === 0) return { ...bag, inferredFrom: null };
    const worst = samples.reduce((x, o) => (o.opened.tanMgNL > x.opened.tanMgNL ? o : x));
    const { waterL, animals, surfaceM2 } = bag.opened;
    const opened = {
      ...worst.opened,
      waterL,
      ...(animals ? { animals } : {}),
      ...(surfaceM2 === undefined ? {} : { surfaceM2 }),
      measured: false,
    };
    return { ...bag, opened, inferredFrom: worst.id };
  });
}

/** The tank of a lane; where it goes into two, half the water of each, and both to end in. */
function tankFor<T extends TankWater & TankState & { name: string }>(
  names: readonly string[],
  tankOf: (name: string) => T,
): T & { ends?: (TankWater & TankState)[] } {
  const [first, second] = names.map(tankOf);
  if (!second) return first!;
  const ends = [first!, second];
  return { ...first!, ...halfAndHalf(first!, second), name: `${first!.name} and ${second.name}`, ends };
}

/**
 * Bags that are handled as one, the weak ones first: of the same animals, for the same tank, in waters that are alike; with
 * every way of opening on the worst of them. `advise` computes it, or knows it already.
 */
export function compareLanes<T extends TankWater & TankState & { name: string }>(
  arriving: readonly Arriving[],
  tankOf: (name: string) => T,
  a: Nearness & Pick<Assumptions, 'nitriteStopMgL'>,
  advise: (
    waters: readonly OpenedBag[],
    tank: T & { ends?: (TankWater & TankState)[] },
    who: TransferGroup,
  ) => MethodAdvice,
): Compared<T>[] {
  const bags = inferred(arriving, a).map((b) => {
    return { ...b, key: keyOf(b), opened: b.copper ? { ...b.opened, copper: true } : b.opened };
  });
  return lanesOf(bags, a).map((lane) => {
    const { path, into, kinds } = lane[0]!;
    const tank = tankFor(into, tankOf);
    const who: TransferGroup = {
      tolerance: mostDelicate(kinds.map((s) => s.tolerance)),
      invertebrate: kinds.some((s) => s.flags.includes('invertebrate')),
      marine: kinds.some((s) => s.water === 'marine'),
      path,
    };
    const bagIds = lane.map((b) => b.id);
    const waters = lane.map((b) => b.opened);
    return {
      bagIds,
      title: bagNames(bagIds),
      path,
      who,
      tank,
      stops: (tank.ends ?? [tank]).flatMap((t) => tankStops(t, kinds, a)),
      speciesNames: [...new Set(kinds.map((s) => s.name))].join(', '),
      opened: waters.reduce((x, o) => (o.tanMgNL > x.tanMgNL ? o : x)),
      measured: waters.filter((o) => o.measured).length,
      ...advise(waters, tank, who),
    };
  });
}
