import { instantAt, localAt, localProblem, typedInstant } from './instants';

describe('the clock of a place', () => {
  test('an hour that the clock skips is none, and the sentence says so; the doubled hour in autumn is one', () => {
    expect(localProblem('2026-03-29T03:30', 'Europe/Tallinn')).toBe(
      'Clocks go forward then: 03:30 does not exist that night. Choose another time.',
    );
    for (const there of ['2026-03-29T02:59', '2026-03-29T04:00', '2026-10-25T03:30'])
      expect([there, localProblem(there, 'Europe/Tallinn')]).toEqual([there, null]);
  });
  test('days and hours that no calendar has are refused', () => {
    for (const bad of ['2026-02-31T10:00', '2026-11-26T25:99', '1999-12-31T10:00', '2100-01-01T00:00', '', '1Z', 'x'])
      expect([bad, localProblem(bad, 'UTC')]).toEqual([bad, 'Enter a valid date and time.']);
  });
  test('there and back is the same clock time', () => {
    expect(localAt(Date.parse(instantAt('2026-11-26T19:45', 'America/St_Johns')), 'America/St_Johns')).toBe(
      '2026-11-26T19:45',
    );
  });
});

describe('an instant as people and files write it', () => {
  const at = (typed: string): string | null => typedInstant(typed, 'Europe/Tallinn');
  test('with a zone, by the clock of the place, or a day alone', () => {
    expect(at('2026-11-24T15:20:30Z')).toBe('2026-11-24T15:20:30.000Z');
    expect(at('2026-11-24 15:20+01:00')).toBe('2026-11-24T14:20:00.000Z');
    expect(at('2026-11-24 15:20')).toBe('2026-11-24T13:20:00.000Z');
    expect(at('2026-11-24')).toBe('2026-11-24T10:00:00.000Z');
  });
  test('what only looks like one is none', () => {
    for (const bad of [
      '1Z',
      '2026-02-31',
      '2026-02-31T10:00:00Z',
      '2026-11-26T25:99Z',
      '2026-03-29 03:30',
      'now',
      '12',
    ])
      expect([bad, at(bad)]).toEqual([bad, null]);
  });
});
