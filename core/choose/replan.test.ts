import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { miscounts } from '@/core/consignment/rules';
import { crossChecks } from '@/core/consignment/rules';
import type { Consignment } from '@/core/consignment/schema';
import { cases } from '@/tests/cases';
import { exampleConsignment } from '@/tests/example';
import { withOverrides } from '@/core/catalogue/assumptions';
import { arrange } from '@/core/box/arrange';
import { keepBags } from './replan';

const before = exampleConsignment();
const first = before.lines[0]!;
const with_ = (change: Partial<typeof first>): Consignment => ({
  ...before,
  lines: before.lines.map((l) => (l === first ? { ...l, ...change } : l)),
});

describe('bags under a changed order', () => {
  test('nothing changed, nothing touched', () => {
    expect(keepBags(before, before, catalogue)).toEqual({ consignment: before, said: [] });
  });

  test('more animals get bags of their own; those that hands planned stay as they are', () => {
    const by = keepBags(before, with_({ count: first.count + 7 }), catalogue);
    expect(by.consignment.bags.slice(0, before.bags.length)).toEqual(before.bags);
    expect(by.consignment.bags.length).toBeGreaterThan(before.bags.length);
    expect(by.said.join(' ')).toMatch(/7 .* more: .* new/);
    expect(by.consignment.boxes.slice(0, before.boxes.length)).toEqual(before.boxes);
  });

  test('fewer animals leave the last bags of their line, and no other', () => {
    const by = keepBags(before, with_({ count: first.count - 1 }), catalogue);
    const others = (c: Consignment) => c.bags.filter((b) => b.animals.every((a) => a.lineId !== first.id));
    expect(others(by.consignment)).toEqual(others(before));
    expect(by.said.join(' ')).toMatch(/1 animal fewer/);
  });

  test('another length keeps the bags and says that somebody should look', () => {
    const by = keepBags(before, with_({ lengthCm: first.lengthCm + 1 }), catalogue);
    expect(by.consignment.bags).toEqual(before.bags);
    expect(by.said.join(' ')).toMatch(/not .*\. Their bags are unchanged/);
  });

  test('another species is another animal: its bags are planned again, the rest stays', () => {
    const by = keepBags(before, with_({ speciesId: 'white-cloud' }), catalogue);
    expect(miscounts(by.consignment)).toEqual([]);
    const kept = before.bags.filter((b) => b.animals.every((a) => a.lineId !== first.id));
    for (const b of kept) expect(by.consignment.bags).toContainEqual(b);
  });

  test('whatever is ordered instead, every animal has one bag, ids are free and nothing is broken (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 60 }), { minLength: before.lines.length, maxLength: before.lines.length }),
        (counts) => {
          const next = { ...before, lines: before.lines.map((l, i) => ({ ...l, count: counts[i]! })) };
          const { consignment } = keepBags(before, next, catalogue);
          expect(miscounts(consignment)).toEqual([]);
          expect(crossChecks(consignment)).toEqual([]);
        },
      ),
      { numRuns: cases(20, 6) },
    );
  });
});

