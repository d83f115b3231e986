import { catalogue as shipped } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Treatment } from '@/core/catalogue/treatment';
import { boxSchema, type Box } from '@/core/consignment/box';
import { bagSchema, companionSchema, lineSchema, type Bag, type Consignment } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { packingChecklist } from './checklist';

/**
 * Nothing that the figures assume may be missing from the steps: every field of a plan is changed in turn, and the steps
 * have to tell it. A field that hands need not know stands here with the reason; a new field fails until it is one or
 * the other.
 */

const treatments: Treatment[] = [
  { id: 'calm', name: 'Calm drops', kind: 'sedative', unit: 'drop', perL: 8, dropsPerMl: 20 },
  { id: 'salt', name: 'Pond salt', kind: 'salt', unit: 'g', perL: 1 },
];
const catalogue = { ...shipped, treatments };
const c = exampleConsignment();
const told = (x: Consignment): string => JSON.stringify(packingChecklist(x, catalogue));
const before = told(c);

type Changes<T> = { [K in keyof Required<T>]: Partial<T> | string };

const noHand = {
  hidden: 'a choice of the desk, without a hand in it',
  weighed: 'a figure of the thing itself: hands take what lies there',
  measured: 'measured of what is there, and not made',
} as const;

const bag = c.bags[0]!;
const otherBag = shipped.bags.find((t) => t.id !== bag.bagTypeId && !t.breather && t.widthCm > 20)!;
const bags: Changes<Bag> = {
  id: { id: 'Z9' },
  boxId: 'told with its box below',
  bagTypeId: { bagTypeId: otherBag.id },
  animals: { animals: [{ ...bag.animals[0]!, count: bag.animals[0]!.count + 1 }] },
  waterL: { waterL: bag.waterL + 0.3 },
  gasL: { gasL: bag.gasL + 0.3 },
  oxygenFraction: { oxygenFraction: 0.8 },
  sedated: { sedated: !bag.sedated },
  binderMgN: { binderMgN: 40 },
  binderKind: { binderMgN: 40, binderKind: 'ion-exchange' },
  tabletOxygenMg: { tabletOxygenMg: 80 },
  reducer: { reducer: true },
  lies: { lies: !bag.lies },
  layers: { layers: 3 },
  corners: { corners: 'banded' },
  closure: { closure: 'gooseneck' },
  cover: { cover: 'moss' },
  filledElsewhere: { filledElsewhere: true, oxygenFraction: 1 },
  filledAfterH: { filledElsewhere: true, oxygenFraction: 1, filledAfterH: 2 },
  soft: { soft: true },
  labelNotes: { labelNotes: 'blue label' },
  treatments: { treatments: [{ id: 'salt', times: 2 }] },
  spot: { spot: { xCm: 12, yCm: 9 } },
  school: noHand.hidden,
  locked: noHand.hidden,
  accepted: 'told above the steps, at Send',
};

const box = c.boxes[0]!;
const heat = shipped.packs.filter((p) => p.kind === 'heat');
const own = {
  name: '',
  build: 'cut' as const,
  insideCm: [40, 30, 30] as [number, number, number],
  wallCm: 2.5,
  kWPerMK: 0.03,
};
const boxes: Changes<Box> = {
  id: 'told with its bags below',
  boxTypeId: { boxTypeId: shipped.boxes.find((b) => b.id !== box.boxTypeId)!.id },
  packs: { packs: [{ packId: heat[0]!.id, count: 3 }] },
  accepted: noHand.hidden,
  declaredKg: { declaredKg: 7.7 },
  ventHoles: { ventHoles: box.ventHoles + 1 },
  ventMm: { ventHoles: 2, ventMm: 11 },
  tape: { tape: 'all-round' },
  own: { own },
  lining: { lining: [{ name: 'Bubble wrap', thicknessCm: 0.8, kWPerMK: 0.05 }] },
  bottle: { bottle: { litres: 1, startC: 45 } },
  ballast: { ballast: { litres: 1, count: 3 } },
};

const line = c.lines[0]!;
const lines: Changes<Consignment['lines'][number]> = {
  id: 'ties lines to bags',
  speciesId: { speciesId: c.lines.find((l) => l.speciesId !== line.speciesId)?.speciesId ?? 'neocaridina-davidi' },
  count: 'counted bag by bag',
  lengthCm: { lengthCm: line.lengthCm + 1 },
  massG: noHand.weighed,
  sex: { sex: line.sex === 'male' ? 'female' : 'male' },
  tank: { tank: 'R99' },
  grade: { grade: 'B' },
  size: noHand.weighed,
  lotId: 'told by its tank',
  variety: { variety: 'Rio Preto' },
  into: 'the receiver’s tank',
};

