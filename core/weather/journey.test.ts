import { catalogue } from '@/core/catalogue';
import { exampleConsignment } from '@/tests/example';
import { forecastFromRows } from './csv';
import { hourC, hoursOfDays } from './diurnal';
import { packingChecklist } from '@/core/duties/checklist';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { ambientAlong } from './ambient';
import { keyInstants, legsOf } from '@/core/calendar/legs';
import { backwardSchedule } from '@/core/duties/schedule';
import { HOUR } from '@/core/quantities/time';

const c = exampleConsignment();

describe('legs', () => {
  test('run from sealing without a gap or an overlap', () => {
    const k = keyInstants(c, catalogue, a);
    const legs = legsOf(c, catalogue, k, k.sealMs + 200 * HOUR);
    expect(legs[0]!.startMs).toBe(k.sealMs);
    legs.slice(1).forEach((l, i) => expect(l.startMs).toBeCloseTo(legs[i]!.endMs, -1));
    expect(legs[legs.length - 1]!.endMs).toBe(k.sealMs + 200 * HOUR);
  });
  test('what happened replaces what was planned', () => {
    const sealedAt = new Date(Date.parse(c.handOverAt) - 5 * HOUR).toISOString();
    expect(keyInstants({ ...c, actual: { ...c.actual, sealedAt } }, catalogue, a).sealMs).toBe(Date.parse(sealedAt));
  });
  test('the deadline is the end of the window, or the opening where that is later', () => {
    expect(keyInstants(c, catalogue, a).deadlineMs).toBe(Date.parse(c.window!.endAt));
    const late = new Date(Date.parse(c.window!.endAt) + 6 * HOUR).toISOString();
    expect(keyInstants({ ...c, openingAt: late }, catalogue, a).deadlineMs).toBe(Date.parse(late));
    expect(keyInstants({ ...c, window: null }, catalogue, a).deadlineMs).toBe(Date.parse(c.openingAt));
  });
  test('a place without a forecast is named', () => {
    const k = keyInstants(c, catalogue, a);
    const bare = { ...c, forecast: { ...c.forecast!, places: c.forecast!.places.slice(0, 1) } };
    const legs = legsOf(bare, catalogue, k, k.sealMs + 50 * HOUR);
    const r = ambientAlong(bare, bare.forecast, legs, { sealMs: k.sealMs, steps: 10, stepH: 1 }, a);
    expect(r).toEqual({ ok: false, missing: c.receiver.place.name });
  });
});

describe('the schedule backwards', () => {
  const list = backwardSchedule(c, catalogue);
  test('moments stand in order, each with a key of its own', () => {
    expect([...list].sort((x, y) => x.atMs - y.atMs)).toEqual(list);
    expect(new Set(list.map((m) => m.key)).size).toBe(list.length);
  });
  test('the packing list shows the cautions where they apply', () => {
    const items = packingChecklist(c, catalogue);
    expect(items.find((i) => i.bagId)!.caution).toMatch(/flame/);
    expect(items.filter((i) => i.key.startsWith('pack:')).every((i) => i.caution)).toBe(true);
    expect(items.some((i) => /Over 23 kg/.test(i.caution ?? ''))).toBe(true);
  });
});

describe('a forecast file', () => {
  const now = { iso: '2026-11-24T12:00:00.000Z', source: 'file x' };
  const head = ['time', 'place', 'temperature', 'zone'];
  test('local times become instants, across the change to summer time too', () => {
    const r = forecastFromRows(
      [head, ['2026-03-29 00:30', 'Leeds', '4', 'Europe/London'], ['2026-03-29 03:30', 'Leeds', '5', 'Europe/London']],
      now,
    );
    expect(r.ok && r.value.places[0]!.points.map((p) => p.at)).toEqual([
      '2026-03-29T00:30:00.000Z',
      '2026-03-29T02:30:00.000Z',
    ]);
  });
  test('Fahrenheit is read where the column says so, commas as decimals, names in any case', () => {
    const r = forecastFromRows(
      [
        ['Time', 'Place', 'Temp_F'],
        ['2026-01-01T00:00Z', 'A', '32'],
        ['2026-01-01T01:00Z', 'A', '50,0'],
      ],
      now,
    );
    expect(r.ok && r.value.places[0]!.points.map((p) => Math.round(p.tempC))).toEqual([0, 10]);
  });
  test('every broken line is told by its number and nothing is taken', () => {
    const r = forecastFromRows(
      [
        head,
        ['yesterday', 'A', '4', 'UTC'],
        ['2026-01-01 00:00', '', '4', 'UTC'],
        ['2026-01-01 00:00', 'A', 'cold', 'UTC'],
        ['2026-01-01 00:00', 'A', '4', 'Mars/Olympus'],
      ],
      now,
    );
    expect(r.ok).toBe(false);
    expect(!r.ok && r.problems.map((p) => p.path)).toEqual(['line 2', 'line 3', 'line 4', 'line 5']);
  });
  test('a missing column, an empty file and a single line are refused', () => {
    for (const rows of [[['time', 'place']], [head], [], [head, ['2026-01-01 00:00', 'A', '4', 'UTC']]])
      expect(forecastFromRows(rows, now).ok).toBe(false);
  });
});

test('the model’s jump at dawn is spread over the hours before it', () => {
  const day = { minC: -5, maxC: 5, sunriseH: 7.5, sunsetH: 16.5 };
  const hours = hoursOfDays([day, day, day]);
  const dawn = 7.5 - 0.17;
  const jump = hourC(day, day, day, dawn - 1e-6) - day.minC;
  expect(jump).toBeGreaterThan(0.5);
  expect(hours[24 + 7]! - day.minC).toBeLessThan(jump / 2);
  expect(hours[24 + 4]).toBeCloseTo(hourC(day, day, day, 4), 9);
  expect(Math.max(...hours)).toBeLessThanOrEqual(5.0001);
});
