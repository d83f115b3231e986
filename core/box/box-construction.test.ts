import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { packPlaces } from '@/core/catalogue/making';
import type { Box } from '@/core/consignment/schema';
import { boxReadingOf } from '@/core/evaluate/box-reading';
import { judgedR, typedCm } from '@/core/heat/typed';
import { boxConductance } from '@/core/heat/insulation';
import { exampleConsignment } from '@/tests/example';
import { changesTo } from '@/core/choose/changes';
import { suggestBoxes } from '@/core/choose/boxes';
import { arrange, packSpots } from './arrange';
import { outsideCm } from './weights';
import { closedWords, packWords } from './contents';
import { holesOf6mm, madeOf, tapeFactor } from './box-construction';

const c = exampleConsignment();
const box: Box = { ...c.boxes[0]!, packs: [{ packId: 'heat-72h', count: 2 }], ventHoles: 4 };
const own = {
  name: '',
  build: 'moulded' as const,
  insideCm: [30, 25, 25] as [number, number, number],
  wallCm: 2.5,
  kWPerMK: 0.037,
};
const read = (b: Box) => {
  const r = boxReadingOf({ ...c, boxes: [b] }, catalogue, c.forecast, b.id);
  if (!r) throw new Error('not read');
  return r;
};

describe('a box by own measures', () => {
  test('is as large as it was measured, weighs what such walls weigh, and keeps the price of its kind', () => {
    const made = madeOf(catalogue, { ...box, own });
    expect(outsideCm(made)).toEqual([36, 31, 31]);
    // A moulded box of this size weighs 0.3 to 0.5 kg, its carton about as much (common practice).
    expect(made.massKg).toBeGreaterThan(0.35);
    expect(made.massKg).toBeLessThan(1);
    expect(made.cost).toBe(catalogue.boxes.find((b) => b.id === box.boxTypeId)!.cost);
    expect(madeOf(catalogue, { ...box, own: { ...own, massKg: 0.8 } }).massKg).toBe(0.8);
    expect(madeOf(catalogue, box)).toBe(catalogue.boxes.find((b) => b.id === box.boxTypeId));
  });
  test('a thicker wall or better foam loses less, a carton alone far more', () => {
    const ua = (x: Partial<typeof own>) =>
      boxConductance(madeOf(catalogue, { ...box, own: { ...own, ...x } }), a).uaWPerK;
    expect(ua({ wallCm: 5 })).toBeLessThan(0.7 * ua({}));
    expect(ua({ kWPerMK: 0.025 })).toBeLessThan(ua({}));
    const carton = madeOf(catalogue, { ...box, own: { ...own, build: 'carton' as never, wallCm: 0.5, kWPerMK: 0.06 } });
    expect(boxConductance(carton, a).uaWPerK).toBeGreaterThan(2.5 * ua({}));
    expect(carton.cartonCm).toBe(0);
  });
});

test.each([
  ['box-m', 'moulded'],
  ['box-l', 'moulded'],
  ['box-cut', 'cut'],
  ['box-flat', 'carton'],
] as const)('own measures of %s, built alike, leak and weigh about what the shelf says of it', (id, build) => {
  const kind = catalogue.boxes.find((b) => b.id === id)!;
  const { insideCm, wallCm, kWPerMK } = kind;
  const made = madeOf(catalogue, { ...box, boxTypeId: id, own: { name: '', build, insideCm, wallCm, kWPerMK } });
  expect(made.leakLPerH / kind.leakLPerH).toBeGreaterThan(0.8);
  expect(made.leakLPerH / kind.leakLPerH).toBeLessThan(1.25);
  expect(made.massKg / kind.massKg).toBeGreaterThan(0.75);
  expect(made.massKg / kind.massKg).toBeLessThan(1.35);
});

