import { readFileSync } from 'node:fs';
import { runReferenceFile } from './run';

const file = (cases: object[]): string => JSON.stringify({ topic: 'x', cases });
const pka = (out: object, more: object = {}): object => ({
  id: 'pka',
  calc: 'ammonia_fraction',
  in: { T_C: 25, pH: 8, S: 0 },
  out,
  tolerance: { rel: 0.001 },
  ...more,
});

describe('a file of reference cases', () => {
  test('what an adapter throws is the reason, and the other cases go on', () => {
    const r = runReferenceFile(file([{ id: 'a', calc: 'oxygen_saturation', in: { T_C: 99 }, out: { x: 1 } }, pka({})]));
    expect(r[0]!.passed).toBe(false);
    expect(r).toHaveLength(2);
  });
  test('a wrong figure is told with what was got and how near it should be', () => {
    const cases = JSON.parse(readFileSync('tests/reference/ammonia.json', 'utf8')) as {
      cases: { id: string; out: Record<string, unknown> }[];
    };
    const first = cases.cases[0]!;
    const key = Object.keys(first.out).find((k) => typeof first.out[k] === 'number')!;
    first.out[key] = (first.out[key] as number) * 1.5 + 1;
    const r = runReferenceFile(JSON.stringify({ cases: [first] }));
    expect(r[0]!.passed).toBe(false);
    expect(r[0]!.why).toMatch(new RegExp(`${key}: got .* expected .* ±`));
  });
  test('the other convention counts for a whole file or not at all', () => {
    const cases = (
      JSON.parse(readFileSync('tests/reference/ammonia.json', 'utf8')) as {
        cases: { id: string; out: Record<string, unknown>; alt?: object }[];
      }
    ).cases.slice(0, 2);
    const wrong = Object.fromEntries(
      Object.entries(cases[0]!.out).map(([k, v]) => [k, typeof v === 'number' ? v * 2 + 1 : v]),
    );
    const right = cases[0]!.out;
    // Main figures wrong, alternative right, in one case: the file as a whole may use the alternative.
    const one = { ...cases[0]!, out: wrong, alt: { out: right } };
    expect(
      runReferenceFile(JSON.stringify({ cases: [one, { ...cases[1]!, alt: undefined }] })).every((x) => x.passed),
    ).toBe(true);
    // A second case whose alternative is wrong while its main figures are right: neither convention meets the file.
    const two = { ...cases[1]!, alt: { out: { ...wrong } } };
    expect(runReferenceFile(JSON.stringify({ cases: [one, two] })).some((x) => !x.passed)).toBe(true);
  });
  test('what is not such a file is refused', () => {
    expect(() => runReferenceFile('{')).toThrow();
    expect(() => runReferenceFile('{"cases": [{"id": 1}]}')).toThrow();
  });
});
