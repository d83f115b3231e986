/**
 * e^x and ln(1 + x) for the small steps of a simulation, by their series: a call of the library costs as much as the
 * rest of a step. Relative error of `expNear` below 2·10⁻⁹, absolute error of `logNear` below 2·10⁻⁹; beyond their
 * reach the library is asked. Any finite x (x > −1 for the logarithm).
 */
export const expNear = (x: number): number =>
  x > -0.1 && x < 0.1 ? 1 + x * (1 + (x / 2) * (1 + (x / 3) * (1 + (x / 4) * (1 + x / 5)))) : Math.exp(x);

export const logNear = (x: number): number =>
  x > -0.03 && x < 0.03 ? x * (1 - x * (1 / 2 - x * (1 / 3 - x * (1 / 4 - x / 5)))) : Math.log(1 + x);
