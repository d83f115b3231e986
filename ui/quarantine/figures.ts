import type { TestFigure } from '@/core/quarantine/schema';

/** What is read of a quarantine’s water: its name, its unit, and decimals. */
export const figureLabels: Record<TestFigure, readonly [label: string, unit: string, digits: number]> = {
  tanMgNL: ['Ammonia', 'mg N/L', 2],
  nitriteMgL: ['Nitrite', 'mg/L', 2],
  nitrateMgL: ['Nitrate', 'mg/L', 0],
  pH: ['pH', '', 1],
  khDkh: ['KH', '°dKH', 1],
  ghDgh: ['GH', '°dGH', 1],
  tempC: ['Temperature', '°C', 1],
  salinity: ['Salinity', 'g/kg', 1],
  copperMgL: ['Copper', 'mg/L', 2],
};
