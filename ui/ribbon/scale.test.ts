import fc from 'fast-check';
import { axisTicks, EDGE_L, EDGE_R, LEFT, RIGHT, ribbonScale } from './scale';
import { HOUR } from '@/core/quantities/time';

const seal = Date.parse('2026-11-24T17:30:00Z');
const at = (nowH: number, journeyH: number) =>
  ribbonScale({
    sealMs: seal,
    deadlineMs: seal + journeyH * HOUR,
    lastFeedMs: seal - 36 * HOUR,
    nowMs: seal + nowH * HOUR,
  });

describe('the ribbon’s clock', () => {
  test('fits sealing to the end of the window and a day; 72 h where nothing else asks', () => {
    const s = at(-2, 40);
    expect(s.endMs).toBe(seal + 64 * HOUR);
    expect(s.x(s.startMs)).toBe(LEFT);
    expect(s.x(s.endMs)).toBe(RIGHT);
    const bare = ribbonScale({ sealMs: null, deadlineMs: null, lastFeedMs: null, nowMs: seal });
    expect(bare.endMs - bare.startMs).toBe(72 * HOUR);
  });
  test('time never runs backwards on it, and both folds stay inside the page', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -60, max: 200, noNaN: true }),
        fc.double({ min: 6, max: 150, noNaN: true }),
        fc.array(fc.double({ min: -400, max: 900, noNaN: true }), { minLength: 2, maxLength: 12 }),
        (now, journey, hours) => {
          const s = at(now, journey);
          const xs = hours.sort((p, q) => p - q).map((h) => s.x(seal + h * HOUR));
          for (let i = 1; i < xs.length; i++) expect(xs[i]!).toBeGreaterThanOrEqual(xs[i - 1]!);
          for (const x of xs) {
            expect(x).toBeGreaterThanOrEqual(EDGE_L);
            expect(x).toBeLessThanOrEqual(EDGE_R);
          }
        },
      ),
    );
  });
  test('the now-needle is on the page in the hours before sealing', () => {
    const s = at(-3, 30);
    expect(s.x(seal - 3 * HOUR)).toBeGreaterThan(LEFT);
  });
  test('ticks stand on local hours and thin out on long journeys', () => {
    const hourOf = (ms: number): number => (new Date(ms).getUTCHours() + 2) % 24;
    const short = axisTicks(at(-2, 30), hourOf);
    const long = axisTicks(at(-2, 150), hourOf);
    for (const t of short) expect(t.hour % 6).toBe(0);
    expect(short.filter((t) => t.midnight).every((t) => new Date(t.ms).getUTCHours() === 22)).toBe(true);
    expect(long.every((t) => t.hour % 12 === 0)).toBe(true);
  });
});
