import { runJob, type JobReport } from '@/core/evaluate/job';
import { houseInMemory } from '@/tests/house';
import { must, orderInput, said } from '@/tests/order';
import { backwardSchedule } from '@/core/duties/schedule';
import { HOUR } from '@/core/quantities/time';
import type { House } from '@/server/house';
import { catalogueOf } from '@/server/consignment/result';
import { dayJob, moveDay } from './day';
import { checkOrder } from '@/server/order/advice';
import { cancel, saveOrder } from '@/server/order/order';
import { undo } from '@/server/consignment/change';
import { saveFast } from './fast';
import { recordEvent, tick } from '@/server/pack/events';
import { concernsOfShipment } from '@/server/concerns';
import { stationOf } from '@/server/consignment/station';
import { fastStationView, fastView } from './view';

const now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
let code: string;

const stored = () => house.consignments.byCode(code)!;
const moments = () =>
  new Map(backwardSchedule(stored().document, catalogueOf(stored().document, house)).map((m) => [m.key, m.atMs]));

beforeAll(() => {
  house = houseInMemory(() => now);
  code = must(saveOrder(house, orderInput(house))).code;
});
afterAll(() => house.db.close());

const later = (hours: number) => {
  const c = stored().document;
  const iso = (at: string): string => new Date(Date.parse(at) + hours * HOUR).toISOString();
  return {
    code,
    version: stored().version,
    serviceId: c.serviceId,
    handOverAt: iso(c.handOverAt),
    windowAt: { startAt: iso(c.window!.startAt), endAt: iso(c.window!.endAt) },
    openingAt: iso(c.openingAt),
    packs: [],
  };
};

test('moving the drop-off moves every task before it by the same hours, and each is named with both its times', () => {
  const before = moments();
  const words = must(moveDay(house, later(96)));
  const after = moments();
  expect([...after.keys()]).toEqual([...before.keys()]);
  for (const [key, at] of before) expect(after.get(key)! - at).toBe(96 * HOUR);
  expect(words).toHaveLength(before.size);
  expect(words.join()).toContain('Drop off: Thu 26 Nov 19:00 to Mon 30 Nov 19:00');
});

test('a fast that was begun is to be begun again: its tick goes, the journal keeps both', () => {
  must(tick(house, code, 'moment:last-feed:7', true));
  const words = must(moveDay(house, later(24)));
  expect(words.find((w) => w.startsWith('Last feed, tank 7'))).toContain('to be done again');
  expect(house.facts.ticks(stored().document.id).size).toBe(0);
  const kinds = house.consignments.journalOf(stored().document.id).map((j) => j.kind);
  expect(kinds).toEqual(expect.arrayContaining(['ticked', 'taken back', 'moved']));
});

test('undo after a move brings the day back and the ticks that the move took away', () => {
  const before = stored().document.handOverAt;
  must(tick(house, code, 'moment:last-feed:7', true));
  const at = house.facts.ticks(stored().document.id).get('moment:last-feed:7');
  must(moveDay(house, later(24)));
  expect(house.facts.ticks(stored().document.id).size).toBe(0);
  expect(must(undo(house, code))).toBe('the day');
  expect(stored().document.handOverAt).toBe(before);
  expect(house.facts.ticks(stored().document.id).get('moment:last-feed:7')).toBe(at);
  must(tick(house, code, 'moment:last-feed:7', false));
});

test('a drop-off changed at Order moves the schedule too, and says what moved', () => {
  const c = stored().document;
  const changed = saveOrder(house, {
    ...orderInput(house),
    code,
    version: stored().version,
    handOverLocal: '2026-12-02T19:00',
    windowStartLocal: '2026-12-03T09:00',
    windowEndLocal: '2026-12-03T12:00',
    openingLocal: '2026-12-03T10:30',
  });
  expect(must(changed).reasons.join()).toMatch(/Drop off: \w+ \d+ \w+ 19:00 to Wed 2 Dec 19:00/);
  must(undo(house, code));
  expect(stored().document.handOverAt).toBe(c.handOverAt);
});

