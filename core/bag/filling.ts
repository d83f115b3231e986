import type { Assumptions } from '@/core/catalogue/assumptions';
import type { WaterSchool } from '@/core/catalogue/making';
import type { BagType, Species } from '@/core/catalogue/schema';
import { openTube, pillowVolumeL } from './geometry';

export const schoolWords: Record<WaterSchool, string> = {
  third: 'a third water',
  half: 'half water, half gas',
  fin: 'just over the dorsal fin',
  'ten-cm': 'ten centimetres deep',
  little: 'very little, for snails',
  moist: 'moist only',
  full: 'full of water, no gas',
};

/** How deep a fish is, as a share of its length, by its build (common practice †). */
const depthShare: Partial<Record<Species['look']['shape'], number>> = { deep: 0.5, slim: 0.24, flat: 0.16 };
/** Water over the back of a fish that stands "just over the dorsal fin", and the least that any stands in, cm (†). */
const OVER_FIN_CM = 1.5;
const LEAST_CM = 3;
/** A finger of water for snails, and what wets a pad of paper or moss, cm (†). */
const SNAIL_CM = 2;
const MOIST_CM = 0.4;

/** Litres in so many centimetres of a bag that stands open as a tube, L. */
export const litresAt = (type: Pick<BagType, 'widthCm'>, depthCm: number): number =>
  (Math.PI * (openTube(type.widthCm, 1).diameterCm / 2) ** 2 * depthCm) / 1000;

/** Centimetres of water in a standing bag. */
export const depthOf = (type: Pick<BagType, 'widthCm'>, waterL: number): number => waterL / litresAt(type, 1);

/** How far from its bottom a bag that holds so many litres is twisted off, cm; its own height where it is full (Robin's pillow). */
export function twistCm(type: Pick<BagType, 'widthCm' | 'heightCm'>, litres: number): number {
  let low = 0.1;
  let high = type.heightCm;
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (pillowVolumeL(type.widthCm, middle) < litres) low = middle;
    else high = middle;
  }
  return high;
}

export interface Swimmer {
  shape: Species['look']['shape'];
  lengthCm: number;
}

const waterCm = (school: WaterSchool, fish: readonly Swimmer[]): number | null => {
  switch (school) {
    case 'fin':
      return Math.max(LEAST_CM, ...fish.map((f) => f.lengthCm * (depthShare[f.shape] ?? 0.25) + OVER_FIN_CM));
    case 'ten-cm':
      return 10;
    case 'little':
      return SNAIL_CM;
    case 'moist':
      return MOIST_CM;
    default:
      return null;
  }
};

const rounded = (litres: number): number =>
  litres < 0.5 ? Math.max(0.02, Math.round(litres * 100) / 100) : Math.round(litres * 20) / 20;

/**
 * Water and gas of a bag by a school of filling (common practice; litres rounded as a jug measures): shares of what the
 * filled bag holds (less where it is left soft), or a depth in it as it stands. Breather film is filled to its own share and takes no gas.
 */
export function filledBy(
  school: WaterSchool,
  type: Pick<BagType, 'widthCm' | 'heightCm' | 'breather'>,
  fish: readonly Swimmer[],
  a: Assumptions,
  soft = false,
): { waterL: number; gasL: number } {
  const holdsL = a.bagFillShare * (soft ? a.softFillShare : 1) * pillowVolumeL(type.widthCm, type.heightCm);
  if (type.breather || school === 'full') return { waterL: rounded(holdsL), gasL: 0 };
  const depthCm = waterCm(school, fish);
  const waterL = rounded(
    Math.min(0.9 * holdsL, depthCm === null ? holdsL * (school === 'half' ? 0.5 : 1 / 3) : litresAt(type, depthCm)),
  );
  return { waterL, gasL: Math.round((holdsL - waterL) * 10) / 10 };
}
