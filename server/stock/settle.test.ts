import fc from 'fast-check';
import { cases } from '@/tests/cases';
import { houseInMemory } from '@/tests/house';
import { addRecord, must, orderInput } from '@/tests/order';
import { undo } from '@/server/consignment/change';
import { cancel, revive, saveOrder } from '@/server/order/order';
import { saveBags } from '@/server/bag/bags';
import { recordEvent } from '@/server/pack/events';
import { setCount } from '@/server/records/records';
import { needsOf } from './settle';

/**
 * The one law of stock: whatever was done to a consignment in whatever order, what the ledger says it has taken is what
 * its present state takes, and the counts are what was counted less that. A refused step changes nothing.
 */
test('after any order of packing, cancelling, undoing and changing, the ledger holds exactly what the shipment takes (property)', () => {
  const now = Date.parse('2026-11-24T12:00:00Z');
  const house = houseInMemory(() => now);
  const add = (kind: 'tank' | 'lot', draft: Record<string, string>): string => addRecord(house, kind, draft);
  const lot = add('lot', {
    tankId: add('tank', { name: '7', volumeL: '100', use: 'stock' }),
    speciesId: 'lemon-tetra',
    lengthCm: '3.2',
    sex: 'unsexed',
    count: '50',
  });
  must(setCount(house, 'band', '400'));
  must(setCount(house, 'oxygen', '900'));
  const code = must(
    saveOrder(house, orderInput(house, { lines: [{ ...orderInput(house).lines[0]!, lotId: lot }] })),
  ).code;
  const stored = () => house.consignments.byCode(code)!;

  const steps = {
    seal: () => recordEvent(house, code, 'sealedAt', '2026-11-26T17:00:00.000Z'),
    unseal: () => recordEvent(house, code, 'sealedAt', null),
    cancel: () => cancel(house, code, ''),
    revive: () => revive(house, code),
    undo: () => undo(house, code),
    moreGas: () =>
      saveBags(house, {
        code,
        version: stored().version,
        bags: stored().document.bags.map((b) => ({ ...b, gasL: b.gasL + 0.5 })),
        sourceWater: stored().document.sourceWater,
      }),
  };
  const names = Object.keys(steps) as (keyof typeof steps)[];
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...names), { minLength: 1, maxLength: 8 }), (list) => {
      for (const name of list) steps[name]();
      const c = stored().document;
      const packed = c.actual.sealedAt !== null && !c.cancelled;
      const needs = new Map(needsOf(house, c).map((n) => [n.key, n.amount]));
      expect(house.ledger.amount(lot)).toBe(50 - (packed ? 8 : 0));
      expect(house.ledger.amount('band')).toBeCloseTo(400 - (packed ? needs.get('band')! : 0), 6);
      expect(house.ledger.amount('oxygen')).toBeCloseTo(900 - (packed ? (needs.get('oxygen') ?? 0) : 0), 6);
      const taken = house.ledger.takenBy(c.id);
      expect(taken.get(lot) ?? 0).toBe(packed ? 8 : 0);
    }),
    { numRuns: cases(25, 10) },
  );
  // What happened stays readable: the movements sum to the count.
  const sum = (
    house.db
      .prepare(
        `SELECT SUM(CASE WHEN to_id = ? THEN amount ELSE -amount END) AS n FROM movement WHERE ? IN (from_id, to_id)`,
      )
      .get(lot, lot) as { n: number }
  ).n;
  expect(sum).toBe(house.ledger.amount(lot));
  house.db.close();
});
