import { row } from '@/core/catalogue/row';
import type { Consignment } from '@/core/consignment/schema';
import { kinds } from '@/records';
import type { KindId } from '@/records/kind';
import { houseInMemory } from '@/tests/house';
import { must, said, desk } from '@/tests/order';
import { A4, pagesOf } from '@/core/papers/pages';
import { sheetsPdf } from '@/server/papers/pdf';
import { houseType } from '@/server/papers/type';
import { publicHolidays } from './holidays';
import type { House } from '@/server/house';
import { orderDraftOf } from '@/server/order/view';
import { packsFor } from '@/server/stock/supplies';
import { addSpecies } from './species';
import { exportCsv, importCsv, undoImport, type ImportReport } from './csv';
import { exportConsignment, importConsignment } from '@/server/consignment/files';
import { checkOrder } from '@/server/order/advice';
import { saveOrder } from '@/server/order/order';
import { confirmationOf } from '@/server/papers/confirmation';
import { saveBags } from '@/server/bag/bags';
import { changeBox } from '@/server/heat/box';
import { recordEvent } from '@/server/pack/events';
import { archiveRecord, removeRecord, setCount } from './records';

const now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
beforeEach(() => {
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());

const { add, change, tank, ilse, order } = desk(() => house);

test('packs that a shipment may take are those in stock less what is packed before it', () => {
  const first = must(saveOrder(house, order())).code;
  const second = must(
    saveOrder(
      house,
      order({
        handOverLocal: '2026-12-02T19:00',
        windowStartLocal: '2026-12-03T09:00',
        windowEndLocal: '2026-12-03T12:00',
        openingLocal: '2026-12-03T10:30',
      }),
    ),
  ).code;
  const at = (code: string) => house.consignments.byCode(code)!;
  const packs = (code: string, count: number) =>
    must(
      changeBox(house, {
        code,
        version: at(code).version,
        boxId: at(code).document.boxes[0]!.id,
        box: { packs: [{ packId: 'heat-72h', count }], ventHoles: 2, bottle: null },
        shiftC: 0,
      }),
    );
  packs(first, 2);
  packs(second, 3);
  expect(packsFor(house, first)).not.toHaveProperty('heat-72h');
  must(setCount(house, 'heat-72h', '4'));
  expect(packsFor(house, first)['heat-72h']).toBe(4);
  expect(packsFor(house, second)['heat-72h']).toBe(2);
});

describe('rows of the house in plans', () => {
  test('an own box is planned with, a bag that was put away is not offered, and what left keeps its rows', () => {
    must(archiveRecord(house, 'bag-13x30'));
    expect(house.shelves().offered.bags.some((b) => b.id === 'bag-13x30')).toBe(false);
    const { code } = must(saveOrder(house, order()));
    const c = house.consignments.byCode(code)!.document;
    const before = house.consignments.byCode(code)!.result!;
    // Walls of paper: the plan that stands is computed anew at once.
    must(change(c.boxes[0]!.boxTypeId, { 'box.wallCm': '0.3' }));
    const after = house.consignments.byCode(code)!;
    expect(after.version).toBe(1);
    expect(after.result!.bags[0]!.coldestC).not.toBeCloseTo(before.bags[0]!.coldestC, 2);
    must(recordEvent(house, code, 'handedOverAt', '2026-11-26T19:00:00.000Z'));
    must(change(c.boxes[0]!.boxTypeId, { 'box.wallCm': '9' }));
    expect(row(house.consignments.byCode(code)!.document.catalogue!.boxes, c.boxes[0]!.boxTypeId, 'box').wallCm).toBe(
      0.3,
    );
  });

  test('a service that does not take live animals is refused; the promise of a new row is used', () => {
    const id = add('service', { name: 'Moth Air', cutOff: '17:00', usualH: '9', live: 'yes' });
    must(saveOrder(house, order({ serviceId: id })));
    must(change(id, { live: '' }));
    expect(said(saveOrder(house, order({ serviceId: id })))).toBe(
      'Moth Air does not take live animals. Choose a live service.',
    );
    expect(must(removeRecord(house, id)).archived).toBe(true);
  });

  test('public holidays come from the open library by country', () => {
    expect(publicHolidays('EE', 2026).map((h) => h.date)).toEqual(
      expect.arrayContaining(['2026-02-24', '2026-12-25', '2026-06-24']),
    );
    expect(publicHolidays('PT', 2026).map((h) => h.date)).toContain('2026-12-08');
    expect(publicHolidays('XX', 2026)).toEqual([]);
    const said = must(
      checkOrder(
        house,
        order({
          handOverLocal: '2026-12-08T19:00',
          windowStartLocal: '',
          windowEndLocal: '',
          openingLocal: '2026-12-09T10:00',
        }),
      ),
    );
    expect(said.advice.map((a) => a.message).join()).toContain('Tue 8 Dec is');
  });
});

describe('orders from the records', () => {
  test('a new receiver goes into the address book with the water that was told; the second order finds them', () => {
    const first = must(saveOrder(house, order()));
    const [r] = house.records.list('receiver');
    expect(r!.document).toMatchObject({
      name: 'Nico Sarto',
      placeId: 'place-bilbao-es',
      tanks: [{ name: 'Q', volumeL: 60, pH: 7.2 }],
    });
    expect(house.consignments.byCode(first.code)!.document.receiverId).toBe(r!.id);
    must(saveOrder(house, order({ receiverId: r!.id })));
    expect(house.records.list('receiver')).toHaveLength(1);
    expect(house.records.users(r!.id).map((u) => u.code)).toHaveLength(2);
  });

  test('sea and fresh water go in one order: each bag has the water of its tank and its own receiving tank', () => {
    const sea = { tempC: 25.5, pH: 8.1, khDkh: 8, ghDgh: 60, salinity: 34, tanMgNL: 0 };
    const lines = [
      order().lines[0]!,
      {
        ...order().lines[0]!,
        id: 'L2',
        speciesId: 'ocellaris-clownfish',
        count: 2,
        lengthCm: 4,
        tank: 'K1',
        into: 'Reef',
      },
    ];
    const mixed = order({
      lines,
      waters: [{ tank: 'K1', water: sea }],
      otherTanks: [{ ...sea, name: 'Reef', volumeL: 200 }],
    });
    const { code } = must(saveOrder(house, mixed));
    const s = house.consignments.byCode(code)!;
    expect(s.result!.bags).toHaveLength(s.document.bags.length);
    expect(s.document.bags.every((b) => new Set(b.animals.map((a) => a.lineId)).size === 1)).toBe(true);
    expect(said(saveOrder(house, { ...mixed, waters: [] }))).toContain('salinity 0 of tank K1 cannot be right');
    expect(said(saveOrder(house, { ...mixed, otherTanks: [] }))).toContain('The receiving tank Reef is not described.');
    const bad = {
      ...s.document,
      bags: [
        {
          ...s.document.bags[0]!,
          animals: [
            { lineId: 'L1', count: 1 },
            { lineId: 'L2', count: 1 },
          ],
        },
      ],
    };
    expect(said(importConsignment(house, JSON.stringify(bad), 'keep-both'))).toContain('mixes fish of tanks 7 and K1');
  });

  test('two tabs: the second is refused with the newer order as the form would show it', () => {
    const { code } = must(saveOrder(house, order()));
    must(saveOrder(house, order({ code, version: 1, note: 'theirs' })));
    const late = saveOrder(house, order({ code, version: 1, note: 'mine' }));
    expect(late.ok ? null : orderDraftOf(late.conflict!.theirs as Consignment).note).toBe('theirs');
    must(saveOrder(house, order({ code, version: 2, note: 'mine' })));
  });

  test('a changed water keeps the bags as somebody planned them; changed animals are bagged again', () => {
    const { code } = must(saveOrder(house, order()));
    const c = house.consignments.byCode(code)!.document;
    const bags = c.bags.map((b) => ({ ...b, gasL: b.gasL + 0.7 }));
    must(saveBags(house, { code, version: 1, bags, sourceWater: c.sourceWater }));
    must(saveOrder(house, order({ code, version: 2, sourceWater: { ...c.sourceWater, pH: 7.0 } })));
    expect(house.consignments.byCode(code)!.document.bags).toEqual(bags);
    must(saveOrder(house, order({ code, version: 3, lines: [{ ...order().lines[0]!, count: 9 }] })));
    const anew = house.consignments.byCode(code)!.document.bags;
    expect(anew.flatMap((b) => b.animals).reduce((n, a) => n + a.count, 0)).toBe(9);
  });

  test('a file of another house keeps its own names for records, and they link to nothing here', () => {
    const { code } = must(saveOrder(house, order()));
    const file = must(exportConsignment(house, code)).text.replace(
      /"receiverId": "[^"]+"/,
      '"receiverId": "of-another-house"',
    );
    const copy = must(importConsignment(house, file, 'keep-both'));
    const { id, receiverId } = house.consignments.byCode(copy.code)!.document;
    expect(receiverId).toBe('of-another-house');
    expect(house.db.prepare('SELECT * FROM link WHERE from_id = ? AND to_id = ?').all(id, receiverId)).toEqual([]);
  });

  test('the confirmation is a PDF that holds letters of many scripts', async () => {
    const { code } = must(
      saveOrder(house, order({ receiver: { ...order().receiver, name: 'Żaneta Ιωάννα Łoś 東京' } })),
    );
    const pdf = await sheetsPdf(pagesOf(must(confirmationOf(house, code)), A4, houseType()), 'Confirmation');
    expect(Buffer.from(pdf).subarray(0, 5).toString()).toBe('%PDF-');
    expect(pdf.length).toBeGreaterThan(15_000);
    expect(said(confirmationOf(house, must(saveOrder(house, order({ direction: 'incoming' }))).code))).toContain(
      'is an arrival',
    );
  });
});

