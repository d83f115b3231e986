import { withOverrides } from '@/core/catalogue/assumptions';
import type { Evaluation } from '@/core/evaluate/evaluate';
import type { Consignment } from '@/core/consignment/schema';
import { clockWords, dayWords, localDate, sameTimeLater } from '@/core/calendar/calendar';
import { extremesOf } from '@/core/weather/days';
import { forecastAge } from '@/core/weather/forecast';
import { HOUR } from '@/core/quantities/time';

/** Where the forecast comes from, how old it is, how far it reaches, and its days as they could be typed. */
export function forecastView(c: Consignment, e: Evaluation, nowMs: number, zone: string) {
  const f = c.forecast!;
  const { words, old } = forecastAge(f.madeAt, nowMs, withOverrides(c.assumptions));
  const { uncoveredFromH } = e.ambient;
  const fromMs = e.instants.sealMs - 24 * HOUR;
  const untilMs = e.instants.deadlineMs + 24 * HOUR;
  const ends = [c.sender.place, c.receiver.place].filter((p, i, all) => all.findIndex((q) => q.name === p.name) === i);
  return {
    source: f.source,
    madeAt: `${dayWords(Date.parse(f.madeAt), zone)} ${clockWords(Date.parse(f.madeAt), zone)}`,
    words,
    old,
    /** It tells its own spread: the odds go by that. */
    ownSpread: f.places.some((p) => p.points.some((x) => x.spreadC !== undefined)),
    endsMs: uncoveredFromH !== null && uncoveredFromH < e.deadlineH ? e.instants.sealMs + uncoveredFromH * HOUR : null,
    places: ends.map((p) => {
      const known = extremesOf(f.places.find((x) => x.name === p.name)?.points ?? [], p.zone);
      const days: { date: string; minC: number | null; maxC: number | null }[] = [];
      for (let ms = fromMs; localDate(ms, p.zone) <= localDate(untilMs, p.zone); ms = sameTimeLater(ms, 1, p.zone)) {
        const date = localDate(ms, p.zone);
        const told = known.find((d) => d.date === date);
        days.push({ date, minC: told?.minC ?? null, maxC: told?.maxC ?? null });
      }
      return { name: p.name, days };
    }),
  };
}
export type ForecastView = ReturnType<typeof forecastView>;
