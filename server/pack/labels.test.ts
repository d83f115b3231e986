import { houseInMemory } from '@/tests/house';
import { must, NOON, orderInput } from '@/tests/order';
import { stationOf } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { labelsOf } from './labels';

let house: House;
beforeEach(() => (house = houseInMemory(() => NOON, 50)));
afterEach(() => house.db.close());

test('every bag has a label, in order: what is in it, how warm it must stay, and until when it is safe on the receiver’s clock', () => {
  const { code } = must(saveOrder(house, orderInput(house)));
  const s = stationOf(house, code)!;
  const labels = labelsOf(s);
  expect(labels.map((x) => x.bag)).toEqual(s.c.bags.map((b) => b.id));
  labels.forEach((x, i) => {
    expect(x).toMatchObject({ code, number: i + 1, of: labels.length, to: { phone: s.c.receiver.phone } });
    // What they are at ease in: what they bear for a day is no advice to a carrier.
    expect(x.keepC).toEqual(s.e!.bags[i]!.easeC);
    expect(x.animals.reduce((n, a) => n + a.count, 0)).toBe(s.c.bags[i]!.animals.reduce((n, a) => n + a.count, 0));
  });
  const stored = house.consignments.byCode(code)!.result!;
  for (const x of labels) {
    const { worstSafeH } = stored.bags.find((b) => b.id === x.bag)!;
    if (worstSafeH === null) expect(x.openBefore).toBeNull();
    else {
      // To ten minutes, and never later than it is.
      const at = new Date(Math.floor((stored.sealMs + worstSafeH * 3600_000) / 600_000) * 600_000);
      expect(x.openBefore).toEqual({ ms: at.getTime(), town: 'Bilbao', zone: s.c.receiver.place.zone });
    }
  }
});
