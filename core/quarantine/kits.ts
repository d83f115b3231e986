/** °dKH of a hardness told as mg/L of calcium carbonate (ppm): 17.848 mg/L each. */
export const ppmToDkh = (ppm: number): number => ppm / 17.848;

/** A drop test: drops until the colour turned, times what a drop stands for by its kit. 0 and more; RangeError below. */
export function dropTest(drops: number, perDrop: number): number {
  if (!(drops >= 0 && perDrop > 0)) throw new RangeError('Drops cannot be below 0, and a drop stands for more than 0.');
  return drops * perDrop;
}
