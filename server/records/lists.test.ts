import { toDraft, type Draft } from '@/records/field';
import { kinds } from '@/records';
import type { KindId } from '@/records/kind';
import { houseInMemory } from '@/tests/house';
import { addRecord, must, orderInput, said } from '@/tests/order';
import { profileOf, type House } from '@/server/house';
import { openQuarantine } from '@/server/quarantine/quarantine';
import { consignmentsCsv, importCsv, readingsCsv } from './csv';
import { archive } from '@/server/consignment/files';
import { cancel, saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { readingFields, saveReading, strikeReading } from '@/server/stock/readings';
import { archiveRecord, moveCount, removeRecord, setCount } from './records';
import { consignmentList } from '@/server/consignment/list';
import { orderDraftOf, newDraft, orderChoices, receiverOptions } from '@/server/order/view';
import { editorView, listView } from './view';
import { tankRows, tankView } from '@/server/stock/tanks';

const now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
beforeEach(() => {
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());

const add = (kind: KindId, draft: Draft): string => addRecord(house, kind, draft);
const tank = (name: string): string => add('tank', { name, volumeL: '100', use: 'stock' });
const fish = (tankId: string, more: Draft = {}): string =>
  add('lot', { tankId, speciesId: 'lemon-tetra', lengthCm: '3', sex: 'unsexed', ...more });
const water = (tankId: string, tempC: string, pH: string, at = '2026-11-24T12:00:00Z'): Draft => ({
  ...toDraft(readingFields, {}),
  tankId,
  at,
  tempC,
  pH,
});
const reading = (...args: Parameters<typeof water>): void => void must(saveReading(house, water(...args)));

describe('what the order form is told', () => {
  test('a new order leaves two evenings ahead by a live service, delivers the morning after, from the room’s own place', () => {
    const d = newDraft(house, profileOf(house));
    expect(d).toMatchObject({
      direction: 'outgoing',
      handOver: '2026-11-26T19:00',
      windowStart: '2026-11-27T09:00',
      windowEnd: '2026-11-27T12:00',
      opening: '2026-11-27T10:30',
    });
    expect(house.shelves().offered.services.find((s) => s.id === d.serviceId)!.live).toBe(true);
    expect(d.sender.town).toBe('Leeds');
    expect(d.lines).toHaveLength(1);
  });

  test('a stored order comes back as it was typed, with the clocks of both ends', () => {
    const code = must(saveOrder(house, orderInput(house, { note: 'rings twice' }))).code;
    const d = orderDraftOf(house.consignments.byCode(code)!.document);
    expect(d).toMatchObject({ handOver: '2026-11-26T19:00', windowStart: '2026-11-27T09:00', note: 'rings twice' });
    expect(d.lines[0]).toMatchObject({ speciesId: 'lemon-tetra', count: '8', lengthCm: '3.2', massG: '', tank: '7' });
    expect(d.source).toMatchObject({ tempC: '25', pH: '7.2' });
  });

  test('tanks come with their last water and fish with what is free, put-away ones not at all', () => {
    const seven = tank('7');
    const lot = fish(seven, { grade: 'A', size: 'medium' });
    must(setCount(house, lot, '30'));
    reading(seven, '24,6', '6.9');
    const code = must(
      saveOrder(house, orderInput(house, { lines: [{ ...orderInput(house).lines[0]!, lotId: lot }] })),
    ).code;
    const choices = orderChoices(house, null);
    expect(choices.tanks).toEqual([
      { name: '7', volumeL: '100', residents: 'yes', water: expect.objectContaining({ tempC: '24.6', pH: '6.9' }) },
    ]);
    expect(choices.lots[0]).toMatchObject({ tank: '7', amount: 30, free: 22, detail: 'tank 7, medium, 3 cm, A' });
    // Its own promise does not stand in its way.
    expect(orderChoices(house, house.consignments.byCode(code)!.document).lots[0]!.free).toBe(30);
    must(archiveRecord(house, lot));
    expect(orderChoices(house, null).lots).toEqual([]);
    expect(choices.places.length).toBeGreaterThan(200);
  });

  test('people are found by any part of a name, without accents; one whose place is gone is not offered', () => {
    const id = add('receiver', { name: 'Żaneta Łoś', phone: '5', placeId: 'place-tartu-ee', collection: 'counter' });
    expect(receiverOptions(house, 'zan')[0]).toMatchObject({
      name: 'Żaneta Łoś',
      place: { town: 'Tartu', country: 'EE' },
    });
    expect(receiverOptions(house, '')).toHaveLength(1);
    expect(receiverOptions(house, 'nobody')).toEqual([]);
    must(archiveRecord(house, id));
    expect(receiverOptions(house, 'zan')).toEqual([]);
  });
});

describe('lists', () => {
  test('tanks stand in the order of their numbers, with their fish and last water', () => {
    for (const name of ['10', '9', 'Q1', '2']) tank(name);
    const nine = house.records.found('tank', '9')[0]!.id;
    must(setCount(house, fish(nine), '5'));
    reading(nine, '25', '7');
    const rows = tankRows(house);
    expect(rows.map((r) => r.tank.name)).toEqual(['2', '9', '10', 'Q1']);
    expect(rows[1]!.fish[0]).toMatchObject({ amount: 5, detail: '3 cm' });
    expect(rows[1]!.latest.tempC!.value).toBe(25);
    expect(tankView(house, nine)!.readingCount).toBe(1);
    expect(tankView(house, 'nothing')).toBeNull();
  });

  test('consignments by shelf, in their stages, and by any word of theirs', () => {
    const codes = [1, 2, 3, 4].map(() => must(saveOrder(house, orderInput(house))).code);
    must(cancel(house, codes[1]!, 'changed mind'));
    must(recordEvent(house, codes[2]!, 'handedOverAt', '2026-11-24T11:00:00.000Z'));
    must(archive(house, codes[3]!, true));
    const incoming = must(saveOrder(house, { ...orderInput(house), direction: 'incoming' })).code;
    const stages = Object.fromEntries(
      consignmentList(house, { show: 'all' }).rows.map((r) => [r.document.code, r.stage]),
    );
    expect(stages).toEqual({
      [codes[0]!]: 'planned',
      [codes[1]!]: 'cancelled',
      [codes[2]!]: 'on the way',
      [incoming]: 'expected',
    });
    expect(consignmentList(house, { show: 'archived' }).rows.map((r) => r.document.code)).toEqual([codes[3]]);
    expect(consignmentList(house, { find: codes[2]! }).rows).toHaveLength(1);
    expect(consignmentList(house, { find: 'bilbao lemon' }).rows.length).toBeGreaterThanOrEqual(4);
    expect(consignmentList(house, { show: 'nonsense', page: '99' })).toMatchObject({ shelf: 'open', page: 1 });
  });

  test('an opened shipment in quarantine says so', () => {
    const code = must(saveOrder(house, { ...orderInput(house), direction: 'incoming' })).code;
    for (const name of ['handedOverAt', 'arrivedAt', 'openedAt'] as const)
      must(recordEvent(house, code, name, '2026-11-24T11:00:00.000Z'));
    expect(consignmentList(house, { show: 'past' }).rows[0]!.stage).toBe('opened');
    must(openQuarantine(house, code));
    expect(consignmentList(house, { show: 'past' }).rows[0]!.stage).toBe('in quarantine');
  });

  test('a page past the end is the last one; what is searched is searched whole', () => {
    expect(listView(house, kinds.place, { page: 99 }).page).toBe(listView(house, kinds.place, {}).pages);
    expect(listView(house, kinds.place, { page: -3 }).page).toBe(1);
    expect(listView(house, kinds.place, { find: 'tart' }).rows.map((r) => r.name)).toEqual(['Tartu']);
    expect(editorView(house, kinds.place, 'new')!.id).toBeNull();
    expect(editorView(house, kinds.place, 'nothing')).toBeNull();
  });
});

describe('lists as files', () => {
  test('a reading that cannot be is refused; the same instant is kept once', () => {
    const seven = tank('7');
    expect(said(saveReading(house, water(seven, '42', '7')))).toBe('Temperature can be at most 35.');
    expect(said(saveReading(house, water(seven, '', '')))).toBe('Give at least one figure.');
    expect(said(saveReading(house, water(seven, '24', '7', 'noon')))).toContain('is not a time');
    expect(said(saveReading(house, water(seven, '24', '7', '2026-11-25')))).toBe('This is in the future.');
    expect(said(saveReading(house, water('nothing', '24', '7')))).toBe('This tank does not exist.');
    reading(seven, '24', '7');
    expect(must(saveReading(house, water(seven, '25', '7')))).toMatchObject({ fresh: false });
    expect(house.ledger.readings(seven).map((r) => r.figures.tempC)).toEqual([24]);
  });

  test('readings go out without what was struck, and read again add nothing', () => {
    const seven = tank('7');
    reading(seven, '24', '7', '2026-11-23T08:00:00Z');
    reading(seven, '29', '7', '2026-11-24T08:00:00Z');
    must(
      strikeReading(house, house.ledger.readings(seven).find((r) => r.figures.tempC === 29)!.id, 'the probe was dry'),
    );
    const text = readingsCsv(house);
    expect(text.trim().split('\n')).toHaveLength(2);
    expect(text).toContain('7,2026-11-23T08:00:00.000Z,24,7');
    expect(must(importCsv(house, 'reading', { text, mapping: null, commit: true }))).toMatchObject({ added: 0 });
    expect(said(strikeReading(house, 9999, ''))).toBe('This reading does not exist.');
  });

  test('consignments go out one a line, with what is computed', () => {
    const code = must(saveOrder(house, orderInput(house, { note: 'says "hello", twice' }))).code;
    const [head, line] = consignmentsCsv(house).trim().split('\n');
    expect(head).toMatch(/^.?Code,Direction,Stage,/);
    expect(line).toContain(`${code},outgoing,planned`);
    expect(line).toContain('8 lemon-tetra from 7');
    expect(line).toContain('"says ""hello"", twice"');
  });
});

describe('counts and deletions', () => {
  test('what cannot be is refused with a sentence, and nothing is written', () => {
    const seven = tank('7');
    const lot = fish(seven);
    expect(said(setCount(house, lot, 'many'))).toBe('A count is a number from 0 to a million.');
    expect(said(setCount(house, lot, '-2'))).toBe('A count is a number from 0 to a million.');
    expect(said(setCount(house, seven, '3'))).toBe('This is not counted.');
    expect(said(moveCount(house, lot, 0, ''))).toBe('Enter how many.');
    expect(said(moveCount(house, lot, -1, 'died'))).toBe('There are only 0.');
    expect(said(moveCount(house, 'nothing', 1, ''))).toBe('This is not counted.');
    expect(house.ledger.amount(lot)).toBeNull();
    expect(said(removeRecord(house, 'nothing'))).toBe('This no longer exists.');
    expect(said(archiveRecord(house, 'nothing'))).toBe('This no longer exists.');
  });

  test('a tank with readings is put away, not deleted, and says because of what', () => {
    const seven = tank('7');
    reading(seven, '24', '7');
    expect(must(removeRecord(house, seven))).toEqual({
      archived: true,
      words: 'Tank 7 is used by its reading: archived instead of deleted. It is no longer offered.',
    });
    expect(tankRows(house)).toEqual([]);
    expect(tankRows(house, 'archived')).toHaveLength(1);
  });
});
