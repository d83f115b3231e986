import { houseInMemory } from '@/tests/house';
import { must, orderInput } from '@/tests/order';
import { saveOrder } from '@/server/order/order';
import { importForecast } from './forecast';

const now = Date.parse('2026-11-24T12:00:00Z');

/** Hours of two towns for three days, as a file brings them. */
const file = (): string =>
  [
    'place,time,temperature',
    ...['Coimbra', 'Bilbao'].flatMap((town, t) =>
      Array.from({ length: 96 }, (_, h) => {
        const at = new Date(Date.parse('2026-11-25T00:00:00Z') + h * 3600_000).toISOString();
        return `${town},${at},${(8 + t * 2 + Math.sin(h / 4)).toFixed(1)}`;
      }),
    ),
  ].join('\n');

test('two shipments to one town share the hours of one file; each keeps which one it used', () => {
  const house = houseInMemory(() => now);
  const rows = (): number => (house.db.prepare('SELECT COUNT(*) AS n FROM forecast').get() as { n: number }).n;
  const one = must(saveOrder(house, orderInput(house))).code;
  const two = must(saveOrder(house, orderInput(house, { note: 'the other' }))).code;
  const fetched = rows();
  expect(fetched).toBe(2);
  must(importForecast(house, one, file(), 'week.csv'));
  expect(rows()).toBe(fetched + 2);
  const before = house.consignments.byCode(two)!.document.forecast!;
  expect(before.source).not.toMatch(/week\.csv/);
  must(importForecast(house, two, file(), 'week.csv'));
  expect(rows()).toBe(fetched + 2);
  const [a, b] = [one, two].map((code) => house.consignments.byCode(code)!.document.forecast!);
  expect(a!.places).toEqual(b!.places);
  expect(a!.source).toMatch(/week\.csv/);
  house.db.close();
});
