// Words of every schema that has none of its own.
import './sentences';
import { z } from 'zod';

/** The smallest shapes of every document, each bounded and with its sentence; no schema takes a bare number or text. */

const FIRST_MS = Date.UTC(2000, 0, 1);
const LAST_MS = Date.UTC(2100, 0, 1);

/** An instant in UTC between 2000 and 2100; days that no calendar has are refused. */
export const instant = z.iso.datetime({ error: 'Give a date and time.' }).refine(
  (iso) => {
    const ms = Date.parse(iso);
    return ms >= FIRST_MS && ms < LAST_MS;
  },
  { error: 'Give a date and time between 2000 and 2100.' },
);

/** A day between 2000 and 2099. */
export const date = (error = 'Write the date as 2026-12-25.'): z.ZodISODate =>
  z.iso
    .date(error)
    .max(10)
    .regex(/^20\d\d-/, 'Give a day between 2000 and 2099.');

const under = (max: number): string => `Keep this under ${max} letters.`;
/** One line of text; what no line holds (ends of lines, tabs, other control characters) becomes a space. */
export const text = (max: number): z.ZodString =>
  z
    .string()
    .overwrite((s) => s.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ').trim())
    .max(max, under(max));
/** Text of several lines; other control characters go. */
export const lines = (max: number): z.ZodString =>
  z
    .string()
    .overwrite((s) =>
      s
        .replace(/\r\n?|[\u2028\u2029]/g, '\n')
        .replace(/[^\P{Cc}\n\t]/gu, '')
        .trim(),
    )
    .max(max, under(max));
/** A name that must be given. */
export const requiredText = (max: number, missing: string): z.ZodString => text(max).min(1, missing);
/** What one document calls another by. */
export const idText = (max = 80): z.ZodString => text(max).min(1);

export const between = (min: number, max: number, what: string): z.ZodNumber =>
  z
    .number({ error: `${what} must be a number.` })
    .min(min, `${what} must be at least ${min}.`)
    .max(max, `${what} can be at most ${max}.`);
export const upTo = (max: number, what: string): z.ZodNumber => between(0, max, what);
/** More than nothing. */
export const above0 = (max: number, what: string): z.ZodNumber =>
  z
    .number({ error: `${what} must be a number.` })
    .gt(0, `${what} must be more than 0.`)
    .max(max, `${what} can be at most ${max}.`);
/** Whole, and never negative. */
export const count = (max: number, what: string): z.ZodNumber =>
  upTo(max, what).int(`${what} is counted in whole numbers.`);
/** The version of a document that somebody looked at. */
export const version = count(1e9, 'The version');
