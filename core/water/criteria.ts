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

const MIDDLE = 7.204;

export function ammoniaCriteria(pH: number, tempC: number): AmmoniaCriteria {
  if (!(pH > 0 && pH < 14 && tempC >= 0 && tempC <= 40))
    throw new RangeError(`The ammonia criteria need a pH and 0 to 40 °C, not pH ${pH} at ${tempC} °C.`);
  const shape = 0.0114 / (1 + 10 ** (MIDDLE - pH)) + 1.6181 / (1 + 10 ** (pH - MIDDLE));
  const byTemp = 23.12 * 10 ** (0.036 * (20 - tempC));
  const salmonids = 0.275 / (1 + 10 ** (MIDDLE - pH)) + 39 / (1 + 10 ** (pH - MIDDLE));
  const chronicMgNL =
    0.8876 *
    (0.0278 / (1 + 10 ** (7.688 - pH)) + 1.1994 / (1 + 10 ** (pH - 7.688))) *
    2.126 *
    10 ** (0.028 * (20 - Math.max(tempC, 7)));
  return {
    acuteMgNL: molluscAcuteMgNL(pH, tempC),
    acuteWithSalmonidsMgNL: Math.min(salmonids, 0.7249 * shape * byTemp),
    chronicMgNL,
    fourDayMgNL: 2.5 * chronicMgNL,
  };
}

/** 10^(pH − 7.204) as the ratio that both acute forms are made of; 1/ratio is its reverse. */
const above = (pH: number): number => Math.exp((pH - MIDDLE) * Math.LN10);

/**
 * US EPA 1999 acute criterion, salmonids absent (EPA-822-R-99-014), mg N/L of total ammonia: it rests on fish and does
 * not move with temperature. Crustaceans are judged by it too (they bear several times the mussels' mark, from memory).
 */
export function fishAcuteMgNL(pH: number): number {
  const r = above(pH);
  return (0.411 * r) / (r + 1) + 58.4 / (1 + r);
}

/** US EPA 2013 acute criterion, salmonids absent: driven by freshwater mussels, the yardstick for molluscs. */
function molluscAcuteMgNL(pH: number, tempC: number): number {
  const r = above(pH);
  const warm = Math.min(51.93, 23.12 * Math.exp(0.036 * Math.LN10 * (20 - tempC)));
  return 0.7249 * ((0.0114 * r) / (r + 1) + 1.6181 / (1 + r)) * warm;
}

/** The pH at which the criterion is read: 6.5 where the water is more acid than the tables reach. */
export const criterionPh = (pH: number): number => Math.max(6.5, pH);

/** The chronic criterion (US EPA 2013) of a water, mg N/L of total ammonia. */
export const chronicMgNL = (pH: number, tempC: number): number =>
  ammoniaCriteria(criterionPh(pH), Math.min(30, Math.max(0, tempC))).chronicMgNL;

/** Sea water: acute mark for un-ionized ammonia, mg N/L (US EPA 1989, from memory †). */
export const SEA_ACUTE_NH3_MGNL = 0.233;
/** Sea water: chronic mark for un-ionized ammonia, mg N/L (US EPA 1989, from memory †). */
export const SEA_CHRONIC_NH3_MGNL = 0.035;
/** From this salinity on un-ionized ammonia is judged. */
export const SEA_JUDGED_FROM = 5;

/** Whose criterion holds: that of fish (crustaceans with them), of molluscs, or the stricter of both. */
export type AmmoniaJudge = 'fish' | 'mollusc' | 'both';

/** How many times the acute criterion this water is: fresh on total ammonia, sea on un-ionized. */
export function timesAcute(
  w: { tanMgNL: number; nh3MgNL: number; pH: number; tempC: number; salinity: number },
  judge: AmmoniaJudge = 'fish',
): number {
  if (w.salinity >= SEA_JUDGED_FROM) return w.nh3MgNL / SEA_ACUTE_NH3_MGNL;
  return w.tanMgNL / acuteMgNL(criterionPh(w.pH), w.tempC, judge);
}

/** The acute criterion that a judge reads, mg N/L of total ammonia. */
function acuteMgNL(pH: number, tempC: number, judge: AmmoniaJudge): number {
  if (judge === 'fish') return fishAcuteMgNL(pH);
  const mollusc = molluscAcuteMgNL(pH, tempC);
  return judge === 'mollusc' ? mollusc : Math.min(mollusc, fishAcuteMgNL(pH));
}
