import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Treatment } from '@/core/catalogue/treatment';
import { contentsOf } from '@/core/engine/contents';
import { bagLabel } from '@/core/papers/bag-label';
import { exampleConsignment } from '@/tests/example';
import { doseWords, effectsOf, stockOf, unfit, usualTimes } from './treatments';

const make = (change: Partial<Treatment>): Treatment => ({
  id: 'x',
  name: 'Test drops',
  kind: 'own',
  unit: 'drop',
  perL: 2,
  ...change,
});
const words = (change: Partial<Treatment>, litres: number, times = 1): string =>
  doseWords({ treatment: make(change), times }, litres);

describe('a dose for the real litres', () => {
  test('drops are whole, and told in millilitres where the label says how many make one', () => {
    expect(words({ perL: 4, dropsPerMl: 20 }, 3.3)).toBe('13 drops (0.65 mL)');
    expect(words({ perL: 4 }, 3.3)).toBe('13 drops');
    expect(words({ perL: 0.1 }, 0.5)).toBe('1 drop');
  });
  test('millilitres and grams to a tenth, hundredths where it is little', () => {
    expect(words({ unit: 'mL', perL: 0.26, dropsPerMl: 20 }, 10)).toBe('2.6 mL (52 drops)');
    expect(words({ unit: 'g', perL: 1.234 }, 2)).toBe('2.5 g');
    expect(words({ unit: 'mL', perL: 0.05 }, 0.5)).toBe('0.03 mL');
  });
  test('pinches to a half, pieces whole; never nothing', () => {
    expect(words({ unit: 'pinch', perL: 0.4 }, 1)).toBe('0.5 pinch');
    expect(words({ unit: 'pinch', perL: 1 }, 2)).toBe('2 pinches');
    expect(words({ unit: 'piece', perL: 0.2 }, 1)).toBe('1 piece');
    expect(words({ unit: 'piece', perL: 1 }, 3)).toBe('3 pieces');
  });
  test('a label’s ordinary dose is a fifth of what binding ammonia takes: the binder asks for that (common practice)', () => {
    expect(usualTimes(make({ kind: 'binder', bindingTimes: 5 }))).toBe(5);
    expect(usualTimes(make({ kind: 'dye', bindingTimes: 5 }))).toBe(1);
    expect(words({ perL: 2 }, 2, 5)).toBe('20 drops');
  });
  test('the shelf loses millilitres where drops are known, else what it is dosed in', () => {
    expect(stockOf({ treatment: make({ perL: 4, dropsPerMl: 20 }), times: 1 }, 3.3)).toBe(0.65);
    expect(stockOf({ treatment: make({ unit: 'g', perL: 1 }), times: 2 }, 3)).toBe(6);
  });
});

describe('what treatments do', () => {
  const binder = make({ kind: 'binder', unit: 'mL', perL: 0.1, capacityMgN: 20 });
  const of = (treatment: Treatment, times = 1) => effectsOf([{ treatment, times }], 2);
  test('a binder binds what its label says for the real litres; a pad leaves the hardness', () => {
    expect(of(binder, 5)).toMatchObject({ capacityMgN: 20, exchanges: false });
    expect(of(make({ kind: 'pad', unit: 'piece', perL: 0.5, capacityMgN: 14 }))).toMatchObject({
      capacityMgN: 14,
      exchanges: true,
    });
    expect(of(make({ kind: 'binder' })).capacityMgN).toBe(0);
  });
  test('they reach the water that is computed, from the bag and from all the drawn water', () => {
    const c = exampleConsignment();
    const treatments = [
      { ...binder, id: 'bind' },
      make({ id: 'calm', kind: 'sedative' }),
      make({ id: 'red', kind: 'conditioner', reducing: true }),
    ];
    const house = { ...catalogue, treatments };
    const bag = { ...c.bags[0]!, binderMgN: 3, treatments: [{ id: 'calm', times: 1 }] };
    const at = {
      ...c,
      drawn: [
        { id: 'bind', times: 5 },
        { id: 'red', times: 1 },
      ],
    };
    const contents = contentsOf(at, bag, house, a);
    expect(contents.binder).toEqual({ capacityMgN: expect.closeTo(3 + 10 * bag.waterL, 9), kind: 'chemical' });
    expect(contents).toMatchObject({ sedated: true, reducer: true });
    expect(contentsOf(c, c.bags[0]!, house, a)).toMatchObject({ binder: null, sedated: false, reducer: false });
    expect(() => contentsOf(c, { ...bag, treatments: [{ id: 'gone', times: 1 }] }, house, a)).toThrow(/gone/);
  });
  test('a label shuts out who it shuts out, a reducing one warns of copper, a binder without a figure counts as nothing', () => {
    const species = (id: string) => row(catalogue.species, id, 'species');
    const given = [{ treatment: make({ kind: 'sedative', notFor: { scaleless: true } }), times: 1 }];
    expect(unfit(given, [species('kuhli-loach')])).toEqual([
      'Test drops is not for scaleless or armoured fish: Kuhli loach.',
    ]);
    expect(unfit(given, [species('lemon-tetra')])).toEqual([]);
    const shrimp = [{ treatment: make({ notFor: { invertebrates: true } }), times: 1 }];
    expect(unfit(shrimp, [species('cherry-shrimp'), species('lemon-tetra')])).toHaveLength(1);
    expect(unfit([{ treatment: make({ reducing: true }), times: 1 }], []).join()).toMatch(/copper/);
    expect(unfit([{ treatment: make({ kind: 'binder' }), times: 1 }], []).join()).toMatch(/counted as nothing/);
  });
});

describe('the label of a bag', () => {
  const c = exampleConsignment();
  const treatments = [
    make({ id: 'calm', name: 'Calm drops', kind: 'sedative' }),
    make({ id: 'blue', name: 'Blue', kind: 'dye' }),
  ];
  test('says whose it is, what is in it, how it is filled and treated, and what to heed', () => {
    const bag = {
      ...c.bags[0]!,
      lies: true,
      layers: 3,
      treatments: [
        { id: 'calm', times: 1 },
        { id: 'blue', times: 2 },
      ],
    };
    const label = bagLabel(c, bag, { ...catalogue, treatments });
    const line = c.lines.find((l) => l.id === bag.animals[0]!.lineId)!;
    expect(label).toMatchObject({
      code: c.code,
      bag: bag.id,
      treated: ['Calm drops', 'Blue, 2 times the label’s dose'],
    });
    expect(label.receiver).toContain(c.receiver.name);
    expect(label.animals[0]).toMatchObject({ count: bag.animals[0]!.count, tank: line.tank });
    expect(label.filled).toMatch(new RegExp(`^${bag.waterL} L water; .* oxygen; 3 layers; twist, two bands$`));
    expect(label.heed).toEqual(['asleep', 'dyed', 'lies', 'still']);
  });
  test('says nothing of what is not there; breathing film is never floated', () => {
    expect(bagLabel(c, c.bags[0]!, catalogue)).toMatchObject({ treated: [], heed: ['still'] });
    const film = catalogue.bags.find((b) => b.breather)!;
    const label = bagLabel(c, { ...c.bags[0]!, bagTypeId: film.id, gasL: 0 }, catalogue);
    expect(label.heed).toContain('breathes');
    expect(label.filled).toMatch(/no gas; 1 layer$/);
  });
});
