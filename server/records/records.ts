import { randomUUID } from 'node:crypto';
import { problemsOf, refuse, type Outcome, type Problem } from '@/core/consignment/outcome';
import { counted } from '@/core/quantities/words';
import { COUNT } from '@/records/csv';
import { fold, fromDraft, numberOf, toDraft, type Draft, type Lookup } from '@/records/field';
import { kinds } from '@/records';
import type { RecordKind, KindId } from '@/records/kind';
import type { NewRecord, StoredRecord } from '@/server/db/records';
import type { House } from '@/server/house';
import { atomically } from '@/server/answer';
import { zoned } from '@/server/instants';
import { keepDemand } from '@/server/stock/demand';
import { linksOf, lookupOf } from './lookup';
import { figuresFollow } from '@/server/jobs/thinker';
import { resultOf } from '@/server/consignment/result';

export interface RecordInput {
  /** Null for a new one. */
  id: string | null;
  /** The version the person was looking at. */
  version: number | null;
  draft: Draft;
}

/** What stands in the form of a stored record, its count included. */
export const draftOfRecord = (kind: RecordKind, r: StoredRecord): Draft => ({
  ...toDraft(kind.fields, r.document),
  ...(kind.counted ? { [COUNT]: r.amount === null ? '' : String(Math.round(r.amount * 100) / 100) } : {}),
});

export const blankDraft = (kind: RecordKind): Draft => ({
  ...toDraft(kind.fields, kind.blank),
  ...(kind.counted ? { [COUNT]: '' } : {}),
});

/** Reads a form into a checked document; what follows from the rest (a zone from coordinates) is filled in. */
export function readDraft(kind: RecordKind, draft: Draft): Outcome<Record<string, unknown>> {
  const doc = fromDraft(kind.fields, draft);
  if (kind.id === 'place') {
    if (typeof doc.country === 'string') doc.country = doc.country.toUpperCase();
    Object.assign(doc, zoned(doc as { lat: number; lon: number; zone: string }));
  }
  const parsed = kind.schema.safeParse(doc);
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, problems: problemsOf(parsed.error) };
}

const newRecord = (kind: RecordKind, id: string, document: Record<string, unknown>, lookup: Lookup): NewRecord => {
  const name = kind.name(document, lookup);
  return {
    id,
    kind: kind.id,
    key: kind.key(document, lookup),
    name,
    document,
    links: linksOf(kind.id, document),
    finding: {
      href: `/${kind.slug}/${id}`,
      name,
      detail: kind.detail(document, lookup),
      more: Object.values(document)
        .filter((v) => typeof v === 'string')
        .join(' '),
    },
  };
};

/** What the document points at must be there. */
function danglingRefs(house: House, kind: RecordKind, doc: Record<string, unknown>, lookup: Lookup): Problem[] {
  return kind.fields.flatMap((f) => {
    if (f.type !== 'ref') return [];
    const id = doc[f.path];
    const there =
      f.kind === 'species' ? lookup.find('species', String(id)) !== null : house.records.byId(String(id)) !== null;
    return !id || there ? [] : [{ path: f.path, message: `There is no such ${f.kind}.` }];
  });
}

/** More than this of one thing is a slip of the finger. */
const MOST_COUNTED = 1_000_000;

/** Moves the count to what somebody counted; nothing where it was not touched. */
function recount(house: House, id: string, text: string | undefined, why = 'counted'): Problem[] {
  if (text === undefined || text.trim() === '') return [];
  const n = numberOf(text);
  if (!Number.isFinite(n) || n < 0 || n > MOST_COUNTED)
    return [{ path: COUNT, message: 'A count is a number from 0 to a million.' }];
  const now = house.ledger.amount(id);
  if (now === null) house.ledger.begin(id);
  if (now === null || Math.abs(n - now) > 1e-9) house.ledger.move(id, n - (now ?? 0), why, house.nowIso());
  return [];
}

