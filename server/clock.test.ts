import { clockIsFixed, nowMs } from './clock';

const kept = { now: process.env.KINDLY_NOW, from: process.env.KINDLY_FROM };
const started = globalThis as unknown as { kindlyStartedMs?: number };

beforeEach(() => {
  delete process.env.KINDLY_NOW;
  delete process.env.KINDLY_FROM;
  delete started.kindlyStartedMs;
});
afterAll(() => {
  if (kept.now) process.env.KINDLY_NOW = kept.now;
  if (kept.from) process.env.KINDLY_FROM = kept.from;
});

test('without a word it is the time of day', () => {
  expect(Math.abs(nowMs() - Date.now())).toBeLessThan(1000);
  expect(clockIsFixed()).toBe(false);
});

test('KINDLY_NOW stops it; an instant that cannot be read is told with the way to write one', () => {
  process.env.KINDLY_NOW = '2026-11-24T15:20:00Z';
  expect(nowMs()).toBe(Date.parse('2026-11-24T15:20:00Z'));
  expect(nowMs()).toBe(nowMs());
  expect(clockIsFixed()).toBe(true);
  process.env.KINDLY_NOW = 'tomorrow';
  expect(() => nowMs()).toThrow('KINDLY_NOW is "tomorrow"; write an instant like 2026-11-24T15:20:00Z.');
});

test('KINDLY_FROM begins there and runs', () => {
  process.env.KINDLY_FROM = '2026-11-24T23:59:00Z';
  const from = Date.parse('2026-11-24T23:59:00Z');
  expect(nowMs() - from).toBeLessThan(1000);
  started.kindlyStartedMs = Date.now() - 90_000;
  expect(Math.abs(nowMs() - from - 90_000)).toBeLessThan(1000);
  expect(clockIsFixed()).toBe(false);
});
