import type { Bag } from '@/core/consignment/schema';
import { counted } from '@/core/quantities/words';
import { namesOf } from './bag-groups';

/**
 * What hands do with bags. Each gives the bags as they are then and one sentence of what was done; where it cannot be
 * done the bags are the same object and the sentence says why. A locked bag is changed by none of them.
 */
export interface Handled {
  bags: readonly Bag[];
  said: string;
}

export const countOf = (b: Pick<Bag, 'animals'>): number => b.animals.reduce((n, x) => n + x.count, 0);

const refused = (bags: readonly Bag[], said: string): Handled => ({ bags, said });
const lockedOf = (bags: readonly Bag[], ids: ReadonlySet<string>): string[] =>
  bags.filter((b) => ids.has(b.id) && b.locked).map((b) => b.id);
const lockedWords = (ids: readonly string[]): string =>
  `${namesOf(ids)} ${ids.length === 1 ? 'is' : 'are'} locked. Unlock ${ids.length === 1 ? 'it' : 'them'} first.`;

/** An id of the same letter that no bag has. */
export function freeId(like: string, taken: ReadonlySet<string>): string {
  const letter = like.replace(/\d+$/, '') || 'A';
  let n = 1;
  while (taken.has(`${letter}${n}`)) n++;
  return `${letter}${n}`;
}

/** The animals of a bag with so many more or fewer of a line. */
function withCount(b: Bag, lineId: string, by: number): Bag {
  const there = b.animals.find((x) => x.lineId === lineId);
  const animals = there
    ? b.animals.flatMap((x) => (x.lineId !== lineId ? [x] : x.count + by > 0 ? [{ ...x, count: x.count + by }] : []))
    : [...b.animals, { lineId, count: by }];
  return { ...b, animals };
}

/** So many animals of a line from one bag into another; a bag that is left empty goes. */
export function moveAnimals(
  bags: readonly Bag[],
  move: { fromId: string; toId: string; lineId: string; count: number },
): Handled {
  const { fromId, toId, lineId } = move;
  if (fromId === toId) return refused(bags, 'They are already in this bag.');
  const locked = lockedOf(bags, new Set([fromId, toId]));
  if (locked.length > 0) return refused(bags, lockedWords(locked));
  const from = bags.find((b) => b.id === fromId);
  const there = from?.animals.find((x) => x.lineId === lineId)?.count ?? 0;
  const count = Math.min(move.count, there);
  if (!bags.some((b) => b.id === toId) || count < 1) return refused(bags, 'Nothing to move.');
  const next = bags.flatMap((b) => {
    if (b.id === toId) return [withCount(b, lineId, count)];
    if (b.id !== fromId) return [b];
    const left = withCount(b, lineId, -count);
    return left.animals.length > 0 ? [left] : [];
  });
  const gone = next.length < bags.length ? `; ${fromId} is empty and removed` : '';
  return { bags: next, said: `${counted(count, 'animal')} from ${fromId} to ${toId}${gone}.` };
}

/** Animals dealt out over so many bags, each kind as evenly as it goes, the larger shares in turn. */
function dealt(animals: Bag['animals'], into: number): Bag['animals'][] {
  const out: Bag['animals'][] = Array.from({ length: into }, () => []);
  let at = 0;
  for (const { lineId, count } of animals) {
    const each = Math.floor(count / into);
    const extra = count - each * into;
    for (let i = 0; i < into; i++) {
      const n = each + ((i - at + into) % into < extra ? 1 : 0);
      if (n > 0) out[i]!.push({ lineId, count: n });
    }
    at = (at + extra) % into;
  }
  return out;
}

/** A bag into so many, filled and made alike, its animals spread evenly. */
export function splitBag(bags: readonly Bag[], id: string, into = 2): Handled {
  const bag = bags.find((b) => b.id === id);
  if (!bag) return refused(bags, 'This bag no longer exists.');
  if (bag.locked) return refused(bags, lockedWords([id]));
  const n = Math.min(into, countOf(bag));
  if (n < 2) return refused(bags, `${id} holds one animal. Nothing to split.`);
  const taken = new Set(bags.map((b) => b.id));
  const ids = Array.from({ length: n }, (_, i) => {
    const next = i === 0 ? id : freeId(id, taken);
    taken.add(next);
    return next;
  });
  const { spot: _, ...like } = bag;
  // Only the first stays where a hand put it.
  const parts = dealt(bag.animals, n).map((animals, i) => ({ ...(i === 0 ? bag : like), id: ids[i]!, animals }));
  return {
    bags: bags.flatMap((b) => (b.id === id ? parts : [b])),
    said: `${id} is ${namesOf(ids)} now, each with the same water and gas.`,
  };
}

