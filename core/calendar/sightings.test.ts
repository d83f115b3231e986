import fc from 'fast-check';
import { legsAsSeen, legAt } from './sightings';
import { HOUR } from '@/core/quantities/time';

const legs = [
  { kind: 'counter', startMs: 0, endMs: 2 * HOUR },
  { kind: 'van-unconditioned', startMs: 2 * HOUR, endMs: 8 * HOUR },
  { kind: 'depot', startMs: 8 * HOUR, endMs: 10 * HOUR },
] as const;
const nothing = { scans: [], arrivedMs: null, dueMs: null, asOfMs: null };
const hours = (told: Partial<typeof nothing> & object): number[] => {
  const out = legsAsSeen(legs, { ...nothing, ...told });
  return [...out.map((l) => l.startMs / HOUR), out[out.length - 1]!.endMs / HOUR];
};

describe('a road as it was seen', () => {
  test('is as planned where nothing is known', () => expect(hours({})).toEqual([0, 2, 8, 10]));
  test('goes on as planned from where it was last seen', () =>
    expect(hours({ scans: [{ leg: 1, ms: 5 * HOUR }] } as never)).toEqual([0, 5, 11, 13]));
  test('shares what lies between two sightings as it was planned', () =>
    expect(hours({ scans: [{ leg: 2, ms: 12 * HOUR }] } as never)).toEqual([0, 3, 12, 14]));
  test('what took a day longer between two sightings stood in the last depot or counter between them: nothing drives a day longer', () => {
    expect(hours({ scans: [{ leg: 2, ms: 32 * HOUR }] } as never)).toEqual([0, 26, 32, 34]);
    expect(hours({ scans: [{ leg: 1, ms: 2 * HOUR }], arrivedMs: 34 * HOUR } as never)).toEqual([0, 2, 8, 34]);
    // No depot between the two: then it took as long as it took.
    const scans = [
      { leg: 1, ms: 2 * HOUR },
      { leg: 2, ms: 32 * HOUR },
    ];
    expect(hours({ scans } as never)).toEqual([0, 2, 32, 34]);
  });
  test('stays where it was last seen until somebody looks', () => {
    const scans = [{ leg: 1, ms: 2 * HOUR }];
    expect(hours({ scans, asOfMs: 7 * HOUR } as never)).toEqual([0, 2, 8, 10]);
    expect(hours({ scans, asOfMs: 11 * HOUR } as never)).toEqual([0, 2, 11, 13]);
  });
  test('by the carrier’s word waits where it is, or hurries', () => {
    const scans = [{ leg: 1, ms: 2 * HOUR }];
    expect(hours({ scans, dueMs: 20 * HOUR } as never)).toEqual([0, 2, 18, 20]);
    expect(hours({ scans, dueMs: 9 * HOUR } as never)).toEqual([0, 2, 8, 9]);
  });
  test('ends at the delivery address, by sight or by the receiver', () => {
    expect(hours({ scans: [{ leg: 3, ms: 9 * HOUR }] } as never)).toEqual([0, 1.8, 7.2, 9]);
    expect(hours({ arrivedMs: 15 * HOUR } as never)).toEqual([0, 3, 12, 15]);
  });
  test('a sighting that contradicts an earlier leg is set to it: no leg runs backwards', () =>
    expect(
      hours({
        scans: [
          { leg: 1, ms: 5 * HOUR },
          { leg: 2, ms: 4 * HOUR },
        ],
      } as never),
    ).toEqual([0, 5, 7]));

  test('whatever is told, legs follow one another without gaps and begin at the drop-off', () => {
    const hour = fc.double({ min: -5, max: 60, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.record({ leg: fc.integer({ min: 0, max: 4 }), ms: hour.map((h) => h * HOUR) }), { maxLength: 4 }),
        fc.option(hour.map((h) => h * HOUR)),
        fc.option(hour.map((h) => h * HOUR)),
        fc.option(hour.map((h) => h * HOUR)),
        (scans, arrivedMs, dueMs, asOfMs) => {
          const out = legsAsSeen(legs, { scans, arrivedMs, dueMs, asOfMs });
          expect(out.every((l) => l.endMs > l.startMs)).toBe(true);
          expect(out.every((l, i) => i === 0 || Math.abs(l.startMs - out[i - 1]!.endMs) < 1)).toBe(true);
          if (out.length === legs.length) expect(out[0]!.startMs).toBe(0);
        },
      ),
    );
  });

  test('the leg of an instant is the last that has begun', () => {
    expect([-1, 0, 3, 9, 30].map((h) => legAt(legs, h * HOUR))).toEqual([-1, 0, 1, 2, 2]);
  });
});
