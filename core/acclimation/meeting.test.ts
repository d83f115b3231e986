import { meetingOf, type Meeting } from './meeting';

const soft = { ghDgh: 4, khDkh: 2, salinity: 0 };
const least = { ghStep: 8, salinityStep: 5 };
const of = (from: typeof soft, to: typeof soft, litres = 100): Record<string, Meeting> =>
  Object.fromEntries(meetingOf(from, to, litres, least).map((m) => [m.what, m]));
const grams = (m: Meeting): number => m.daily.reduce((s, d) => s + Number(/([\d.]+) g of/.exec(d)![1]), 0);
/** Plays the days of exchanges by hand. */
const played = (m: Meeting, litres: number): number =>
  m.daily.reduce((now, d) => now * (1 - Number(/([\d.]+) L out/.exec(d)![1]) / litres), m.from);

describe('meeting the receiver’s water', () => {
  test('a step that is borne at once is left to the opening', () => {
    const m = of(soft, { ghDgh: 12, khDkh: 9, salinity: 5 });
    for (const x of Object.values(m)) expect(x).toMatchObject({ towards: null, days: 0, daily: [] });
  });
  test('more goes half of what tolerated for 24 h until half of it is left', () => {
    const { ghDgh } = of(soft, { ...soft, ghDgh: 20 });
    // 16 degrees, 4 may be left: 12 in three days.
    expect(ghDgh).toMatchObject({ towards: 16, days: 3, borne: 8 });
    expect(ghDgh!.daily).toHaveLength(3);
    expect(ghDgh!.daily[0]).toMatch(/4 to 8$/);
  });
  test('grams are those of the chemistry: 30.7 mg of gypsum a litre for a degree, 30 mg of bicarbonate', () => {
    // 1 °d is 10 mg CaO a litre, 0.357 mEq (DIN 38409-6): × 86.1 and × 84.0 g a mole of charge.
    const up = of(soft, { ghDgh: 20, khDkh: 18, salinity: 0 });
    expect(grams(up.ghDgh!)).toBeCloseTo(12 * 0.307 * 10, 0);
    expect(grams(up.khDkh!)).toBeCloseTo(12 * 0.3 * 10, 0);
    expect(grams(of(soft, { ...soft, ghDgh: 20 }, 10).ghDgh!)).toBeCloseTo(12 * 0.307, 1);
  });
  test('down it goes by soft water, and the litres bring it where it is said to come', () => {
    const hard = { ghDgh: 22, khDkh: 14, salinity: 0 };
    const down = of(hard, soft);
    expect(down.ghDgh!.towards).toBe(8);
    expect(played(down.ghDgh!, 100)).toBeCloseTo(8, 1);
    expect(played(down.khDkh!, 100)).toBeCloseTo(down.khDkh!.towards!, 1);
    const salt = of({ ...soft, salinity: 12 }, { ...soft, salinity: 2 }).salinity!;
    expect(salt).toMatchObject({ towards: 4.5, days: 3 });
    expect(played(salt, 100)).toBeCloseTo(4.5, 1);
  });
  test('no litres, no answer', () => {
    expect(() => meetingOf(soft, soft, 0, least)).toThrow(RangeError);
  });
});
