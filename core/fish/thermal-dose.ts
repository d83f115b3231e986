/** What a species bears for a day on either side, °C, and the degrees that make ten times the harm. */
export interface ThermalLimits {
  cold24C: number;
  warm24C: number;
  zC: number;
}

/** Harm of one hour held at a temperature; it kills at 1. */
export const harmPerH = (tempC: number, l: ThermalLimits): number =>
  (10 ** ((tempC - l.warm24C) / l.zC) + 10 ** ((l.cold24C - tempC) / l.zC)) / 24;

/** Mean of an exponential that goes from `a` to `b` along a straight exponent. */
const between = (a: number, b: number): number => {
  const r = b / a;
  return r > 0.999 && r < 1.001 ? (a + b) / 2 : (b - a) / Math.log(r);
};

/** One side of the harm at the ends of a piece: 10^((T − W)/z)/24. */
const warmSide = (tempC: number, l: ThermalLimits): number => Math.exp(((tempC - l.warm24C) * Math.LN10) / l.zC) / 24;
const coldSide = (tempC: number, l: ThermalLimits): number => Math.exp(((l.cold24C - tempC) * Math.LN10) / l.zC) / 24;

/** Harm of a straight piece of so many hours, in closed form. */
const harmOfPiece = (fromC: number, toC: number, hours: number, l: ThermalLimits): number =>
  hours * (between(warmSide(fromC, l), warmSide(toC, l)) + between(coldSide(fromC, l), coldSide(toC, l)));

/** Hours into a straight piece at which the harm reaches `left`, which it does by the end: found by halving. */
function hoursTo(left: number, fromC: number, toC: number, hours: number, l: ThermalLimits): number {
  let low = 0;
  let high = hours;
  for (let i = 0; i < 40; i++) {
    const h = (low + high) / 2;
    if (harmOfPiece(fromC, fromC + ((toC - fromC) * h) / hours, h, l) < left) low = h;
    else high = h;
  }
  return (low + high) / 2;
}

/**
 * Temperature as a dose: D = ∫ dt/24 h · (10^((T − T24warm)/z) + 10^((T24cold − T)/z)), without recovery, both sides
 * always counting; the hard limit is met at D = 1. The form is the thermal death time curve (Fry 1947; Jørgensen, Malte
 * & Overgaard 2019, 2021). `tempC` are °C every `stepH` hours with straight lines between; exact for them. Writes the
 * dose at every point into `out` where it is given. Gives the hour of dose 1, null where it is not reached.
 */
export function thermalDose(
  tempC: Float64Array,
  steps: number,
  stepH: number,
  l: ThermalLimits,
  out: Float64Array | null = null,
  /** So many points of `out` are wanted. */
  upTo = steps,
): number | null {
  let dose = 0;
  let fatalH: number | null = null;
  const perC = Math.LN10 / l.zC;
  // The product of both sides is the same at every temperature: one power a point gives both.
  const product = 10 ** ((l.cold24C - l.warm24C) / l.zC) / 24 ** 2;
  let warm = warmSide(tempC[0]!, l);
  let cold = product / warm;
  if (out) out[0] = 0;
  for (let i = 1; i < steps; i++) {
    if (fatalH !== null && i >= upTo) return fatalH;
    const rise = (tempC[i]! - tempC[i - 1]!) * perC;
    const nextWarm = warmSide(tempC[i]!, l);
    const nextCold = product / nextWarm;
    const mean =
      rise > -1e-3 && rise < 1e-3
        ? (warm + nextWarm + cold + nextCold) / 2
        : (nextWarm - warm - nextCold + cold) / rise;
    const more = stepH * mean;
    if (fatalH === null && dose + more >= 1) {
      fatalH = (i - 1) * stepH + hoursTo(1 - dose, tempC[i - 1]!, tempC[i]!, stepH, l);
      if (!out) return fatalH;
    }
    dose += more;
    if (out) out[i] = dose;
    warm = nextWarm;
    cold = nextCold;
  }
  return fatalH;
}

/** The same for a curve of corner points [hour, °C]; two at the same hour are a jump. Hours from the first point on. */
export function doseOfCurve(
  points: readonly (readonly [hour: number, tempC: number])[],
  l: ThermalLimits,
): { dose: number; fatalH: number | null } {
  let dose = 0;
  let fatalH: number | null = null;
  for (let i = 1; i < points.length; i++) {
    const [h0, t0] = points[i - 1]!;
    const [h1, t1] = points[i]!;
    if (!(h1 > h0)) continue;
    const more = harmOfPiece(t0, t1, h1 - h0, l);
    if (fatalH === null && dose + more >= 1) fatalH = h0 + hoursTo(1 - dose, t0, t1, h1 - h0, l);
    dose += more;
  }
  return { dose, fatalH };
}
