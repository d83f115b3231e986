import Papa from 'papaparse';
import { z } from 'zod';
import { date, idText, version } from '@/core/quantities/shapes';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import type { Forecast } from '@/core/consignment/schema';
import { forecastFromRows } from '@/core/weather/csv';
import { hourlyOf } from '@/core/weather/days';
import { change, find } from '@/server/consignment/change';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { fetchForecast, forecastFor } from '@/server/outside';

/** Takes an hourly forecast from a CSV file; every place of the journey must be in it. */
export function importForecast(house: House, code: string, text: string, fileName: string): Outcome<StoredConsignment> {
  if (text.length > LARGEST_FILE) return tooLarge(text.length);
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const table = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const read = forecastFromRows(table.data, { iso: house.nowIso(), source: `file ${fileName}`.slice(0, 120) });
  if (!read.ok) return read;
  for (const place of [stored.value.document.sender.place.name, stored.value.document.receiver.place.name])
    if (!read.value.places.some((p) => p.name === place))
      return refuse(
        'file',
        `The file has no lines for ${place}. It names ${read.value.places.map((p) => p.name).join(', ')}.`,
      );
  return change(house, code, null, 'the forecast', (c) => ({
    ok: true,
    value: { ...c, forecast: { ...read.value, shiftC: c.forecast?.shiftC ?? 0 } },
  }));
}

const daysInput = z.object({
  code: idText(20),
  version,
  places: z
    .array(
      z.object({
        name: idText(),
        days: z
          .array(
            z.object({
              date: date(),
              minC: z.number({ error: 'Give the coldest of the day.' }).min(-60).max(60),
              maxC: z.number({ error: 'Give the warmest of the day.' }).min(-60).max(60),
            }),
          )
          .min(1, 'Give at least one day.')
          .max(21, 'At most three weeks.'),
      }),
    )
    .min(1)
    .max(12),
});
export type DaysInput = z.input<typeof daysInput>;

/** Coldest and warmest of the days at both ends, typed by hand, made into hours; they replace the forecast. */
export function typeForecast(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = daysInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, places } = parsed.data;
  const crossed = places.flatMap((p, i) =>
    p.days.flatMap((d, j) =>
      d.minC > d.maxC ? [{ path: `places.${i}.days.${j}.minC`, message: 'The lowest is above the highest.' }] : [],
    ),
  );
  if (crossed.length > 0) return { ok: false, problems: crossed };
  return change(house, code, version, 'the forecast', (c) => {
    const ends = [c.sender.place, c.receiver.place];
    const typed: Forecast['places'] = [];
    for (const { name, days } of places) {
      const place = ends.find((p) => p.name === name);
      if (!place) return refuse('places', `${name} is not on this journey.`);
      try {
        typed.push({ name, points: hourlyOf(days, place) });
      } catch (error) {
        return refuse('places', `${name}: ${(error as Error).message}`);
      }
    }
    const own = { source: 'typed by hand', madeAt: house.nowIso(), shiftC: c.forecast?.shiftC ?? 0, places: typed };
    return {
      ok: true,
      value: { ...c, forecast: forecastFor({ ...c, forecast: own }, Date.parse(c.handOverAt), house.nowMs()) },
    };
  });
}

export const refreshForecast = (house: House, code: string): Outcome<StoredConsignment> =>
  change(house, code, null, 'the forecast', (c) => ({
    ok: true,
    value: { ...c, forecast: fetchForecast(c, Date.parse(c.handOverAt), house.nowMs()) },
  }));
