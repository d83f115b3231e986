import { defaultAssumptions as a, type Assumptions } from '@/core/catalogue/assumptions';
import { backOverDays, BACK_A_DAY } from './transfer-methods';
import { halfAndHalf, overflow } from './dilution';
import { compareMethods, type MethodCourse } from './methods';
import { dripWords } from './mixing';
import { methodIds, type MethodId, type OpenedBag, type TankWater } from './vessel';

const bag: OpenedBag = { waterL: 1, tempC: 24, pH: 6.6, alkalinityMeqL: 1.5, tanMgNL: 6, salinity: 0, ghDgh: 8 };
const tank: TankWater = { tempC: 25, pH: 7.5, khDkh: 6, salinity: 0, ghDgh: 8, volumeL: 100 };
const by = (id: MethodId, own: Partial<Assumptions> = {}, b = bag, t = tank): MethodCourse =>
  compareMethods(b, t, { ...a, ...own }).find((m) => m.id === id)!;
const hands = (m: MethodCourse): string[] => m.steps.flatMap((s) => (s.kind === 'hands' ? [s.key] : []));

describe('cups and drops as somebody does them here', () => {
  test('three cups of a quarter litre in one round: so much is new, and nothing is poured off', () => {
    const m = by('cups', { cupL: 0.25, cupsARound: 3, mixRounds: 1, cupEveryMin: 10 });
    expect(m.newShare).toBeCloseTo(0.75 / 1.75, 9);
    expect(hands(m).filter((k) => k.startsWith('cup'))).toEqual(['cup1', 'cup2', 'cup3']);
    expect(hands(m)).not.toContain('pour');
    expect(m.transferAtMin - m.openAtMin).toBe(30);
  });
  test('more rounds, more of the tank’s water: 1 − 2⁻ⁿ by doubling', () => {
    for (const n of [1, 2, 3]) expect(by('drip', { mixRounds: n }).newShare).toBeCloseTo(1 - 2 ** -n, 2);
  });
  test('a vessel that runs over is washed out as the mass balance says', () => {
    const m = by('drip', { vesselRunsOver: 1 });
    // One litre, a litre in each half hour: what is computed in quarters of a minute is near the exact exponential.
    expect(m.newShare).toBeCloseTo(
      overflow({ volumeMl: 1000, mlPerMin: 1000 / 30, start: 1, inflow: 0, minutes: 60 }).newShare,
      2,
    );
    expect(hands(m)).not.toContain('pour');
  });
  test('what a bucket does not hold runs over, and is told; what no bucket takes is refused', () => {
    const pond = by('drip', {}, { ...bag, waterL: 15 });
    expect(pond.steps.find((s) => s.key === 'open')!.detail).toContain('Doubled it would be 30 L');
    expect(hands(pond)).not.toContain('pour');
    expect(by('drip', {}, { ...bag, waterL: 19 }).refused).toMatch(/no bucket of 20 L/);
  });
  test('hands count with what they do', () => {
    expect(by('cups', { mixRounds: 3 }).handsMin).toBeGreaterThan(by('cups').handsMin);
    expect(by('cups').handsMin).toBeCloseTo(a.cupsHandsMin, 9);
    expect(by('drip').handsMin).toBeCloseTo(a.dripHandsMin, 9);
  });
  test('the litres that were taken are put back: salt water, pumps off before and on after', () => {
    const reef = by('drip', {}, { ...bag, salinity: 33 }, { ...tank, salinity: 35 });
    expect(hands(reef)[0]).toBe('level');
    expect(reef.steps[0]!.title).toContain('skimmer');
    expect(reef.steps.at(-1)).toMatchObject({ key: 'refill' });
    expect(reef.steps.at(-1)!.detail).toContain('2.0 L');
    expect(reef.steps.at(-1)!.detail).toContain('salt water');
    expect(by('cups').steps.at(-1)!.detail).toContain('1.0 L');
    expect(hands(by('float-transfer'))).not.toContain('refill');
  });
});

describe('a rate as a person can let it in', () => {
  test.each([
    [0.006, /^2\.0 drops a second: .*100 mL in 1000 s/],
    [0.033, /^2 lines, each 5\.5 drops a second/],
    [0.33, /pour 330 mL every minute/],
  ])('%p L a minute', (rate, words) => {
    expect(dripWords(rate, a)).toMatch(words);
  });
  test('no valve is ever asked for more drops than it drips', () => {
    for (let rate = 0.001; rate < 0.2; rate += 0.003) {
      const drops = /([\d.]+) drops a second/.exec(dripWords(rate, a));
      if (drops) expect(Number(drops[1])).toBeLessThanOrEqual(a.dropsPerSMost + 0.05);
    }
  });
});

