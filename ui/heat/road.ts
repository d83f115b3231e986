import type { Road } from '@/core/consignment/schema';
import { HOUR } from '@/core/quantities/time';
import type { HeatStationProps } from './props';

/** A joint goes by quarters of an hour. */
export const SNAP_H = 0.25;
export type HandSetLeg = Road['legs'][number];

const tidy = (h: number): number => Math.round(h * 100) / 100;

/** The legs from hand-over to delivery as they are now. */
export const legsNow = (p: HeatStationProps): HandSetLeg[] =>
  p.legs
    .filter((l) => l.startMs >= p.road.fromMs - 1000 && l.endMs <= p.road.toMs + 1000)
    .map((l) => ({
      kind: l.kind,
      label: l.label,
      at: l.at,
      hours: Math.round(((l.endMs - l.startMs) / HOUR) * 100) / 100,
      ...(l.heldC === null ? {} : { heldC: l.heldC }),
    }));

/** The joint after leg `i`, moved by some hours: what one leg gains the next loses. */
export function jointMoved(legs: readonly HandSetLeg[], i: number, byH: number): HandSetLeg[] {
  const [a, b] = [legs[i], legs[i + 1]];
  if (!a || !b) return [...legs];
  const by = Math.max(SNAP_H - a.hours, Math.min(b.hours - SNAP_H, Math.round(byH / SNAP_H) * SNAP_H));
  return legs.map((l, k) =>
    k === i ? { ...l, hours: tidy(l.hours + by) } : k === i + 1 ? { ...l, hours: tidy(l.hours - by) } : l,
  );
}

/** A leg parted in its middle: two of the same kind. */
export function parted(legs: readonly HandSetLeg[], i: number): HandSetLeg[] {
  const l = legs[i]!;
  const half = tidy(l.hours / 2);
  return [...legs.slice(0, i), { ...l, hours: half }, { ...l, hours: tidy(l.hours - half) }, ...legs.slice(i + 1)];
}

/** Without a leg: its hours go to the one before it, or to the next where it is the first. */
export function without(legs: readonly HandSetLeg[], i: number): HandSetLeg[] {
  if (legs.length < 2) return [...legs];
  const { hours } = legs[i]!;
  const to = i > 0 ? i - 1 : 1;
  return legs.map((l, k) => (k === to ? { ...l, hours: tidy(l.hours + hours) } : l)).filter((_, k) => k !== i);
}
