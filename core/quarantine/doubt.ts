import type { Told } from './schema';

/** Why a test looks like a slip; null where it does not. `copperTop` is where the copper that was given harms, mg/L. */
export function oddTest(
  figures: Extract<Told, { kind: 'test' }>['figures'],
  copperTop: number,
  askTimes: number,
): string | null {
  const { copperMgL, pH, tanMgNL, nitriteMgL, tempC } = figures;
  if (copperMgL !== undefined && copperMgL > askTimes * copperTop)
    return `Copper ${copperMgL} mg/L is ${(copperMgL / copperTop).toFixed(0)} times what it should be: is the decimal point right?`;
  if (pH !== undefined && (pH < 5 || pH > 9.5)) return `pH ${pH} with living fish: measure it again.`;
  if (tanMgNL !== undefined && tanMgNL > 8) return `Ammonia ${tanMgNL} mg N/L is more than any tank bears: a slip?`;
  if (nitriteMgL !== undefined && nitriteMgL > 10) return `Nitrite ${nitriteMgL} mg/L: beyond what kits read. A slip?`;
  if (tempC !== undefined && tempC > 36) return `${tempC} °C: typed in Fahrenheit?`;
  return null;
}
