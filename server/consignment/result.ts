import { safeOf } from '@/core/bag/slack';
import { Refusal } from '@/core/quantities/refusal';
import type { Factor } from '@/core/bag/slack';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { catalogue as shipped } from '@/core/catalogue';
import { BLOCK } from '@/core/engine/random';
import { ENGINE_VERSION } from '@/core/engine/version';
import { evaluate, KEYSTROKE_DRAWS, type EvaluateOptions, type Evaluation } from '@/core/evaluate/evaluate';
import { stateOf, type Overall } from '@/core/engine/forward';
import { emptyCalendar } from '@/core/calendar/calendar';
import { restsOn } from '@/core/calendar/departure';
import type { Calendar } from '@/core/calendar/schema';
import type { KeyInstants } from '@/core/calendar/legs';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';

/** The last evaluation in short, stored beside the document: what lists and the Bench show without computing. */
export interface StoredResult extends KeyInstants, Overall {
  legs: { label: string; startMs: number; endMs: number }[];
  /** Share of runs in which every fish arrives within limits, of how many, and its standard error; null once opened. */
  chance: number | null;
  draws: number;
  standardError: number | null;
  /** Animals, how many of them are expected alive, and the chance that all are; null where no odds were computed. */
  animals?: number;
  expected?: number | null;
  allAlive?: number | null;
  /** The engine it was computed by; absent before version 4. */
  engine?: string;
  /** Why it cannot leave on the day and hour of its plan; absent where it can. */
  rests?: string;
  bags: {
    id: string;
    safeH: number | null;
    worstSafeH: number | null;
    factor: Factor | null;
    slackH: number | null;
    worstSlackH?: number | null;
    /** Share of runs in which it holds. */
    chance?: number | null;
    /** Share of its animals expected alive. */
    alive?: number | null;
    coldestC: number;
    warmestC: number;
    byFactor: Record<Factor, number | null>;
  }[];
}

/** What may be chosen from, and with it what was put away: old plans still name such rows. */
export interface Shelves {
  offered: Catalogue;
  all: Catalogue;
}

/** Where a consignment is computed: the rows of the house and the days on which nobody works. */
export interface Surroundings {
  shelves: () => Shelves;
  calendar: (c: Consignment) => Calendar;
}

/** The rows that ship with the application and no holidays: the command line, and files on their own. */
export const plainSurroundings: Surroundings = {
  shelves: () => ({ offered: shipped, all: shipped }),
  calendar: () => emptyCalendar,
};

const idsIn = (c: Consignment): Record<keyof Catalogue, string[]> => ({
  treatments: [...(c.drawn ?? []), ...c.bags.flatMap((b) => b.treatments ?? [])].map((t) => t.id),
  species: c.lines.map((l) => l.speciesId),
  bags: c.bags.map((b) => b.bagTypeId),
  boxes: c.boxes.map((b) => b.boxTypeId),
  packs: c.boxes.flatMap((b) => b.packs.map((p) => p.packId)),
  services: [c.serviceId],
});

/** What a consignment may choose from: rows that came with it outrank those of the house, and what it uses is never missing. */
export function catalogueOf(c: Consignment, house: Surroundings): Catalogue {
  const { offered, all } = house.shelves();
  const used = idsIn(c);
  const part = <T extends { id: string }>(own: T[], here: T[], everything: T[], ids: string[]): T[] => {
    const rows = own.length === 0 ? here : [...own, ...here.filter((b) => !own.some((m) => m.id === b.id))];
    const missing = [...new Set(ids)].filter((id) => !rows.some((r) => r.id === id));
    return missing.length === 0 ? rows : [...rows, ...everything.filter((r) => missing.includes(r.id))];
  };
  const bags = part(c.catalogue?.bags ?? [], offered.bags, all.bags, used.bags);
  return {
    species: part(c.catalogue?.species ?? [], offered.species, all.species, used.species),
    bags: bags === offered.bags ? bags : [...bags].sort((a, b) => a.widthCm - b.widthCm),
    boxes: part(c.catalogue?.boxes ?? [], offered.boxes, all.boxes, used.boxes),
    packs: part(c.catalogue?.packs ?? [], offered.packs, all.packs, used.packs),
    services: part(c.catalogue?.services ?? [], offered.services, all.services, used.services),
    treatments: part(c.catalogue?.treatments ?? [], offered.treatments ?? [], all.treatments ?? [], used.treatments),
  };
}

/** Of the rows a consignment carries those that this house has not: the others it takes from the shelves again. */
export function foreignRows(c: Consignment, house: Surroundings): Catalogue | null {
  if (!c.catalogue) return null;
  const { all } = house.shelves();
  const foreign = <T extends { id: string }>(rows: T[], here: T[]): T[] =>
    rows.filter((r) => !here.some((h) => h.id === r.id));
  const left: Catalogue = {
    species: foreign(c.catalogue.species, all.species),
    bags: foreign(c.catalogue.bags, all.bags),
    boxes: foreign(c.catalogue.boxes, all.boxes),
    packs: foreign(c.catalogue.packs, all.packs),
    services: foreign(c.catalogue.services, all.services),
    ...(c.catalogue.treatments ? { treatments: foreign(c.catalogue.treatments, all.treatments ?? []) } : {}),
  };
  return Object.values(left).some((rows) => rows.length > 0) ? left : null;
}

