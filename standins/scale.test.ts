import { scaleLines } from './scale';

describe('the simulated scale', () => {
  test('swings, comes to rest within its step, and says so only then', () => {
    const lines = scaleLines(6.43);
    const rest = lines.filter((l) => l.stable);
    expect(rest.map((l) => l.kg)).toEqual([6.45, 6.45]);
    expect(lines.indexOf(rest[0]!)).toBe(lines.length - 2);
    const off = lines.slice(0, -2).map((l) => Math.abs(l.kg - 6.43));
    expect(off[0]).toBeGreaterThan(0.5);
    expect(off.at(-1)).toBeLessThan(off[0]!);
  });
  test('an empty one shows nothing', () => expect(new Set(scaleLines(0).map((l) => l.kg))).toEqual(new Set([0])));
});
