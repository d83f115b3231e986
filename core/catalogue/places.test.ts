import zoneAt from '@photostructure/tz-lookup';
import Holidays from 'date-holidays';
import { cities } from './places';

test('about two hundred towns, none twice, spread over the world', () => {
  expect(cities.length).toBeGreaterThanOrEqual(200);
  expect(new Set(cities.map((c) => `${c.name} ${c.country}`)).size).toBe(cities.length);
  expect(new Set(cities.map((c) => c.country)).size).toBeGreaterThan(70);
});

/** The coordinates lie in the zone that was written beside them: a slip of a sign or a digit shows. */
test.each(cities.map((c) => [c.name, c] as const))('%s keeps the clock of its coordinates', (_, c) => {
  const offset = (zone: string, at: string): string =>
    new Intl.DateTimeFormat('en', { timeZone: zone, timeZoneName: 'longOffset' })
      .formatToParts(Date.parse(at))
      .find((p) => p.type === 'timeZoneName')!.value;
  const zone = zoneAt(c.lat, c.lon);
  for (const at of ['2026-01-15T12:00:00Z', '2026-07-15T12:00:00Z']) expect(offset(zone, at)).toBe(offset(c.zone, at));
});

test('the public holidays of every country are known but those of seven the open library has not', () => {
  const known = new Set(Object.keys(new Holidays().getCountries()));
  const unknown = [...new Set(cities.map((c) => c.country))].filter((c) => !known.has(c));
  expect(unknown.sort()).toEqual(['JO', 'KH', 'KW', 'LB', 'MM', 'NP', 'QA']);
});
