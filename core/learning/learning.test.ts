import { wilson } from '@/core/quantities/wilson';
import { brierScore, bySeason, drift, murphy, reliability, season } from './brier';
import { BOUNDS, evidenceOf, learn, ofTheKind } from './gaussian-posterior';
import { learnShare, learnSpread } from './shares';

const flat = (): number => 1e3;

describe('intervals and scores against published worked examples', () => {
  // Newcombe, Statistics in Medicine 17 (1998) 857, table I, method 3; at 95 %.
  test.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('Wilson: %i of %i', (k, n, low, high) => {
    const w = wilson(k, n, 1.959964);
    expect(w.low).toBeCloseTo(low, 4);
    expect(w.high).toBeCloseTo(high, 4);
  });
  test('a share with an even prior is the one of Gelman et al. (Bayesian Data Analysis, section 2.4): 437 of 980', () => {
    const s = learnShare(437, 980, 0.5, 2);
    expect(s.share).toBeCloseTo(0.446, 3);
    // Their 95 % interval is 0.415 to 0.477; nine in ten lies inside by the ratio of the normal quantiles.
    expect(s.low).toBeCloseTo(0.446 - (1.6449 / 1.96) * 0.0311, 3);
    expect(s.high).toBeCloseTo(0.446 + (1.6449 / 1.96) * 0.0311, 3);
  });
  test('eight schools pooled (same, section 5.5): 7.7, standard error 4.1', () => {
    const y = [28, 8, -3, 7, -1, 1, 18, 12];
    const sd = [15, 10, 16, 11, 9, 11, 10, 18];
    // The same figures a hundredth as large, so that they lie within what may be learned.
    const [r] = learn(
      y.map((m, i) => evidenceOf('school', Math.exp(m / 100), sd[i]! / 100)),
      flat,
    );
    expect(100 * Math.log(r!.factor)).toBeCloseTo(7.7, 1);
    expect(100 * r!.sigma).toBeCloseTo(4.1, 1);
    expect(r!.disagree).toBe(false);
  });
  test('eight schools that differ by 5 each: drawn towards nothing by 5 their middle is what the closed form says', () => {
    const e = ofTheKind(evidenceOf('a', Math.exp(0.28), 0.15), [0.05]);
    const [r] = learn([e], () => 0.1);
    const precision = 1 / (0.15 ** 2 + 0.05 ** 2);
    expect(Math.log(r!.factor)).toBeCloseTo((0.28 * precision) / (precision + 100), 9);
    expect(r!.sigma).toBeCloseTo((precision + 100) ** -0.5, 9);
    expect(r!.weight).toBeCloseTo(precision / (precision + 100), 9);
  });
  test('the score is reliability less resolution plus uncertainty (Murphy 1973), exactly', () => {
    const of = [0.9, 0.9, 0.9, 0.9, 0.5, 0.5, 0.2, 0.2, 0.2, 0.7].map((chance, i) => ({
      chance,
      held: [1, 1, 0, 1, 1, 0, 0, 1, 0, 1][i] === 1,
      atMs: i,
    }));
    const m = murphy(of);
    expect(m.reliability - m.resolution + m.uncertainty).toBeCloseTo(brierScore(of)!, 12);
    // By hand: (0.01·3 + 0.81 + 0.25·2 + 0.04·2 + 0.64 + 0.09) / 10.
    expect(brierScore(of)).toBeCloseTo(0.215, 12);
    expect(brierScore([])).toBeNull();
  });
});

