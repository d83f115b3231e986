import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { houseInMemory } from '@/tests/house';
import { must, orderInput, said } from '@/tests/order';
import { runCli } from '@/tests/program';
import { benchView } from '@/server/bench/view';
import { say } from '@/words/en/concerns';
import { exportConsignment } from '@/server/consignment/files';
import { undo } from '@/server/consignment/change';
import { setPractises } from '@/server/devices/devices';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent, tick } from '@/server/pack/events';
import { handOver, takeBackHandOver, counterWords, planBOf } from '@/server/pack/gate';
import { askAfterAll, askCarrier, recordScan, roadOf, takeBackScan } from './road';
import { takeOutcome } from './outcome';
import { HOUR } from '@/core/quantities/time';

const LEFT = Date.parse('2026-11-26T19:00:00Z');
let now = LEFT;
let house: House;
let code = '';
const stored = () => house.consignments.byCode(code)!;
const c = () => stored().document;
const road = () => must(roadOf(house, stored())!);
const iso = (h: number): string => new Date(LEFT + h * HOUR).toISOString();
const scan = (leg: number | null, h: number, due = '') => recordScan(house, { code, leg, at: iso(h), words: '', due });
const reason = { because: 'the counter closes', receipt: 'R-77', takenBy: 'Joana', clock: '' };

beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
  code = must(saveOrder(house, orderInput(house))).code;
  now = LEFT - 2 * HOUR;
  must(recordEvent(house, code, 'sealedAt', iso(-2)));
  now = LEFT;
});
afterEach(() => house.db.close());
const leave = () => must(handOver(house, { code, ...reason }, iso(0)));

describe('the gate', () => {
  test('names exactly what was skipped, and lets it go only with a reason, which is kept', () => {
    const told = said(handOver(house, { code, ...reason, because: '' }, iso(0)));
    expect(told).toMatch(
      /^\d+ things are missing: Labels on, hands dry; .*Papers in the lid pocket\. Do it, or give a reason/,
    );
    expect(c().actual.handedOverAt).toBeNull();
    leave();
    expect(c().actual.handedOverAt).toBe(iso(0));
    expect(counterWords(house, c().id)).toMatchObject({ receipt: 'R-77', takenBy: 'Joana' });
    expect(counterWords(house, c().id).note).toMatch(/^Left without: Labels.*Because the counter closes$/);
    // Two phones press it: the second changes nothing.
    must(handOver(house, { code, ...reason, receipt: 'other' }, iso(0.1)));
    expect(counterWords(house, c().id).receipt).toBe('R-77');
  });
  test('the clock of the counter outranks the press; one that has not come yet, or is none, is refused', () => {
    now = LEFT + 0.5 * HOUR;
    const by = (clock: string) => handOver(house, { code, ...reason, clock }, iso(0.5));
    expect(said(by('20:40'))).toContain('It is not 20:40 yet');
    expect(said(by('7 pm'))).toContain('as 18:40');
    must(by('19:10'));
    expect(c().actual.handedOverAt).toBe(iso(1 / 6));
  });
  test('past midnight, a clock of before midnight is that of last evening', () => {
    now = LEFT + 5.5 * HOUR;
    must(handOver(house, { code, ...reason, clock: '23:50' }, iso(5.5)));
    expect(c().actual.handedOverAt).toBe('2026-11-26T23:50:00.000Z');
  });
  test('a tick that is taken back after the drop-off leaves it where it is, with its sealing', () => {
    leave();
    must(tick(house, code, 'labels', true));
    must(tick(house, code, 'labels', false));
    expect(c().actual).toMatchObject({ handedOverAt: iso(0), sealedAt: iso(-2) });
  });
  test('a drop-off that is taken back takes back what the counter said', () => {
    leave();
    must(takeBackHandOver(house, code, null));
    expect(c().actual.handedOverAt).toBeNull();
    expect(counterWords(house, c().id)).toEqual({});
  });
  test('plan B: other services with their margin from the sealing as it was, and by when they are back', () => {
    const b = must(planBOf(house, code));
    expect(b.ways.map((w) => w.serviceId)).not.toContain(c().serviceId);
    expect(b.ways.length).toBeGreaterThan(0);
    for (const w of b.ways) expect(w.handOverMs).toBeGreaterThanOrEqual(now);
    const slack = b.ways.map((w) => w.worstSlackH ?? Infinity);
    expect(slack).toEqual([...slack].sort((x, y) => y - x));
    if (b.holdsUntilMs !== null) expect(b.backByMs!).toBeLessThan(b.holdsUntilMs);
  });
});

