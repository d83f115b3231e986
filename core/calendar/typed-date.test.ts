import fc from 'fast-check';
import { dateOf, dateText } from './typed-date';

const near = '2026-11-24';

test.each([
  ['28 Nov 2026', '2026-11-28'],
  ['sat 28 nov', '2026-11-28'],
  ['28.11.', '2026-11-28'],
  ['28/11/26', '2026-11-28'],
  ['1-12-2026', '2026-12-01'],
  ['2026-11-28', '2026-11-28'],
  ['5 January', '2027-01-05'],
  ['20 Oct', '2026-10-20'],
  ['29 feb 2028', '2028-02-29'],
])('%s is the day %s', (typed, iso) => {
  expect(dateOf(typed, near)).toBe(iso);
});

test.each(['31 Feb', '28 nox', 'soon', '', '32.1.2026', '1.13.2026', '1.1.1999', '2026-02-30'])(
  '"%s" is no day',
  (typed) => {
    expect(dateOf(typed, near)).toBeNull();
  },
);

test('the day before the month, whatever the browser thinks', () => {
  expect(dateOf('11/12/2026', near)).toBe('2026-12-11');
});

test('what is shown reads back as the same day (property)', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 36_000 }), (days) => {
      const iso = new Date(Date.UTC(2000, 0, 1) + days * 864e5).toISOString().slice(0, 10);
      expect(dateOf(dateText(iso), near)).toBe(iso);
    }),
  );
});
