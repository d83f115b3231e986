import { severities, type Raised, type Severity } from './severity';
import type { HouseFinding } from './house';
import type { ShipmentFinding } from './shipment';
import type { TankFinding } from './tank';

export type Finding = TankFinding | ShipmentFinding | HouseFinding;

/** Whom a concern is of. */
export interface ConcernSubject {
  kind: 'shipment' | 'tank' | 'house';
  /** Code of a shipment, identifier of a tank, nothing for the house. */
  id: string;
  /** What it is called on screen. */
  name: string;
}

/** Something that wants a hand or a decision. Derived from plan, facts and clock each time, never stored. */
export interface Concern extends Raised<Finding> {
  /** The same as long as it is the same concern of the same subject. */
  id: string;
  subject: ConcernSubject;
  /** The page where hands mend it. */
  href: string;
}

/** A concern that a hand accepted: it keeps quiet until then, or until it grows worse. */
export interface Accepted {
  id: string;
  severity: Severity;
  times: number | null;
  untilMs: number;
}

/** So much worse than when it was accepted, and it is told again († ours). */
const GREW = 1.2;

const rank = (s: Severity): number => severities.indexOf(s);

/** The gravest severity of a list; null of an empty one. */
export const gravest = (list: readonly Pick<Concern, 'severity'>[]): Severity | null =>
  list.reduce<Severity | null>((x, c) => (x === null || rank(c.severity) < rank(x) ? c.severity : x), null);

export const concernsOf = (subject: ConcernSubject, href: string, found: readonly Raised<Finding>[]): Concern[] =>
  found.map((f) => ({ ...f, id: `${subject.kind}:${subject.id}:${keyOf(f.finding)}`, subject, href }));

/** Two of one code are told apart by what they are of. */
const keyOf = (f: Finding): string => ('of' in f ? `${f.code}:${f.of}` : f.code);

/** Whether a hand accepted just this, no worse than it is now. */
const isQuiet = (c: Concern, accepted: readonly Accepted[], nowMs: number): boolean =>
  accepted.some(
    (a) =>
      a.id === c.id &&
      nowMs < a.untilMs &&
      rank(c.severity) >= rank(a.severity) &&
      (c.times ?? 0) <= GREW * (a.times ?? c.times ?? 0),
  );

/** The gravest first, then the oldest; what was accepted keeps quiet, and nothing is said twice. */
export function sortConcerns(list: readonly Concern[], accepted: readonly Accepted[], nowMs: number): Concern[] {
  const seen = new Set<string>();
  return list
    .filter((c) => !isQuiet(c, accepted, nowMs) && !seen.has(c.id) && seen.add(c.id))
    .sort(
      (x, y) =>
        rank(x.severity) - rank(y.severity) ||
        (x.sinceMs ?? Infinity) - (y.sinceMs ?? Infinity) ||
        (x.id < y.id ? -1 : 1),
    );
}
