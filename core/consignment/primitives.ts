// Words of every schema that has none of its own.
import './sentences';
import { z } from 'zod';

/** The smallest shapes of a document, each with its sentence. */
export const instant = z.iso.datetime({ error: 'Give a date and time.' });
export const text = (max: number): z.ZodString => z.string().trim().max(max, `Keep this under ${max} letters.`);
export const between = (min: number, max: number, what: string): z.ZodNumber =>
  z
    .number({ error: `${what} must be a number.` })
    .min(min, `${what} must be at least ${min}.`)
    .max(max, `${what} can be at most ${max}.`);
