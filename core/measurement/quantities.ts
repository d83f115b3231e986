/**
 * The one registry of what is measured, told or counted: its name, its unit, the decimals it is shown with, the range in
 * which it is possible, and other headings under which a file may hold it. Schemas, forms, tables, files and the database
 * follow from it, so that a new test kit is one entry here.
 */
export interface QuantityRow {
  label: string;
  unit: string;
  digits: number;
  /** Outside it no water, box or animal can be: every door refuses it. */
  min: number;
  max: number;
  /** Outside it hardly anything lives, or no kit reads: it is asked about once more before it is kept († common practice). */
  asked?: readonly [from: number, to: number];
  /** Animals: whole ones. */
  whole?: true;
  aliases?: readonly string[];
}

/** Of a water. The temperature ends where the models of the water do. */
const water = {
  tempC: { label: 'Temperature', unit: '°C', digits: 1, min: 0, max: 35, asked: [6, 34], aliases: ['temp', 't'] },
  pH: { label: 'pH', unit: '', digits: 1, min: 4, max: 10, asked: [5, 9] },
  khDkh: { label: 'KH', unit: '°dKH', digits: 1, min: 0, max: 28, aliases: ['carbonate hardness'] },
  ghDgh: { label: 'GH', unit: '°dGH', digits: 1, min: 0, max: 60, aliases: ['general hardness'] },
  salinity: { label: 'Salinity', unit: 'g/kg', digits: 1, min: 0, max: 42, aliases: ['salt'] },
  tanMgNL: { label: 'Ammonia', unit: 'mg N/L', digits: 2, min: 0, max: 50, asked: [0, 8], aliases: ['TAN'] },
  nitriteMgL: { label: 'Nitrite', unit: 'mg/L', digits: 2, min: 0, max: 100, asked: [0, 10], aliases: ['NO2'] },
  nitrateMgL: { label: 'Nitrate', unit: 'mg/L', digits: 0, min: 0, max: 1000, aliases: ['NO3'] },
  phosphateMgL: { label: 'Phosphate', unit: 'mg/L', digits: 2, min: 0, max: 50, aliases: ['PO4'] },
  oxygenMgL: { label: 'Oxygen', unit: 'mg/L', digits: 1, min: 0, max: 60, aliases: ['O2'] },
  /** Dissolved solids, as a meter of conductivity tells them. */
  tdsMgL: { label: 'Dissolved solids', unit: 'mg/L', digits: 0, min: 0, max: 60_000, aliases: ['TDS'] },
  copperMgL: { label: 'Copper', unit: 'mg/L', digits: 2, min: 0, max: 10 },
} as const satisfies Record<string, QuantityRow>;

const ofAnimals = {
  alive: { label: 'Alive', unit: '', digits: 0, min: 0, max: 5000, whole: true },
  dead: { label: 'Dead', unit: '', digits: 0, min: 0, max: 5000, whole: true },
  doubtful: { label: 'Doubtful', unit: '', digits: 0, min: 0, max: 5000, whole: true },
  /** Of ten animals of a dense lot: how many have torn fins, and their mean length. */
  tornFins: { label: 'Torn fins', unit: 'of 10', digits: 0, min: 0, max: 10, whole: true },
  lengthCm: { label: 'Length', unit: 'cm', digits: 1, min: 0.1, max: 200 },
  /** Animals that died since the opening, told as they are: each adds. */
  lostLater: { label: 'Lost later', unit: '', digits: 0, min: 1, max: 5000, whole: true },
} as const satisfies Record<string, QuantityRow>;

const ofBoxes = {
  surfaceC: { label: 'Surface', unit: '°C', digits: 1, min: -30, max: 120 },
  airC: { label: 'Air in the box', unit: '°C', digits: 1, min: -20, max: 60 },
  weightKg: { label: 'Weight', unit: 'kg', digits: 2, min: 0, max: 200 },
  /** The box was seen at the beginning of a leg: its number from 0 on; the word is what was read. */
  scan: { label: 'Seen at', unit: '', digits: 0, min: 0, max: 60 },
} as const satisfies Record<string, QuantityRow>;

/** What is told in words and has no figure. */
const word = (label: string) => ({ label, unit: '', digits: 0, min: 0, max: 0 }) as const;

export const quantities = {
  ...water,
  ...ofAnimals,
  ...ofBoxes,
  /** When it is expected now, as the carrier says: an instant as a word. */
  due: word('Expected'),
  /** Number of the receipt, and who took the boxes. */
  receipt: word('Receipt'),
  takenBy: word('Accepted by'),
  /** What was seen through the film or in the box before it was opened (`signs.ts`). */
  sign: word('Sign'),
  /** The receiving tank that a hand has sent a bag to: its name as a word. */
  into: word('Into'),
  /** A second receiving tank that half of a bag goes into. */
  half: word('Half into'),
  /** What was seen of the animals before the bag was closed. */
  blemish: word('Blemish'),
  /** Number of a certificate of origin that came along. */
  certificate: word('Certificate'),
  note: word('Note'),
  photo: word('Photograph'),
} as const satisfies Record<string, QuantityRow>;
export type Quantity = keyof typeof quantities;

/** Everything that can be measured of a water, as a tank's tests tell it. */
export const tankFigures = Object.keys(water) as TankFigure[];
export type TankFigure = keyof typeof water;

/** How a water was read; empty where nobody told. */
export const readingWays = ['', 'meter', 'drops', 'strip'] as const;
export type ReadingWay = (typeof readingWays)[number];

/** The figures that say what a water is: a source, a bag and a receiving tank are compared by them. */
export const waterFigures = [
  'tempC',
  'pH',
  'khDkh',
  'ghDgh',
  'salinity',
  'tanMgNL',
] as const satisfies readonly TankFigure[];
export type WaterFigure = (typeof waterFigures)[number];
/** What can be told of the water that a bag is filled with, or that receives it. */
export const toldFigures = [...waterFigures, 'tdsMgL'] as const satisfies readonly TankFigure[];
/** What is read of a bag or a receiving tank on arrival. */
export const waterQuantities = [...waterFigures, 'oxygenMgL', 'tdsMgL'] as const satisfies readonly TankFigure[];
export type WaterQuantity = (typeof waterQuantities)[number];

export const counts = ['alive', 'dead', 'doubtful'] as const satisfies readonly Quantity[];
export const sampledFigures = ['tornFins', 'lengthCm'] as const satisfies readonly Quantity[];
export const bagFigures = [...waterQuantities, ...counts, ...sampledFigures] as const;
export type BagFigure = (typeof bagFigures)[number];

export type Figures<Q extends Quantity = Quantity> = Partial<Record<Q, number>>;

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
export function unbelieved(q: Quantity, v: number): string | null {
  const { min, max, unit, whole }: QuantityRow = quantities[q];
  if (!Number.isFinite(v)) return 'Give a number.';
  if (whole && !Number.isInteger(v)) return 'Count whole animals.';
  return v >= min && v <= max ? null : `Between ${min} and ${max}${unit ? ` ${unit}` : ''}.`;
}
