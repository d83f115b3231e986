import type { Treatment } from '@/core/catalogue/treatment';

/** Two invented medicines with round figures: a copper with its band, and drops that halve in two days. */
export const copper: Treatment = {
  id: 'c',
  name: 'Sorrel',
  kind: 'bound-copper',
  unit: 'mL',
  perL: 0.2,
  mgPerUnit: 10,
  targetMgL: 2,
  bandFromMgL: 1.5,
  bandToMgL: 2.5,
};
export const drops: Treatment = {
  id: 'd',
  name: 'Teasel',
  kind: 'parasite',
  unit: 'mL',
  perL: 0.25,
  mgPerUnit: 10,
  targetMgL: 2.5,
  halfLifeH: 48,
};
/** Copper that no molecule holds, and a conditioner that makes it poisonous. */
export const ionic: Treatment = { ...copper, id: 'i', name: 'Bistort', kind: 'copper' };
export const binder: Treatment = { id: 'b', name: 'Binder', kind: 'binder', unit: 'mL', perL: 0.1, reducing: true };