describe('where the box is', () => {
  beforeEach(leave);

  test('nobody follows it: it goes as planned, however late it is', () => {
    now = LEFT + 9 * HOUR;
    expect(road()).toMatchObject({ lateMin: 0, unseenSinceMs: null });
  });

  test('a sighting moves the legs from there on, and what is computed with them; taken back, it is as before', () => {
    const before = stored().result!;
    const legs = road().legs;
    now = LEFT + 8 * HOUR;
    must(scan(1, 7.5));
    const after = stored().result!;
    const shift = 7.5 * HOUR - (legs[1]!.startMs - LEFT);
    expect(shift).toBeGreaterThan(HOUR);
    expect(after.arriveMs - before.arriveMs).toBeCloseTo(shift, -4);
    expect(after.deadlineMs - before.deadlineMs).toBeCloseTo(shift, -4);
    expect(after.slackH ?? 99).toBeLessThan(before.slackH ?? 100);
    must(takeBackScan(house, code, 1));
    expect(stored().result!.arriveMs).toBe(before.arriveMs);
  });

  test('a sighting is undone with its change', () => {
    now = LEFT + 8 * HOUR;
    must(scan(1, 7.5));
    expect(must(undo(house, code))).toBe('where the box is');
    expect(c().actual.scans).toBeUndefined();
  });

  test.each<[string, number | null, number, string, RegExp]>([
    ['of the future', 1, 5, '', /in the future/],
    ['before the drop-off', 1, -1, '', /before drop-off/],
    ['on no leg', 40, 1, '', /not on the journey/],
    ['expected before it was seen', 1, 1, '2026-11-26T18:00', /before it was seen/],
    ['expected at no hour', null, 1, 'soon', /a valid date and time/],
  ])('one %s is refused', (_, leg, h, due, words) => {
    now = LEFT + 2 * HOUR;
    expect(said(scan(leg, h, due))).toMatch(words);
  });

  test('a later leg that was seen sooner is refused with its name', () => {
    now = LEFT + 9 * HOUR;
    must(scan(1, 5));
    expect(said(scan(2, 3))).toMatch(/seen later at .*, which comes before/);
  });

  test('late: it is on the Bench within the same change, with hours left and words', () => {
    now = LEFT + 15 * HOUR;
    must(scan(1, 1));
    const r = road();
    expect(r.unseenSinceMs).not.toBeNull();
    expect(r.lateMin).toBeGreaterThan(60);
    const bench = benchView(house);
    const told = bench.concerns.find((x) => x.subject.id === code)!;
    expect(told).toMatchObject({ severity: 'now', finding: { code: 'unseen' } });
    expect(say(told.finding, 'UTC')).toMatchObject({ title: expect.stringMatching(/^Not seen for \d/) });
    expect(bench.onTheWay.find((x) => x.code === code)!.words).toMatch(/not seen since/);
    expect(bench.onTheWay.find((x) => x.code === code)!.result.arriveMs).toBe(r.arriveMs);
  });

  test('every help that is told gains hours by the same evaluation', () => {
    now = LEFT + 15 * HOUR;
    must(scan(1, 1));
    const { helps } = road();
    expect(helps.map((h) => h.id)).toContain('collect');
    for (const h of helps) if (h.gainsH !== null) expect(h.gainsH).toBeGreaterThanOrEqual(0.5);
  });

  test('the figures are those of `kindly simulate` on its file, looked at from the same instant', () => {
    now = LEFT + 15 * HOUR;
    must(scan(1, 2));
    const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-road-'));
    const file = path.join(folder, 'box.json');
    writeFileSync(file, must(exportConsignment(house, code)).text);
    const run = runCli(['simulate', file, '--json', '--draws', '50', '--as-of', iso(15)]);
    rmSync(folder, { recursive: true, force: true });
    const told = JSON.parse(run.stdout) as { overall: { worstSlackH: number | null; slackH: number | null } };
    const r = road();
    expect(told.overall.worstSlackH ?? 999).toBeCloseTo(r.worstSlackH ?? 999, 6);
    expect(told.overall.slackH ?? 999).toBeCloseTo(r.slackH ?? 999, 6);
  });

  test('hours that have passed are told by the weather as it was; one’s own forecast stays', () => {
    const first = c().forecast!.madeAt;
    now = LEFT + 8 * HOUR;
    must(scan(1, 7));
    expect(c().forecast!.madeAt > first).toBe(true);
    const own = { ...c().forecast!, source: 'my own' };
    house.consignments.replace({ ...c(), forecast: own }, stored().result, house.nowIso());
    now = LEFT + 9 * HOUR;
    must(scan(2, 9));
    expect(c().forecast!.source).toContain('my own');
    expect(c().forecast!.madeAt).toBe(own.madeAt);
  });
});