describe('lists as files', () => {
  const take = (list: Parameters<typeof importCsv>[1], text: string, commit = true): ImportReport =>
    must(importCsv(house, list, { text, mapping: null, commit }));

  test('every list is written and read again without a change', () => {
    ilse();
    add('lot', { tankId: tank('7'), speciesId: 'lemon-tetra', lengthCm: '3.2', sex: 'unsexed', count: '30' });
    must(addSpecies(house, 'Moonlit gourami', 'honey-gourami'));
    for (const kind of Object.keys(kinds) as KindId[]) {
      const text = exportCsv(house, kind);
      const n = house.records.counts(kind);
      expect(take(kind, text)).toMatchObject({ added: 0, changed: 0, same: n.active + n.archived, problems: [] });
    }
  });

  test('300 lines, 20 of them wrong: all told by line, the rest taken; corrected and read again nothing doubles; one undo takes all back', () => {
    const wrong = (i: number): boolean => i % 15 === 7;
    const line = (i: number, mended: boolean): string => {
      if (!wrong(i) || mended) return `"Receiver ${i}, Ltd.",+49 30 000 ${i},"Tartu, EE",Held at the depot`;
      return [`,1,"Tartu, EE",door`, `Receiver ${i},1,Atlantis,door`, `Receiver ${i},1,"Tartu, EE",by owl`][i % 3]!;
    };
    const file = (mended: boolean): string =>
      [
        'Customer;Phone;Town;Delivery'.replaceAll(';', ','),
        ...Array.from({ length: 300 }, (_, i) => line(i, mended)),
      ].join('\r\n');
    const trial = take('receiver', file(false), false);
    expect(trial).toMatchObject({ added: 280, done: false });
    expect(house.records.counts('receiver').active).toBe(0);

    const first = take('receiver', file(false));
    expect(first).toMatchObject({ added: 280, changed: 0, same: 0 });
    expect(new Set(first.problems.map((p) => p.line))).toEqual(
      new Set(
        Array.from({ length: 300 }, (_, i) => i)
          .filter(wrong)
          .map((i) => i + 2),
      ),
    );
    expect(first.leftOver.trim().split('\r\n')).toHaveLength(21);

    const second = take('receiver', file(true));
    expect(second).toMatchObject({ added: 20, changed: 0, same: 280, problems: [] });
    expect(house.records.counts('receiver').active).toBe(300);
    expect(must(undoImport(house, second.undo!))).toBe(20);
    expect(house.records.counts('receiver').active).toBe(280);
    expect(said(undoImport(house, second.undo!))).toContain('already undone');
  });

  test('a file with some columns changes only those; a line that comes twice is told', () => {
    ilse();
    const r = take('receiver', 'name,place,phone\nIlse Tamm,Tartu,99\nilse tamm,"Tartu, EE",98\n');
    expect(r).toMatchObject({ changed: 1, added: 0 });
    expect(r.problems).toEqual([{ line: 3, message: 'This is the same receiver as in line 2.' }]);
    expect(house.records.list('receiver')[0]!.document).toMatchObject({ collection: 'counter' });
    must(undoImport(house, r.undo!));
    expect(house.records.list('receiver')[0]!.document.phone).toBe('1');
  });

  test('columns may be told by hand; a file without known headings asks for them; empty and odd files get a sentence', () => {
    const text = 'A,B\nTank 1,80\n';
    expect(take('tank', text, false).problems[0]!.message).toContain('No heading is recognised');
    const r = must(importCsv(house, 'tank', { text, mapping: ['name', 'volumeL'], commit: true }));
    expect(r.added).toBe(1);
    expect(said(importCsv(house, 'tank', { text: '', mapping: null, commit: true }))).toBe('The file is empty.');
    expect(said(importCsv(house, 'tank', { text: 'name\n', mapping: null, commit: true }))).toContain('no lines');
  });

  test('a spreadsheet formula is written as text and read back as it was', () => {
    add('receiver', { name: '=HYPERLINK("x")', phone: '+49 30 000', placeId: 'place-tartu-ee' });
    const text = exportCsv(house, 'receiver');
    expect(text).toContain(`'=HYPERLINK`);
    expect(text).toContain(',+49 30 000,');
    expect(take('receiver', text)).toMatchObject({ same: 1 });
  });

  test('readings of tanks come in by file, each instant once', () => {
    tank('4');
    const text =
      'tank,when,temp,pH\n4,2026-11-20 10:00,24.5,7.2\n4,2026-11-21 10:00,24.7,7.2\n9,2026-11-21 10:00,24,7\n4,someday,24,7\n';
    const r = take('reading', text);
    expect(r).toMatchObject({ added: 2 });
    expect(r.problems.map((p) => p.line)).toEqual([4, 5]);
    expect(take('reading', text)).toMatchObject({ added: 0, same: 2 });
  });
});