describe('learning', () => {
  test('without evidence nothing is learned; with little the catalogue weighs most, with much one’s own', () => {
    expect(learn([], flat)).toEqual([]);
    const of = (n: number) =>
      learn(
        Array.from({ length: n }, () => evidenceOf('box:m', 1.3, 0.3)),
        () => 0.12,
      )[0]!;
    expect(of(1).factor).toBeGreaterThan(1);
    expect(of(1).factor).toBeLessThan(1.06);
    expect(of(60).factor).toBeGreaterThan(1.2);
    expect(of(60).sigma).toBeLessThan(of(1).sigma / 2);
    expect(of(60).weight).toBeGreaterThan(0.9);
  });
  test('a box and the packs in it are told by one sum: who knows the box knows the packs better', () => {
    // Only what the box loses less what the packs give was seen.
    const sum = {
      keys: ['box:m', 'pack:p'],
      precision: [
        [400, -400],
        [-400, 400],
      ],
      pull: [40, -40],
    };
    const sigma = (k: string): number => (k.startsWith('box') ? 0.12 : 0.25);
    const alone = learn([sum], sigma).find((r) => r.key === 'pack:p')!;
    const tested = learn([sum, evidenceOf('box:m', 1, 0.02)], sigma).find((r) => r.key === 'pack:p')!;
    expect(tested.sigma).toBeLessThan(alone.sigma);
    expect(Math.log(tested.factor)).toBeCloseTo(-0.1, 1);
  });
  test('contradictory evidence is told and makes the figure less sure', () => {
    const one = [0.7, 1.4, 0.7, 1.4, 0.7, 1.4].map((f) => evidenceOf('box:m', f, 0.05));
    const calm = [1, 1.02, 0.98, 1, 1.01, 0.99].map((f) => evidenceOf('box:m', f, 0.05));
    const [a] = learn(one, () => 0.25);
    const [b] = learn(calm, () => 0.25);
    expect(a!.disagree).toBe(true);
    expect(b!.disagree).toBe(false);
    expect(a!.sigma).toBeGreaterThan(3 * b!.sigma);
  });
  test('an absurd figure is held within bounds, and what was found is told', () => {
    const [r] = learn([evidenceOf('pack:p', 9, 0.02)], () => 0.8);
    expect(r!.factor).toBe(BOUNDS.high);
    expect(r!.unbounded).toBeGreaterThan(8);
  });
  test('a share that was never seen is not 0, one that always was not 1', () => {
    expect(learnShare(0, 3, 0.05, 20).share).toBeGreaterThan(0.03);
    expect(learnShare(60, 60, 0.9, 20).high).toBeLessThan(1);
    expect(() => learnShare(4, 3, 0.1, 20)).toThrow(RangeError);
  });
  test('a spread is drawn towards the usual one, and its interval narrows', () => {
    const few = learnSpread([4, 4], 1, 5);
    const many = learnSpread(Array<number>(60).fill(4), 1, 5);
    expect(few.sigma).toBeLessThan(many.sigma);
    expect(many.sigma).toBeGreaterThan(1.9);
    expect(many.high / many.low).toBeLessThan(few.high / few.low);
    // Chi-square with 5 degrees at 5 and 95 %: 1.145 and 11.070 (printed tables).
    const none = learnSpread([], 1, 5);
    expect(none.low).toBeCloseTo(Math.sqrt(5 / 11.07), 3);
    expect(none.high).toBeCloseTo(Math.sqrt(5 / 1.145), 2);
  });
});

describe('calibration', () => {
  const at = (chance: number, held: boolean, i: number) => ({ chance, held, atMs: i });
  test('what was said is set beside what held, with the number behind it', () => {
    const of = Array.from({ length: 40 }, (_, i) => at(0.92, i % 10 !== 0, i));
    expect(reliability(of)).toEqual([expect.objectContaining({ from: 0.9, n: 40, held: 36, share: 0.9 })]);
    expect(reliability([at(1, true, 0), at(0, false, 1)]).map((b) => b.n)).toEqual([1, 1]);
  });
  test('drift is told only where chance does not explain it, and never from a handful', () => {
    expect(drift(Array.from({ length: 5 }, (_, i) => at(0.95, false, i)))).toBeNull();
    expect(drift(Array.from({ length: 30 }, (_, i) => at(0.9, i % 10 !== 0, i)))).toBeNull();
    expect(drift(Array.from({ length: 60 }, (_, i) => at(0.9, i < 30 || i % 2 === 0, i)))!.words).toMatch(
      /too hopeful/,
    );
    expect(drift(Array.from({ length: 60 }, (_, i) => at(0.4, true, i)))!.words).toMatch(/too careful/);
  });
  test('January is winter in Leeds and summer in Perth', () => {
    const ms = Date.UTC(2026, 0, 15);
    expect([season(ms, 53.8), season(ms, -31.9)]).toEqual(['Winter', 'Summer']);
    expect(bySeason([{ ...at(0.9, true, ms), season: 'Winter' as const }]).map((s) => s.words)).toEqual(['Winter']);
  });
});
