import { kinds } from '@/records';
import { houseInMemory } from '@/tests/house';
import { addRecord, must, orderInput, said } from '@/tests/order';
import { calendarFeed } from './bench/calendar';
import { benchView } from './bench/view';
import { weekView } from './bench/week';
import { change, undo } from './consignment/change';
import { consignmentList } from './consignment/list';
import { restoreGood, unsound } from './consignment/sound';
import type { House } from './house';
import { lookForBetterDays } from './day/day';
import { suppliesView } from './stock/supplies';
import { changeBox } from './heat/box';
import { saveOrder } from './order/order';
import { importCsv } from './records/csv';
import { draftOfRecord, removeRecord } from './records/records';
import { setAssumption } from './settings/assumptions';

const now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
beforeEach(() => (house = houseInMemory(() => now)));
afterEach(() => house.db.close());
const stored = (code: string) => house.consignments.byCode(code)!;
const someRecord = (kind: string) =>
  house.records.list('supply').find((r) => r.document.kind === kind && r.document.pack)!;
const ordered = (): string => must(saveOrder(house, orderInput(house))).code;

describe('one bad document', () => {
  /** A pack of one's own, in use by a new order. */
  const withOwnPack = (): { code: string; packId: string } => {
    const code = ordered();
    const packId = addRecord(house, 'supply', {
      kind: 'pack',
      name: 'Odd pack',
      ...Object.fromEntries(
        Object.entries(draftOfRecord(kinds.supply, someRecord('pack'))).filter(([k]) => k.startsWith('pack.')),
      ),
    });
    return { code, packId };
  };

  test('what an earlier state names is put away, not deleted, so that undo finds it', () => {
    const { code, packId } = withOwnPack();
    const use = (packs: { packId: string; count: number }[]) =>
      changeBox(house, {
        code,
        version: stored(code).version,
        boxId: '1',
        box: { packs, ventHoles: 2, bottle: null },
        shiftC: 0,
      });
    must(use([{ packId, count: 1 }]));
    must(use([]));
    expect(must(removeRecord(house, packId))).toMatchObject({ archived: true });
    must(undo(house, code, null));
    expect(stored(code).document.boxes[0]!.packs).toEqual([{ packId, count: 1 }]);
    expect(benchView(house).unread).toEqual([]);
  });

  test('a change that names a row that is not there is refused at its field', () => {
    const code = ordered();
    const r = change(house, code, null, 'packs', (c) => ({
      ok: true,
      value: { ...c, boxes: [{ ...c.boxes[0]!, packs: [{ packId: 'gone', count: 1 }] }] },
    }));
    expect(said(r)).toBe('There is no pack "gone" in the catalogue.');
    expect(stored(code).version).toBe(1);
  });

  test('Bench, week, feed and lists go on without it and name it; its last whole state can be brought back', async () => {
    const bad = ordered();
    const good = ordered();
    must(change(house, bad, null, 'a note', (c) => ({ ok: true, value: { ...c, note: 'second' } })));
    house.db.pragma('ignore_check_constraints = ON');
    const raw = house.db.prepare('UPDATE consignment SET document = ? WHERE code = ?');
    const document = (
      house.db.prepare('SELECT document FROM consignment WHERE code = ?').get(bad) as { document: string }
    ).document;
    for (const broken of [
      document.slice(0, 200),
      document.replaceAll('lemon-tetra', 'no-such-fish'),
      '{"format":"x"}',
    ]) {
      raw.run(broken, bad);
      expect(benchView(house).unread.map((u) => u.code)).toEqual([bad]);
      expect(benchView(house).tasks.some((t) => t.detail.includes(good))).toBe(true);
      expect(weekView(house)).toHaveLength(7);
      expect(calendarFeed(house)).toContain(good);
      const list = consignmentList(house, {});
      expect(list.unread.map((u) => u.code)).toEqual([bad]);
      expect(list.rows.map((r) => r.document.code)).toEqual([good]);
      expect(must(setAssumption(house, { name: 'packingMinPerBag', value: 8 }))).toBe(1);
      expect(await lookForBetterDays(house)).toBe(0);
      expect(suppliesView(house).low).toEqual([]);
      expect(unsound(house, bad)!.lastGood).toBe('a note');
      expect(unsound(house, good)).toBeNull();
      must(restoreGood(house, bad));
      expect(stored(bad).document.note).toBe('');
      expect(benchView(house).unread).toEqual([]);
    }
    expect(said(restoreGood(house, bad))).toContain('can be read');
  });

  test('an undo to a state that names what is gone is refused, and nothing of it stays', () => {
    const code = ordered();
    must(change(house, code, null, 'a note', (c) => ({ ok: true, value: { ...c, note: 'second' } })));
    house.db.exec(`UPDATE revision SET document = replace(document, 'lemon-tetra', 'no-such-fish')`);
    const before = stored(code);
    expect(said(undo(house, code, null))).toMatch(/cannot be restored: There is no species "no-such-fish"/);
    expect(stored(code)).toEqual(before);
  });
});

test('a figure without an end that an earlier version took hangs nothing: who uses it is named', () => {
  const bad = ordered();
  house.db.exec(
    `UPDATE record SET document = json_set(document, '$.driveMin', 351239000142) WHERE id = 'northline-overnight'`,
  );
  house.shelvesChanged();
  const view = benchView(house);
  expect(view.unread).toEqual([{ code: bad, why: 'There is no service "northline-overnight" in the catalogue.' }]);
  expect(weekView(house)).toHaveLength(7);
  expect(calendarFeed(house)).not.toContain(bad);
});

describe('the wrong thing is never undone', () => {
  test('a stale tab is told, and nothing happens', () => {
    const code = ordered();
    must(change(house, code, null, 'a note', (c) => ({ ok: true, value: { ...c, note: 'one' } })));
    must(change(house, code, null, 'a note', (c) => ({ ok: true, value: { ...c, note: 'two' } })));
    expect(said(undo(house, code, 2))).toContain('Someone else');
    expect(stored(code).document.note).toBe('two');
    must(undo(house, code, 3));
    expect(stored(code).document.note).toBe('one');
  });
});

describe('small things', () => {
  test('a list with an unknown heading and a blank name is told by line', () => {
    const text = 'Name,Litres,For,Odd heading\n11,100,stock,x\n,50,stock,y\n';
    const r = must(importCsv(house, 'tank', { text, mapping: null, commit: false }));
    expect(r).toMatchObject({ added: 1, problems: [{ line: 3, message: 'Tank: Name the tank.' }] });
  });
  test('the numbering of codes survives one of any length', () => {
    const first = ordered();
    house.db.prepare('UPDATE consignment SET code = ? WHERE code = ?').run('KC-99999999999999999999', first);
    expect(ordered()).toMatch(/^KC-\d{4}$/);
    expect(ordered()).toMatch(/^KC-\d{4}$/);
  });
  test('what every object has is no assumption', () => {
    for (const name of ['toString', '__proto__', 'constructor', 'hasOwnProperty'])
      expect(said(setAssumption(house, { name, value: 1 }))).toBe('This assumption is unknown.');
  });
  test('an hour that the clock skips is refused at its field', () => {
    const o = orderInput(house, { windowStartLocal: '', windowEndLocal: '', openingLocal: '2027-03-28T02:30' });
    const r = saveOrder(house, o);
    expect(r.ok ? [] : r.problems.map((p) => p.path)).toContain('openingLocal');
    expect(said(r)).toContain('Clocks go forward then');
  });
});
