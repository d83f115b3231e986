import { randomUUID } from 'node:crypto';
import { fileOf, readFile, type History } from '@/core/consignment/file';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { fileSchema, type Consignment } from '@/core/consignment/schema';
import type { House } from '@/server/house';
import { unknownRows } from '@/core/consignment/validate';
import { catalogueOf, usedRows } from './result';
import { addConsignment, putConsignment } from './store';
import type { StoredConsignment } from '@/server/db/consignments';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';
import { find } from './change';

/** What happened to a consignment, as it goes into its file. */
const historyOf = (house: House, id: string): History => ({
  ...house.facts.of(id),
  movements: house.ledger.carriedBy(id),
  predictions: house.facts.predictions(id),
  ...(house.logbook.traces(id).length > 0 ? { traces: house.logbook.traces(id) } : {}),
});

/** The open file: the plan with the catalogue rows and the forecast that it used, and everything that happened. */
export function exportConsignment(house: House, code: string): Outcome<{ name: string; text: string }> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  // Fields in the order of the format, whatever order they were stored in.
  const file = fileSchema.parse(fileOf({ ...c, catalogue: usedRows(c, house) }, historyOf(house, c.id)));
  return { ok: true, value: { name: `${c.code}.json`, text: `${JSON.stringify(file, null, 2)}\n` } };
}

export const importModes = ['ask', 'replace', 'keep-both', 'comes'] as const;
export type ImportMode = (typeof importModes)[number];
/** A sender’s consignment as the receiver has it: rows of the sender’s own books are only names here. */
function asComing({ receiverId: _, ...c }: Consignment): Consignment {
  return {
    ...c,
    direction: 'incoming',
    lines: c.lines.map(({ lotId: __, ...line }) => line),
  };
}

export type Imported = { code: string; state: 'new' | 'replaced' | 'copied' } | { state: 'exists'; code: string };

/**
 * Reads a consignment file. One that is here already is told as `exists` unless the person chose to replace it (with a
 * revision, so that it can be undone) or to keep both (a new id and code). With `comes` it is a sender’s file of what is on
 * its way to this house: it is kept as incoming, whatever the sender calls it, and has the duties of whoever receives.
 */
export function importConsignment(house: House, text: string, mode: ImportMode): Outcome<Imported> {
  if (text.length > LARGEST_FILE) return tooLarge(text.length);
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return refuse('file', `This is not a JSON file: ${(error as Error).message}.`);
  }
  const read = readFile(json);
  if (!read.ok) return read;
  const { consignment: c, history } = read.value;
  const unknown = unknownRows(c, catalogueOf(c, house));
  if (unknown.length > 0) return { ok: false, problems: unknown };
  const here = house.consignments.byId(c.id);
  if (mode === 'comes' && here)
    return here.document.direction === 'incoming'
      ? { ok: true, value: { state: 'exists', code: here.document.code } }
      : refuse('file', `This is ${here.document.code}, an outgoing shipment of yours; it cannot arrive here too.`);
  if (here && mode === 'ask') return { ok: true, value: { state: 'exists', code: here.document.code } };
  if (here && mode === 'replace') return replaceBy(house, here, c, history);
  const codeTaken = house.consignments.byCode(c.code) !== null;
  const next = {
    ...(mode === 'comes' ? asComing(c) : c),
    id: here ? randomUUID() : c.id,
    code: codeTaken ? house.consignments.nextCode() : c.code,
  };
  addConsignment(house, next, { kind: 'imported', subject: here ? 'copy' : 'new' }, history);
  return { ok: true, value: { state: here ? 'copied' : 'new', code: next.code } };
}

/** What of a list is not in another one; both are written in the order of the format. */
function unknownOf<T>(told: readonly T[], known: readonly T[]): T[] {
  const here = new Set(known.map((x) => JSON.stringify(x)));
  return told.filter((x) => !here.has(JSON.stringify(x)));
}

/** The plan of a file in place of the one that is here; of what happened, the file adds what is not known here yet. */
function replaceBy(house: House, here: StoredConsignment, c: Consignment, history: History): Outcome<Imported> {
  const next = { ...c, code: here.document.code };
  return house.db.transaction((): Outcome<Imported> => {
    putConsignment(house, here, next, 'the import', { kind: 'imported', subject: 'replaced' });
    const known = historyOf(house, c.id);
    for (const m of unknownOf(history.movements, known.movements)) house.ledger.carry(c.id, m);
    for (const p of unknownOf(history.predictions, known.predictions)) house.facts.predict(c.id, p);
    for (const t of history.traces ?? [])
      if (!(known.traces ?? []).some((k) => k.id === t.id)) house.logbook.keepTrace(c.id, t);
    house.consignments.archive(c.id, null, house.nowIso());
    return { ok: true, value: { state: 'replaced', code: next.code } };
  })();
}

export function archive(house: House, code: string, away: boolean): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const { id } = stored.value.document;
  const at = house.nowIso();
  house.db.transaction(() => {
    house.consignments.archive(id, away ? at : null, at);
    house.consignments.journal(id, at, away ? 'put away' : 'brought back', code);
  })();
  return { ok: true, value: null };
}
