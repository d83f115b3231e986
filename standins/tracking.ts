import { HOUR, MIN } from '@/core/quantities/time';

/**
 * A simulated carrier that tells where a box is: always the same for the same box. Most are punctual, some late, some not
 * seen for a while, some early (shares † ours). It makes no request to anybody.
 */
export interface Sighting {
  /** The leg that has begun, counted from 0 at the hand-over; the number of legs where it was delivered. */
  leg: number;
  at: string;
  words: string;
}

interface Way {
  label: string;
  startMs: number;
  endMs: number;
}

/** A repeatable number in 0…1 of a text (FNV-1a with a finish). */
function unit(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  h = Math.imul(h ^ (h >>> 15), 0x846ca68b);
  return ((h ^ (h >>> 13)) >>> 0) / 2 ** 32;
}

export type CarrierLuck = 'punctual' | 'late' | 'lost' | 'early';

/** What becomes of a box. */
export function carrierLuckOf(id: string): CarrierLuck {
  const u = unit(`luck ${id}`);
  return u < 0.6 ? 'punctual' : u < 0.8 ? 'late' : u < 0.9 ? 'lost' : 'early';
}

/** Every sighting of a box up to an instant, as its carrier would tell it. `legs`: between hand-over and delivery, as planned. */
export function sightings(
  id: string,
  legs: readonly Way[],
  nowMs: number,
  luck: CarrierLuck = carrierLuckOf(id),
): Sighting[] {
  const out: Sighting[] = [];
  const held = 1 + Math.floor(unit(`where ${id}`) * Math.max(1, legs.length - 1));
  let shift = 0;
  legs.forEach((l, i) => {
    const length = l.endMs - l.startMs;
    const jitter = (unit(`${id} ${i}`) - 0.3) * 20 * MIN;
    const at = l.startMs + shift + (i === 0 ? 0 : Math.max(-10 * MIN, jitter));
    // Lost for a while: nothing is told of the legs in the middle, and the box comes all the same, later.
    const silent = luck === 'lost' && i > 0 && i < legs.length - 1;
    if (!silent) out.push({ leg: i, at: new Date(at).toISOString(), words: `${l.label}: received` });
    if (luck === 'early') shift -= Math.min(0.25 * length, 2 * HOUR);
    if (luck === 'late' && i === held - 1) shift += (3 + 11 * unit(`hours ${id}`)) * HOUR;
    if (luck === 'lost' && i === 0) shift += 5 * HOUR;
  });
  const end = legs[legs.length - 1];
  if (end) out.push({ leg: legs.length, at: new Date(end.endMs + shift).toISOString(), words: 'Delivered' });
  return out.filter((s) => Date.parse(s.at) <= nowMs);
}
