import { houseInMemory } from '@/tests/house';
import { must, orderInput, said } from '@/tests/order';
import { benchView } from '@/server/bench/view';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { takePlan } from '@/server/plan/compare';
import { openTwin, readTwin, controlPacksOf } from './control-packs';

let now = 0;
let house: House;
let code = '';
const stored = () => house.consignments.byCode(code)!;
const twin = () => controlPacksOf(house, stored())[0]!;
const read = (surfaceC: number, roomC = 20) => readTwin(house, { code, packId: 'heat-72h', surfaceC, roomC });
const at = (iso: string): void => void (now = Date.parse(iso));

beforeEach(() => {
  at('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
  code = must(saveOrder(house, orderInput(house))).code;
  const { document: c, version } = stored();
  const boxes = c.boxes.map((b) => ({
    ...b,
    boxTypeId: 'box-m',
    packs: [{ packId: 'heat-72h', count: 1 }],
    ventHoles: 2,
  }));
  must(takePlan(house, { code, version, bags: c.bags, boxes }));
  for (const [name, iso] of [
    ['sealedAt', '2026-11-26T17:00:00.000Z'],
    ['handedOverAt', '2026-11-26T19:00:00.000Z'],
  ] as const) {
    at(iso);
    must(recordEvent(house, code, name, iso));
  }
});
afterEach(() => house.db.close());

const fades = () => benchView(house).concerns.filter((x) => x.finding.code === 'pack-fades');

test('a twin that reads as its kind should warns of nothing', () => {
  must(openTwin(house, { code, packId: 'heat-72h', batch: 'B7' }));
  at('2026-11-27T00:00:00.000Z');
  expect(must(read(35))).toMatch(/as it should be/);
  expect(twin()).toMatchObject({ fading: null, ifAlike: null });
  expect(fades()).toEqual([]);
});

test('one that fades tells what it would mean for the box, and stands on the Bench', () => {
  must(openTwin(house, { code, packId: 'heat-72h' }));
  at('2026-11-27T00:00:00.000Z');
  must(read(25));
  const t = twin();
  expect(t.fading).toBeGreaterThan(0.2);
  expect(t.fading).toBeLessThan(0.5);
  expect(t.ifAlike!.nowH).not.toBeNull();
  expect(t.ifAlike!.thenH).toBeLessThan(t.ifAlike!.nowH!);
  expect(fades()).toMatchObject([{ severity: 'now', subject: { id: code } }]);
  // Once the box is there nobody is warned of its packs any more.
  at('2026-11-27T09:30:00.000Z');
  must(recordEvent(house, code, 'arrivedAt', '2026-11-27T09:30:00.000Z'));
  expect(fades()).toEqual([]);
});

test('it is no pack of the box: its readings count for no dud, and need its opening', () => {
  expect(said(read(30))).toContain('was opened');
  expect(said(openTwin(house, { code, packId: 'heat-20h' }))).toContain('is in it');
  expect(said(readTwin(house, { code, packId: 'heat-72h', surfaceC: 400, roomC: 20 }))).toContain('pack');
});
