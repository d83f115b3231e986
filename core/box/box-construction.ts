import type { Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Build, LidTape } from '@/core/catalogue/making';
import type { BoxType, Catalogue } from '@/core/catalogue/schema';
import type { Box } from '@/core/consignment/schema';

export const buildWords: Record<Build, string> = {
  moulded: 'moulded foam in a carton',
  cut: 'cut sheet, interlocked, in a carton',
  cool: 'cool box',
  carton: 'carton alone',
};

/** How the lid joint is closed, and what of its leak that leaves. */
export const tapeWords: Record<LidTape, string> = {
  'all-round': 'taped all around',
  corners: 'taped, corners left free',
  strips: 'two strips across, joint open',
};

/** What walls are made of, W/(m K) († from memory; EPS and XPS by ASTM C578). */
export const materials = [
  { name: 'EPS, moulded or cut', kWPerMK: 0.037 },
  { name: 'XPS', kWPerMK: 0.029 },
  { name: 'PUR in a shell', kWPerMK: 0.025 },
  { name: 'Corrugated board', kWPerMK: 0.06 },
] as const;

/** Air through the lid joint of a box, L/h for a metre of joint († ours: taped, corners free). */
const LEAK_L_PER_H_M: Record<Build, number> = { moulded: 3, cut: 18, cool: 1.5, carton: 26 };
/** Kilograms of a cubic metre of wall (a carton's with its doubled flaps), and of a square metre of carton round it († from memory). */
const WALL_KG_PER_M3: Record<Build, number> = { moulded: 22, cut: 24, cool: 90, carton: 150 };
const CARTON_KG_PER_M2 = 0.5;

/**
 * A box as it stands on the bench: its kind, or its own measures where a hand has given them. Price stays that of the
 * kind; leak and weight of own measures follow from how it is built, unless it was weighed.
 */
export function madeOf(catalogue: Pick<Catalogue, 'boxes'>, box: Box): BoxType {
  const kind = row(catalogue.boxes, box.boxTypeId, 'box');
  const { own } = box;
  if (!own) return kind;
  const [l, w, h] = own.insideCm.map((cm) => cm / 100) as [number, number, number];
  const t = own.wallCm / 100;
  const outsideM2 = 2 * ((l + 2 * t) * (w + 2 * t) + (l + 2 * t) * (h + 2 * t) + (w + 2 * t) * (h + 2 * t));
  const wallM3 = (l + 2 * t) * (w + 2 * t) * (h + 2 * t) - l * w * h;
  const bare = own.build === 'carton' || own.build === 'cool';
  const weighed = WALL_KG_PER_M3[own.build] * wallM3 + (bare ? 0 : CARTON_KG_PER_M2 * outsideM2);
  return {
    ...kind,
    name: own.name || `Own box, ${buildWords[own.build]}`,
    insideCm: own.insideCm,
    wallCm: own.wallCm,
    kWPerMK: own.kWPerMK,
    leakLPerH: LEAK_L_PER_H_M[own.build] * 2 * (l + w),
    massKg: own.massKg ?? Math.round(weighed * 100) / 100,
    ...(bare ? { cartonCm: 0 } : {}),
  };
}

/** Times the leak of a box, by how its joint is taped. */
export const tapeFactor = (tape: LidTape | undefined, a: Assumptions): number =>
  tape === 'all-round' ? a.tapeAllRound : tape === 'strips' ? a.tapeStrips : 1;

/** Air through the holes of a box, in holes of 6 mm: flow goes with their area. */
export const holesOf6mm = (box: Pick<Box, 'ventHoles' | 'ventMm'>): number =>
  box.ventHoles * ((box.ventMm ?? 6) / 6) ** 2;

/** "2 holes of 6 mm beside the packs"; nothing where there is none. */
export const holesWords = (box: Pick<Box, 'ventHoles' | 'ventMm' | 'packs'>): string =>
  box.ventHoles > 0
    ? `${box.ventHoles} ${box.ventHoles === 1 ? 'hole' : 'holes'} of ${box.ventMm ?? 6} mm${box.packs.length > 0 ? ' beside the packs' : ''}`
    : '';
