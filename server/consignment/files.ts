import { randomUUID } from 'node:crypto';
import { readConsignment, refuse, type Consignment, type Outcome } from '@/core/consignment/schema';
import type { House } from '@/server/house';
import { unknownRows } from '@/core/consignment/door';
import { catalogueOf, resultOf, usedRows } from './result';
import { LARGEST_FILE, tooLarge } from '@/server/consignment/file-size';
import { find } from './change';
import { settle } from '@/server/stock/settle';

/** The open file: the stored document with the catalogue rows and the forecast that it used. */
export function exportConsignment(house: House, code: string): Outcome<{ name: string; text: string }> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  return {
    ok: true,
    value: { name: `${c.code}.json`, text: `${JSON.stringify({ ...c, catalogue: usedRows(c, house) }, null, 2)}\n` },
  };
}

/** Rows of another house's records mean nothing here. */
const ownLinks = (house: House, c: Consignment): Consignment => {
  const known = (id: string | undefined): boolean => id !== undefined && house.records.byId(id) !== null;
  const { receiverId, ...rest } = c;
  return {
    ...rest,
    ...(known(receiverId) ? { receiverId } : {}),
    lines: c.lines.map(({ lotId, ...l }) => (known(lotId) ? { ...l, lotId } : l)),
  };
};

export type ImportMode = 'ask' | 'replace' | 'keep-both';
export type Imported =
  { code: string; state: 'new' | 'same' | 'replaced' | 'copied' } | { state: 'exists'; code: string };

/**
 * Reads a consignment file. One that is here already is told as `exists` unless the person chose to replace it (with a
 * revision, so that it can be undone) or to keep both (a new id and code).
 */
export function importConsignment(house: House, text: string, mode: ImportMode): Outcome<Imported> {
  if (text.length > LARGEST_FILE) return tooLarge(text.length);
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return refuse('file', `This is not a JSON file: ${(error as Error).message}.`);
  }
  const read = readConsignment(json);
  if (!read.ok) return read;
  const c = ownLinks(house, read.value);
  const unknown = unknownRows(c, catalogueOf(c, house));
  if (unknown.length > 0) return { ok: false, problems: unknown };
  const at = house.nowIso();
  return house.db.transaction((): Outcome<Imported> => {
    const here = house.consignments.byId(c.id);
    if (here && mode === 'ask') return { ok: true, value: { state: 'exists', code: here.document.code } };
    if (here && mode === 'replace') {
      const next = { ...c, code: here.document.code };
      house.consignments.update(next, resultOf(house, next), here.version, 'the import', at);
      settle(house, next);
      house.consignments.archive(c.id, null, at);
      house.consignments.journal(c.id, at, 'imported', 'replaced');
      return { ok: true, value: { state: 'replaced', code: next.code } };
    }
    const codeTaken = house.consignments.byCode(c.code) !== null;
    const next = { ...c, id: here ? randomUUID() : c.id, code: codeTaken ? house.consignments.nextCode() : c.code };
    house.consignments.insert(next, resultOf(house, next), at);
    settle(house, next);
    house.consignments.journal(next.id, at, 'imported', here ? 'copy' : 'new');
    return { ok: true, value: { state: here ? 'copied' : 'new', code: next.code } };
  })();
}

export function archive(house: House, code: string, away: boolean): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  house.consignments.archive(stored.value.document.id, away ? house.nowIso() : null, house.nowIso());
  house.consignments.journal(stored.value.document.id, house.nowIso(), away ? 'put away' : 'brought back', code);
  return { ok: true, value: null };
}
