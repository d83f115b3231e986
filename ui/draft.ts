/** What is typed over what is stored, and the version it was begun on. */
export interface DraftState<D> {
  stored: D;
  version: number | null;
  draft: D;
}

/** A field that both have changed: what is typed here, and what was saved meanwhile. */
export interface Clash {
  path: string;
  mine: unknown;
  theirs: unknown;
}

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);
const isObject = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);

export const isDirty = <D>(s: DraftState<D>): boolean => !same(s.draft, s.stored);

/**
 * Two changes of one thing together, field by field: what only one of them touched is taken from that one; what both touched
 * stays as it is typed here, and is named. Lists are taken field by field while both have as many rows as before.
 */
export function mergeDrafts<D>(base: D, mine: D, theirs: D, path = ''): { draft: D; clashes: Clash[] } {
  if (same(mine, base)) return { draft: theirs, clashes: [] };
  if (same(theirs, base) || same(mine, theirs)) return { draft: mine, clashes: [] };
  const clashes: Clash[] = [];
  const inside = (key: string | number, b: unknown, m: unknown, t: unknown): unknown => {
    const r = mergeDrafts(b, m, t, path === '' ? String(key) : `${path}.${key}`);
    clashes.push(...r.clashes);
    return r.draft;
  };
  if (isObject(base) && isObject(mine) && isObject(theirs)) {
    const keys = [...new Set([...Object.keys(theirs), ...Object.keys(mine)])];
    const draft = Object.fromEntries(
      keys.map((k) => [k, inside(k, base[k], mine[k], theirs[k])]).filter(([, v]) => v !== undefined),
    ) as D;
    return { draft, clashes };
  }
  if (
    Array.isArray(base) &&
    Array.isArray(mine) &&
    Array.isArray(theirs) &&
    mine.length === base.length &&
    theirs.length === base.length
  ) {
    const draft = mine.map((m, i) => inside(i, base[i], m, theirs[i])) as D;
    return { draft, clashes };
  }
  return { draft: mine, clashes: [{ path, mine, theirs }] };
}

/**
 * Follows what somebody else saved: where nothing is typed, all of it; where something is, the fields that were not touched
 * here. If both touched the same field, what is typed keeps the version it was begun on, so that saving it over somebody
 * else’s is refused with both shown, instead of lost.
 */
export function followed<D>(s: DraftState<D>, stored: D, version: number | null): DraftState<D> {
  if (version === s.version) return s;
  const { draft, clashes } = mergeDrafts(s.stored, s.draft, stored);
  return clashes.length > 0 ? s : { stored, version, draft };
}

/** What both have changed since the draft was begun. */
export const clashesOf = <D>(s: DraftState<D>, stored: D, version: number | null): Clash[] =>
  version === s.version ? [] : mergeDrafts(s.stored, s.draft, stored).clashes;

/** A draft with some of its clashing fields taken from the other. */
export function taking<D>(s: DraftState<D>, stored: D, paths: ReadonlySet<string>): D {
  const { draft, clashes } = mergeDrafts(s.stored, s.draft, stored);
  const out = structuredClone(draft);
  for (const c of clashes.filter((x) => paths.has(x.path))) {
    const keys = c.path.split('.');
    let at = out as Record<string, unknown>;
    for (const k of keys.slice(0, -1)) at = at[k] as Record<string, unknown>;
    at[keys.at(-1)!] = c.theirs;
  }
  return out;
}

/** What is typed has been saved: what the server made of it may take its place. */
export const kept = <D>(s: DraftState<D>): DraftState<D> => ({ ...s, stored: s.draft });
