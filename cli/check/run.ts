import { z } from 'zod';
import { adapters } from './adapters';

/** A file of reference cases: a calculation, its inputs, the expected outputs and how near they must be. */
const limits = z.object({ rel: z.number().optional(), abs: z.number().optional() });
const values = z.record(z.string(), z.unknown());
const referenceFile = z.object({
  topic: z.string().optional(),
  cases: z.array(
    z.object({
      id: z.string(),
      calc: z.string(),
      in: values,
      out: values,
      alt: z.object({ out: values }).loose().optional(),
      tolerance: limits.extend({ keys: z.record(z.string(), limits).optional() }).optional(),
    }),
  ),
});
type ReferenceCase = z.infer<typeof referenceFile>['cases'][number];

export interface CaseResult {
  id: string;
  passed: boolean;
  why: string;
}

/** |x − r| ≤ max(abs, rel·|r|); null, booleans and words exactly; lists item by item. */
function differs(key: string, got: unknown, expected: unknown, c: ReferenceCase): string | null {
  if (Array.isArray(expected)) {
    if (!Array.isArray(got) || got.length !== expected.length)
      return `${key}: a list of ${expected.length} was expected`;
    for (let i = 0; i < expected.length; i++) {
      const wrong = differs(key, got[i], expected[i], c);
      if (wrong) return `${wrong} (item ${i + 1})`;
    }
    return null;
  }
  if (typeof expected === 'object' && expected !== null) {
    if (typeof got !== 'object' || got === null) return `${key}: several figures were expected`;
    for (const [name, value] of Object.entries(expected)) {
      const wrong = differs(`${key}.${name}`, (got as Record<string, unknown>)[name] ?? null, value, c);
      if (wrong) return wrong;
    }
    return null;
  }
  if (typeof expected !== 'number')
    return got === expected ? null : `${key}: got ${String(got)}, expected ${String(expected)}`;
  const t = c.tolerance?.keys?.[key] ?? c.tolerance ?? {};
  const room = Math.max(t.abs ?? 0, (t.rel ?? 0) * Math.abs(expected));
  if (typeof got === 'number' && Math.abs(got - expected) <= room) return null;
  return `${key}: got ${String(got)}, expected ${expected} ± ${room.toPrecision(2)}`;
}

function tryCase(c: ReferenceCase, expected: Record<string, unknown>): CaseResult {
  const adapter = adapters[c.calc];
  if (!adapter) return { id: c.id, passed: false, why: `no adapter for "${c.calc}"` };
  let got: Record<string, unknown>;
  try {
    got = adapter(c.in);
  } catch (error) {
    return { id: c.id, passed: false, why: error instanceof Error ? error.message : String(error) };
  }
  for (const [key, value] of Object.entries(expected)) {
    // An impossible case answers only that it is impossible; every other value is then absent, which is null.
    const wrong = differs(key, got[key] ?? null, value, c);
    if (wrong) return { id: c.id, passed: false, why: wrong };
  }
  return { id: c.id, passed: true, why: '' };
}

/** Runs a whole file; the alternative convention counts only if every case of the file meets it. */
export function runReferenceFile(text: string): CaseResult[] {
  const { cases } = referenceFile.parse(JSON.parse(text));
  const main = cases.map((c) => tryCase(c, c.out));
  if (main.every((r) => r.passed) || !cases.some((c) => c.alt)) return main;
  const alternative = cases.map((c) => tryCase(c, c.alt?.out ?? c.out));
  return alternative.every((r) => r.passed) ? alternative : main;
}
