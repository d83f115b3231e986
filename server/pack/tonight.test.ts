import { houseInMemory } from '@/tests/house';
import { must, orderInput } from '@/tests/order';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent, tick } from './events';
import { otherSets, takeOtherSet } from './other-sets';
import { readPack } from './proving';
import { packRunView } from './run-view';
import { eveningCodes } from './tonight';

let now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());
const order = (more = {}): string => must(saveOrder(house, orderInput(house, more))).code;

describe('what is packed tonight', () => {
  test('is what leaves on the local day of the next one, the first to leave at first; nothing held, sent or further off', () => {
    const late = order({ handOverLocal: '2026-11-26T19:30' });
    const first = order();
    order({
      handOverLocal: '2026-11-27T19:00',
      windowStartLocal: '2026-11-28T09:00',
      windowEndLocal: '2026-11-28T12:00',
      openingLocal: '2026-11-28T10:30',
    });
    const gone = order();
    expect(eveningCodes(house)).toEqual([]);
    now = Date.parse('2026-11-26T15:00:00Z');
    must(recordEvent(house, gone, 'sealedAt', '2026-11-26T13:00:00.000Z'));
    must(recordEvent(house, gone, 'handedOverAt', '2026-11-26T14:00:00.000Z'));
    expect(eveningCodes(house)).toEqual([first, late]);
  });

  test('thirty boxes of an evening are told in one list, each step once', () => {
    const codes = Array.from({ length: 10 }, () => order());
    for (const code of codes) {
      const s = house.consignments.byCode(code)!;
      const c = s.document;
      const boxes = ['1', '2', '3'].map((id) => ({ ...c.boxes[0]!, id }));
      const bags = boxes.flatMap((b) =>
        [1, 2, 3].map((n) => ({ ...c.bags[0]!, id: `${'ABC'[Number(b.id) - 1]}${n}`, boxId: b.id })),
      );
      house.consignments.replace({ ...c, boxes, bags }, s.result, house.nowIso());
    }
    now = Date.parse('2026-11-26T15:00:00Z');
    const view = packRunView(house, eveningCodes(house), null);
    expect(view.consignments.flatMap((c) => c.boxes)).toHaveLength(30);
    expect(view.steps.filter((s) => s.key.startsWith('bag:'))).toHaveLength(90);
    expect(new Set(view.steps.map((s) => s.id)).size).toBe(view.steps.length);
  });
});

describe('a dud, and none is left', () => {
  test('sets of what lies in stock are ranked, none of the kind that is gone; one is taken by its name', () => {
    const code = order();
    const heat = house.shelves().offered.packs.filter((p) => p.kind === 'heat');
    const gone = heat[0]!;
    const s = house.consignments.byCode(code)!;
    house.consignments.replace(
      { ...s.document, boxes: [{ ...s.document.boxes[0]!, packs: [{ packId: gone.id, count: 1 }] }] },
      s.result,
      house.nowIso(),
    );
    must(tick(house, code, `pack:${gone.id}`, true));
    now += 40 * 60_000;
    must(readPack(house, { code, packId: `1/${gone.id}/1`, surfaceC: 20.5, roomC: 20, method: 'typed' }));
    const sets = must(otherSets(house, code, '1', gone.id));
    expect(sets.length).toBeGreaterThan(1);
    const slack = sets.map((x) => x.worstSlackH ?? Infinity);
    expect(slack).toEqual([...slack].sort((x, y) => y - x));
    expect(JSON.stringify(sets)).not.toMatch(/price|cost/i);
    must(takeOtherSet(house, code, '1', gone.id, sets[0]!.name));
    const packs = house.consignments.byCode(code)!.document.boxes[0]!.packs;
    // Whatever the shelf is said to hold: the hands say that none of that kind is left.
    expect(packs.map((p) => p.packId)).not.toContain(gone.id);
    expect(takeOtherSet(house, code, '1', gone.id, 'nine suns').ok).toBe(false);
  });
});
