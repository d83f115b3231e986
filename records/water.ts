import { quantities, type Quantity, type QuantityRow } from '@/core/measurement/quantities';
import type { Field } from './field';

/** The fields of figures in forms and files; each may stay empty. */
export const fieldsOf = (of: readonly Quantity[]): Field[] =>
  of.map((path) => {
    const { label, unit, aliases }: QuantityRow = quantities[path];
    return { path, label, type: 'number', optional: true, ...(unit ? { unit } : {}), ...(aliases ? { aliases } : {}) };
  });
