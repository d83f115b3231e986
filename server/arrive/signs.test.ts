import { houseInMemory } from '@/tests/house';
import { must, orderInput, said } from '@/tests/order';
import { evaluationOf } from '@/server/consignment/view';
import { exportConsignment, importConsignment } from '@/server/consignment/files';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { doDeed, type Deed } from '@/server/queue/deeds';
import { receiveView } from './view';

const NOW = Date.parse('2026-11-24T12:00:00Z');
let house: House;
let code = '';
const who = { name: 'Ana', role: 'helper' as const, sessionId: 's1', device: 'a phone' };
beforeEach(() => {
  house = houseInMemory(() => NOW);
  code = must(saveOrder(house, orderInput(house))).code;
});
afterEach(() => house.db.close());
const stored = () => house.consignments.byCode(code)!;
const bagId = () => stored().document.bags[0]!.id;
const does = (sign: string, on: boolean, agoMs = 0, more: object = {}) =>
  doDeed(house, { deed: 'sign', code, kind: 'bag', id: bagId(), sign, on, ...more } as Deed, agoMs, who);
const view = () => receiveView(house, stored().document, must(evaluationOf(house, stored())), []);
const looked = () => view().looked.find((l) => l.id === bagId() && l.kind === 'bag')!;

describe('signs through the film', () => {
  test('are facts with their instant; a slip stays told, and the same press twice is one', () => {
    must(does('side', true, 60_000));
    must(does('side', true));
    must(does('torn', true));
    must(does('side', false));
    expect(looked().now).toEqual(['torn']);
    expect(looked().seen.map((s) => [s.sign, s.struck, s.at])).toEqual([
      ['side', true, new Date(NOW - 60_000).toISOString()],
      ['torn', false, new Date(NOW).toISOString()],
    ]);
  });
  test('a weak bag is opened first', () => {
    expect(view().openFirst).toEqual([]);
    must(does('flat', true));
    expect(view().openFirst).toEqual([bagId()]);
  });
  test('how it was packed is one of each kind: what is seen now strikes out what cannot be too', () => {
    must(does('oneLayer', true));
    must(does('waterHalf', true));
    must(does('side', true));
    must(does('twoLayers', true));
    expect(looked().now).toEqual(['waterHalf', 'side', 'twoLayers']);
    expect(looked().seen.find((s) => s.sign === 'oneLayer')!.struck).toBe(true);
    // Paper and cover go together.
    must(does('paperRound', true));
    must(does('coverIn', true));
    expect(looked().now).toEqual(expect.arrayContaining(['paperRound', 'coverIn']));
    expect(view().openFirst).toEqual([bagId()]);
  });
  test('of a bag that is not there, or of the wrong thing, are refused in words', () => {
    expect(said(does('side', true, 0, { id: 'Z9' }))).toBe('There is no bag Z9 any more.');
    expect(said(does('wetPaper', true))).toContain('does not apply to a bag');
    expect(said(does('sadness', true))).toContain('action is unknown');
  });
  test('travel with the file, slips too, and are nobody’s reading', () => {
    must(does('spots', true));
    must(does('slime', true));
    must(does('slime', false));
    const { text } = must(exportConsignment(house, code));
    const other = houseInMemory(() => NOW);
    must(importConsignment(other, text, 'ask'));
    expect(must(exportConsignment(other, code)).text).toBe(text);
    other.db.close();
    expect(stored().document.actual.bags).toEqual([]);
  });
});
