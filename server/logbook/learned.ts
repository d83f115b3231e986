import { z } from 'zod';
import { withOverrides } from '@/core/catalogue/assumptions';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { PROPOSE_FROM, proposals, type LearnedFigure, type Lessons } from '@/core/learning/figures';
import { idText } from '@/core/quantities/shapes';
import type { House } from '@/server/house';
import { dudWords } from '@/core/heat/duds';
import { dudsHere } from '@/server/pack/proving';
import { paceHere } from '@/server/pack/steps';
import { shelfChanged } from '@/server/records/records';
import { shelvesOf } from '@/server/records/shelves';
import { ownAssumptions, setAssumption } from '@/server/settings/assumptions';
import { settleLogbook } from './digest';

/** Everything that was read, from the logbook and the ticks of the evenings. */
function lessonsOf(house: House): Lessons {
  const all = house.logbook.evidence().flatMap((r) => r.evidence);
  const pace = paceHere(house);
  const minutes = (of: 'bag' | 'box') => {
    const { minutes: m, from, sd } = pace[of];
    return from > 0 && sd !== undefined ? { minutes: m, sd, from } : null;
  };
  return {
    figures: all.flatMap((e) => (e.figures ? [e.figures] : [])),
    trips: all.flatMap((e) => (e.trip ? [e.trip] : [])),
    squaresC: all.flatMap((e) => (e.squareC === undefined ? [] : [e.squareC])),
    minutes: { bag: minutes('bag'), box: minutes('box') },
  };
}

const assumptionOf = (key: string): string | null =>
  key.startsWith('assumption:') ? key.slice('assumption:'.length) : null;

/** What is proposed now: everything of which something was read, what was accepted marked with its instant. */
function learnedNow(house: House) {
  const a = withOverrides(ownAssumptions(house));
  const list = proposals(lessonsOf(house), shelvesOf(house.records).all, house.shelves().all, a);
  const accepted = new Map(house.logbook.learned().map((l) => [l.figure.key, l]));
  return list.map((f) => {
    const kept = accepted.get(f.key);
    return {
      ...f,
      acceptedAt: kept?.at ?? null,
      by: kept?.by ?? '',
      /** The same as what is in use: nothing new to accept. */
      same: kept !== undefined && JSON.stringify(kept.figure.values) === JSON.stringify(f.values),
      ready: f.weight >= PROPOSE_FROM,
    };
  });
}

/** What is shown of learning, and what of the logbook is still to be read in. */
export function learnedView(house: House) {
  const left = settleLogbook(house);
  const figures = learnedNow(house);
  const shown = new Set(figures.map((f) => f.key));
  return {
    left,
    figures,
    /** Packs that were proved at the bench, by kind and batch. */
    duds: dudsHere(house).map((d) => ({
      key: `${d.typeId} ${d.batch}`,
      name: house.shelves().all.packs.find((p) => p.id === d.typeId)?.name ?? d.typeId,
      words: dudWords(d),
      /** Clearly more than are usual. */
      many: d.low > 0.05,
    })),
    /** Accepted earlier, of which nothing is read any more. */
    kept: house.logbook
      .learned()
      .filter((l) => !shown.has(l.figure.key))
      .map((l) => ({ ...l.figure, acceptedAt: l.at, by: l.by })),
  };
}
export type LearnedView = ReturnType<typeof learnedView>;

/** A press waits this long for the logbook, ms. */
const PATIENCE_MS = 3000;

const acceptInput = z.object({
  key: idText(120),
  /** The numbers as they were shown: what was learned since is not taken unseen. */
  values: z.record(idText(40), z.number().min(-1e6).max(1e6)),
});
export type AcceptInput = z.input<typeof acceptInput>;

/** Rows of the shelf that a figure changes: plans that use them follow. */
function followed(house: House, key: string): void {
  const rowId = key.slice(key.indexOf(':') + 1);
  shelfChanged(house, [rowId]);
}

/** Takes a learned figure into use, as it was shown. */
export function acceptLearned(house: House, input: unknown): Outcome<null> {
  const parsed = acceptInput.safeParse(input);
  if (!parsed.success) return refuse('key', 'This figure does not exist.');
  const { key, values } = parsed.data;
  const left = settleLogbook(house, PATIENCE_MS);
  if (left > 0) return refuse('key', `The logbook is still loading: ${left} shipments are left.`);
  const f = learnedNow(house).find((x) => x.key === key);
  if (!f) return refuse('key', 'No readings for this any more.');
  if (JSON.stringify(f.values) !== JSON.stringify(values))
    return refuse('key', 'New readings changed this figure. Look again.');
  const { acceptedAt: _a, by: _b, same: _s, ready: _r, ...figure } = f;
  return take(house, figure);
}

function take(house: House, figure: LearnedFigure): Outcome<null> {
  const name = assumptionOf(figure.key);
  // What stood before is what an undo brings back: an own value, or none.
  const own = name ? (ownAssumptions(house) as Record<string, number>)[name] : undefined;
  const saw = name ? JSON.stringify(own ?? null) : figure.saw;
  return house.db.transaction((): Outcome<null> => {
    house.logbook.accept({ ...figure, saw }, house.nowIso());
    house.deeds.tell(house.nowIso(), `uses own figure: ${figure.name}`, '/logbook/learned');
    if (name) {
      const set = setAssumption(house, { name, value: figure.values.value! });
      return set.ok ? { ok: true, value: null } : set;
    }
    followed(house, figure.key);
    return { ok: true, value: null };
  })();
}

/** Takes a learned figure out of use: what held before holds again, unless a hand has set another value since. */
export function undoLearned(house: House, key: unknown): Outcome<null> {
  const kept = house.logbook.learned().find((l) => l.figure.key === key);
  if (!kept) return refuse('key', 'This figure is not in use.');
  const { figure } = kept;
  const name = assumptionOf(figure.key);
  return house.db.transaction((): Outcome<null> => {
    house.logbook.unlearn(figure.key, house.nowIso());
    house.deeds.tell(house.nowIso(), `stopped using own figure: ${figure.name}`, '/logbook/learned');
    if (name) {
      const own = (ownAssumptions(house) as Record<string, number>)[name];
      if (own !== figure.values.value) return { ok: true, value: null };
      const set = setAssumption(house, { name, value: JSON.parse(figure.saw) as number | null });
      return set.ok ? { ok: true, value: null } : set;
    }
    followed(house, figure.key);
    return { ok: true, value: null };
  })();
}
