import { z } from 'zod';
import { lines, named, text, upTo } from '@/core/quantities/shapes';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { fromDraft, type Draft, type Field } from '@/records/field';
import { toldWater } from '@/records/people';
import { waterFields } from '@/records/water';
import type { House } from '@/server/house';
import { profileOf } from '@/server/house';
import { typedInstant } from '@/server/instants';

/** Columns of a reading, in the form and in a file. */
export const readingFields: readonly Field[] = [
  { path: 'tankId', label: 'Tank', type: 'ref', kind: 'tank', aliases: ['name'] },
  { path: 'at', label: 'When', type: 'text', aliases: ['time', 'date', 'measured'] },
  ...waterFields,
  { path: 'nitriteMgL', label: 'Nitrite', type: 'number', unit: 'mg/L', optional: true },
  { path: 'nitrateMgL', label: 'Nitrate', type: 'number', unit: 'mg/L', optional: true },
  { path: 'note', label: 'Note', type: 'text', optional: true },
];

const readingSchema = z.object({
  tankId: named(80, 'Choose the tank.'),
  at: text(40),
  ...toldWater,
  nitriteMgL: upTo(100, 'Nitrite').optional(),
  nitrateMgL: upTo(1000, 'Nitrate').optional(),
  note: lines(300).optional(),
});

const instantOf = (house: House, typed: string): string | null =>
  typed === '' ? house.nowIso() : typedInstant(typed, profileOf(house).place.zone);

/** Keeps a reading of a tank. The same tank at the same instant is the same reading, and is kept once. */
export function saveReading(
  house: House,
  draft: Draft,
  strikes: number | null = null,
): Outcome<{ id: string; fresh: boolean }> {
  const parsed = readingSchema.safeParse(fromDraft(readingFields, draft));
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { tankId, note, at: typed, ...water } = parsed.data;
  const tank = house.records.byId(tankId);
  if (!tank || tank.kind !== 'tank' || tank.deletedAt) return refuse('tankId', 'There is no such tank.');
  const at = instantOf(house, typed);
  if (!at) return refuse('at', `"${typed}" is not a time; write 2026-11-24 15:20.`);
  if (Date.parse(at) > house.nowMs() + 5 * 60_000) return refuse('at', 'This lies in the future.');
  if (Object.values(water).every((v) => v === undefined)) return refuse('tempC', 'Give at least one figure.');
  const id = `${tankId} ${at}`;
  if (strikes === null && house.ledger.hasReadingAt(tankId, at)) return { ok: true, value: { id, fresh: false } };
  house.ledger.read({
    tankId,
    at,
    tempC: water.tempC ?? null,
    pH: water.pH ?? null,
    khDkh: water.khDkh ?? null,
    ghDgh: water.ghDgh ?? null,
    salinity: water.salinity ?? null,
    tanMgNL: water.tanMgNL ?? null,
    nitriteMgL: water.nitriteMgL ?? null,
    nitrateMgL: water.nitrateMgL ?? null,
    note: note ?? '',
    strikes,
  });
  return { ok: true, value: { id, fresh: true } };
}

/** Strikes a wrong reading out: it stays, crossed out, with the instant and the reason. */
export function strikeReading(house: House, readingId: number, why: string): Outcome<null> {
  const tankId = house.ledger.tankOfReading(readingId);
  if (!tankId) return refuse('reading', 'This reading is not there.');
  const nothing = {
    tempC: null,
    pH: null,
    khDkh: null,
    ghDgh: null,
    salinity: null,
    tanMgNL: null,
    nitriteMgL: null,
    nitrateMgL: null,
  };
  try {
    house.ledger.read({
      tankId,
      at: house.nowIso(),
      ...nothing,
      note: why.trim().slice(0, 200) || 'struck out',
      strikes: readingId,
    });
  } catch {
    return refuse('reading', 'This reading is struck out already.');
  }
  return { ok: true, value: null };
}
