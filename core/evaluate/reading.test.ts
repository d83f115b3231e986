import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { factors } from '@/core/bag/slack';
import { packingOf } from '@/core/calendar/legs';
import { contentsOf } from '@/core/engine/contents';
import { assume, assumedWater, guessOf } from '@/core/consignment/assume';
import { arrange } from '@/core/box/arrange';
import { filledBy } from '@/core/bag/filling';
import { makingSteps } from '@/core/bag/making';
import { bagLabel } from '@/core/papers/bag-label';
import { exampleConsignment } from '@/tests/example';
import { evaluate } from './evaluate';
import { readingOf } from './reading';

const c = exampleConsignment();
const bagId = c.bags[0]!.id;
const read = (x = c) => readingOf(x, catalogue, x.forecast, bagId)!;

describe('a bag read closely', () => {
  const r = read();
  test('a tenth fails no later than half, half no later than nine tenths, of every limit', () => {
    for (const f of factors) {
      const { tenth, median, ninetieth } = r.hours[f];
      const of = (h: number | null): number => h ?? Infinity;
      expect(of(tenth)).toBeLessThanOrEqual(of(median));
      expect(of(median)).toBeLessThanOrEqual(of(ninetieth));
      if (ninetieth !== null) expect(ninetieth).toBeLessThanOrEqual(r.beyondH);
    }
    expect(factors.some((f) => r.hours[f].tenth !== null)).toBe(true);
  });
  test('no limit by itself comes sooner than the first of all, which the draws of the order tell', () => {
    const e = evaluate(c, catalogue, c.forecast, { stepH: 0.5, draws: 200 });
    if (!e.ok) throw new Error('refused');
    const bag = e.value.risk!.bags.find((b) => b.id === bagId)!;
    const least = Math.min(...factors.map((f) => r.hours[f].tenth ?? Infinity));
    // The tenth of the first of four is at most the least of their tenths.
    expect(bag.worstSlackH! + e.value.deadlineH).toBeLessThanOrEqual(least + 1e-6);
    expect(bag.worstSlackH! + e.value.deadlineH).toBeGreaterThan(0.8 * least);
  });
  test('its parts are those of the bag: grams by the gas law, litres as planned, a source to each', () => {
    const bag = c.bags[0]!;
    const rows = r.ledger.oxygen;
    expect(rows[0]!.name).toContain(`${bag.gasL} L of gas`);
    // One mole of a gas is about 24.5 L in the room: 32 g of oxygen.
    const grams = (bag.gasL * bag.oxygenFraction * 32) / 24.5;
    expect(parseFloat(rows[0]!.value)).toBeGreaterThan(0.95 * grams);
    expect(parseFloat(rows[0]!.value)).toBeLessThan(1.06 * grams);
    for (const f of factors) for (const row of r.ledger[f]) expect(row.from).not.toBe('');
    expect(r.ledger.ammonia.some((x) => /binder/i.test(x.name))).toBe(Boolean(bag.binderMgN));
  });
  test('of a box alone it is the reading of the order; of a bag that is not there, nothing', () => {
    const alone = { ...c, boxes: c.boxes.slice(0, 1), bags: c.bags.filter((b) => b.boxId === c.boxes[0]!.id) };
    expect(readingOf(alone, catalogue, c.forecast, bagId, { packing: packingOf(c) })!.hours).toEqual(r.hours);
    expect(readingOf(c, catalogue, c.forecast, 'Z9')).toBeNull();
  });
});

