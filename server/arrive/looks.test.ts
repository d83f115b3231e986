import { houseInMemory } from '@/tests/house';
import { bringHome, must, orderInput, said } from '@/tests/order';
import { allDuties } from '@/server/bench/duties';
import { tryEvaluate } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent, tick } from '@/server/pack/events';
import { looksOf } from './looks';
import { methodComparisons } from './methods';
import { finishStep, startRun, undoStep } from './run';
import { MIN } from '@/core/quantities/time';

let now = 0;
let house: House;
let code = '';
const stored = () => house.consignments.byCode(code)!;
const looks = () => looksOf(house, stored().document.id);
const duties = () => allDuties(house).filter((d) => d.kind === 'look');

/** Everything of the run is done at once, at the instant it is. */
function across(): string {
  const c = stored().document;
  const lane = methodComparisons(house, c, must(tryEvaluate(house, c)), now)[0]!;
  const id = must(startRun(house, c, lane, 'straight'));
  for (const s of house.arrivals.run(id)!.steps) must(finishStep(house, id, s.key));
  return id;
}

beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
  code = must(saveOrder(house, orderInput(house))).code;
  bringHome(house, code, (ms) => (now = ms));
});
afterEach(() => house.db.close());

test('the first bag that is opened opens the shipment, and a slip closes it again', () => {
  const c = stored().document;
  const lane = methodComparisons(house, c, must(tryEvaluate(house, c)), now)[0]!;
  const opened = () => stored().document.actual.openedAt;
  const told = opened();
  now += MIN;
  const id = must(startRun(house, c, lane, 'straight'));
  must(finishStep(house, id, 'dim'));
  must(finishStep(house, id, 'open'));
  // An instant that somebody told stays, whatever is pressed later.
  expect(opened()).toBe(told);
  must(undoStep(house, id, 'open'));
  expect(opened()).toBe(told);
  must(recordEvent(house, code, 'openedAt', null));
  must(finishStep(house, id, 'open'));
  expect(opened()).toBe(new Date(now).toISOString());
  must(undoStep(house, id, 'open'));
  expect(opened()).toBeNull();
});

test('a press that was made before a timer ended by itself still stands, at its instant', () => {
  const c = stored().document;
  const lane = methodComparisons(house, c, must(tryEvaluate(house, c)), now)[0]!;
  const id = must(startRun(house, c, lane, 'float-transfer'));
  must(finishStep(house, id, 'dim'));
  must(finishStep(house, id, 'place'));
  const minutes = house.arrivals.run(id)!.steps.find((s) => s.key === 'float')!.minutes;
  const pressed = now + minutes * MIN - 10_000;
  now += (minutes + 3) * MIN;
  must(finishStep(house, id, 'float', pressed));
  expect(house.arrivals.run(id)!.done.float).toBe(new Date(pressed).toISOString());
  // Pressed after its end, it is over: there is nothing left to cut short.
  must(finishStep(house, id, 'float', now));
  expect(house.arrivals.run(id)!.done.float).toBe(new Date(pressed).toISOString());
});

test('nothing is looked at before it is in; then three looks, on the Bench, each ticked by itself', () => {
  expect(looks()).toEqual([]);
  across();
  expect(looks().map((l) => l.look.key)).toEqual(['half-hour', 'evening', 'two-days']);
  expect(looks()[0]!.atMs).toBe(now + 30 * MIN);
  const ids = duties().map((d) => d.id);
  expect(ids).toHaveLength(3);
  const { key } = looks()[0]!;
  must(tick(house, code, `moment:${key}`, true));
  expect(duties().map((d) => d.doneAt !== null)).toEqual([true, false, false]);
  expect(said(tick(house, code, 'moment:look:nobody:half-hour', true))).toContain('not in the plan');
});

test('a release late in the evening has its evening look two hours later, and no look falls into the night', () => {
  now = Date.parse('2026-11-27T22:30:00Z');
  across();
  const [, evening, later] = looks();
  expect(evening!.atMs).toBe(now + 120 * MIN);
  const hour = new Date(later!.atMs).getUTCHours();
  expect(later!.atMs).toBeGreaterThan(now + 24 * 60 * MIN);
  expect(hour).toBeGreaterThanOrEqual(6);
  expect(hour).toBeLessThanOrEqual(21);
});
