import { houseInMemory } from '@/tests/house';
import { must, orderInput } from '@/tests/order';
import { bagStationView } from '@/server/bag/view';
import { stationOf } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { figuresReady } from './thinker';
import { doWork, type Thinker } from './work';

// Each saves an order, which makes a whole plan.
jest.setTimeout(30_000);
const now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
const slow = (ms: number): Thinker => ({
  run: (kind, asks) => new Promise((resolve) => setTimeout(() => resolve(doWork(kind, asks)), ms)),
});
const result = (code: string) => house.consignments.byCode(code)!.result!;
afterEach(() => house.db.close());

describe('one figure everywhere', () => {
  test('heading and bags tell the margin and the chance of the draws that are stored', () => {
    house = houseInMemory(() => now, 100);
    const { code } = must(saveOrder(house, orderInput(house)));
    const r = result(code);
    expect(r.draws).toBe(100);
    const s = stationOf(house, code)!;
    expect(s.e!.overall).toEqual({
      bagId: r.bagId,
      factor: r.factor,
      safeH: r.safeH,
      slackH: r.slackH,
      worstSlackH: r.worstSlackH,
      state: r.state,
    });
    for (const v of bagStationView(s).views) {
      const b = r.bags.find((x) => x.id === v.bag.id)!;
      expect([v.slackH, v.worstSlackH, v.chance]).toEqual([b.slackH, b.worstSlackH, b.chance]);
    }
    expect(r.expected!).toBeLessThanOrEqual(r.animals!);
  });
  test('a save answers with the journey as planned; a page waits for the draws that follow, and begins them where nobody has', async () => {
    house = houseInMemory(() => now, 100, slow(5));
    const { code } = must(saveOrder(house, orderInput(house)));
    expect(result(code).draws).toBe(0);
    await figuresReady(house, code);
    expect(result(code).draws).toBe(100);
    const { document, version } = house.consignments.byCode(code)!;
    house.consignments.setResult(document.id, { ...result(code), draws: 0 }, version);
    await figuresReady(house, code);
    expect(result(code).draws).toBe(100);
  });
  test('a page does not wait for ever', async () => {
    jest.useFakeTimers({ doNotFake: ['setImmediate'] });
    try {
      house = houseInMemory(() => now, 100, slow(60_000));
      const { code } = must(saveOrder(house, orderInput(house)));
      const ready = figuresReady(house, code);
      await jest.advanceTimersByTimeAsync(900);
      await ready;
      expect(result(code).draws).toBe(0);
    } finally {
      jest.useRealTimers();
    }
  });
});
