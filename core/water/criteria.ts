/**
 * US EPA 2013 aquatic life criteria for ammonia in fresh water (EPA-822-R-13-001), total ammonia nitrogen in mg N/L.
 * The acute form (CMC) is the one without salmonids; a second with them. Tables cover pH 6.5–9 and 0–30 °C;
 * below pH 6.5 callers use the criterion at 6.5 and say so (`criterionPh`).
 */
export interface AmmoniaCriteria {
  acuteMgNL: number;
  acuteWithSalmonidsMgNL: number;
  chronicMgNL: number;
  fourDayMgNL: number;
}

export function ammoniaCriteria(pH: number, tempC: number): AmmoniaCriteria {
  if (!(pH > 0 && pH < 14 && tempC >= 0 && tempC <= 40))
    throw new RangeError(`The ammonia criteria need a pH and 0 to 40 °C, not pH ${pH} at ${tempC} °C.`);
  const shape = 0.0114 / (1 + 10 ** (7.204 - pH)) + 1.6181 / (1 + 10 ** (pH - 7.204));
  const byTemp = 23.12 * 10 ** (0.036 * (20 - tempC));
  const acuteMgNL = 0.7249 * shape * Math.min(51.93, byTemp);
  const salmonids = 0.275 / (1 + 10 ** (7.204 - pH)) + 39 / (1 + 10 ** (pH - 7.204));
  const chronicMgNL =
    0.8876 *
    (0.0278 / (1 + 10 ** (7.688 - pH)) + 1.1994 / (1 + 10 ** (pH - 7.688))) *
    2.126 *
    10 ** (0.028 * (20 - Math.max(tempC, 7)));
  return {
    acuteMgNL,
    acuteWithSalmonidsMgNL: Math.min(salmonids, 0.7249 * shape * byTemp),
    chronicMgNL,
    fourDayMgNL: 2.5 * chronicMgNL,
  };
}

/** The pH at which the criterion is read: 6.5 where the water is more acid than the tables reach. */
export const criterionPh = (pH: number): number => Math.max(6.5, pH);

/** Sea water: acute mark for un-ionized ammonia, mg N/L (US EPA 1989, from memory †). */
export const SEA_ACUTE_NH3_MGNL = 0.233;

/** How many times the acute criterion this water is: fresh on total ammonia, sea on un-ionized. */
export function timesAcute(w: {
  tanMgNL: number;
  nh3MgNL: number;
  pH: number;
  tempC: number;
  salinity: number;
}): number {
  if (w.salinity >= 5) return w.nh3MgNL / SEA_ACUTE_NH3_MGNL;
  return w.tanMgNL / ammoniaCriteria(criterionPh(w.pH), w.tempC).acuteMgNL;
}