describe('a plan of boxes beside what a hand made of them', () => {
  const c2 = { ...c, boxes: [{ ...box, own, tape: 'all-round' as const, ventMm: 9 }] };
  test('how the lid is taped and how wide its holes are stays; own measures stay where the bags fit them', () => {
    const kind = suggestBoxes(c2, catalogue, []).boxes[0]!;
    expect(kind).toMatchObject({ tape: 'all-round', ventMm: 9 });
    const roomy = { ...own, insideCm: [60, 40, 45] as [number, number, number] };
    const same = (x: typeof own) => ({ ...c2, boxes: [{ ...c2.boxes[0]!, boxTypeId: kind.boxTypeId, own: x }] });
    expect(suggestBoxes(same(roomy), catalogue, []).boxes[0]!.own).toEqual(roomy);
    expect(suggestBoxes(same({ ...own, insideCm: [9, 9, 9] }), catalogue, []).boxes[0]).not.toHaveProperty('own');
  });
  test('what another plan would change of tape and holes is told before it is taken', () => {
    const said = changesTo(c2, { bags: c2.bags, boxes: [box] }, catalogue).join(' ');
    expect(said).toMatch(/Lid of box 1: taped all around → taped, corners left free\./);
    expect(said).toMatch(/Each hole of box 1: 9 mm → 6 mm\./);
    expect(said).toMatch(/Own box, moulded foam in a carton → /);
  });
});

describe('figures as people type them', () => {
  test.each([
    ['2.5', 2.5],
    ['25 mm', 2.5],
    ['1 in', 2.54],
    ['0,5"', 1.27],
    ['0.3 m', 30],
  ])('%s is %s cm', (text, cm) => {
    expect(typedCm(text)).toEqual({ cm });
  });
  test('slips are told: mil for millimetres, millimetres for centimetres, no length at all', () => {
    expect(typedCm('3 mil').note).toMatch(/0\.08 mm: the film of a bag.*Millimetres\?/);
    expect(typedCm('25').note).toMatch(/is it 25 mm, 2\.5 cm\?/);
    expect(typedCm('300', 'side').note).toMatch(/is it 300 mm, 30 cm\?/);
    expect(typedCm('thick').cm).toBeNaN();
    expect(typedCm('3 ells').note).toMatch(/is not a length/);
  });
  test('half-inch sheet sold as R-4 is nearer R-2 (common practice); a true R is taken as it is', () => {
    const slip = judgedR(4, 1.27)!;
    expect(slip.note).toMatch(/cannot be R-4/);
    expect(slip.note).toMatch(/about R-(1\.9|2\.0)/);
    expect(slip.kWPerMK).toBe(0.037);
    // ASTM C578: EPS R 4 per inch is 0.036 W/m K.
    expect(judgedR(4, 2.54)!.kWPerMK).toBeCloseTo(0.036, 3);
    expect(judgedR(4, 2.54)!.note).toBeUndefined();
    expect(judgedR(0, 2)).toBeNull();
  });
});

describe('tape and holes', () => {
  test('holes count by their area; tape all round leaves a third of the leak', () => {
    expect(holesOf6mm({ ventHoles: 1, ventMm: 12 })).toBe(holesOf6mm({ ventHoles: 4 }));
    expect(tapeFactor('all-round', a)).toBeLessThan(tapeFactor(undefined, a));
    expect(tapeFactor('strips', a)).toBeGreaterThan(1);
    expect(closedWords({ ...box, ventHoles: 1, ventMm: 9, tape: 'all-round' })).toEqual([
      '1 hole of 9 mm beside the packs',
      'Lid taped all around',
    ]);
  });
  test('a sealed box suffocates its packs, a hole feeds them (handbook, W33)', () => {
    const sealed = read({ ...box, ventHoles: 0, tape: 'all-round' });
    const fed = read({ ...box, ventHoles: 4 });
    expect(sealed.figures.leastOxygen).toBeLessThan(0.5);
    expect(fed.figures.leastOxygen).toBeGreaterThan(sealed.figures.leastOxygen + 0.2);
    expect(fed.figures.coldestC).toBeGreaterThan(sealed.figures.coldestC);
  });
  test('a box without a pack is best sealed tight (handbook, W33)', () => {
    const bare = { ...box, packs: [], ventHoles: 0 };
    expect(read({ ...bare, tape: 'all-round' }).figures.coldestC).toBeGreaterThan(
      read({ ...bare, tape: 'strips' }).figures.coldestC,
    );
  });
});

