import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { z } from 'zod';
import { calendarSchema } from '@/core/calendar/schema';
import { fileSchema } from '@/core/consignment/schema';
import { date, instant, lines, text } from '@/core/quantities/shapes';
import { kinds } from '@/records';
import { orderInput } from '@/server/order/input';

interface Shape {
  type?: string | string[];
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  maxLength?: number;
  maxItems?: number;
  format?: string;
  pattern?: string;
  enum?: unknown[];
  const?: unknown;
  [part: string]: unknown;
}

/** Where a document could hold something without an end. */
function unbounded(shape: Shape, path: string): string[] {
  const own: string[] = [];
  const is = (type: string): boolean => [shape.type].flat().includes(type);
  const least = shape.minimum ?? shape.exclusiveMinimum;
  const wide = (x: number | undefined): boolean => x === undefined || Math.abs(x) > 1e15;
  if (shape.const === undefined && (is('number') || is('integer')) && (wide(least) || wide(shape.maximum)))
    own.push(`${path}: number`);
  const fixed = shape.format ?? shape.pattern ?? shape.enum ?? shape.const ?? shape.maxLength;
  if (is('string') && fixed === undefined) own.push(`${path}: text`);
  if (is('array') && shape.maxItems === undefined) own.push(`${path}: list`);
  const parts: [string, unknown][] = [
    ...Object.entries((shape.properties as object) ?? {}),
    ...['items', 'additionalProperties'].map((k): [string, unknown] => [k, shape[k]]),
    ...['anyOf', 'allOf', 'oneOf', 'prefixItems'].flatMap((k) =>
      ((shape[k] as unknown[]) ?? []).map((x, i): [string, unknown] => [`${k}${i}`, x]),
    ),
  ];
  return own.concat(
    parts.flatMap(([k, x]) => (x && typeof x === 'object' ? unbounded(x as Shape, `${path}.${k}`) : [])),
  );
}
const shapeOf = (schema: z.ZodType): Shape =>
  z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input', reused: 'inline' }) as Shape;

describe('nothing that is read is without an end', () => {
  test.each<[string, z.ZodType]>([
    ['a shipment file', fileSchema],
    ['an order', orderInput],
    ['a calendar', calendarSchema],
    ...Object.values(kinds).map((k): [string, z.ZodType] => [`a ${k.one}`, k.schema]),
  ])('%s', (name, schema) => expect(unbounded(shapeOf(schema), name)).toEqual([]));

  test('a schema without bounds would be found', () => {
    const bare = z.object({ n: z.number(), t: z.string().nullable(), l: z.array(z.object({ i: z.int() })) });
    expect(unbounded(shapeOf(bare), 'x')).toEqual(['x.n: number', 'x.t: text', 'x.l: list', 'x.l.items.i: number']);
  });

  test('no schema of the house takes a bare number or text', () => {
    const files = execFileSync('git', ['ls-files', 'core', 'records', 'server'], { encoding: 'utf8' })
      .split('\n')
      .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|quantities\/shapes/.test(f));
    const bare = /z\.(number|int|string)\(\)(?!\s*\.(regex|min|max|int))/;
    const found = files.flatMap((f) =>
      readFileSync(f, 'utf8')
        .split('\n')
        .flatMap((line, i) => (bare.test(line) ? [`${f}:${i + 1} ${line.trim()}`] : [])),
    );
    expect(found).toEqual([]);
  });
});

describe('the smallest shapes', () => {
  const ok = (schema: z.ZodType, value: unknown): boolean => schema.safeParse(value).success;
  test('instants are real ones of this century', () => {
    for (const good of ['2000-01-01T00:00:00Z', '2028-02-29T12:30:00.000Z', '2099-12-31T23:59:59Z'])
      expect([good, ok(instant, good)]).toEqual([good, true]);
    for (const bad of [
      '2026-02-31T10:00:00Z',
      '2026-02-29T10:00:00Z',
      '2026-11-26T25:99:00Z',
      '1Z',
      '',
      '1999-12-31T23:59:59Z',
      '2100-01-01T00:00:00Z',
      '+275760-09-13T00:00:00Z',
    ])
      expect([bad, ok(instant, bad)]).toEqual([bad, false]);
  });
  test('days are real ones of this century', () => {
    expect(ok(date(), '2026-12-25')).toBe(true);
    for (const bad of ['2026-02-30', '1999-12-31', '2100-01-01', '25.12.2026', '2026-13-01'])
      expect([bad, ok(date(), bad)]).toEqual([bad, false]);
  });
  test('one line stays one line: what could begin another line of a file becomes a space', () => {
    expect(text(80).parse(' KC-1\r\nATTENDEE:x\u0000\u2028y ')).toBe('KC-1 ATTENDEE:x y');
    expect(lines(80).parse('one\r\ntwo\u0007\rthree\n')).toBe('one\ntwo\nthree');
  });
});