/** The rows of the catalogue that a consignment uses. */
export function usedRows(c: Consignment, house: Surroundings): Catalogue {
  const all = catalogueOf(c, house);
  const used = idsIn(c);
  const of = <T extends { id: string }>(rows: T[], ids: string[], what: string): T[] =>
    [...new Set(ids)].map((id) => row(rows, id, what));
  return {
    species: of(all.species, used.species, 'species'),
    bags: of(all.bags, used.bags, 'bag'),
    boxes: of(all.boxes, used.boxes, 'box'),
    packs: of(all.packs, used.packs, 'pack'),
    services: of(all.services, used.services, 'service'),
    ...(used.treatments.length > 0 ? { treatments: of(all.treatments ?? [], used.treatments, 'treatment') } : {}),
  };
}

/** The rows a browser's worker needs: those in use, and every pack that could be. */
export const jobRows = (c: Consignment, house: Surroundings): Catalogue => ({
  ...usedRows(c, house),
  packs: catalogueOf(c, house).packs,
});

/** The chance stored with the last change; null where none was computed. */
export const chanceOf = (
  r: StoredResult | null,
): {
  chance: number;
  draws: number;
  animals: number | null;
  expected: number | null;
  allAlive: number | null;
} | null =>
  r && typeof r.chance === 'number' && ofThisEngine(r)
    ? {
        chance: r.chance,
        draws: r.draws,
        animals: r.animals ?? null,
        expected: r.expected ?? null,
        allAlive: r.allAlive ?? null,
      }
    : null;

/** Whether it was computed by the engine of this program: another told other figures. */
export const ofThisEngine = (r: StoredResult): boolean => r.engine === ENGINE_VERSION;

/** Whether its slack is that of the draws: a result of an earlier engine, or one whose odds are still computed, is not. */
export const hasDraws = (r: StoredResult | null): r is StoredResult => r !== null && r.draws > 0 && ofThisEngine(r);

/** An evaluation in the words of the result that is stored with it: heading, stations, lists and papers tell one figure. */
export function asStored(e: Evaluation, r: StoredResult | null): Evaluation {
  if (!hasDraws(r)) return e;
  const bags = e.bags.map((b) => {
    const told = r.bags.find((x) => x.id === b.id);
    if (!told) return b;
    const { slackH, worstSlackH = null, chance = null, alive = null, factor } = told;
    return { ...b, slackH, worstSlackH, chance, alive, factor, state: stateOf(worstSlackH, e.assumptions, chance) };
  });
  const { bagId, factor, safeH, slackH, worstSlackH, state } = r;
  return { ...e, bags, overall: { bagId, factor, safeH, slackH, worstSlackH, state } };
}

/** Draws that an evaluation still wants where its stored result has them, or somebody is computing them. */
export const drawsStillWanted = (r: StoredResult | null, c: Consignment, thinker: unknown): number =>
  hasDraws(r) || thinker || c.actual.openedAt ? 0 : KEYSTROKE_DRAWS;

/** An evaluation in short; a plan that cannot leave as it stands is stopped, whatever its bags can stand. */
export function shortOf(e: Evaluation, rests: string | null): StoredResult {
  const end = Math.min(e.steps - 1, Math.round(e.deadlineH / e.stepH));
  return {
    ...e.instants,
    legs: e.legs.map((l) => ({ label: l.label, startMs: l.startMs, endMs: l.endMs })),
    ...e.overall,
    ...(rests ? { rests, state: 'stop' } : {}),
    chance: e.risk?.chance ?? null,
    draws: e.risk?.draws ?? 0,
    standardError: e.risk?.standardError ?? null,
    animals: e.bags.reduce((n, b) => n + b.animals, 0),
    expected: e.risk?.expected ?? null,
    allAlive: e.risk?.allAlive ?? null,
    engine: ENGINE_VERSION,
    bags: e.bags.map((b) => {
      const until = b.tempC.subarray(0, end + 1);
      return {
        id: b.id,
        safeH: safeOf(b.slackH, e.deadlineH),
        worstSafeH: safeOf(b.worstSlackH, e.deadlineH),
        factor: b.factor,
        chance: b.chance,
        alive: b.alive,
        slackH: b.slackH,
        worstSlackH: b.worstSlackH,
        coldestC: Math.min(...until),
        warmestC: Math.max(...until),
        byFactor: b.safe,
      };
    }),
  };
}

/** Evaluates a consignment with the rows of the house or its own; what the core refuses becomes its sentence. */
export function tryEvaluate(house: Surroundings, c: Consignment, options: EvaluateOptions = {}): Outcome<Evaluation> {
  try {
    return evaluate(c, catalogueOf(c, house), c.forecast, { calendar: house.calendar(c), ...options });
  } catch (error) {
    if (error instanceof Refusal) return refuse('', error.message);
    throw error;
  }
}

/** From so many bags on curves are computed on quarter hours: within 0.05 °C, and hundreds of bags take no longer than a page may. */
const MANY_BAGS = 60;
export const isLarge = (c: Consignment): boolean => c.bags.length > MANY_BAGS;
export const stepOf = (c: Consignment): number => (isLarge(c) ? 1 / 4 : 1 / 12);

/** Draws behind the stored figures: fewer where each is of hundreds of bags. */
export const drawsOf = (c: Consignment, most: number): number =>
  Math.min(most, BLOCK * Math.max(3, Math.round(36_000 / Math.max(1, c.bags.length) / BLOCK)));

/** What is stored beside a document: with chances until the bags are open. */
export const resultOf = (
  house: Surroundings & { draws: number; thinker?: unknown },
  c: Consignment,
): StoredResult | null => {
  // Where somebody else thinks, the odds follow.
  const e = tryEvaluate(house, c, {
    draws: c.actual.openedAt || house.thinker ? 0 : drawsOf(c, house.draws),
    stepH: stepOf(c),
  });
  return e.ok ? shortOf(e.value, restsOn(c, catalogueOf(c, house), house.calendar(c))) : null;
};
