import type { Field } from './field';

/** The figures of a water, in forms and files. */
export const waterFields: readonly Field[] = [
  { path: 'tempC', label: 'Temperature', type: 'number', unit: '°C', optional: true, aliases: ['temp', 't'] },
  { path: 'pH', label: 'pH', type: 'number', optional: true },
  { path: 'khDkh', label: 'KH', type: 'number', unit: '°dKH', optional: true, aliases: ['carbonate hardness'] },
  { path: 'ghDgh', label: 'GH', type: 'number', unit: '°dGH', optional: true, aliases: ['general hardness'] },
  { path: 'salinity', label: 'Salinity', type: 'number', optional: true, aliases: ['salt'] },
  { path: 'tanMgNL', label: 'Ammonia', type: 'number', unit: 'mg N/L', optional: true, aliases: ['TAN'] },
];