describe('the stand-in carrier', () => {
  beforeEach(leave);
  test('answers only whom it was switched on for, and everything it says is marked as practice', () => {
    now = LEFT + 40 * HOUR;
    expect(said(askCarrier(house, code))).toContain('No carrier connected');
    expect(askAfterAll(house)).toBe(false);
    must(setPractises(house, true));
    expect(askAfterAll(house)).toBe(true);
    expect(askAfterAll(house)).toBe(false);
    const { scans = [] } = c().actual;
    expect(scans.length).toBeGreaterThan(1);
    expect(new Set(scans.map((s) => s.method))).toEqual(new Set(['stand-in']));
    // It never says that somebody received it: that is for hands.
    expect(c().actual.arrivedAt).toBeNull();
    const r = road();
    expect(r.leg).toBe(r.legs.length);
  });
});

describe('what the receiver found', () => {
  beforeEach(leave);
  const found = (change: object): string => {
    const file = JSON.parse(must(exportConsignment(house, code)).text) as Record<string, unknown>;
    const actual = { ...(file.actual as object), ...change };
    return JSON.stringify({ ...file, actual, observations: [], events: [] });
  };
  const bagReading = {
    bagId: 'A1',
    at: iso(15),
    tempC: 21.5,
    pH: 6.6,
    salinity: null,
    alive: 7,
    dead: 1,
    doubtful: 0,
    note: '',
  };
  test('comes in with their file, beside what is known here, and is never laid over it', () => {
    now = LEFT + 20 * HOUR;
    const file = found({ arrivedAt: iso(14), openedAt: iso(15), bags: [bagReading] });
    must(takeOutcome(house, code, file));
    expect(c().actual).toMatchObject({ arrivedAt: iso(14), openedAt: iso(15), handedOverAt: iso(0) });
    expect(c().actual.bags[0]).toMatchObject({ tempC: 21.5, dead: 1 });
    must(takeOutcome(house, code, found({ openedAt: iso(15), bags: [{ ...bagReading, tempC: 9 }] })));
    expect(c().actual.bags[0]!.tempC).toBe(21.5);
  });
  test('of another shipment, of nothing, or of no file is refused in words', () => {
    const other = JSON.parse(found({ openedAt: iso(15) })) as Record<string, unknown>;
    const id = '00000000-0000-4000-8000-000000000009';
    expect(said(takeOutcome(house, code, JSON.stringify({ ...other, id })))).toContain('another shipment');
    expect(said(takeOutcome(house, code, found({})))).toContain('Nothing in this file yet');
    expect(said(takeOutcome(house, code, '{'))).toContain('not a JSON file');
  });
});
