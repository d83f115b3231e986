/** What is measured, seen or counted, with its unit and the range in which it is believed. */
export const quantities = {
  tempC: { unit: '°C', min: -5, max: 45 },
  surfaceC: { unit: '°C', min: -30, max: 120 },
  pH: { unit: '', min: 4, max: 10 },
  khDkh: { unit: '°dKH', min: 0, max: 28 },
  ghDgh: { unit: '°dGH', min: 0, max: 60 },
  salinity: { unit: '', min: 0, max: 42 },
  tanMgNL: { unit: 'mg N/L', min: 0, max: 50 },
  nitriteMgL: { unit: 'mg/L', min: 0, max: 100 },
  nitrateMgL: { unit: 'mg/L', min: 0, max: 1000 },
  oxygenMgL: { unit: 'mg/L', min: 0, max: 60 },
  copperMgL: { unit: 'mg/L', min: 0, max: 10 },
  /** Dissolved solids, as a meter of conductivity tells them. */
  tdsMgL: { unit: 'mg/L', min: 0, max: 60_000 },
  weightKg: { unit: 'kg', min: 0, max: 200 },
  /** Of ten animals of a dense lot: how many have torn fins, and their mean length. */
  tornFins: { unit: 'of 10', min: 0, max: 10 },
  lengthCm: { unit: 'cm', min: 0.1, max: 200 },
  alive: { unit: '', min: 0, max: 5000 },
  dead: { unit: '', min: 0, max: 5000 },
  doubtful: { unit: '', min: 0, max: 5000 },
  /** Animals that died since the opening, told as they are: each adds. */
  lostLater: { unit: '', min: 1, max: 5000 },
  /** The box was seen at the beginning of a leg: its number from 0 on; the word is what was read. */
  scan: { unit: '', min: 0, max: 60 },
  /** When it is expected now, as the carrier says: an instant as a word. */
  due: { unit: '', min: 0, max: 0 },
  /** Number of the receipt, and who took the boxes. */
  receipt: { unit: '', min: 0, max: 0 },
  takenBy: { unit: '', min: 0, max: 0 },
  /** What was seen through the film or in the box before it was opened (`signs.ts`). */
  sign: { unit: '', min: 0, max: 0 },
  /** The receiving tank that a hand has sent a bag to: its name as a word. */
  into: { unit: '', min: 0, max: 0 },
  /** A second receiving tank that half of a bag goes into. */
  half: { unit: '', min: 0, max: 0 },
  /** What was seen of the animals before the bag was closed. */
  blemish: { unit: '', min: 0, max: 0 },
  /** Number of a certificate of origin that came along. */
  certificate: { unit: '', min: 0, max: 0 },
  note: { unit: '', min: 0, max: 0 },
  photo: { unit: '', min: 0, max: 0 },
} as const satisfies Record<string, { unit: string; min: number; max: number }>;
export type Quantity = keyof typeof quantities;

/** What is measured of a water, and what is counted of animals. */
export const waterQuantities = [
  'tempC',
  'pH',
  'khDkh',
  'ghDgh',
  'salinity',
  'tanMgNL',
  'oxygenMgL',
  'tdsMgL',
] as const satisfies readonly Quantity[];
export type WaterQuantity = (typeof waterQuantities)[number];
export const counts = ['alive', 'dead', 'doubtful'] as const satisfies readonly Quantity[];
export const sampledFigures = ['tornFins', 'lengthCm'] as const satisfies readonly Quantity[];
export const bagFigures = [...waterQuantities, ...counts, ...sampledFigures] as const;
export type BagFigure = (typeof bagFigures)[number];

/** What is known of a bag before anybody has read it. */
export const nothingRead = {
  tempC: null,
  pH: null,
  salinity: null,
  alive: null,
  dead: null,
  doubtful: null,
  note: '',
};

/** Why a figure cannot be one of this quantity; null where it can. */
export function unbelieved(q: BagFigure, v: number): string | null {
  const { min, max, unit } = quantities[q];
  if (!Number.isFinite(v)) return 'Give a number.';
  if ((q === 'tornFins' || (counts as readonly Quantity[]).includes(q)) && !Number.isInteger(v))
    return 'Count whole animals.';
  return v >= min && v <= max ? null : `Between ${min} and ${max}${unit ? ` ${unit}` : ''}.`;
}