describe('what is at hand', () => {
  const needs: [keyof Assumptions & string, MethodId][] = [
    ['binderAtHand', 'scoop'],
    ['airStoneAtHand', 'degas'],
    ['refractometerAtHand', 'pinhole'],
    ['oxygenAtHand', 'regas'],
  ];
  test.each(needs)('%s decides about %s and about nothing else', (name, method) => {
    const sea = [
      { ...bag, salinity: 30 },
      { ...tank, salinity: 35 },
    ] as const;
    const refused = (v: number): string[] => methodIds.filter((id) => by(id, { [name]: v }, ...sea).refused !== null);
    expect(refused(0)).toContain(method);
    expect(refused(1)).toEqual(refused(0).filter((id) => id !== method));
  });
});

describe('new water and oxygen', () => {
  const dense = { ...bag, tanMgNL: 12, animals: { useMolH: 0.001, ammoniaPerOxygen: 0.1 } };
  test('four fifths are new, and ammonia falls by as much', () => {
    const m = by('regas', { oxygenAtHand: 1 }, dense);
    expect(m.rescue).toBe(true);
    // Under its new oxygen the water holds far more than air gives it.
    expect(m.oxygenMgL[Math.round(25 * 4)]).toBeGreaterThan(10);
    expect(m.newShare).toBeCloseTo(0.8, 9);
    expect(m.criterionMin).toBeLessThan(by('cups', {}, dense).criterionMin);
  });
});

describe('a tank that was matched goes back', () => {
  test('by steps of two a day at most, from the one to the other', () => {
    const steps = backOverDays(28, 35, 60);
    expect(steps).toHaveLength(4);
    expect(steps.at(-1)!.to).toBeCloseTo(35, 9);
    let was = 28;
    for (const s of steps) {
      expect(Math.abs(s.to - was)).toBeLessThanOrEqual(BACK_A_DAY + 1e-9);
      was = s.to;
    }
    expect(steps[0]!.words).toContain('110 g of sea salt');
  });
  test('down by water: what is taken out takes its salt along', () => {
    const [first] = backOverDays(35, 33, 100);
    // 100 L at 35 with 5.7 L changed for fresh water: 35 · 94.3 / 100 = 33.
    expect(first!.words).toContain('5.7 L out');
  });
  test('nothing to do where nothing differs; no tank of no litres', () => {
    expect(backOverDays(35, 35, 60)).toEqual([]);
    expect(() => backOverDays(30, 35, 0)).toThrow(RangeError);
  });
});

describe('half of one tank and half of another', () => {
  const one = { tempC: 24, pH: 7, khDkh: 2, ghDgh: 4, salinity: 0 };
  const other = { tempC: 26, pH: 8, khDkh: 10, ghDgh: 16, salinity: 0 };
  test('of the same water is that water', () => {
    for (const [k, v] of Object.entries(halfAndHalf(other, other)))
      expect(v).toBeCloseTo(other[k as keyof typeof other], 6);
  });
  test('lies between, the pH nearer to the water that holds more buffer', () => {
    const w = halfAndHalf(one, other);
    expect(w).toMatchObject({ tempC: 25, khDkh: 6, ghDgh: 10 });
    expect(w.pH).toBeGreaterThan(7.5);
    expect(w.pH).toBeLessThan(8);
    expect(halfAndHalf(other, one).pH).toBeCloseTo(w.pH, 9);
  });
});

describe('No tank yet: the lined box holds them', () => {
  const box: TankWater = { ...tank, inBox: true };
  const ways = compareMethods(bag, box, a);
  test('what needs a tank is refused by name; air stone and drip work, with nothing floated, levelled or netted across', () => {
    const may = ways.filter((m) => m.refused === null).map((m) => m.id);
    expect(may.sort()).toEqual(['degas', 'drip']);
    for (const m of ways.filter((x) => x.refused !== null && !x.rescue))
      expect(m.refused).toMatch(/No tank yet|same salinity|colder/);
    for (const m of ways.filter((x) => x.refused === null)) {
      const keys = m.steps.map((s) => s.key);
      expect(keys).not.toEqual(expect.arrayContaining(['float']));
      expect(keys.filter((k) => ['place', 'float', 'level', 'refill'].includes(k))).toEqual([]);
      expect(m.steps.find((s) => s.key === 'net')!.title).toMatch(/in the lined box/);
    }
  });
  test('copper that nobody knows of forbids the binder', () => {
    const scoop = (b: OpenedBag) => compareMethods(b, tank, a).find((m) => m.id === 'scoop')!;
    expect(scoop(bag).refused).toBeNull();
    expect(scoop({ ...bag, copper: true }).refused).toMatch(/Copper/);
  });
});
