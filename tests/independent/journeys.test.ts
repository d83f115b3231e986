import { day, evaluated, type Journey } from '@/tests/journeys';
import { winterBoxes } from '@/tests/reference/trade-boxes';

/**
 * Whole journeys as the trade knows them to end (common practice, no published source), with one default set of
 * assumptions. Nothing is moved from case to case; weather, box, bags and packs are those of the saying.
 */
const tetras = { species: 'lemon-tetra', lengthCm: 3.5, waterC: 25, fastedH: 36 } as const;
const small = { bagType: 'bag-18x40', waterL: 0.9, gasL: 1.7, perBag: 5, bags: 4 } as const;
const overnight = { service: 'northline-overnight', hours: 14 } as const;
const lined = [{ name: 'bubble wrap', thicknessCm: 0.8, kWPerMK: 0.05 }];
const pack = (packId: string, count = 1) => ({ packId: `heat-${packId}`, count });

describe('journeys', () => {
  const run = (j: Journey, draws = 200) => {
    const e = evaluated(j, draws);
    expect(e.boxes[0]!.arrangement.problems).toEqual([]);
    return { e, r: e.risk! };
  };
  test('(a) a hardy sleeper with oxygen, 52 hours: all alive', () => {
    const { e, r } = run({
      species: 'purple-spotted-gudgeon',
      lengthCm: 9,
      ...{ perBag: 1, bags: 4, bagType: 'bag-18x40', waterL: 0.9, gasL: 1.7 },
      ...{ waterC: 20, fastedH: 48, box: 'box-m', service: 'northline-two-day', hours: 50, weatherC: day(13, 20) },
    });
    expect(e.deadlineH).toBeGreaterThan(52);
    expect(r.expected / r.animals).toBeGreaterThan(0.99);
  });
  test('(b) goldfish of 24 cm, one a bag, cool, two days', () => {
    const { r } = run({
      species: 'goldfish',
      lengthCm: 24,
      ...{ perBag: 1, bags: 2, bagType: 'bag-38x66', waterL: 5, gasL: 9, waterC: 14, fastedH: 96 },
      ...{ box: 'box-l', service: 'northline-two-day', hours: 44, weatherC: day(6, 12) },
    });
    expect(r.chance).toBeGreaterThan(0.95);
  });
  test('(d) six to fourteen degrees overnight, one 40 h pack in a sheet-foam carton with four bags: over 90 %', () => {
    const { r } = run({
      ...tetras,
      ...small,
      ...overnight,
      box: 'box-cut',
      packs: [pack('40h')],
      ventHoles: 2,
      weatherC: day(6, 14),
    });
    expect(r.chance).toBeGreaterThan(0.9);
  });
  test('(e) minus fourteen to minus six overnight, mixed packs in a moulded box in a lined carton, four bags of 3 L: go', () => {
    const { e, r } = run({
      ...tetras,
      ...overnight,
      ...{ perBag: 12, bags: 4, bagType: 'bag-28x55', waterL: 3, gasL: 3.6, box: 'box-l', lining: lined },
      ...{ packs: [pack('72h', 3), pack('40h', 2)], ventHoles: 8, weatherC: day(-14, -6) },
    });
    expect(r.chance).toBeGreaterThan(0.95);
    expect(e.overall.state).toBe('fine');
  });
  test('(f) a 20 h pack alone in a small box at 20 °C outside cooks', () => {
    const { e, r } = run({
      ...tetras,
      ...overnight,
      ...{ perBag: 5, bags: 1, bagType: 'bag-23x46', waterL: 1.5, gasL: 2.2, box: 'box-s' },
      ...{ packs: [pack('20h')], ventHoles: 2, weatherC: () => 20 },
    });
    expect(e.overall.state).toBe('stop');
    expect(r.byFactor.temperature).toBe(r.lost);
    expect(r.warmestC).toBeGreaterThan(33);
  });
  test('(g) two days that end at 32 °C: 72 h packs cook, 40 h packs are spent by then', () => {
    const weatherC = (h: number): number => (h < 24 ? 12 + h * 0.2 : 17 + ((h - 24) * 15) / 22);
    const of = (id: string) =>
      run({
        ...tetras,
        ...small,
        box: 'box-m',
        packs: [pack(id, 2)],
        ventHoles: 4,
        service: 'northline-two-day',
        hours: 46,
        weatherC,
      });
    const [long, short] = [of('72h'), of('40h')];
    expect(long.e.overall.state).toBe('stop');
    expect(short.r.chance).toBeGreaterThan(long.r.chance + 0.1);
    expect(short.r.expected / short.r.animals).toBeGreaterThan(long.r.expected / long.r.animals);
  });
  test('(h) eight even-sized cichlids a bag, several bags, half a day in mild weather without a pack: over 97 %', () => {
    const { r } = run({
      species: 'kribensis',
      lengthCm: 5,
      ...{ perBag: 8, bags: 4, bagType: 'bag-23x46', waterL: 2, gasL: 3.2, waterC: 25, fastedH: 48 },
      ...{ box: 'box-l', service: 'northline-overnight', hours: 12, weatherC: day(14, 22) },
    });
    expect(r.chance).toBeGreaterThan(0.97);
  });
});

describe('what the odds and the margin say of one another', () => {
  test('where a tenth of the draws fall short of the deadline, so does the chance; a few die within limits, and not all beyond', () => {
    for (const j of winterBoxes.slice(0, 4)) {
      const cold = evaluated({ ...j, weatherC: (h) => j.weatherC(h) - 6 }, 100);
      const r = cold.risk!;
      expect(r.expected / r.animals).toBeGreaterThan(0.9 * r.chance);
      for (const b of r.bags) if (b.worstSlackH !== null && b.worstSlackH < 0) expect(b.chance).toBeLessThan(0.93);
    }
  });
  test('a few dozen draws tell the chance of a thousand within ten points, the living within five, and mostly the same state', () => {
    const pairs = winterBoxes.slice(0, 8).map((j) => [evaluated(j, 50), evaluated(j, 600)] as const);
    for (const [few, many] of pairs) {
      expect(Math.abs(few.risk!.chance - many.risk!.chance)).toBeLessThan(0.1);
      expect(Math.abs(few.risk!.expected - many.risk!.expected) / many.risk!.animals).toBeLessThan(0.05);
    }
    expect(pairs.filter(([few, many]) => few.overall.state === many.overall.state).length).toBeGreaterThanOrEqual(7);
  });
});