/** Plans that use a changed shelf row are computed anew; what has left keeps the rows it was sent with. */
export function shelfChanged(house: House, ids: readonly string[]): void {
  house.shelvesChanged();
  const users = new Set(ids.flatMap((id) => house.records.usersOf(id)));
  for (const s of house.consignments.list('open', -1))
    if (users.has(s.document.id) && s.document.actual.handedOverAt === null) {
      house.consignments.setResult(s.document.id, resultOf(house, s.document), s.version);
      figuresFollow(house, s.document.id, s.version);
      keepDemand(house, s.document);
    }
}

const touchesShelf = (kind: KindId): boolean => kind === 'supply' || kind === 'service' || kind === 'species';

/** Writes one checked document; the caller holds the transaction. Refuses a second one of the same key. */
export function writeRecord(
  house: House,
  kind: RecordKind,
  input: { id: string | null; version: number | null; document: Record<string, unknown>; count?: string | undefined },
  lookup: Lookup,
): Outcome<{ id: string; version: number }> {
  const dangling = danglingRefs(house, kind, input.document, lookup);
  if (dangling.length > 0) return { ok: false, problems: dangling };
  const id = input.id ?? randomUUID();
  const record = newRecord(kind, id, input.document, lookup);
  const same = house.records.byKey(kind.id, record.key);
  if (same && same.id !== id)
    return refuse(
      kind.fields[0]!.path,
      `There is already a ${kind.one} already: ${same.name}${same.archivedAt ? ', archived. Restore it instead' : ''}.`,
    );
  const at = house.nowIso();
  if (input.id === null) {
    house.records.insert(record, at);
    house.deeds.tell(at, `added ${kind.one} ${record.name}`, `/${kind.slug}/${id}`);
  } else {
    const stored = house.records.byId(id);
    if (!stored || stored.deletedAt) return refuse('id', `This ${kind.one} is not there any more.`);
    const version = input.version ?? stored.version;
    if (JSON.stringify(stored.document) !== JSON.stringify(input.document) || stored.version !== version)
      if (!house.records.update(record, version, at))
        return {
          ok: false,
          problems: [{ path: 'version', message: 'Someone else saved this. Your changes are not lost: choose below.' }],
          conflict: { version: stored.version, theirs: draftOfRecord(kind, stored) },
        };
  }
  const miscount = kind.counted ? recount(house, id, input.count) : [];
  if (miscount.length > 0) return { ok: false, problems: miscount };
  return { ok: true, value: { id, version: house.records.byId(id)!.version } };
}

/** Saves a form. A second save over somebody else's is refused with both versions; nothing is lost. */
export function saveRecord(house: House, kindId: KindId, input: RecordInput): Outcome<{ id: string; version: number }> {
  const kind = kinds[kindId];
  const document = readDraft(kind, input.draft);
  if (!document.ok) return document;
  const count = input.draft[COUNT];
  const r = atomically(house, () =>
    writeRecord(
      house,
      kind,
      {
        id: input.id,
        version: input.version,
        document: document.value,
        count: typeof count === 'string' ? count : undefined,
      },
      lookupOf(house.records),
    ),
  );
  if (r.ok && touchesShelf(kindId)) shelfChanged(house, [r.value.id]);
  return r;
}

/**
 * Takes a record away. What is used elsewhere, or holds measurements or counts, is put away instead: it is no longer
 * offered but stays where it is named. Either way it can be brought back.
 */
export function removeRecord(house: House, id: string): Outcome<{ archived: boolean; words: string }> {
  const r = house.records.byId(id);
  if (!r || r.deletedAt) return refuse('id', 'This no longer exists.');
  const users = [
    ...new Set([
      ...house.records.users(id).map((u) => u.code ?? u.name ?? ''),
      // An earlier state that names it could not be returned to without it.
      ...house.consignments.namedBefore(id),
    ]),
  ];
  const readings = r.kind === 'tank' ? house.ledger.readingCount(id) : 0;
  const animals = r.kind === 'tank' ? house.ledger.staysIn(id).reduce((n, s) => n + Math.max(0, s.count), 0) : 0;
  const why =
    users.length > 0
      ? `${users.slice(0, 3).join(', ')}${users.length > 3 ? ' and others' : ''}`
      : readings > 0
        ? readings === 1
          ? 'its reading'
          : `its ${readings} readings`
        : animals > 0
          ? `${counted(animals, 'animal')} there`
          : null;
  const now = house.nowIso();
  house.deeds.tell(now, `${why ? 'archived' : 'deleted'} ${kinds[r.kind].one} ${r.name}`);
  if (why) {
    house.records.archive(id, now, now);
    if (touchesShelf(r.kind)) house.shelvesChanged();
    return {
      ok: true,
      value: {
        archived: true,
        words: `${r.name} is used by ${why}: archived instead of deleted. It is no longer offered.`,
      },
    };
  }
  house.db.transaction(() => {
    house.records.remove(id, now, now);
    house.records.unfind(id);
  })();
  if (touchesShelf(r.kind)) house.shelvesChanged();
  return { ok: true, value: { archived: false, words: `${r.name} is deleted.` } };
}