describe('worked by hand', () => {
  const line = (id: string, count: number, speciesId = 'lemon-tetra') => ({
    ...first,
    id,
    speciesId,
    count,
    lengthCm: 3,
    massG: null,
    tank: '7',
  });
  const bag = (id: string, animals: [lineId: string, count: number][], boxId = '1') => ({
    ...before.bags[0]!,
    id,
    boxId,
    bagTypeId: 'bag-18x40',
    waterL: 1,
    gasL: 2,
    animals: animals.map(([lineId, count]) => ({ lineId, count })),
  });
  const box = (id: string, boxTypeId = 'box-l') => ({ id, boxTypeId, packs: [], ventHoles: 0 });
  const order = (lines: Consignment['lines'], bags: Consignment['bags'], boxes = [box('1')]): Consignment => ({
    ...before,
    waters: undefined,
    lines,
    bags,
    boxes,
  });
  const had = order(
    [line('L1', 8), line('L2', 3, 'white-cloud')],
    [
      bag('A1', [['L1', 3]]),
      bag('A2', [['L1', 3]]),
      bag('B1', [['L2', 2]]),
      bag('A3', [
        ['L1', 2],
        ['L2', 1],
      ]),
    ],
  );
  const shown = (c: Consignment): string[] =>
    c.bags.map((b) => `${b.id}@${b.boxId} ${b.animals.map((x) => `${x.count} ${x.lineId}`).join(', ')}`);
  const after = (l1: number, l2 = 3, change: Partial<Consignment> = {}) =>
    keepBags(had, { ...had, lines: [line('L1', l1), line('L2', l2, 'white-cloud')], ...change }, catalogue);

  test('four fewer: the last bag gives two, the one before it two; what else is in them stays', () => {
    const by = after(4);
    expect(shown(by.consignment)).toEqual(['A1@1 3 L1', 'A2@1 1 L1', 'B1@1 2 L2', 'A3@1 1 L2']);
    expect(by.said).toEqual(['4 animals fewer of Lemon tetra: taken out of the last bags.']);
  });
  test('a bag that is emptied goes, exactly emptied too', () => {
    expect(shown(after(8, 1).consignment)).toEqual(['A1@1 3 L1', 'A2@1 3 L1', 'B1@1 1 L2', 'A3@1 2 L1']);
    const bare = keepBags(
      order([line('L1', 5)], [bag('A1', [['L1', 3]]), bag('A2', [['L1', 2]])]),
      order([line('L1', 3)], []),
      catalogue,
    );
    expect(shown(bare.consignment)).toEqual(['A1@1 3 L1']);
    expect(bare.said).toEqual(['2 animals fewer of Lemon tetra: taken out of the last bags.']);
  });
  test('one more takes the next free number of its letter, stands where there is room, and is told', () => {
    const by = after(9);
    expect(shown(by.consignment)).toEqual([...shown(had), 'A4@1 1 L1']);
    expect(by.said).toEqual(['1 Lemon tetra more: A4 is new.']);
    expect(by.consignment.boxes).toEqual(had.boxes);
  });
  test('many more are told with all their bags; without room they open boxes after the last number', () => {
    const full = order([line('L1', 3)], [bag('A1', [['L1', 3]])], [box('7', 'box-s')]);
    const packed = { ...full, bags: [bag('A1', [['L1', 3]], '7')] };
    const by = keepBags(packed, { ...packed, lines: [line('L1', 300)] }, catalogue);
    const fresh = by.consignment.bags.slice(1);
    expect(fresh.length).toBeGreaterThan(2);
    expect(by.said[0]).toBe(`297 Lemon tetra more: ${by.said[0]!.match(/: (.*) are new/)![1]} are new.`);
    expect(by.said[0]!.match(/A\d+/g)!.sort()).toEqual(fresh.map((b) => b.id).sort());
    const boxes = by.consignment.boxes.map((b) => b.id);
    expect(boxes).toEqual(Array.from({ length: boxes.length }, (_, i) => String(7 + i)));
    expect(boxes.length).toBeGreaterThan(1);
    expect(by.said[1]).toBe(`${boxes.length - 1} ${boxes.length === 2 ? 'box' : 'boxes'} more, for lack of room.`);
    for (const b of fresh) expect(boxes).toContain(b.boxId);
    // The first bag is too tall for its box: hands put it there, and there it stays.
    for (const b of by.consignment.boxes.slice(1))
      expect(
        arrange(
          b,
          by.consignment.bags.filter((x) => x.boxId === b.id),
          catalogue,
          withOverrides(),
        ).problems,
      ).toEqual([]);
  });
  test('another species under the same number gives up its place in every bag; new lines get bags', () => {
    const by = keepBags(
      had,
      { ...had, lines: [line('L1', 8, 'cherry-shrimp'), line('L2', 3, 'white-cloud'), line('L3', 2)] },
      catalogue,
    );
    const all = shown(by.consignment);
    expect(all.slice(0, 2)).toEqual(['B1@1 2 L2', 'A3@1 1 L2']);
    expect(miscounts(by.consignment)).toEqual([]);
    expect(by.said.map((x) => x.replace(/: .*/, ''))).toEqual(['8 Cherry shrimp more', '2 Lemon tetra more']);
    expect(new Set(by.consignment.bags.map((b) => b.id)).size).toBe(by.consignment.bags.length);
  });
  test('a length is told only where it changed and something of it is bagged', () => {
    const longer = { lines: [{ ...line('L1', 8), lengthCm: 4 }, line('L2', 3, 'white-cloud')] };
    expect(after(8, 3, longer).said).toEqual([
      'Lemon tetra are 4 cm now, not 3. Their bags are unchanged: check them.',
    ]);
    const none = keepBags({ ...had, bags: [bag('B1', [['L2', 3]])] }, { ...had, ...longer, bags: [] }, catalogue);
    expect(none.said.join(' ')).not.toContain('cm now');
    expect(after(8).said).toEqual([]);
  });
});