/** Another bag like each of these: made, filled and peopled alike. Whether the counts then add up is told elsewhere, at once. */
export function duplicateBags(bags: readonly Bag[], ids: readonly string[]): Handled {
  const taken = new Set(bags.map((b) => b.id));
  const made: string[] = [];
  const next = bags.flatMap((b) => {
    if (!ids.includes(b.id)) return [b];
    const { locked: _, spot: __, ...like } = b;
    const id = freeId(b.id, taken);
    taken.add(id);
    made.push(id);
    return [b, { ...like, id }];
  });
  return made.length === 0
    ? refused(bags, 'This bag no longer exists.')
    : { bags: next, said: `${namesOf(made)} ${made.length === 1 ? 'is' : 'are'} like ${namesOf([...ids])}.` };
}

/** Every animal of these bags in one of its own. */
export function oneEach(bags: readonly Bag[], ids: readonly string[]): Handled {
  let next = bags;
  let made = 0;
  const locked = lockedOf(bags, new Set(ids));
  if (locked.length > 0) return refused(bags, lockedWords(locked));
  for (const id of ids) {
    const n = countOf(bags.find((b) => b.id === id) ?? { animals: [] });
    if (n < 2) continue;
    next = splitBag(next, id, n).bags;
    made += n;
  }
  return made === 0
    ? refused(bags, 'Each already has its own bag.')
    : { bags: next, said: `${made} animals, one per bag, filled the same.` };
}

/** These bags as one: the first takes the animals of all, its own size, water and gas stay. */
export function mergeBags(bags: readonly Bag[], ids: readonly string[]): Handled {
  const chosen = bags.filter((b) => ids.includes(b.id));
  if (chosen.length < 2) return refused(bags, 'Choose two bags or more.');
  const locked = lockedOf(bags, new Set(ids));
  if (locked.length > 0) return refused(bags, lockedWords(locked));
  const [first, ...rest] = chosen;
  const merged = rest.flatMap((b) => b.animals).reduce((b, x) => withCount(b, x.lineId, x.count), first!);
  return {
    bags: bags.flatMap((b) => (b.id === first!.id ? [merged] : ids.includes(b.id) ? [] : [b])),
    said: `${namesOf(chosen.map((b) => b.id))} are ${first!.id} now, with its size, water and gas.`,
  };
}

/** The animals of these bags spread over them as evenly as it goes. */
export function spreadEvenly(bags: readonly Bag[], ids: readonly string[]): Handled {
  const chosen = bags.filter((b) => ids.includes(b.id));
  if (chosen.length < 2) return refused(bags, 'Choose two bags or more.');
  const locked = lockedOf(bags, new Set(ids));
  if (locked.length > 0) return refused(bags, lockedWords(locked));
  const all = chosen
    .flatMap((b) => b.animals)
    .reduce((b, x) => withCount(b, x.lineId, x.count), {
      ...chosen[0]!,
      animals: [],
    } as Bag);
  const parts = dealt(all.animals, Math.min(chosen.length, countOf(all)));
  return {
    bags: bags.flatMap((b) => {
      const i = chosen.indexOf(b);
      return i < 0 ? [b] : parts[i] ? [{ ...b, animals: parts[i] }] : [];
    }),
    said: `${countOf(all)} animals spread evenly over ${namesOf(chosen.map((b) => b.id))}.`,
  };
}

/** These bags away: their animals have no bag then. */
export function removeBags(bags: readonly Bag[], ids: readonly string[]): Handled {
  const locked = lockedOf(bags, new Set(ids));
  if (locked.length > 0) return refused(bags, lockedWords(locked));
  const gone = bags.filter((b) => ids.includes(b.id));
  return {
    bags: bags.filter((b) => !ids.includes(b.id)),
    said: `${namesOf(gone.map((b) => b.id))} removed: ${counted(
      gone.reduce((n, b) => n + countOf(b), 0),
      'animal',
    )} without a bag.`,
  };
}

/** One bag more for animals of a line, filled and made like the last that holds any of it, or like the last of all. */
export function addBag(bags: readonly Bag[], lineId: string, count: number, blank: Bag): Handled {
  const like =
    [...bags].reverse().find((b) => b.animals.some((x) => x.lineId === lineId)) ?? bags[bags.length - 1] ?? blank;
  const { locked: _, accepted: __, ...made } = like;
  const id = freeId(like.id, new Set(bags.map((b) => b.id)));
  return {
    bags: [...bags, { ...made, id, animals: [{ lineId, count }] }],
    said: `${counted(count, 'animal')} in a new bag ${id}, made like ${like === blank ? 'usual' : like.id}.`,
  };
}

/** The same change to all of these bags; a locked one is left as it is, but for its lock. */
export function changeBags(bags: readonly Bag[], ids: readonly string[], change: Partial<Bag>): Handled {
  const kept: string[] = [];
  const next = bags.map((b) => {
    if (!ids.includes(b.id)) return b;
    if (b.locked && !('locked' in change)) {
      kept.push(b.id);
      return b;
    }
    // What is as usual is not written down.
    const changed = Object.fromEntries(Object.entries({ ...b, ...change }).filter(([, v]) => v !== undefined)) as Bag;
    return changed;
  });
  return { bags: next, said: kept.length > 0 ? lockedWords(kept) : '' };
}