test('a school for one tank is stored, moves its feed and says so; by the gut again leaves nothing behind', () => {
  const save = (fast: object) => saveFast(house, { code, fast });
  const before = moments().get('last-feed:7')!;
  const words = must(save({ tank: '7', school: 'couple-of-days', tub: true }));
  expect(words.join()).toMatch(/Last feed, tank 7: .* to /);
  expect(words.join()).toContain('Into a bare tub, from tank 7: new');
  expect(moments().get('last-feed:7')! < before).toBe(true);
  expect(fastView(house, stored().document)[0]).toMatchObject({ tank: '7', wantedH: 48, fish: '8 Lemon tetra' });
  expect(said(save({ tank: 'X' }))).toContain('No fish of this order');
  expect(said(save({ tank: '7', hours: 900 }))).toContain('at most 240');
  expect(must(save({ tank: '7' })).join()).toContain('no longer needed');
  expect(stored().document.fasts).toEqual([]);
  expect(moments().get('last-feed:7')).toBe(before);
});

test('two shipments that want the same tank on different days are told of each other', () => {
  const second = must(
    saveOrder(
      house,
      orderInput(house, {
        handOverLocal: '2026-12-01T19:00',
        windowStartLocal: '2026-12-02T09:00',
        windowEndLocal: '2026-12-02T12:00',
        openingLocal: '2026-12-02T10:30',
      }),
    ),
  ).code;
  const clashes = (of: string) =>
    concernsOfShipment(house, house.consignments.byCode(of)!, null).flatMap((x) =>
      x.finding.code === 'fast-conflict' ? [x.finding.conflict.code] : [],
    );
  expect([clashes(code), clashes(second)]).toEqual([[second], [code]]);
  // Told while the order is typed, too.
  const typed = must(
    checkOrder(
      house,
      orderInput(house, {
        handOverLocal: '2026-12-01T19:00',
        windowStartLocal: '',
        windowEndLocal: '',
        openingLocal: '2026-12-02T10:30',
      }),
    ),
  );
  expect(typed.advice.map((x) => x.message).join(' ')).toContain(`Tank 7 also feeds ${code} and 1 more`);
  // Cancelled, it wants nothing any more.
  must(cancel(house, second, ''));
  expect(clashes(code)).toEqual([]);
});

test('a passed day, an older version and sealed bags are refused, and nothing moves', () => {
  const before = stored().document.handOverAt;
  expect(said(moveDay(house, later(-24 * 30)))).toContain('has passed');
  expect(said(moveDay(house, { ...later(24), version: 1 }))).toContain('changed this shipment');
  must(recordEvent(house, code, 'sealedAt', new Date(now).toISOString()));
  expect(said(moveDay(house, later(24)))).toBe('The bags are sealed. The day cannot change.');
  must(recordEvent(house, code, 'sealedAt', null));
  expect(stored().document.handOverAt).toBe(before);
});

test('ten days by every live service are compared with the house’s own rows and holidays', () => {
  let report: JobReport | null = null;
  for (report of runJob({
    ...dayJob(house, stored().document),
    options: {
      stepH: 0.5,
      choosers: { packs: null, bags: false, days: { fromMs: now, days: 10, draws: 20 } },
    },
  }));
  const last = report as JobReport | null;
  if (last?.kind !== 'done') throw new Error('The days were not compared.');
  const days = last.result.days!;
  expect(days).toHaveLength(10 * 4);
  expect(days.every((d) => d.serviceId !== 'drayton-parcel')).toBe(true);
  // The first of December is a holiday in Portugal: nobody takes parcels.
  const holiday = days.find((d) => d.date === '2026-12-01' && d.serviceId === 'northline-overnight')!;
  expect(holiday).toMatchObject({ handOverAt: null, verdict: 'hold' });
  expect(holiday.reason).toContain('Coimbra');
  const weekend = days.filter(
    (d) => d.serviceId === 'northline-overnight' && ['2026-11-28', '2026-11-29'].includes(d.date),
  );
  expect(weekend.every((d) => d.handOverAt === null)).toBe(true);
  expect(days.some((d) => d.chance !== null && d.handOverAt !== null)).toBe(true);
});

test('once the bags are sealed what led to them is past and not late; what follows still is to come', () => {
  const own = houseInMemory(() => now);
  const sent = must(saveOrder(own, orderInput(own))).code;
  const past = () =>
    Object.fromEntries(fastStationView(stationOf(own, sent)!).schedule.moments.map((m) => [m.kind, m.past]));
  expect(Object.values(past())).not.toContain(true);
  must(recordEvent(own, sent, 'sealedAt', '2026-11-24T10:00:00.000Z'));
  expect(past()).toMatchObject({ 'last-feed': true, catch: true, leave: false, 'hand-over': false });
  must(recordEvent(own, sent, 'handedOverAt', '2026-11-24T11:00:00.000Z'));
  expect(Object.values(past())).not.toContain(false);
  own.db.close();
});
