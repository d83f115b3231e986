import fc from 'fast-check';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { MIN } from '@/core/quantities/time';
import { compareMethods } from './methods';
import { isPause, pauseKey, pausedWithin, runPosition, withExtraRound, type RunRecord } from './run';
import { hand, wait } from './steps';

const steps: RunRecord['steps'] = [
  hand('place', 'Float', '', 1),
  wait('float', 'Float', '', 20),
  hand('net', 'Net', '', 2),
];
const at = (doneAtMs: Record<string, number>, nowMs: number) => runPosition({ startedAtMs: 0, steps, doneAtMs }, nowMs);

describe('a pause', () => {
  const done = { place: 2 * MIN, 'pause:1': 10 * MIN };
  test('holds the timer where it was, for as long as it lasts', () => {
    for (const now of [10, 25, 400]) {
      const p = at(done, now * MIN);
      expect([p.index, p.remainingMs, p.endsAtMs, p.pausedMs]).toEqual([1, 12 * MIN, null, 10 * MIN]);
    }
  });
  test('puts the end off by as long as it was, and by nothing else', () => {
    const p = at({ ...done, 'goon:1': 17 * MIN }, 18 * MIN);
    expect([p.endsAtMs, p.remainingMs, p.pausedMs]).toEqual([29 * MIN, 11 * MIN, null]);
    expect(at({ ...done, 'goon:1': 17 * MIN }, 29 * MIN).index).toBe(2);
    // One that was over before the timer began is nothing to it.
    expect(at({ place: 30 * MIN, 'pause:1': 5 * MIN, 'goon:1': 9 * MIN }, 31 * MIN).endsAtMs).toBe(50 * MIN);
  });
  test('is named, one after another', () => {
    expect(pauseKey({})).toBe('pause:1');
    expect(pauseKey(done)).toBe('goon:1');
    expect(pauseKey({ ...done, 'goon:1': 11 * MIN })).toBe('pause:2');
    expect(['pause:1', 'goon:12', 'pour', 'place'].map(isPause)).toEqual([true, true, false, false]);
  });
  test('whatever was paused, minutes that ran and minutes that stood make all of it', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 2, maxLength: 6 }), (marks) => {
        const sorted = [...new Set(marks)].sort((x, y) => x - y);
        const d: Record<string, number> = { place: 0 };
        sorted.forEach((m, i) => (d[`${i % 2 === 0 ? 'pause' : 'goon'}:${Math.floor(i / 2) + 1}`] = m * MIN));
        const now = 61 * MIN;
        const ran = now - pausedWithin(d, 0, now);
        const p = at(d, now);
        if (p.index === 1) expect(20 * MIN - p.remainingMs!).toBe(ran);
        else expect(ran).toBeGreaterThanOrEqual(20 * MIN);
      }),
    );
  });
});

describe('one round more', () => {
  const water = { waterL: 1, tempC: 22, pH: 6.4, alkalinityMeqL: 1.5, tanMgNL: 6, salinity: 0, ghDgh: 8 };
  const tank = { tempC: 25, pH: 7.5, khDkh: 6, salinity: 0, ghDgh: 8 };
  const of = (id: string, own: object = {}) =>
    compareMethods(water, tank, { ...a, ...own }).find((m) => m.id === id)!.steps;
  const minutes = (list: RunRecord['steps']): number =>
    list.reduce((n, s) => n + (s.kind === 'wait' ? s.minutes : 0), 0);

  test.each([
    ['cups', {}],
    ['drip', {}],
    ['cups', { mixRounds: 1 }],
    ['drip', { vesselRunsOver: 1 }],
  ])('%s %p: the last round again, before they go in, and every press has its own name', (id, own) => {
    const before = of(id, own);
    const once = withExtraRound(before)!;
    const twice = withExtraRound(once)!;
    for (const list of [once, twice]) expect(new Set(list.map((s) => s.key)).size).toBe(list.length);
    expect(once.findIndex((s) => s.key === 'net')).toBeGreaterThan(once.findIndex((s) => s.key === 'pour+1'));
    const round = minutes(once) - minutes(before);
    expect(round).toBeGreaterThan(0);
    expect(minutes(twice) - minutes(once)).toBe(round);
    // What was pressed already keeps its place.
    expect(
      once
        .slice(
          0,
          before.findIndex((s) => s.key === 'net'),
        )
        .map((s) => s.key),
    ).toEqual(
      before
        .slice(
          0,
          before.findIndex((s) => s.key === 'net'),
        )
        .map((s) => s.key),
    );
  });
  test('going across has no rounds', () => {
    for (const id of ['float-transfer', 'straight', 'scoop', 'pinhole']) expect(withExtraRound(of(id))).toBeNull();
  });
});
