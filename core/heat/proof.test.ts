import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { expectedSurfaceC, proofOf } from './proof';

const pack = (id: string) => catalogue.packs.find((p) => p.id === id)!;
const read = (id: string, surfaceC: number, ageMin: number, roomC = 20) =>
  proofOf(pack(id), { surfaceC, ageMin, roomC }, a).verdict;

test('the surface peaks where the trade says it does: 20 h about 82, 40 h about 52, 72 h about 38 °C (handbook, W30)', () => {
  const most = (id: string): number =>
    Math.max(...[30, 60, 120, 180, 240, 300, 600].map((min) => expectedSurfaceC(pack(id), min, 22, a)));
  expect(Math.abs(most('heat-20h') - 82)).toBeLessThan(4);
  expect(Math.abs(most('heat-40h') - 52)).toBeLessThan(4);
  expect(Math.abs(most('heat-72h') - 38)).toBeLessThan(4);
});
test('at opening it is as warm as the room, whatever the room', () => {
  for (const roomC of [5, 20, 30]) expect(expectedSurfaceC(pack('heat-72h'), 0, roomC, a)).toBe(roomC);
});
test('a long pack that reads 30 °C after three quarters of an hour is fine; one figure for all kinds would call it a dud', () => {
  expect(read('heat-72h', 30, 50)).toBe('fine');
  expect(read('heat-20h', 30, 50)).toBe('dud');
  expect(read('heat-20h', 60, 50)).toBe('fine');
});
test('cold is a dud once there was time, before that too early; half warm is slow; far too hot is another type', () => {
  expect(read('heat-40h', 20.5, 5)).toBe('early');
  expect(read('heat-40h', 24, 0)).toBe('early');
  expect(read('heat-40h', 20.5, 45)).toBe('dud');
  expect(read('heat-40h', 29, 45)).toBe('slow');
  expect(read('heat-72h', 60, 60)).toBe('hot');
});
test('a cold room is no dud: the same warmth above it is as good', () => {
  const at = (roomC: number) => expectedSurfaceC(pack('heat-40h'), 45, roomC, a) - roomC;
  expect(at(5)).toBeCloseTo(at(25), 9);
  expect(read('heat-40h', 5 + at(5), 45, 5)).toBe('fine');
});