/** Brings back what was deleted or put away. */
export function restoreRecord(house: House, id: string): Outcome<string> {
  const r = house.records.byId(id);
  if (!r) return refuse('id', 'This no longer exists.');
  const kind = kinds[r.kind];
  const lookup = lookupOf(house.records);
  const same = house.records.byKey(r.kind, kind.key(r.document, lookup));
  if (r.deletedAt && same && same.id !== id)
    return refuse('id', `There is now another ${kind.one} with this name: ${same.name}. Rename that one first.`);
  const now = house.nowIso();
  house.deeds.tell(now, `restored ${kind.one} ${r.name}`, `/${kind.slug}/${id}`);
  house.db.transaction(() => {
    house.records.remove(id, null, now);
    house.records.archive(id, null, now);
    house.records.find(id, r.kind, newRecord(kind, id, r.document, lookup).finding, now);
  })();
  if (touchesShelf(r.kind)) house.shelvesChanged();
  return { ok: true, value: r.name };
}

export function archiveRecord(house: House, id: string): Outcome<string> {
  const r = house.records.byId(id);
  if (!r || r.deletedAt) return refuse('id', 'This no longer exists.');
  house.records.archive(id, house.nowIso(), house.nowIso());
  house.deeds.tell(house.nowIso(), `archived ${kinds[r.kind].one} ${r.name}`, `/${kinds[r.kind].slug}/${id}`);
  if (touchesShelf(r.kind)) house.shelvesChanged();
  return { ok: true, value: r.name };
}

/** Takes the last saved change of a record back. */
export function undoRecord(house: House, id: string): Outcome<{ id: string; version: number }> {
  const r = house.records.byId(id);
  const before = house.records.lastKept(id);
  if (!r || !before) return refuse('undo', 'Nothing to undo.');
  const kind = kinds[r.kind];
  const done = atomically(house, (): Outcome<{ id: string; version: number }> => {
    const written = writeRecord(
      house,
      kind,
      { id, version: null, document: before.document as Record<string, unknown> },
      lookupOf(house.records),
    );
    // Undo is not itself undone.
    if (written.ok) house.records.dropKept(id, before.version);
    return written;
  });
  if (done.ok && touchesShelf(r.kind)) shelfChanged(house, [id]);
  return done;
}

/** One more, one fewer: bought, died, sold, broken. */
export function moveCount(house: House, id: string, delta: number, why: string): Outcome<number> {
  const r = house.records.byId(id);
  if (!r || !kinds[r.kind].counted) return refuse('id', 'This is not counted.');
  if (!Number.isFinite(delta) || delta === 0 || Math.abs(delta) > MOST_COUNTED) return refuse(COUNT, 'Enter how many.');
  if ((r.amount ?? 0) + delta < 0) return refuse(COUNT, `There are only ${r.amount ?? 0}.`);
  house.ledger.move(id, delta, fold(why).slice(0, 40) || 'counted', house.nowIso());
  return { ok: true, value: house.ledger.amount(id)! };
}

/** The count as somebody counted it. */
export function setCount(house: House, id: string, text: string): Outcome<null> {
  const r = house.records.byId(id);
  if (!r || !kinds[r.kind].counted) return refuse('id', 'This is not counted.');
  const problems = recount(house, id, text);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: null };
}
