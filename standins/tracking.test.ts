import { carrierLuckOf, sightings, type CarrierLuck } from './tracking';
import { HOUR } from '@/core/quantities/time';

const T = Date.parse('2026-11-24T20:00:00Z');
const legs = ['Counter', 'Truck', 'Depot', 'Van'].map((label, i) => ({
  label,
  startMs: T + i * 4 * HOUR,
  endMs: T + (i + 1) * 4 * HOUR,
}));
const told = (luck: CarrierLuck, hours = 100) => sightings('box-1', legs, T + hours * HOUR, luck);
const hour = (s: { at: string }): number => (Date.parse(s.at) - T) / HOUR;

describe('the stand-in carrier', () => {
  test('tells the same of the same box, and nothing that has not happened yet', () => {
    expect(told('punctual')).toEqual(told('punctual'));
    const then = told('punctual', 9);
    expect(then).toEqual(told('punctual').slice(0, then.length));
    expect(then.every((s) => hour(s) <= 9)).toBe(true);
    expect(then.length).toBeLessThan(legs.length);
  });
  test('a punctual box is delivered when it was planned to be, each leg within a quarter of an hour', () => {
    const all = told('punctual');
    expect(all.map((s) => s.leg)).toEqual([0, 1, 2, 3, 4]);
    all.forEach((s) => expect(Math.abs(hour(s) - 4 * s.leg)).toBeLessThanOrEqual(0.25));
  });
  test('a late one comes hours later, an early one sooner, a lost one is silent between', () => {
    expect(hour(told('late').at(-1)!)).toBeGreaterThan(16 + 3);
    expect(hour(told('early').at(-1)!)).toBeLessThan(16);
    expect(told('lost').map((s) => s.leg)).toEqual([0, 3, 4]);
  });
  test('of many boxes most are punctual, and every luck is met', () => {
    const n = { punctual: 0, late: 0, lost: 0, early: 0 };
    for (let i = 0; i < 1000; i++) n[carrierLuckOf(`box ${i}`)]++;
    expect(n.punctual).toBeGreaterThan(500);
    expect(Math.min(...Object.values(n))).toBeGreaterThan(50);
  });
});
