import { houseInMemory } from '@/tests/house';
import { must, orderInput, said } from '@/tests/order';
import { exportConsignment, importConsignment } from '@/server/consignment/files';
import { packingChecklist } from '@/core/duties/checklist';
import { before } from '@/core/duties/clock';
import { catalogueOf } from '@/server/consignment/result';
import { undo } from '@/server/consignment/change';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { setAssumption } from '@/server/settings/assumptions';
import { ENGINE_VERSION } from '@/core/engine/version';
import { recordEvent, tick } from './events';

let now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
let code = '';
const id = () => house.consignments.byCode(code)!.document.id;
beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now, 20);
  code = must(saveOrder(house, orderInput(house))).code;
});
afterEach(() => house.db.close());
const at = (iso: string, name: Parameters<typeof recordEvent>[2]) => {
  now = Date.parse(iso);
  return recordEvent(house, code, name, iso);
};

describe('what is predicted', () => {
  test('is kept at drop-off and again at opening, with engine, assumptions, odds and curves, and never computed again', () => {
    must(at('2026-11-26T17:00:00.000Z', 'sealedAt'));
    expect(house.facts.predictions(id())).toEqual([]);
    must(at('2026-11-26T19:00:00.000Z', 'handedOverAt'));
    const [first] = house.facts.predictions(id());
    expect(first).toMatchObject({ moment: 'hand-over', engine: ENGINE_VERSION, at: '2026-11-26T19:00:00.000Z' });
    expect(first!.odds!.draws).toBe(20);
    expect(Object.keys(first!.assumptions).length).toBeGreaterThan(100);
    const bag = first!.bags[0]!;
    expect(bag.tempC.length).toBe(bag.pH.length);
    expect(bag.tempC.length).toBeGreaterThan(20);
    // Another assumption afterwards changes nothing of it.
    must(setAssumption(house, { name: 'stressSettled', value: 1.9 }));
    expect(house.facts.predictions(id())).toEqual([first]);
    must(at('2026-11-27T09:30:00.000Z', 'arrivedAt'));
    must(at('2026-11-27T10:40:00.000Z', 'openedAt'));
    const both = house.facts.predictions(id());
    expect(both.map((p) => p.moment)).toEqual(['hand-over', 'opening']);
    expect(both[0]).toEqual(first);
    expect(() => house.db.exec('DELETE FROM prediction')).toThrow(/never deleted/);
    expect(() => house.db.exec("UPDATE prediction SET engine = '0'")).toThrow(/never changed/);
  });

  test('travels with the file, and comes back once', () => {
    must(at('2026-11-26T17:00:00.000Z', 'sealedAt'));
    must(at('2026-11-26T19:00:00.000Z', 'handedOverAt'));
    must(tick(house, code, 'moment:leave', true));
    const { text } = must(exportConsignment(house, code));
    must(importConsignment(house, text, 'replace'));
    expect(must(exportConsignment(house, code)).text).toBe(text);
    const other = houseInMemory(() => now, 20);
    must(importConsignment(other, text, 'ask'));
    expect(must(exportConsignment(other, code)).text).toBe(text);
    other.db.close();
  });
});

describe('events', () => {
  test('a box cannot be here days before it leaves, unless its leaving was told', () => {
    expect(said(at('2026-11-24T12:30:00.000Z', 'arrivedAt'))).toMatch(
      /dropped off only on Thu 26 Nov at 19:00, as planned/,
    );
    must(at('2026-11-24T12:40:00.000Z', 'sealedAt'));
    must(at('2026-11-24T13:00:00.000Z', 'handedOverAt'));
    must(at('2026-11-24T20:00:00.000Z', 'arrivedAt'));
  });

  test('one event is one transaction: where the journal fails, nothing of it is stored', () => {
    house.db.exec("CREATE TRIGGER full BEFORE INSERT ON journal BEGIN SELECT RAISE(ABORT, 'disk full'); END");
    expect(() => at('2026-11-26T17:00:00.000Z', 'sealedAt')).toThrow(/disk full/);
    house.db.exec('DROP TRIGGER full');
    expect(house.consignments.byCode(code)!.document.actual.sealedAt).toBeNull();
    expect(house.facts.of(id()).events).toEqual([]);
    expect(house.consignments.byCode(code)!.version).toBe(1);
  });

  test('undo strikes the event out; both stay in the facts, and the plan follows', () => {
    must(at('2026-11-26T17:00:00.000Z', 'sealedAt'));
    expect(must(undo(house, code))).toBe('sealed');
    expect(house.consignments.byCode(code)!.document.actual.sealedAt).toBeNull();
    expect(house.facts.of(id()).events.map((e) => [e.kind, e.strikes])).toEqual([
      ['sealed', null],
      ['taken-back', 1],
    ]);
  });

  test('undo of a taking back tells the event again, at the instant it had', () => {
    must(at('2026-11-26T17:00:00.000Z', 'sealedAt'));
    must(recordEvent(house, code, 'sealedAt', null));
    must(undo(house, code));
    expect(house.consignments.byCode(code)!.document.actual.sealedAt).toBe('2026-11-26T17:00:00.000Z');
  });

  test('a press that overtook the one it comes after is told no sooner than that', () => {
    const { document: c } = house.consignments.byCode(code)!;
    const steps = packingChecklist(c, catalogueOf(c, house));
    const [first, then] = steps.flatMap((s) => {
      const needs = before(s).map((k) => steps.find((x) => x.key === k)!);
      return needs.length === 1 && before(needs[0]!).length === 0 ? [[needs[0]!.key, s.key] as const] : [];
    })[0]!;
    const late = '2026-11-24T12:00:03.000Z';
    must(tick(house, code, first, true, late));
    expect(must(tick(house, code, then, true, '2026-11-24T12:00:01.000Z'))).toBe(late);
    expect(house.facts.ticks(id()).get(then)).toBe(late);
    must(tick(house, code, then, false));
    expect(must(tick(house, code, then, true, '2026-11-24T12:01:00.000Z'))).toBe('2026-11-24T12:01:00.000Z');
  });

  test('a tick taken back leaves both presses', () => {
    must(tick(house, code, 'labels', true));
    must(tick(house, code, 'labels', false));
    expect(house.facts.ticks(id()).size).toBe(0);
    expect(house.facts.of(id()).events.map((e) => e.kind)).toEqual(['ticked', 'taken-back']);
  });
});
