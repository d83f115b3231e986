import { z } from 'zod';
import { between } from '@/core/quantities/shapes';
import { quantities, type Quantity, type QuantityRow } from './quantities';

/** One figure, in its possible range; `of` says whose it is, where that is not told by the field. */
export function figure(q: Quantity, of?: string): z.ZodNumber {
  const { label, min, max, whole }: QuantityRow = quantities[q];
  const shape = between(
    min,
    max,
    of ? `${of} ${label === 'pH' || label.length < 3 ? label : label.toLowerCase()}` : label,
  );
  return whole ? shape.int('Count whole animals.') : shape;
}

/** The shape of an object that holds these figures. */
export const figureShape = <const Q extends Quantity>(of: readonly Q[]): Record<Q, z.ZodNumber> =>
  Object.fromEntries(of.map((q) => [q, figure(q)])) as Record<Q, z.ZodNumber>;

/** Figures of which each may be missing: what was not measured is not there. */
export const figuresSchema = <const Q extends Quantity>(
  of: readonly Q[],
): z.ZodObject<Record<Q, z.ZodOptional<z.ZodNumber>>> =>
  z.object(Object.fromEntries(of.map((q) => [q, figure(q).optional()])) as Record<Q, z.ZodOptional<z.ZodNumber>>);
