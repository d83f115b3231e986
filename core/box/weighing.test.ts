import { withOverrides } from '@/core/catalogue/assumptions';
import { weighBox } from './weighing';

const a = withOverrides({});
const box = {
  sides: [40, 30, 30] as const,
  divisor: 5000,
  stepKg: 0.5,
  minimumKg: 0,
  rounding: 'none' as never,
};
const weighed = (plannedKg: number, bookedKg: number | null, scaleKg: number | null) =>
  weighBox({ plannedKg, bookedKg, scaleKg }, box, a);

test('beyond what a counter lets pass it stops; within it, it is watched; up to the booking it is fine', () => {
  expect(weighed(9, 9, 9.2).mark).toBe('watch');
  expect(weighed(9, 9, 9.21).mark).toBe('stop');
  expect(weighed(9, 9, 9.21).words[0]).toMatch(/^0\.21 kg over the 9\.00 kg booked.*Book 9\.5 kg/);
  expect(weighed(9, 9, 9)).toMatchObject({ mark: 'fine', words: [] });
  expect(weighed(9, 9.5, 9)).toMatchObject({ mark: 'fine', words: [] });
  expect(weighed(9, null, 9)).toMatchObject({ mark: 'fine', words: [] });
});

test('the scale outranks the plan: what is paid for, and what is over', () => {
  expect(weighed(9, 9, 9.21).freight.actualRounded).toBe(9.5);
  expect(weighed(9.4, 9, null).mark).toBe('stop');
  expect(weighed(9.4, 9, 9).mark).not.toBe('stop');
});

test('a scale that says more than three tenths of a kilogram, or three in a hundred, else than the plan is doubted', () => {
  const doubted = (planned: number, scale: number): boolean => weighed(planned, null, scale).mark === 'watch';
  expect([doubted(5, 5.3), doubted(5, 5.31), doubted(5, 4.69)]).toEqual([false, true, true]);
  expect([doubted(20, 20.59), doubted(20, 20.61), doubted(20, 19.39)]).toEqual([false, true, true]);
  expect(weighed(5, null, 5.31).words[0]).toMatch(/0\.31 kg more than the plan: too much water/);
  expect(weighed(5, null, 4.69).words[0]).toMatch(/0\.31 kg less than the plan: a bag missing/);
});
