import { QUARANTINE_DAYS, quarantinePlan, type Duty } from './plan';

const plan = (o: Partial<Parameters<typeof quarantinePlan>[0]> = {}): Duty[] =>
  quarantinePlan({ volumeL: 60, invertebrates: false, fasting: 'short', ...o });
const daysOf = (duties: Duty[], kind: Duty['kind']): number[] =>
  duties.filter((d) => d.kind === kind).map((d) => d.day);

describe('four weeks apart (common practice)', () => {
  test('last 28 days, every day with food or a word of none, and a look', () => {
    const every = Array.from({ length: 28 }, (_, i) => i + 1);
    expect(QUARANTINE_DAYS).toBe(28);
    expect(daysOf(plan(), 'feed')).toEqual(every);
    expect(daysOf(plan(), 'look')).toEqual(every);
  });
  test('lights stay down for two days', () => expect(daysOf(plan(), 'lights')).toEqual([1, 2]));
  test('no food on the first day, on the first three after a long fast', () => {
    const without = (o = {}): number[] =>
      plan(o)
        .filter((d) => d.title === 'No food today')
        .map((d) => d.day);
    expect(without()).toEqual([1]);
    expect(without({ fasting: 'long' })).toEqual([1, 2, 3]);
  });
  test('tests daily in the first week, while a young filter may fail, then every fourth day', () => {
    expect(daysOf(plan(), 'test')).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 12, 16, 20, 24, 28]);
    const full = plan().filter((d) => d.kind === 'test' && /nitrate, pH/.test(d.title));
    expect(full.map((d) => d.day)).toEqual([1, 2, 3, 4, 5, 6, 7]);
  });
  test('water is changed on the second day and every fourth after it, three tenths of the tank in whole litres', () => {
    expect(daysOf(plan(), 'water')).toEqual([2, 6, 10, 14, 18, 22, 26]);
    const titles = (volumeL: number): Set<string> =>
      new Set(
        plan({ volumeL })
          .filter((d) => d.kind === 'water')
          .map((d) => d.title),
      );
    expect(titles(60)).toEqual(new Set(['Change 18 L']));
    expect(titles(96)).toEqual(new Set(['Change 29 L']));
  });
  test('the first look is from afar, every other takes its time', () => {
    const looks = plan().filter((d) => d.kind === 'look');
    expect(looks[0]!.title).toMatch(/from afar/);
    expect(looks.slice(1).every((d) => d.title === 'Look for five minutes')).toBe(true);
  });
  test('release is decided once, on the last day; of invertebrates other things are asked', () => {
    expect(daysOf(plan(), 'release')).toEqual([28]);
    const asked = (invertebrates: boolean): string => plan({ invertebrates }).find((d) => d.kind === 'release')!.detail;
    expect(asked(false)).toMatch(/14 days without a sign/);
    expect(asked(true)).toMatch(/moving and feeding/);
  });
  test('no two duties share a key, and every hour is one at which people are up', () => {
    const duties = plan({ fasting: 'long' });
    expect(new Set(duties.map((d) => d.key)).size).toBe(duties.length);
    for (const d of duties) {
      expect(d.hour).toBeGreaterThanOrEqual(8);
      expect(d.hour).toBeLessThanOrEqual(21);
      expect(d.minutes).toBeGreaterThan(0);
    }
  });
});
