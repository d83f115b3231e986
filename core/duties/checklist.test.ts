import { catalogue } from '@/core/catalogue';
import type { Treatment } from '@/core/catalogue/treatment';
import type { Bag, Consignment } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { packingChecklist, type CheckItem } from './checklist';

const c = exampleConsignment();
const list = (change: Partial<Consignment> = {}): CheckItem[] => packingChecklist({ ...c, ...change }, catalogue);
const keys = (items: CheckItem[]): string[] => items.map((i) => i.key);
const item = (items: CheckItem[], key: string): CheckItem => items.find((i) => i.key === key)!;
const heat = catalogue.packs.find((p) => p.kind === 'heat')!;
const cold = catalogue.packs.find((p) => p.kind !== 'heat')!;
const withPacks = (packs: Consignment['boxes'][0]['packs'], ventHoles = 0): Consignment['boxes'] => [
  { ...c.boxes[0]!, packs, ventHoles },
];

describe('the packing list', () => {
  test('runs in the order of the work: labels, water, bags, stand, box, papers', () => {
    const order = keys(list({ boxes: withPacks([]) }));
    expect(order[0]).toBe('labels');
    const tanks = [...new Set(c.lines.map((l) => l.tank))];
    expect(order.slice(1, 1 + tanks.length)).toEqual(tanks.map((t) => `water:${t}`));
    const bags = 1 + tanks.length;
    expect(order.slice(bags, bags + c.bags.length)).toEqual(c.bags.map((b) => `bag:${b.id}`));
    const box = c.boxes[0]!.id;
    expect(order.slice(bags + c.bags.length)).toEqual([
      'stand',
      `line:${box}`,
      ...c.bags.filter((b) => b.boxId === box).map((b) => `in:${b.id}`),
      `fill:${box}`,
      `lid:${box}`,
      `out:${box}`,
      `weigh:${box}`,
      'papers',
    ]);
  });

  test('what lines a box and the water in its gaps stand where the hands need them', () => {
    const lining = [{ name: 'Foam sheet, 2 cm', thicknessCm: 2, kWPerMK: 0.035 }];
    const boxes = [{ ...c.boxes[0]!, lining, ballast: { litres: 1, count: 4 } }];
    const { id } = boxes[0]!;
    expect(item(list({ boxes }), `line:${id}`).detail).toMatch(/lined with foam sheet, 2 cm.*liner bag/);
    expect(item(list({ boxes }), `fill:${id}`).detail).toContain('4 bottles of 1 L plain water at room temperature');
    expect(item(list(), `fill:${id}`).detail).not.toContain('plain water');
  });

  test('film that breathes is never shut into a liner', () => {
    const film = catalogue.bags.find((b) => b.breather)!;
    const some = c.bags.map((b, i) => (i === 0 ? { ...b, bagTypeId: film.id, gasL: 0 } : b));
    const all = c.bags.map((b) => ({ ...b, bagTypeId: film.id, gasL: 0 }));
    const box = c.boxes[0]!.id;
    const line = (bags: Consignment['bags']): string => item(list({ bags }), `line:${box}`).detail;
    expect(line(c.bags)).toMatch(/one liner bag around everything/);
    expect(line(some)).toMatch(new RegExp(`normal bags only: ${some[0]!.id} stay outside it`));
    expect(line(all)).toMatch(/no liner bag: breathing film needs air/);
    expect(item(list({ bags: all }), `fill:${box}`).detail).toMatch(/no plastic or foam against the film/);
    expect(item(list({ bags: some }), `bag:${some[0]!.id}`).detail).toMatch(/no gas.*ten minutes/);
  });

  test('every bag is closed once, with its water, its animals and its gas', () => {
    for (const bag of c.bags) {
      const { detail } = item(list(), `bag:${bag.id}`);
      expect(detail).toContain(`${bag.waterL} L water`);
      expect(detail).toContain(`${bag.gasL} L ${bag.oxygenFraction > 0.5 ? 'oxygen' : 'air'}`);
      for (const a of bag.animals) expect(detail).toContain(`${a.count} `);
    }
  });

  test('a bag that is filled with air says so', () => {
    const bags = c.bags.map((b) => ({ ...b, oxygenFraction: 0.21 }));
    expect(item(list({ bags }), `bag:${bags[0]!.id}`).detail).toContain('L air');
  });

  test('the water to draw is that of all bags, at the temperature of the fish', () => {
    const one = { lines: c.lines.map((l) => ({ ...l, tank: '7' })) };
    const all = c.bags.reduce((s, b) => s + b.waterL, 0);
    expect(item(list(one), 'water').detail).toMatch(new RegExp(`^${all.toFixed(1)} L at ${c.sourceWater.tempC} °C`));
    // From several tanks it is drawn tank by tank.
    const drawn = list().filter((i) => i.key.startsWith('water:'));
    const litres = drawn.map((i) => Number(/^[\d.]+/.exec(i.detail)![0]));
    expect(litres.reduce((s, l) => s + l, 0)).toBeCloseTo(all, 0);
  });

  test('oxygen is cautioned at the first bag, hands and skin at a hot pack, backs at the carton', () => {
    const items = list({ boxes: withPacks([{ ...c.boxes[0]!.packs[0]!, packId: heat.id, count: 2 }]) });
    expect(item(items, `bag:${c.bags[0]!.id}`).caution).toMatch(/no flame, no smoking/);
    expect(items.filter((i) => /feeds fire/.test(i.caution ?? ''))).toHaveLength(1);
    expect(item(items, `pack:${heat.id}`).caution).toContain(`${heat.kind === 'heat' ? heat.surfaceC : ''} °C`);
    expect(item(items, `weigh:${c.boxes[0]!.id}`).caution).toMatch(/two people/);
  });

  test('a hot pack is proved before it goes in, a cold one is wrapped; both stand once with their sum', () => {
    const one = { ...c.boxes[0]!.packs[0]! };
    const items = list({
      boxes: withPacks([
        { ...one, packId: heat.id, count: 1 },
        { ...one, packId: cold.id, count: 1 },
        { ...one, packId: heat.id, count: 2 },
      ]),
    });
    expect(item(items, `pack:${heat.id}`).title).toBe(`Open 3 × ${heat.name}`);
    expect(item(items, `prove:${heat.id}`).after).toMatchObject({ keys: [`pack:${heat.id}`], minutes: 20 });
    expect(item(items, `prove:${heat.id}`).detail).toMatch(
      /After 45 min in a room of 20 °C each should read about \d+ °C/,
    );
    expect(item(items, `pack:${cold.id}`).title).toBe(`Take out 1 × ${cold.name}`);
    expect(item(items, `pack:${cold.id}`).caution).toBeUndefined();
    expect(items.filter((i) => i.key === `pack:${heat.id}`)).toHaveLength(1);
  });

  test('holes are named where there are some, and a box without packs is taped all around', () => {
    const pack = { ...c.boxes[0]!.packs[0]!, packId: heat.id, count: 1 };
    const lid = (boxes: Consignment['boxes']): string => item(list({ boxes }), `lid:${c.boxes[0]!.id}`).detail;
    expect(lid(withPacks([pack], 8))).toContain('8 holes of 6 mm');
    expect(lid(withPacks([pack], 0))).not.toContain('holes');
    expect(lid(withPacks([]))).toBe('No pack: tape the joint all around.');
  });

  test('boxes are numbered where there are two, and each holds its own bags', () => {
    const second = { ...c.boxes[0]!, id: '2' };
    const bags = c.bags.map((b, i) => (i === 0 ? b : { ...b, boxId: '2' }));
    const items = list({ boxes: [c.boxes[0]!, second], bags });
    expect(item(items, 'line:2').title).toBe('Line box 2');
    expect(item(items, `fill:${c.boxes[0]!.id}`).detail).toMatch(new RegExp(`^${bags[0]!.id}\\. `));
    expect(item(list(), `line:${c.boxes[0]!.id}`).title).toBe('Line box');
  });

  test('item is packed damp and away from heat, food dry', () => {
    const companions = [
      { id: 'K1', kind: 'plant', name: 'Java fern', amount: '3', vessel: 'bag', massG: 80 },
      { id: 'K2', kind: 'food', name: 'flakes', amount: '', vessel: 'bag', massG: 20 },
    ] as unknown as Consignment['companions'];
    const items = list({ companions });
    expect(item(items, 'along:K1')).toMatchObject({
      title: 'Wrap 3 Java fern',
      detail: expect.stringMatching(/Damp.*Away from packs/),
    });
    expect(item(items, 'along:K2')).toMatchObject({ title: 'Pack flakes', detail: expect.stringMatching(/^Dry/) });
    expect(keys(items).indexOf('along:K1')).toBeLessThan(keys(items).indexOf('stand'));
  });

  test('no two items share a key: a tick belongs to one', () => {
    const two = list({ boxes: [c.boxes[0]!, { ...c.boxes[0]!, id: '2' }] });
    expect(new Set(keys(two)).size).toBe(two.length);
  });

  test('a move of one’s own takes the tank down in its order, and knows no carrier: no label, no counter, no scale', () => {
    const items = list({ direction: 'own-move' });
    const at = (key: string): number => keys(items).indexOf(key);
    const order = ['down:plugs', 'down:water', 'down:cover', `bag:${c.bags[0]!.id}`, 'down:media', 'down:tank'];
    expect(order.map(at)).toEqual([...order.map(at)].sort((x, y) => x - y));
    expect(at('down:plugs')).toBeGreaterThanOrEqual(0);
    expect(item(items, 'down:media').needs).toEqual(c.bags.map((b) => `bag:${b.id}`));
    expect(keys(items).some((k) => k.startsWith('weigh:'))).toBe(false);
    expect(JSON.stringify(items)).not.toMatch(/four sides|carrier|counter|booked/);
    expect(item(items, 'papers').needs).toEqual([`out:${c.boxes[0]!.id}`]);
    expect(keys(list()).some((k) => k.startsWith('down:'))).toBe(false);
  });

  describe('what goes into the water', () => {
    const treatments: Treatment[] = [
      { id: 'calm', name: 'Calm drops', kind: 'sedative', unit: 'drop', perL: 8, dropsPerMl: 20 },
      { id: 'bind', name: 'Binder', kind: 'binder', unit: 'mL', perL: 0.1, bindingTimes: 5, capacityMgN: 20 },
    ];
    const house = { ...catalogue, treatments };
    const [first, ...others] = c.bags;
    const treated = {
      ...c,
      drawn: [{ id: 'bind', times: 5 }],
      bags: [{ ...first!, treatments: [{ id: 'calm', times: 1 }] }, ...others],
    };
    const items = packingChecklist(treated, house);
    test('what all the water gets is dosed for the litres of each tank, with its caution', () => {
      for (const water of items.filter((i) => i.key.startsWith('water:'))) {
        const litres = Number(/^[\d.]+/.exec(water.detail)![0]);
        const mL = Number(/Into all of it: ([\d.]+) mL of Binder/.exec(water.detail)![1]);
        expect(mL).toBeCloseTo(litres * 0.5, 1);
      }
      expect(items.filter((i) => /veterinarian/.test(i.caution ?? '')).map((i) => i.key)).toHaveLength(2);
    });
    test('a sedative is a step of its own before its bag is closed: watched, with what to do when it was too much', () => {
      const at = items.findIndex((i) => i.key === `sedate:${first!.id}`);
      expect(items.slice(at + 1, at + 3).map((i) => i.key)).toEqual([`watch:${first!.id}`, `bag:${first!.id}`]);
      expect(items[at]!.detail).toContain(`${Math.round(8 * first!.waterL)} drops`);
      expect(items[at + 1]!.detail).toMatch(/5 min.*rolls or gasps.*clean water/);
      expect(items[at + 1]!.after).toMatchObject({ keys: [`sedate:${first!.id}`], minutes: 5 });
      expect(items.filter((i) => i.key.startsWith('sedate:'))).toHaveLength(1);
      // One sedated without a bottle on the shelf is watched too.
      const bare = { bags: [{ ...first!, sedated: true }, ...others] };
      expect(item(list(bare), `sedate:${first!.id}`).detail).toMatch(/^Dose by its label/);
    });
    test('nothing that the figures assume is missing from the steps of a bag', () => {
      const all: Bag = {
        ...first!,
        layers: 3,
        corners: 'taped',
        closure: 'gooseneck',
        cover: 'moss',
        lies: true,
        oxygenFraction: 0.21,
        tabletOxygenMg: 90,
        treatments: [{ id: 'calm', times: 2 }],
      };
      const bag = packingChecklist({ ...c, bags: [all] }, house).filter((i) => i.key.endsWith(first!.id));
      const words = bag.map((i) => i.detail).join(' ');
      for (const part of [
        `${all.waterL} L water`,
        'cm in the standing bag',
        `${Math.round(16 * all.waterL)} drops`,
        'moss',
        'corners folded up and taped',
        'tablet in, 90 mg',
        `${all.gasL} L air from a pump, never from your mouth`,
        'fold the neck over',
        'Second bag over it',
        'Third bag over it',
        'Laid on its side',
      ])
        expect(words).toContain(part);
    });
  });
});
