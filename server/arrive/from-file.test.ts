import { houseInMemory } from '@/tests/house';
import { must, orderInput, said } from '@/tests/order';
import { allDuties } from '@/server/bench/duties';
import { exportConsignment, importConsignment } from '@/server/consignment/files';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';

let now = Date.parse('2026-11-26T12:00:00Z');
let sender: House;
let receiver: House;
let code = '';
let text = '';
beforeAll(() => {
  sender = houseInMemory(() => now);
  receiver = houseInMemory(() => now);
  code = must(saveOrder(sender, orderInput(sender))).code;
  text = must(exportConsignment(sender, code)).text;
});
afterAll(() => {
  sender.db.close();
  receiver.db.close();
});

test('a sender’s file of what leaves there comes here: the receiver’s tasks and never the sender’s', () => {
  const r = must(importConsignment(receiver, text, 'comes'));
  expect(r.state).toBe('new');
  const c = receiver.consignments.byCode(r.code)!.document;
  expect(c.direction).toBe('incoming');
  expect(c.bags).toEqual(sender.consignments.byCode(code)!.document.bags);
  expect(new Set(allDuties(receiver).map((d) => d.kind))).toEqual(new Set(['kit', 'prepare-tank', 'be-there']));
  expect(allDuties(sender).some((d) => d.kind === 'seal')).toBe(true);
});

test('what should have been done yesterday is due half an hour after it was typed, and late only then', () => {
  now = Date.parse('2026-11-27T08:00:00Z');
  const other = houseInMemory(() => now);
  must(importConsignment(other, text, 'comes'));
  const prepare = allDuties(other).find((d) => d.kind === 'prepare-tank')!;
  expect(prepare.atMs).toBe(now + 30 * 60_000);
  other.db.close();
});

test('the same file again leads to what is here; a file of one’s own cannot come to its own house', () => {
  expect(must(importConsignment(receiver, text, 'comes')).state).toBe('exists');
  expect(said(importConsignment(sender, text, 'comes'))).toBe(
    `This is ${code}, an outgoing shipment of yours; it cannot arrive here too.`,
  );
});

test('a tank that nothing goes into asks for nothing', () => {
  const o = orderInput(receiver);
  const two = must(
    saveOrder(receiver, { ...o, direction: 'incoming', otherTanks: [{ ...o.tank, name: 'Spare' }] }),
  ).code;
  const tanks = allDuties(receiver)
    .filter((d) => d.code === two && d.kind === 'prepare-tank')
    .map((d) => d.tank);
  expect(tanks).toEqual(['Q']);
});
