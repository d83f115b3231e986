import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Consignment } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { costsOf } from './costs';

/** A box of two doubled bags, reckoned by hand beside the code. */
const example = exampleConsignment();
const line = { ...example.lines[0]!, id: 'L1', count: 6 };
const bag = { ...example.bags[0]!, boxId: '1', bagTypeId: 'bag-18x40', waterL: 1, gasL: 2, oxygenFraction: 0.95 };
const { treatments: _, layers: __, filledElsewhere: ___, ...plain } = bag;
const c: Consignment = {
  ...example,
  drawn: undefined,
  lines: [line],
  bags: ['A1', 'A2'].map((id) => ({ ...plain, id, layers: 2, animals: [{ lineId: 'L1', count: 3 }] })),
  boxes: [{ id: '1', boxTypeId: 'box-m', packs: [{ packId: 'heat-40h', count: 2 }], ventHoles: 4 }],
  companions: undefined,
};
const a = withOverrides({
  hourPrice: 20,
  packingMinPerBag: 6,
  boxingMin: 18,
  kmPrice: 0.5,
  paperPrice: 1,
  bandPrice: 0.05,
  bandsPerBag: 4,
  oxygenPricePerL: 0.02,
  oxygenFlushFactor: 1.5,
});
const of = (charges: Consignment['charges'] = {}, booking: Consignment['booking'] = {}) =>
  costsOf({ ...c, charges, booking }, catalogue, a, { freight: { '1': 40 }, treatments: {} });
const amount = (lines: { what: string; amount: number }[], what: string): number =>
  lines.find((l) => l.what === what)?.amount ?? 0;

test('own costs are what the plan uses up: box, layers of bags, bands, oxygen with flushing, packs, paper, half an hour, freight', () => {
  const { own, ownTotal } = of();
  const bagCost = row(catalogue.bags, 'bag-18x40', 'bag').cost!;
  expect(amount(own, 'Boxes')).toBeCloseTo(row(catalogue.boxes, 'box-m', 'box').cost, 9);
  expect(amount(own, 'Bags')).toBeCloseTo(4 * bagCost, 9);
  expect(amount(own, 'Bands')).toBeCloseTo(8 * 0.05, 9);
  expect(amount(own, 'Oxygen')).toBeCloseTo(4 * 1.5 * 0.02, 9);
  expect(amount(own, 'Packs and bottles')).toBeCloseTo(2 * row(catalogue.packs, 'heat-40h', 'pack').cost, 9);
  expect(amount(own, 'Paper, liner, tape, labels')).toBe(1);
  expect(amount(own, 'Work')).toBeCloseTo(0.5 * 20, 9);
  expect(amount(own, 'Freight')).toBe(40);
  expect(ownTotal).toBeCloseTo(
    own.reduce((s, l) => s + l.amount, 0),
    9,
  );
});

test('what only a hand knows outranks the plan: hours, the way, tolls, further sums', () => {
  const { own } = of({ hours: 2, km: 30, tolls: 4, other: [{ name: 'Dry ice', amount: 7, asked: false }] });
  expect(amount(own, 'Work')).toBe(40);
  expect(amount(own, 'Journey')).toBe(19);
  expect(amount(own, 'Dry ice')).toBe(7);
});

test('the buyer is asked for animals, packing by carton, freight and what was agreed; who pays the carrier is not asked again', () => {
  const charges = {
    prices: [{ lineId: 'L1', each: 5 }],
    packingPerBox: 12,
    other: [
      { name: 'Certificate', amount: 3, asked: true },
      { name: 'Dry ice', amount: 7, asked: false },
    ],
  };
  expect(of(charges).askedTotal).toBe(6 * 5 + 12 + 40 + 3);
  expect(of({ ...charges, freight: 25 }).askedTotal).toBe(6 * 5 + 12 + 25 + 3);
  const collect = of(charges, { paidBy: 'receiver' });
  expect(collect.askedTotal).toBe(6 * 5 + 12 + 3);
  expect(amount(collect.own, 'Freight')).toBe(0);
});

test('what has no price yet is named; a box without bags costs nothing', () => {
  expect(of().unpriced).toEqual([row(catalogue.species, line.speciesId, 'species').name]);
  expect(of({ prices: [{ lineId: 'L1', each: 0 }] }).unpriced).toEqual([]);
  const spare = { ...c, boxes: [...c.boxes, { ...c.boxes[0]!, id: '2' }] };
  const two = costsOf(spare, catalogue, a, { freight: { '1': 40 }, treatments: {} });
  expect(two.ownTotal).toBeCloseTo(of().ownTotal, 9);
});
