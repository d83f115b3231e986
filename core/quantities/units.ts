/**
 * Unit conversions. Inside the core everything is °C, L, g, mg/L, mmol, kPa, W, J and hours;
 * other units exist only where a person types or reads them.
 * Sources: exact definitions of the international yard and pound (1959) and of the US and imperial gallon;
 * 1 °dKH is 10 mg CaO per litre.
 */
export const LITRES_PER_US_GALLON = 3.785411784;
export const LITRES_PER_IMPERIAL_GALLON = 4.54609;
export const KG_PER_POUND = 0.45359237;
export const GRAMS_PER_OUNCE = 28.349523125;
export const CM_PER_INCH = 2.54;
export const MM_PER_MIL = 0.0254;
/** Molar masses, g/mol. */
const CAO_G_PER_MOL = 56.0774;
const CACO3_G_PER_MOL = 100.0869;
export const O2_G_PER_MOL = 31.998;
export const N_G_PER_MOL = 14.007;
export const NH3_G_PER_MOL = 17.031;
export const CO2_G_PER_MOL = 44.009;
/** Gas constant in L·kPa/(mol·K) and one atmosphere in kPa. */
export const R_L_KPA = 8.31446261815324;
export const KPA_PER_ATM = 101.325;
export const ZERO_C_IN_K = 273.15;

export const fahrenheitToC = (f: number): number => ((f - 32) * 5) / 9;
export const celsiusToF = (c: number): number => (c * 9) / 5 + 32;
/** A difference of temperatures: no offset of 32. */
export const fahrenheitStepToC = (df: number): number => (df * 5) / 9;

/** Alkalinity: 1 °dKH = 10 mg CaO/L, two equivalents a mole. */
export const dkhToMeqL = (dKH: number): number => (dKH * 20) / CAO_G_PER_MOL;
export const meqLToDkh = (meqL: number): number => (meqL * CAO_G_PER_MOL) / 20;
export const meqLToPpmCaCO3 = (meqL: number): number => (meqL * CACO3_G_PER_MOL) / 2;
export const ppmCaCO3ToMeqL = (ppm: number): number => (ppm * 2) / CACO3_G_PER_MOL;
/** Hardness in German degrees, the same mass scale as °dKH. */
export const dghToPpmCaCO3 = (dGH: number): number => meqLToPpmCaCO3(dkhToMeqL(dGH));

/** Salt by weight of water and volume: percent weight by volume, 1 % = 10 g/L. */
export const saltForPercentG = (percent: number, volumeL: number): number => percent * 10 * volumeL;
/** Salt that makes `ppt` grams per kilogram of the finished solution out of `volumeL` of fresh water. */
export const saltForPptByWeightG = (ppt: number, volumeL: number, waterKgPerL: number): number =>
  (ppt / (1000 - ppt)) * volumeL * waterKgPerL * 1000;
export const poundsPer100GalToGPerL = (lb: number): number => (lb * KG_PER_POUND * 1000) / (100 * LITRES_PER_US_GALLON);
export const percentToPoundsPer100Gal = (percent: number): number =>
  (percent * 10 * 100 * LITRES_PER_US_GALLON) / (KG_PER_POUND * 1000);
