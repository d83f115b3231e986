import { doubtsOf, type Expected } from './plausibility';
import type { BagFigure } from '@/core/measurement/quantities';

const fresh: Expected = { animals: 10, marine: false };
const sea: Expected = { animals: 3, marine: true };
const tank: Expected = { animals: null, marine: false };

describe('what is asked about again', () => {
  test.each<[string, Partial<Record<BagFigure, number>>, Expected, BagFigure[]]>([
    ['ordinary figures of a bag', { tempC: 21, pH: 6.5, alive: 9, dead: 1, doubtful: 0 }, fresh, []],
    ['pH 9.6 in a bag with fish', { pH: 9.6 }, fresh, ['pH']],
    ['pH 8.6 in a bag, which a tank may have', { pH: 8.6 }, fresh, ['pH']],
    ['pH 8.6 in a tank', { pH: 8.6 }, tank, []],
    ['pH 4.6 in a tank', { pH: 4.6 }, tank, ['pH']],
    ['degrees of another scale', { tempC: 41 }, tank, ['tempC']],
    ['a hydrometer reading', { salinity: 1.024 }, sea, ['salinity']],
    ['fresh water round animals of the sea', { salinity: 3 }, sea, ['salinity']],
    ['no salt at all round animals of the sea', { salinity: 0 }, sea, ['salinity']],
    ['sea water round animals of fresh water', { salinity: 33 }, fresh, ['salinity']],
    ['a little salt for fresh water', { salinity: 3 }, fresh, []],
    ['ammonia of another scale', { tanMgNL: 25 }, fresh, ['tanMgNL']],
    ['more than came', { alive: 11, dead: 0, doubtful: 0 }, fresh, ['alive']],
    ['fewer than came', { alive: 2, dead: 0, doubtful: 0 }, sea, ['alive']],
    ['nobody counted', { tempC: 24 }, sea, []],
    ['counts of a tank', { alive: 5 }, tank, []],
  ])('%s', (_, figures, expected, asked) => {
    expect(doubtsOf(figures, expected).map((d) => d.figure)).toEqual(asked);
  });

  test('it says by how many the count differs', () => {
    expect(doubtsOf({ alive: 11 }, fresh)[0]!.words).toMatch(/11 counted, 10 on the label: 1 more/);
    expect(doubtsOf({ alive: 7, dead: 1 }, fresh)[0]!.words).toMatch(/8 counted, 10 on the label: 2 missing/);
  });
});
