import type { LegKind } from '@/core/catalogue/schema';
import { HOUR } from '@/core/quantities/time';

/** What takes so much longer than planned stood somewhere: a truck is not a day slower, ms († ours). */
export const STOOD_MS = 6 * HOUR;

/** What is known of a road: where the box was seen, when it came or is said to come, and from when somebody looks. */
export interface Sightings {
  /** A leg had begun at an instant; legs are counted from 0, and what comes after the last is the delivery. */
  scans: readonly { leg: number; ms: number }[];
  arrivedMs: number | null;
  dueMs: number | null;
  /** What was not seen until then has not happened until then. */
  asOfMs: number | null;
}

interface Span {
  startMs: number;
  endMs: number;
}

/**
 * Legs of a road as it went as far as it is known, and from there as planned. Between two sightings the legs share what
 * lies between as they were planned to; what took `STOOD_MS` longer stood in the last depot or counter between them, where
 * there is one. After the last sighting they take the time they were planned to take. The leg that the
 * box was last seen in lasts at least until somebody looks, and as long as the carrier’s own word makes it. A sighting
 * that contradicts an earlier leg’s is set to it. Instants in ms; legs without gaps, in order, at least one.
 */
export function legsAsSeen<L extends Span & { kind: LegKind }>(planned: readonly L[], seen: Sightings): L[] {
  const n = planned.length;
  if (n === 0) return [];
  const length = (i: number): number => planned[i]!.endMs - planned[i]!.startMs;
  /** Beginning of every leg, and of what comes after the last. */
  const begins: number[] = new Array<number>(n + 1).fill(NaN);
  begins[0] = planned[0]!.startMs;
  let known = 0;
  const fill = (to: number, ms: number): void => {
    const at = Math.max(begins[known]!, ms);
    const took = at - begins[known]!;
    const total = planned.slice(known, to).reduce((s, _, i) => s + length(known + i), 0);
    const stood = took - total < STOOD_MS ? -1 : planned.findLastIndex((l, i) => i >= known && i < to && stands(l));
    for (let i = known; i < to - 1; i++)
      begins[i + 1] =
        begins[i]! + (stood < 0 ? (took * length(i)) / total : length(i) + (i === stood ? took - total : 0));
    begins[to] = at;
    known = to;
  };
  for (const s of [...seen.scans].sort((a, b) => a.leg - b.leg)) if (s.leg > known && s.leg <= n) fill(s.leg, s.ms);
  if (known === n) return laid(planned, begins);
  if (seen.arrivedMs !== null) fill(n, seen.arrivedMs);
  else {
    let next = Math.max(begins[known]! + length(known), seen.asOfMs ?? -Infinity);
    const rest = planned.slice(known + 1).reduce((s, _, i) => s + length(known + 1 + i), 0);
    // By the carrier’s word it stands where it was last seen until the rest of the way makes it come then.
    if (seen.dueMs !== null && seen.dueMs > next + rest) next = seen.dueMs - rest;
    const squeeze =
      seen.dueMs !== null && seen.dueMs < next + rest && seen.dueMs > next ? (seen.dueMs - next) / rest : 1;
    begins[known + 1] = next;
    for (let i = known + 1; i < n; i++) begins[i + 1] = begins[i]! + length(i) * squeeze;
  }
  return laid(planned, begins);
}

const stands = (l: { kind: LegKind }): boolean => l.kind === 'depot' || l.kind === 'counter';

/** Legs at their instants; what took no time is gone. */
const laid = <L extends Span>(planned: readonly L[], begins: readonly number[]): L[] =>
  planned.map((l, i) => ({ ...l, startMs: begins[i]!, endMs: begins[i + 1]! })).filter((l) => l.endMs > l.startMs);

/** The leg that a box is in at an instant, by number; −1 before the first. */
export const legAt = (legs: readonly Span[], ms: number): number => legs.findLastIndex((l) => l.startMs <= ms);
