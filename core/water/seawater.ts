/**
 * Density of fresh and sea water (EOS-80: Millero & Poisson 1981; UNESCO Tech. Pap. Mar. Sci. 44, 1983), specific
 * gravity and hydrometer readings. 0–40 °C, salinity 0–42.
 */
const poly = (t: number, c: readonly number[]): number => c.reduceRight((acc, k) => acc * t + k, 0);

const PURE = [999.842594, 6.793952e-2, -9.09529e-3, 1.001685e-4, -1.120083e-6, 6.536332e-9];
const A = [0.824493, -4.0899e-3, 7.6438e-5, -8.2467e-7, 5.3875e-9];
const B = [-5.72466e-3, 1.0227e-4, -1.6546e-6];

/** kg/m³ at one atmosphere. */
export function densityKgM3(tempC: number, salinity: number): number {
  if (!(tempC >= -2 && tempC <= 40 && salinity >= 0 && salinity <= 42))
    throw new RangeError(`Density is known for -2 to 40 °C and salinity 0 to 42, not ${tempC} °C and ${salinity}.`);
  return (
    poly(tempC, PURE) + poly(tempC, A) * salinity + poly(tempC, B) * salinity ** 1.5 + 4.8314e-4 * salinity * salinity
  );
}

/** Specific gravity: density at t over that of pure water at the hydrometer's reference temperature. */
export const specificGravity = (tempC: number, salinity: number, referenceC: number): number =>
  densityKgM3(tempC, salinity) / densityKgM3(referenceC, 0);

/** Salinity of a hydrometer reading; null where no salinity in 0–42 gives it. Bisection to 1e-9. */
export function salinityFromSg(sg: number, tempC: number, referenceC: number): number | null {
  let low = 0;
  let high = 42;
  if (!(sg >= specificGravity(tempC, low, referenceC) && sg <= specificGravity(tempC, high, referenceC))) return null;
  while (high - low > 1e-9) {
    const mid = (low + high) / 2;
    if (specificGravity(tempC, mid, referenceC) < sg) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

export interface WaterVolume {
  volumeL: number;
  salinity: number;
  tempC: number;
}

/** Two waters mixed: salt and heat by mass, volume from the density of the mixture. */
export function mixWaters(a: WaterVolume, b: WaterVolume): WaterVolume & { massKg: number } {
  const ma = (a.volumeL * densityKgM3(a.tempC, a.salinity)) / 1000;
  const mb = (b.volumeL * densityKgM3(b.tempC, b.salinity)) / 1000;
  const massKg = ma + mb;
  const salinity = (ma * a.salinity + mb * b.salinity) / massKg;
  const tempC = (ma * a.tempC + mb * b.tempC) / massKg;
  return { massKg, salinity, tempC, volumeL: (massKg / densityKgM3(tempC, salinity)) * 1000 };
}
