import fc from 'fast-check';
import { cases } from '@/tests/cases';
import { problemsOf } from './outcome';
import { fileSchema } from './schema';
import { exampleConsignment } from '@/tests/example';
import { kinds } from '@/records';

/** Words that only a program says. */
const FOREIGN = /expected|received|invalid input|too small|too big|NaN|undefined|>=|<=/i;

test('whatever is wrong with a file, what is said of it is a sentence (property)', () => {
  const good = fileSchema.parse({
    ...exampleConsignment(),
    observations: [],
    events: [],
    movements: [],
    predictions: [],
  }) as Record<string, unknown>;
  const bad = fc.constantFrom<unknown>(NaN, -1, 1e300, '', 'x'.repeat(5000), null, undefined, [], {}, true, 0.5);
  const field = fc.constantFrom(...Object.keys(good));
  fc.assert(
    fc.property(field, bad, (name, value) => {
      const read = fileSchema.safeParse({ ...good, [name]: value });
      for (const p of read.success ? [] : problemsOf(read.error)) expect(p.message).not.toMatch(FOREIGN);
    }),
    { numRuns: cases(300, 100) },
  );
});

test('the same of every field of every record', () => {
  for (const kind of Object.values(kinds))
    for (const value of [NaN, -1e9, '', null, [], {}, 'x'.repeat(5000)]) {
      const doc = Object.fromEntries(kind.fields.map((f) => [f.path.split('.')[0]!, value]));
      const read = kind.schema.safeParse(doc);
      for (const p of read.success ? [] : problemsOf(read.error))
        expect([kind.id, p.path, p.message]).toEqual([kind.id, p.path, expect.not.stringMatching(FOREIGN)]);
    }
});

test('counts, lists and choices each say what they want', () => {
  const line = exampleConsignment().lines[0]!;
  const said = (change: object): string => {
    const read = fileSchema.shape.lines.safeParse([{ ...line, ...change }]);
    return read.success ? '' : problemsOf(read.error)[0]!.message;
  };
  expect(said({ count: 1.5 })).toBe('Count whole animals.');
  expect(said({ sex: 'both' })).toMatch(/one of unsexed, male/);
  expect(said({ count: NaN })).toBe('Count must be a number.');
});
