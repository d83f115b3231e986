import { createHash } from 'node:crypto';
import type { Forecast, PlannedConsignment } from '@/core/consignment/schema';
import { upgraded, type Json } from '@/core/consignment/upgrade';
import type { Db } from './db';

type Points = Forecast['places'][number]['points'];

/** A forecast as a stored plan names it: each place by the hash of its hours. */
type ForecastRef = Omit<Forecast, 'places'> & { places: string[] };

/** Hours of this many places are kept parsed. */
const KEPT = 300;

/**
 * Plans as they are stored: the document of the open format without what happened, its forecasts by their content, so
 * that every consignment to one town shares its hours. Documents of earlier versions are upgraded as they are read.
 */
export function planStore(db: Db) {
  const insert = db.prepare(`INSERT OR IGNORE INTO forecast (hash, place, points, created_at) VALUES (?, ?, ?, ?)`);
  const byHash = db.prepare<[string], { place: string; points: string }>(
    `SELECT place, points FROM forecast WHERE hash = ?`,
  );
  const isStored = db.prepare<[string], { one: 1 }>(`SELECT 1 AS one FROM forecast WHERE hash = ?`);
  const kept = new Map<string, Forecast['places'][number]>();
  /** Hashes of hours that this process has met already, by the very array: it need not be written out to be named. */
  const known = new WeakMap<Points, { name: string; hash: string }>();

  const keep = (hash: string, place: Forecast['places'][number]): void => {
    if (kept.size >= KEPT) kept.delete(kept.keys().next().value!);
    kept.set(hash, place);
    known.set(place.points, { name: place.name, hash });
  };
  const store = (place: Forecast['places'][number], at: string): string => {
    const before = known.get(place.points);
    // A transaction that was rolled back may have taken the hours with it: only what is there counts as stored.
    if (before?.name === place.name && isStored.get(before.hash)) return before.hash;
    const points = JSON.stringify(place.points);
    const hash = createHash('sha256').update(`${place.name}\n${points}`).digest('hex');
    insert.run(hash, place.name, points, at);
    keep(hash, place);
    return hash;
  };
  const load = (hash: string): Forecast['places'][number] => {
    const here = kept.get(hash);
    if (here) return here;
    const r = byHash.get(hash);
    if (!r) throw new Error(`A forecast’s hours are missing: ${hash.slice(0, 12)}.`);
    const place = { name: r.place, points: JSON.parse(r.points) as Points };
    keep(hash, place);
    return place;
  };

  return {
    encode: (c: PlannedConsignment & { actual?: unknown }, at: string): string => {
      const { actual: _actual, forecast, ...plan } = c;
      const ref: ForecastRef | null = forecast && { ...forecast, places: forecast.places.map((p) => store(p, at)) };
      return JSON.stringify({ ...plan, forecast: ref });
    },
    /** A stored document of any version; throws where it cannot be read. */
    decode: (text: string): PlannedConsignment => {
      const json = JSON.parse(text) as Json;
      const now = upgraded(json);
      if (!now.ok) throw new Error(now.problems[0]!.message);
      const doc = now.value as unknown as Omit<PlannedConsignment, 'forecast'> & {
        forecast: ForecastRef | Forecast | null;
      };
      const forecast = doc.forecast && {
        ...doc.forecast,
        places: doc.forecast.places.map((p) => (typeof p === 'string' ? load(p) : p)),
      };
      return { ...doc, forecast };
    },
  };
}
