import type { AssumptionName } from '@/core/catalogue/assumptions';

/** What a receiver may do otherwise than usual, and what is at hand: assumptions of one arrival, with how they are asked for. */
export interface MethodSetting {
  name: AssumptionName;
  label: string;
  unit: string;
  /** A yes or no, kept as 1 or 0. */
  yes?: boolean;
  min: number;
  max: number;
}

export const methodSettings = [
  { name: 'cupL', label: 'A cup holds', unit: 'L', min: 0.02, max: 2 },
  { name: 'cupEveryMin', label: 'Between cups', unit: 'min', min: 1, max: 30 },
  { name: 'cupsARound', label: 'Cups per round', unit: '', min: 1, max: 12 },
  { name: 'mixRounds', label: 'Rounds of cups or drops', unit: '', min: 1, max: 4 },
  { name: 'doubleMin', label: 'Drip doubles the water in', unit: 'min', min: 10, max: 180 },
  { name: 'vesselL', label: 'Bucket volume', unit: 'L', min: 1, max: 500 },
  { name: 'vesselRunsOver', label: 'Overflows into a second container', unit: '', yes: true, min: 0, max: 1 },
  { name: 'binderAtHand', label: 'Ammonia binder', unit: '', yes: true, min: 0, max: 1 },
  { name: 'airStoneAtHand', label: 'Air stone', unit: '', yes: true, min: 0, max: 1 },
  { name: 'refractometerAtHand', label: 'Refractometer', unit: '', yes: true, min: 0, max: 1 },
  { name: 'oxygenAtHand', label: 'Oxygen', unit: '', yes: true, min: 0, max: 1 },
] as const satisfies readonly MethodSetting[];
export type MethodSettingName = (typeof methodSettings)[number]['name'];
export type MethodSettings = Partial<Record<MethodSettingName, number>>;

/** Why a figure cannot be taken for a way; null where it can. */
export function methodSettingProblem(name: MethodSettingName, value: number): string | null {
  const { min, max, unit } = methodSettings.find((w) => w.name === name)!;
  if (!Number.isFinite(value)) return 'Give a number.';
  return value >= min && value <= max ? null : `Between ${min} and ${max}${unit ? ` ${unit}` : ''}.`;
}
