import type { PackType } from './schema';

/** Heat of a gram of iron that burns whole, Wh (7.38 kJ/g). */
const IRON_WH_PER_G = 7.38 / 3.6;
/** A wrapped pack to still air of 22 °C: about 0.025 m² and 8 W/m²K. */
const PLATE_W_PER_K = 0.2;
const ROOM_C = 22;

/**
 * Shapes of packs by how long they are said to last: corner points as shares of those hours and of the peak, and the watt
 * hours that a pack of that sort holds at its peak for each of them († ours, from the 20, 40 and 72 h packs).
 */
const shapes: readonly {
  upToH: number;
  wattHours: number;
  points: readonly (readonly [hours: number, peak: number])[];
}[] = [
  {
    upToH: 28,
    wattHours: 240,
    points: [
      [0, 0],
      [0.0375, 1],
      [0.175, 1],
      [0.6, 0.46],
      [1, 0.33],
      [1.15, 0],
    ],
  },
  {
    upToH: 50,
    wattHours: 240,
    points: [
      [0, 0],
      [0.025, 1],
      [0.125, 1],
      [0.2, 0.57],
      [0.875, 0.53],
      [1.075, 0],
    ],
  },
  {
    upToH: Infinity,
    wattHours: 230,
    points: [
      [0, 0],
      [0.02, 1],
      [0.93, 1],
      [1.07, 0],
    ],
  },
];

/** How far the power of a pack that is known by its hours alone, or by its hours and peak, lies from this, lognormal († ours). */
const SPREAD = { hours: 0.35, peak: 0.25 } as const;

/**
 * A heat pack as far as its label tells: how long it is said to last, 6 to 200 h, and its peak, W, where that is known. The
 * rest is a guess, with the spread of its power. Throws RangeError for hours that are none.
 */
export function typicalPack(hours: number, peakW: number | null = null): Omit<PackType, 'id' | 'name' | 'cost'> {
  if (!(hours > 0)) throw new RangeError('A pack lasts more than 0 h.');
  const { wattHours, points } = shapes.find((s) => hours <= s.upToH)!;
  const peak = peakW ?? wattHours / hours;
  const hundredth = (x: number): number => Math.round(100 * x) / 100;
  const ratedW = points.map(([h, w]): [number, number] => [hundredth(h * hours), hundredth(w * peak)]);
  const heatWh = ratedW.slice(1).reduce((s, [h, w], i) => s + ((h - ratedW[i]![0]) * (w + ratedW[i]![1])) / 2, 0);
  const ironG = Math.round(heatWh / IRON_WH_PER_G);
  const large = ironG > 90;
  return {
    kind: 'heat',
    ratedW,
    ironG,
    massG: Math.round(1.65 * ironG),
    thicknessCm: large ? 1.5 : 1.2,
    sizeCm: large ? [11, 15] : [10, 13],
    surfaceC: Math.round(ROOM_C + peak / PLATE_W_PER_K),
    spread: peakW === null ? SPREAD.hours : SPREAD.peak,
  };
}
