import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { wouldDecide } from './deciding-readings';
import { compareMethods } from './methods';
import { recommend, type TransferGroup } from './recommend';
import type { OpenedBag, TankWater } from './vessel';

const bag: OpenedBag = { waterL: 1, tempC: 24, pH: 6.6, alkalinityMeqL: 1.5, tanMgNL: 6, salinity: 0, ghDgh: 8 };
const tank: TankWater = { tempC: 25, pH: 7.5, khDkh: 6, salinity: 0, ghDgh: 8, volumeL: 100 };
const who: TransferGroup = { tolerance: 'ordinary', invertebrate: false, marine: false };
const first = (b: OpenedBag, t: TankWater): string => recommend(compareMethods(b, t, a), who, a).ranked[0]!.course.id;

test('only what would change the advice is asked for, and both ends are what the comparison itself says there', () => {
  let asked = 0;
  for (const pH of [6.2, 6.6, 7])
    for (const tanMgNL of [0.5, 3, 9])
      for (const tankPh of [6.8, 7.6, 8.2]) {
        const [b, t] = [
          { ...bag, pH, tanMgNL },
          { ...tank, pH: tankPh, guessed: ['pH'] },
        ];
        const now = first(b, t);
        const asks = wouldDecide(b, t, who, a, { pH: true, tan: true });
        asked += asks.length;
        for (const x of asks) {
          const at = (v: number): string =>
            x.figure === 'bag pH'
              ? first({ ...b, pH: v }, t)
              : x.figure === 'bag ammonia'
                ? first({ ...b, tanMgNL: v }, t)
                : first(b, { ...t, pH: v });
          expect([x.atLow, x.atHigh]).toEqual([at(x.low), at(x.high)]);
          expect(x.atLow !== now || x.atHigh !== now).toBe(true);
          expect(x.words).toMatch(/would settle it: at/);
        }
      }
  // Among these waters some turn on an unread figure, and most do not.
  expect(asked).toBeGreaterThan(0);
  expect(asked).toBeLessThan(27 * 3);
});

test('what was read is not asked for, and a guessed source is looked at further than a computed one', () => {
  expect(wouldDecide(bag, tank, who, a, { pH: false, tan: false })).toEqual([]);
  const wide = { ...a, computedPhSpread: 0.01 };
  const asks = (source: ['pH'] | undefined) =>
    [6.2, 6.6, 7, 7.4].flatMap((pH) =>
      wouldDecide({ ...bag, pH, tanMgNL: 3 }, tank, who, wide, { pH: true, tan: false, source }),
    );
  expect(asks(undefined)).toEqual([]);
  expect(asks(['pH']).length).toBeGreaterThan(0);
});
