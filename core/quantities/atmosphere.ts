/** Pressure of the ICAO standard atmosphere (Doc 7488, from memory), kPa, for −500…11,000 m. */
export function isaPressureKPa(heightM: number): number {
  if (!(heightM >= -500 && heightM <= 11000))
    throw new RangeError(`The standard atmosphere is used up to 11,000 m, not ${heightM} m.`);
  return 101.325 * (1 - 2.25577e-5 * heightM) ** 5.25588;
}
