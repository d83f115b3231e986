import { z } from 'zod';
import type { Water } from '@/core/consignment/schema';
import { readingWays, tankFigures, toldFigures } from '@/core/measurement/quantities';
import { figuresSchema } from '@/core/measurement/schema';
import { lines, requiredText, text } from '@/core/quantities/shapes';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { fromDraft, type Draft, type Field } from '@/records/field';
import { fieldsOf } from '@/records/water';
import type { LatestFigures } from '@/server/db/ledger';
import type { House } from '@/server/house';
import { profileOf } from '@/server/house';
import { typedInstant } from '@/server/instants';

/** Columns of a reading, in the form and in a file. */
export const readingFields: readonly Field[] = [
  { path: 'tankId', label: 'Tank', type: 'ref', kind: 'tank', aliases: ['name'] },
  { path: 'at', label: 'When', type: 'text', aliases: ['time', 'date', 'measured'] },
  ...fieldsOf(tankFigures),
  {
    path: 'how',
    label: 'Read with',
    type: 'choice',
    options: readingWays.map((w) => [w, w === '' ? 'not recorded' : w]),
    optional: true,
  },
  { path: 'note', label: 'Note', type: 'text', optional: true },
];

const readingSchema = z.object({
  tankId: requiredText(80, 'Choose the tank.'),
  at: text(40),
  ...figuresSchema(tankFigures).shape,
  how: z.enum(readingWays).optional(),
  note: lines(300).optional(),
});

const instantOf = (house: House, typed: string): string | null =>
  typed === '' ? house.nowIso() : typedInstant(typed, profileOf(house).place.zone);

/** Keeps a reading of a tank. The same tank at the same instant is the same reading, and is kept once. */
export function saveReading(house: House, draft: Draft): Outcome<{ id: string; fresh: boolean }> {
  const parsed = readingSchema.safeParse(fromDraft(readingFields, draft));
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { tankId, note = '', how = '', at: typed, ...read } = parsed.data;
  const tank = house.records.byId(tankId);
  if (!tank || tank.kind !== 'tank' || tank.deletedAt) return refuse('tankId', 'This tank does not exist.');
  const at = instantOf(house, typed);
  if (!at) return refuse('at', `"${typed}" is not a time; write 2026-11-24 15:20.`);
  if (Date.parse(at) > house.nowMs() + 5 * 60_000) return refuse('at', 'This is in the future.');
  if (Object.values(read).every((v) => v === undefined)) return refuse('tempC', 'Give at least one figure.');
  const id = `${tankId} ${at}`;
  if (house.ledger.hasReadingAt(tankId, at)) return { ok: true, value: { id, fresh: false } };
  house.ledger.read({ tankId, at, figures: read, how, note });
  return { ok: true, value: { id, fresh: true } };
}

/** Strikes a wrong reading out: it stays, crossed out, with the instant and the reason. */
export function strikeReading(house: House, readingId: number, why: string): Outcome<null> {
  const tankId = house.ledger.tankOfReading(readingId);
  if (!tankId) return refuse('reading', 'This reading does not exist.');
  try {
    const note = why.trim().slice(0, 200) || 'struck out';
    house.ledger.read({ tankId, at: house.nowIso(), figures: {}, note, strikes: readingId });
  } catch {
    return refuse('reading', 'This reading is already struck out.');
  }
  return { ok: true, value: null };
}

/** The water of a tank as it was read last, each figure with its instant; what was never read is not there. */
export function latestWater(read: LatestFigures | undefined): Water {
  const known = toldFigures.flatMap((k) => (read?.[k] ? [[k, read[k]] as const] : []));
  if (known.length === 0) return {};
  return {
    ...(Object.fromEntries(known.map(([k, x]) => [k, x.value])) as Water),
    readAt: Object.fromEntries(known.map(([k, x]) => [k, x.at])),
  };
}