describe('what each thing of a box is worth', () => {
  test('taking a lining away makes it colder; what is told is the same box computed again', () => {
    const lined: Box = { ...box, lining: [{ name: 'Foam sheet, 2 cm', thicknessCm: 2, kWPerMK: 0.035 }] };
    const r = read(lined);
    const without = r.without.find((x) => x.what === 'without foam sheet, 2 cm')!;
    expect(without.figures.coldestC).toBeLessThan(r.figures.coldestC);
    expect(without.figures).toEqual(read({ ...lined, lining: [] }).figures);
    expect(r.bags.map((b) => b.id)).toEqual(c.bags.map((b) => b.id));
  });
  test('on time it is the box itself; no delay adds to its margin, up to three days', () => {
    const { delays, figures } = read(box);
    const of = (h: number | null): number => h ?? Infinity;
    for (const list of Object.values(delays)) {
      expect(list[0]!.figures).toEqual(figures);
      for (const d of list) expect(of(d.figures.slackH)).toBeLessThanOrEqual(of(figures.slackH) + 0.5);
      expect(list[list.length - 1]!.hours).toBe(72);
    }
    // Where it waits is told apart.
    expect(delays.hub[4]!.figures).not.toEqual(delays.door[4]!.figures);
  });
});

test('packs at the side and between bags are set against all of them under the lid, at once', () => {
  const packs = [
    { packId: 'heat-72h', count: 1, at: 'side' as const },
    { packId: 'heat-40h', count: 1, at: 'void' as const },
  ];
  const under = { ...box, packs: packs.map((p) => ({ ...p, at: 'lid' as const })) };
  const told = read({ ...box, packs }).without.filter((x) => x.what === 'with all packs under the lid');
  expect(told).toEqual([{ what: 'with all packs under the lid', figures: read(under).figures }]);
});

describe('places of packs', () => {
  const three: Box = {
    ...box,
    packs: packPlaces.map((at) => ({ packId: 'heat-72h', count: 1, at })),
  };
  const arrangement = arrange(three, c.bags, catalogue, a);
  test('under the lid in the middle, at the side on the wall, in a gap where no bag stands', () => {
    const type = madeOf(catalogue, three);
    const [lid, side, gap] = packSpots(three, type, arrangement);
    expect([lid!.at, side!.at, gap!.at]).toEqual(['lid', 'side', 'void']);
    expect(lid!.y).toBeCloseTo(type.insideCm[1] / 2, 9);
    expect(side!.x).toBe(type.insideCm[0]);
    for (const b of arrangement.placed)
      expect(Math.hypot(b.xCm - gap!.x, b.yCm - gap!.y)).toBeGreaterThan(b.standing.diameterCm / 2);
  });
  test('packs that find no gap are told with what to do', () => {
    const full: Box = {
      ...three,
      own: { ...own, insideCm: [21, 19, 40] },
      packs: (['heat-72h', 'heat-40h', 'heat-20h'] as const).map((packId) => ({ packId, count: 6, at: 'void' })),
    };
    const crowded = arrange(full, c.bags.slice(0, 1), catalogue, a);
    expect(crowded.problems.map((x) => x.code)).toContain('no-void');
  });
  test('steps say place, side of air, and when it was opened', () => {
    const words = packWords(
      { ...three, packs: [{ packId: 'heat-72h', count: 2, onPaper: true, openedMin: 90 }, ...three.packs.slice(1)] },
      catalogue,
    );
    expect(words[0]).toMatch(
      /^2 × 72 h heat pack wrapped, laid on the paper over the bags, air side inward, dry, opened 90 min before$/,
    );
    expect(words[1]).toMatch(/on edge at the side/);
    expect(words[2]).toMatch(/in a gap between the bags/);
  });
  test('a pack opened a day early is a day older: a 20 h one gives nothing', () => {
    const short = (openedMin?: number): Box => ({
      ...box,
      packs: [{ packId: 'heat-20h', count: 2, ...(openedMin ? { openedMin } : {}) }],
    });
    const heat = (b: Box): number => read(b).packW.reduce((s, x) => s + x, 0);
    expect(heat(short(1440))).toBeLessThan(0.25 * heat(short()));
  });
});
