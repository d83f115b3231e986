import { saveOrder } from '@/server/order/order';
import { openHouse } from '@/server/house';
import { treatments } from '@/server/demo/stories';
import type { OrderInput } from '@/server/order/input';
import { addRecord, must, NOON, orderInput } from '../order';

/** Fills a prepared folder with the treatments of the demo and with orders handed in as JSON; prints their codes. */
const [folder, orders] = process.argv.slice(2);
const house = openHouse(folder!, () => NOON, 50);
for (const { count: _, name, unit, ...label } of treatments)
  addRecord(house, 'supply', { name, kind: 'treatment', unit: unit ?? 'mL', ...label });
const codes = (JSON.parse(orders!) as Partial<OrderInput>[]).map(
  (o) => must(saveOrder(house, orderInput(house, o))).code,
);
house.db.close();
process.stdout.write(JSON.stringify(codes));