const companion = {
  id: 'K1',
  kind: 'plant' as const,
  name: 'Fern',
  amount: '3',
  vessel: 'bag' as const,
  weightKg: 0.1,
  boxId: box.id,
};
const along: Changes<typeof companion> = {
  id: 'ties a tick to it',
  kind: { kind: 'food' as never },
  name: { name: 'Moss' },
  amount: { amount: '4' },
  vessel: { vessel: 'bucket' as never },
  weightKg: noHand.weighed,
  boxId: { boxId: null as never },
};

const each = (changes: Record<string, unknown>): [string, object][] =>
  Object.entries(changes).flatMap(([k, v]): [string, object][] => (typeof v === 'string' ? [] : [[k, v as object]]));

describe('every field of a plan is told by its steps, or has a reason not to be', () => {
  test.each([
    ['a bag', bagSchema, bags],
    ['a box', boxSchema, boxes],
    ['a line', lineSchema, lines],
    ['item', companionSchema, along],
  ] as const)('the fields of %s are all named here', (_, schema, named) => {
    expect(Object.keys(named).sort()).toEqual(Object.keys(schema.shape).sort());
  });
  test.each(each(bags))('bag: %s', (_, change) => {
    expect(told({ ...c, bags: c.bags.map((b, i) => (i === 0 ? { ...b, ...change } : b)) })).not.toBe(before);
  });
  test.each(each(boxes))('box: %s', (_, change) => {
    expect(told({ ...c, boxes: c.boxes.map((b, i) => (i === 0 ? { ...b, ...change } : b)) })).not.toBe(before);
  });
  test.each(each(lines))('line: %s', (_, change) => {
    expect(told({ ...c, lines: c.lines.map((l, i) => (i === 0 ? { ...l, ...change } : l)) })).not.toBe(before);
  });
  test.each(each(along))('along: %s', (_, change) => {
    const plain = told({ ...c, companions: [companion] });
    expect(told({ ...c, companions: [{ ...companion, ...change }] })).not.toBe(plain);
  });

  const set = (packs: Box['packs']): string => told({ ...c, boxes: [{ ...box, packs }, ...c.boxes.slice(1)] });
  const pack = { packId: heat[0]!.id, count: 1 };
  test.each<[string, Partial<Box['packs'][number]>]>([
    ['its kind', { packId: heat[1]!.id }],
    ['how many', { count: 2 }],
    ['at the side', { at: 'side' }],
    ['in a gap', { at: 'void' }],
    ['on paper', { onPaper: true }],
    ['opened sooner', { openedMin: 90 }],
  ])('a pack: %s', (_, change) => expect(set([{ ...pack, ...change }])).not.toBe(set([pack])));

  test('a bag in another box is told with both boxes, and males with the animals', () => {
    const two = { ...c, boxes: [box, { ...box, id: '2' }] };
    const moved = { ...two, bags: two.bags.map((b, i) => (i === 0 ? { ...b, boxId: '2' } : b)) };
    expect(told(moved)).not.toBe(told(two));
    const sexed = { ...bag, animals: [{ ...bag.animals[0]!, males: 1 }] };
    expect(told({ ...c, bags: [sexed, ...c.bags.slice(1)] })).toMatch(/1 male, \d+ female/);
  });

  test('what all the water gets, and how warm it is', () => {
    expect(told({ ...c, drawn: [{ id: 'salt', times: 1 }] })).toMatch(/Into all of it/);
    const warm = { ...c.sourceWater, tempC: c.sourceWater.tempC! + 2 };
    expect(told({ ...c, sourceWater: warm, waters: [] })).not.toBe(before);
  });

  test('the minutes that the figures assume are those that the steps wait', () => {
    const a = withOverrides(c.assumptions);
    const steps = packingChecklist({ ...c, boxes: [{ ...box, packs: [pack] }] }, catalogue);
    const wait = (key: string): number | undefined => steps.find((s) => s.key === key)?.after?.minutes;
    expect([wait(`lid:${box.id}`), wait('stand'), wait(`prove:${pack.packId}`)]).toEqual([
      a.packBenchMin,
      a.leakStandMin,
      a.packProveMin,
    ]);
  });
});