describe('water that nobody measured', () => {
  const chanceOf = (x = c) => {
    const e = evaluate(x, catalogue, x.forecast, { stepH: 0.5, draws: 200, causes: true });
    if (!e.ok) throw new Error(e.problems[0]!.message);
    return e.value.risk!;
  };
  const { pH: _pH, khDkh: _kh, ...measured } = c.sourceWater;
  const guessed = { ...c, sourceWater: measured };
  test('spreads what acid and ammonia do, and leaves what has nothing to do with it', () => {
    const [known, unknown] = [read(), read(guessed)];
    expect(unknown.hours.carbon).not.toEqual(known.hours.carbon);
    expect(unknown.hours.oxygen).toEqual(known.hours.oxygen);
    expect(unknown.hours.temperature).toEqual(known.hours.temperature);
  });
  test('is told as what measuring would be worth, where it was guessed and not elsewhere', () => {
    const lossy = (x: typeof c) => ({ ...x, bags: x.bags.map((b) => ({ ...b, waterL: b.waterL / 4 })) });
    expect(chanceOf(lossy(c)).measured.water).toBeNull();
    const risk = chanceOf(lossy(guessed));
    if (risk.lost > 0) expect(risk.measured.water).not.toBeNull();
    expect(risk.lost).toBeGreaterThan(0);
  });
  const tetra = { water: 'fresh', usualC: 25 } as const;
  test('lies nine times in ten where it is told to', () => {
    const kh = guessOf('khDkh', {}, tetra, a);
    expect(kh.low).toBeCloseTo(a.guessKhDkh * Math.exp(-1.645 * a.guessKhSigma), 9);
    expect(kh.low * kh.high).toBeCloseTo(a.guessKhDkh ** 2, 9);
    // The sea is buffered and known better (common practice: pH 8.1, 8 °dKH), whether its salt was measured or not.
    for (const sea of [
      guessOf('pH', { salinity: 34 }, tetra, a),
      guessOf('pH', {}, { ...tetra, water: 'marine' }, a),
    ]) {
      expect(sea.high - sea.low).toBeLessThan(0.6);
      expect((sea.low + sea.high) / 2).toBeCloseTo(8.1, 9);
    }
    const pH = guessOf('pH', {}, tetra, a);
    expect([pH.low, pH.high]).toEqual([a.guessPh - 1.645 * a.guessPhSigma, a.guessPh + 1.645 * a.guessPhSigma]);
  });
  test('is made for what is missing, and for a copy that is too old: around it', () => {
    const readAt = { pH: '2026-11-10T08:00:00.000Z', tempC: '2026-11-20T08:00:00.000Z' };
    const water = { pH: 6.4, tempC: 23, khDkh: 3, readAt };
    const of = assumedWater(water, tetra, a, Date.parse('2026-11-24T08:00:00Z'));
    expect(of).toMatchObject({ pH: 6.4, tempC: 23, khDkh: 3, ghDgh: a.guessGhDgh, salinity: 0 });
    expect(of.guessed).toEqual(['pH', 'ghDgh', 'salinity', 'tanMgNL']);
    // What was assumed once is assumed anew from what was measured.
    const other = assumedWater(of, { water: 'marine', usualC: 26 }, a, Date.parse('2026-11-12T08:00:00Z'));
    expect(other).toMatchObject({ pH: 6.4, tempC: 23, salinity: a.guessSeaSalinity });
    expect(other.guessed).toEqual(['ghDgh', 'salinity', 'tanMgNL']);
  });
  test('on arrival what was measured counts, and an old copy of the rest stays a guess', () => {
    const readAt = { pH: '2026-01-01T08:00:00.000Z', tempC: '2026-01-01T08:00:00.000Z' };
    const tank = { name: 'Q', volumeL: 60, pH: 6.4, tempC: 23, readAt };
    const of = assume({ ...c, tank, actual: { ...c.actual, tanks: { Q: { tempC: 25 } } } }, catalogue).tank;
    expect(of).toMatchObject({ tempC: 25, pH: 6.4 });
    expect(of.guessed).toContain('pH');
    expect(of.guessed).not.toContain('tempC');
  });
  test('brackish water is guessed as the engine judges it, whether its salt was measured or not', () => {
    const puffer = { water: 'brackish', usualC: 26 } as const;
    expect(guessOf('salinity', {}, puffer, a).value).toBe(a.guessBrackishSalinity);
    expect(guessOf('pH', {}, puffer, a)).toEqual(guessOf('pH', { salinity: a.guessBrackishSalinity }, puffer, a));
    expect(guessOf('pH', { salinity: 1 }, puffer, a).value).toBe(a.guessPh);
  });
  test('hardness goes by the dissolved solids where only those were measured (common practice)', () => {
    const gh = (tdsMgL: number) => assumedWater({ tdsMgL }, tetra, a, 0).ghDgh;
    expect(gh(90)).toBeCloseTo(3, 9);
    expect(gh(320)).toBeGreaterThan(10);
    expect(assumedWater({ tdsMgL: 320, ghDgh: 6 }, tetra, a, 0).ghDgh).toBe(6);
  });
});

test('oxygen filled on the way: air until then, from there on as filled at once', () => {
  const [first] = c.bags;
  const with_ = (more: object) => ({ ...c, bags: c.bags.map((b) => (b.id === first!.id ? { ...b, ...more } : b)) });
  const oxygenOf = (x: typeof c): Float64Array => {
    const e = evaluate(x, catalogue, x.forecast, { stepH: 0.5, draws: 0 });
    if (!e.ok) throw new Error('refused');
    return e.value.bags.find((b) => b.id === bagId)!.curves.oxygenKPa;
  };
  const shop = with_({ filledElsewhere: true, filledAfterH: 3 });
  expect(contentsOf(shop, shop.bags[0]!, catalogue, a)).toMatchObject({
    oxygenFraction: 0.20946,
    refill: { afterH: 3, oxygenFraction: first!.oxygenFraction },
  });
  const [here, there, air] = [oxygenOf(c), oxygenOf(shop), oxygenOf(with_({ oxygenFraction: 0.20946 }))];
  expect(there[5]).toBeCloseTo(air[5]!, 6);
  expect(there[5]!).toBeLessThan(0.5 * here[5]!);
  // An hour or two after it is filled the water has caught up.
  expect(there[14]!).toBeGreaterThan(0.9 * here[14]!);
  const usual = with_({ filledElsewhere: true });
  expect(contentsOf(usual, usual.bags[0]!, catalogue, a).refill!.afterH).toBe(a.filledElsewhereAfterH);
});

test('a soft bag takes less gas, is pressed narrower in its box, and says so in steps and on the label', () => {
  const type = catalogue.bags.find((b) => !b.breather)!;
  const [full, soft] = [filledBy('third', type, [], a), filledBy('third', type, [], a, true)];
  expect((soft.waterL + soft.gasL) / (full.waterL + full.gasL)).toBeCloseTo(a.softFillShare, 1);
  const [bag] = c.bags;
  const across = (b: typeof bag): number =>
    arrange({ ...c.boxes[0]!, packs: [] }, [b!], catalogue, a).placed[0]!.standing.diameterCm;
  expect(across({ ...bag!, soft: true })).toBeCloseTo(across(bag) * (1 - a.softYields), 9);
  expect(makingSteps(type, { soft: true }, 2, true).join(' ')).toMatch(/gives under the palm/);
  expect(makingSteps(type, {}, 2, true).join(' ')).not.toMatch(/palm/);
  const label = bagLabel(c, { ...bag!, soft: true, labelNotes: 'photo 12; second spawn ' }, catalogue);
  expect(label.notes).toEqual(['photo 12', 'second spawn']);
  expect(label.heed.join(' ')).toMatch(/soft/);
  expect(bagLabel(c, bag!, catalogue).notes).toEqual([]);
});
