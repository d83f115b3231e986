import type { WaterReading } from '@/core/consignment/schema';
import { num } from './fields';

/** The figures of a water as they stand in every form: key, name, unit, decimals. */
export const waterKeys = [
  ['tempC', 'Temperature', '°C', 1],
  ['pH', 'pH', '', 1],
  ['khDkh', 'KH', '°dKH', 0],
  ['ghDgh', 'GH', '°dGH', 0],
  ['salinity', 'Salinity', '', 0],
  ['tanMgNL', 'Ammonia', 'mg N/L', 1],
] as const satisfies readonly (readonly [keyof WaterReading, string, string, number])[];

/** Typed text as numbers; what is empty is no number, and the schema says so beside its field. */
export const waterNumbers = (w: Partial<Record<keyof WaterReading, string>>): WaterReading =>
  Object.fromEntries(waterKeys.map(([k]) => [k, num(w[k] ?? '')])) as unknown as WaterReading;

export const waterText = (w: Partial<Record<keyof WaterReading, string | number>>): string =>
  waterKeys.map(([k, label]) => `${label} ${w[k] ?? ''}`).join(', ');
