/** A line of a scale on a cable: what it shows, and whether it has come to rest. */
export interface ScaleLine {
  kg: number;
  stable: boolean;
}

/** Step of the scale, kg; lines until it rests, and how far it swings in the first of them, as a share († ours). */
const STEP_KG = 0.05;
const SWINGS = 6;
const FIRST_SWING = 0.12;

/**
 * What a simulated scale sends while a box is set down on it: it swings and comes to rest, as one on a serial cable does,
 * and then says the same twice. The same weight swings the same way.
 */
export function scaleLines(kg: number): ScaleLine[] {
  const shown = (v: number): number => Number((Math.max(0, Math.round(v / STEP_KG)) * STEP_KG).toFixed(2));
  const swinging = Array.from({ length: SWINGS }, (_, i) => ({
    kg: shown(kg * (1 + FIRST_SWING * (i % 2 === 0 ? -1 : 1) * 0.55 ** i)),
    stable: false,
  }));
  return [...swinging, { kg: shown(kg), stable: true }, { kg: shown(kg), stable: true }];
}
