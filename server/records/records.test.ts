import { toDraft, type Draft } from '@/records/field';
import { kinds } from '@/records';
import { houseInMemory } from '@/tests/house';
import { must, said, desk } from '@/tests/order';
import type { House } from '@/server/house';
import { listView, searchView } from './view';
import { suppliesView } from '@/server/stock/supplies';
import { undo } from '@/server/consignment/change';
import { checkOrder } from '@/server/order/advice';
import { cancel, revive, saveOrder } from '@/server/order/order';
import { changeBox } from '@/server/heat/box';
import { recordEvent } from '@/server/pack/events';
import { saveReading, strikeReading } from '@/server/stock/readings';
import { draftOfRecord, moveCount, removeRecord, restoreRecord, saveRecord, setCount, undoRecord } from './records';

const now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
beforeEach(() => {
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());

const { add, change, tank, ilse, order } = desk(() => house);

describe('records', () => {
  test('a house begins with towns, example services and an uncounted shelf, once', () => {
    expect(house.records.counts('place').active).toBeGreaterThanOrEqual(200);
    expect(house.records.counts('service').active).toBe(5);
    expect(house.records.list('supply').every((r) => r.amount === null)).toBe(true);
    expect(house.shelves().offered.packs.map((p) => p.id)).toEqual([
      ...[20, 24, 30, 40, 60, 72, 96].map((h) => `heat-${h}h`),
      ...['cold-250', 'cold-500'],
    ]);
  });

  test('the second of two savers is refused with what stands now; saving over it is their choice; undo goes back', () => {
    const id = ilse();
    must(change(id, { phone: '2' }, 1));
    const late = change(id, { phone: '3' }, 1);
    expect(late.ok || late.conflict).toMatchObject({ version: 2, theirs: { phone: '2' } });
    expect(house.records.byId(id)!.document.phone).toBe('2');
    must(change(id, { phone: '3' }, 2));
    must(undoRecord(house, id));
    expect(house.records.byId(id)!.document.phone).toBe('2');
    must(undoRecord(house, id));
    expect(house.records.byId(id)!.document.phone).toBe('1');
    expect(said(undoRecord(house, id))).toContain('Nothing to undo');
  });

  test('the same name at the same place is one person, however it is written; elsewhere it is another', () => {
    ilse();
    const again = saveRecord(house, 'receiver', {
      id: null,
      version: null,
      draft: {
        ...toDraft(kinds.receiver.fields, kinds.receiver.blank),
        name: ' ILSE  TÀMM',
        placeId: 'place-tartu-ee',
      },
    });
    expect(said(again)).toContain('There is already a receiver already: Ilse Tamm');
    add('receiver', { name: 'Ilse Tamm', placeId: 'place-tallinn-ee' });
    expect(house.records.counts('receiver').active).toBe(2);
  });

  test('what is in use is put away instead of deleted; what is not is deleted and comes back', () => {
    const free = ilse();
    expect(must(removeRecord(house, free))).toMatchObject({ archived: false });
    expect(house.records.list('receiver')).toHaveLength(0);
    expect(searchView(house, 'ilse')).toEqual([]);
    expect(must(restoreRecord(house, free))).toBe('Ilse Tamm');
    expect(searchView(house, 'ilse')).toHaveLength(1);

    const { code } = must(saveOrder(house, order({ receiverId: free })));
    const kept = must(removeRecord(house, free));
    expect(kept).toMatchObject({ archived: true });
    expect(kept.words).toContain(code);
    expect(house.consignments.byCode(code)!.document.receiver.name).toBe('Nico Sarto');
    expect(house.records.list('receiver')).toHaveLength(0);
    expect(listView(house, kinds.receiver, { shown: 'archived' }).rows).toHaveLength(1);
  });

  test('a deleted row does not stand in the way of a new one of its name; bringing it back then is refused in words', () => {
    const id = tank('4');
    must(removeRecord(house, id));
    tank('4');
    expect(said(restoreRecord(house, id))).toContain('There is now another tank with this name');
  });

  test('a place finds its own clock; without coordinates, or with an unknown zone, it is refused at the field', () => {
    const place = (draft: Draft) =>
      saveRecord(house, 'place', {
        id: null,
        version: null,
        draft: { ...toDraft(kinds.place.fields, kinds.place.blank), ...draft },
      });
    const { id } = must(place({ name: 'Võru', country: 'ee', lat: '57,84', lon: '27.00' }));
    expect(house.records.byId(id)!.document).toMatchObject({ zone: 'Europe/Tallinn', country: 'EE' });
    expect(said(place({ name: 'Nowhere', country: 'EE' }))).toContain('Latitude must be a number.');
    expect(said(place({ name: 'Far', country: 'EE', lat: '95', lon: '0' }))).toContain('Latitude can be at most 90.');
    expect(said(place({ name: 'Odd', country: 'EE', lat: '58', lon: '26', zone: 'Mars/Olympus' }))).toBe(
      'This time zone is unknown.',
    );
  });

  test('names in any script are kept, listed and found', () => {
    for (const name of ['東京の水槽', 'Żaneta Łoś', 'محمد', 'Ιωάννα', '👩‍🔬 Dr. Ö'])
      add('receiver', { name, placeId: 'place-tokyo-jp' });
    expect(house.records.list('receiver')).toHaveLength(5);
    for (const part of ['水槽', 'zaneta los', 'محمد', 'ιωαννα', 'dr. o'])
      expect(house.records.found('receiver', part)).toHaveLength(1);
    expect(searchView(house, 'zaneta tokyo')).toHaveLength(1);
    expect(searchView(house, '100%')).toEqual([]);
  });
});

describe('readings of a tank', () => {
  test('only grow: a wrong one is struck out, once, and the last whole one counts', () => {
    const id = tank('4');
    const read = (draft: Draft) => saveReading(house, { tankId: id, at: '', ...draft });
    must(read({ tempC: '24.5', pH: '7.2', at: '2026-11-20 10:00' }));
    must(read({ tempC: '14.5', pH: '7.1', at: '2026-11-23 10:00' }));
    must(read({ nitrateMgL: '20', at: '2026-11-24 09:00' }));
    expect(house.ledger.latestFigures().get(id)!.tempC).toMatchObject({ value: 14.5 });
    const wrong = house.ledger.readings(id).find((r) => r.figures.tempC === 14.5)!;
    must(strikeReading(house, wrong.id, 'comma'));
    expect(house.ledger.latestFigures().get(id)!.tempC).toMatchObject({ value: 24.5 });
    expect(house.ledger.readings(id)).toHaveLength(4);
    expect(said(strikeReading(house, wrong.id, 'again'))).toContain('already struck out');
    expect(() => house.db.exec('UPDATE reading_figure SET value = 1')).toThrow('never changed');
    expect(() => house.db.exec('DELETE FROM reading')).toThrow('never deleted');
    expect(said(read({}))).toBe('Give at least one figure.');
    expect(said(read({ tempC: '24', at: '2027-01-01 10:00' }))).toBe('This is in the future.');
    expect(must(removeRecord(house, id)).words).toContain('4 readings');
  });
});

describe('what is counted', () => {
  /** Eight lemon tetras of tank 7, of thirty. */
  const stocked = () => {
    const lot = add('lot', {
      tankId: tank('7'),
      speciesId: 'lemon-tetra',
      lengthCm: '3.2',
      sex: 'unsexed',
      count: '30',
    });
    for (const [id, n] of [
      ['bag-28x55', 50],
      ['bag-18x40', 50],
      ['bag-13x30', 50],
      ['bag-23x46', 50],
      ['bag-38x66', 50],
      ['band', 100],
      ['oxygen', 500],
    ] as const)
      must(setCount(house, id, String(n)));
    const { code } = must(saveOrder(house, order({ lines: [{ ...order().lines[0]!, lotId: lot }] })));
    return { lot, code, amount: (id: string) => house.ledger.amount(id) };
  };

  test('packing takes fish and supplies, taking it back returns them, to the last piece', () => {
    const { lot, code, amount } = stocked();
    const bag = house.consignments.byCode(code)!.document.bags;
    expect(amount(lot)).toBe(30);
    expect(listView(house, kinds.lot, {}).rows[0]).toMatchObject({ amount: 30, promised: [{ code, count: 8 }] });
    must(recordEvent(house, code, 'sealedAt', '2026-11-26T17:00:00.000Z'));
    expect(amount(lot)).toBe(22);
    expect(amount('band')).toBe(100 - 4 * bag.length);
    expect(amount(bag[0]!.bagTypeId)).toBeLessThan(50);
    expect(listView(house, kinds.lot, {}).rows[0]!.promised).toEqual([]);
    must(recordEvent(house, code, 'sealedAt', null));
    expect([amount(lot), amount('band'), amount('oxygen'), amount(bag[0]!.bagTypeId)]).toEqual([30, 100, 500, 50]);
  });

  test('a cancelled order gives its fish back, stays readable, and can stand again; one that left cannot be cancelled', () => {
    const { lot, code, amount } = stocked();
    must(recordEvent(house, code, 'sealedAt', '2026-11-26T17:00:00.000Z'));
    must(cancel(house, code, 'receiver is ill'));
    expect(amount(lot)).toBe(30);
    expect(house.consignments.planned()).toHaveLength(0);
    expect(house.consignments.list('past').map((s) => s.document.cancelled?.reason)).toEqual(['receiver is ill']);
    must(revive(house, code));
    expect(amount(lot)).toBe(22);
    must(recordEvent(house, code, 'handedOverAt', '2026-11-26T19:00:00.000Z'));
    expect(said(cancel(house, code, ''))).toContain('is on its way');
    expect(amount(lot)).toBe(22);
  });

  test('undo of the sealing returns the fish too', () => {
    const { lot, code, amount } = stocked();
    must(recordEvent(house, code, 'sealedAt', '2026-11-26T17:00:00.000Z'));
    must(undo(house, code));
    expect(amount(lot)).toBe(30);
  });

  test('batches are used soonest use-by first and not after their day; uncounted things are left alone', () => {
    const { code } = stocked();
    const type = 'heat-40h';
    const box = house.consignments.byCode(code)!.document.boxes[0]!;
    must(
      changeBox(house, {
        code,
        version: 1,
        boxId: box.id,
        box: { packs: [{ packId: type, count: 3 }], ventHoles: 2, bottle: null },
        shiftC: 0,
      }),
    );
    const draft = draftOfRecord(kinds.supply, house.records.byId(type)!);
    const soon = add('supply', { ...draft, batch: 'soon', expires: '2026-12-24', count: '1' });
    const late = add('supply', { ...draft, batch: 'late', expires: '2027-06-30', count: '20' });
    const past = add('supply', { ...draft, batch: 'past', expires: '2026-11-01', count: '20' });
    must(recordEvent(house, code, 'sealedAt', '2026-11-26T17:00:00.000Z'));
    expect(house.ledger.amount(past)).toBe(20);
    expect(house.ledger.amount(type)).toBeNull();
    expect(house.ledger.amount(soon)).toBe(0);
    expect(house.ledger.amount(late)).toBe(18);
  });

  test('a count below what is promised is told on the order, and one more or less is journalled', () => {
    const { lot, code } = stocked();
    expect(said(moveCount(house, lot, -31, 'died'))).toBe('There are only 30.');
    must(moveCount(house, lot, -25, 'died'));
    const advice = must(
      checkOrder(house, { ...order({ lines: [{ ...order().lines[0]!, lotId: lot }] }), code, version: 1 }),
    ).advice;
    expect(advice.map((a) => a.message).join()).toContain('Tank 7 has 5 of these, 5 free.');
    expect(house.ledger.movements(lot)[0]).toMatchObject({ delta: -25, why: 'died' });
  });

  test('the shelf says on which day a thing runs out, and the list what to buy', () => {
    const { code } = stocked();
    must(setCount(house, 'band', '1'));
    must(change('band', { lowMark: '10', soldBy: '500' }));
    const { low, shopping } = suppliesView(house);
    expect(low.map((t) => t.name)).toContain('Rubber bands');
    const bands = shopping.find((t) => t.kind === 'band')!;
    expect(bands.bites).toMatchObject({ code });
    expect(bands.bites!.atIso.slice(0, 10)).toBe('2026-11-26');
    expect(bands.buy).toBe(500);
  });
});
