/** Oxygen of a water and of the gas over it, in amounts; what animals took over the last step. */
export interface OxygenState {
  waterMolL: number;
  /** Infinity where the gas is the open air. */
  gasMol: number;
  usedMol: number;
  /** Mean of the water over the last step, mol/L. */
  meanMolL: number;
}

export interface OxygenStep {
  waterL: number;
  hours: number;
  /** kL·A/V: how fast the water follows the gas, 1/h. */
  refillPerH: number;
  /** Oxygen pressure of the gas at the start of the step, kPa, and the share of it that is not oxygen. */
  gasKPa: number;
  inertShare: number;
  /** Henry's law: mol/L for a kPa. */
  molPerLPerKPa: number;
  /** What animals would take over the step if there were plenty, mol. */
  wantsMol: number;
  /** Pressure at which they get half of it, kPa. */
  halfKPa: number;
  /** Given into the water over the step (a tablet), mol. */
  givenMol: number;
}

/**
 * One step of dC/dt = kL·A/V·(Csat − C) − use·p/(p + half)/V: exact for a use that is straight in C, which it nearly is,
 * so that it neither overshoots near anoxia nor in a long step. Gas is taken at the middle of the step. What enters the
 * water has left the gas, and what animals took is what is missing: balances are exact. Writes into `s`, allocates
 * nothing.
 */
export function oxygenStep(s: OxygenState, q: OxygenStep): void {
  const { waterL, hours, refillPerH, molPerLPerKPa: henry, halfKPa } = q;
  const from = s.waterMolL;
  const p = from > 0 ? from / henry : 0;
  const perH = q.wantsMol / hours;
  const share = p > 0 ? p / (p + halfKPa) : 0;
  const slope = halfKPa > 0 ? (perH * halfKPa) / ((p + halfKPa) * (p + halfKPa)) / henry : 0;
  const rate = refillPerH + slope / waterL;
  const taken = (q.givenMol / hours - perH * share + slope * from) / waterL;
  const x = rate * hours;
  const fade = x > 1e-9 ? Math.exp(-x) : 1;
  const early = x > 1e-9 ? (1 - fade) / x : 1;
  // Twice: first with the gas as it was, then with the gas as it is at the middle.
  let transfer = 0;
  let water = from;
  let mean = from;
  for (let turn = 0; turn < 2; turn++) {
    const left = s.gasMol > 0 ? Math.max(0, 1 - (q.inertShare * transfer) / 2 / s.gasMol) : 0;
    const feed = refillPerH * q.gasKPa * left * henry + taken;
    if (rate > 0) {
      const settled = feed / rate;
      water = settled + (from - settled) * fade;
      mean = settled + (from - settled) * early;
      transfer = refillPerH * waterL * (q.gasKPa * left * henry - mean) * hours;
    } else {
      water = from + feed * hours;
      mean = (from + water) / 2;
    }
  }
  if (transfer > s.gasMol) {
    transfer = s.gasMol;
    water = Math.min(water, from + (transfer + q.givenMol) / waterL);
    mean = (from + water) / 2;
  }
  if (water < 0) water = 0;
  s.usedMol = Math.max(0, transfer + q.givenMol - (water - from) * waterL);
  s.waterMolL = water;
  s.meanMolL = mean > 0 ? mean : 0;
  s.gasMol -= transfer;
}
