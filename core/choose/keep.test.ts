import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { unbagged } from '@/core/consignment/rules';
import { crossChecks } from '@/core/consignment/rules';
import type { Consignment } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { keepBags } from './keep';

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
    expect(by.said.join(' ')).toMatch(/not .*: their bags stay/);
  });

  test('another species is another animal: its bags are planned anew, the rest stays', () => {
    const by = keepBags(before, with_({ speciesId: 'white-cloud' }), catalogue);
    expect(unbagged(by.consignment)).toEqual([]);
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
          expect(unbagged(consignment)).toEqual([]);
          expect(crossChecks(consignment)).toEqual([]);
        },
      ),
      { numRuns: 20 },
    );
  });
});
