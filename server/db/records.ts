import { fold } from '@/records/field';
import type { KindId } from '@/records/kind';
import type { Db } from './db';
import type { Hand } from './hand';

export interface StoredRecord<T = Record<string, unknown>> {
  id: string;
  kind: KindId;
  name: string;
  document: T;
  version: number;
  archivedAt: string | null;
  deletedAt: string | null;
  updatedAt: string;
  /** What is there of it; null where nobody counted. */
  amount: number | null;
}

interface Row {
  id: string;
  kind: KindId;
  name: string;
  document: string;
  version: number;
  archived_at: string | null;
  deleted_at: string | null;
  updated_at: string;
  amount: number | null;
}

export interface NewRecord {
  id: string;
  kind: KindId;
  key: string;
  name: string;
  document: unknown;
  links: readonly string[];
  finding: { href: string; name: string; detail: string; more: string };
}

export interface SearchHit {
  id: string;
  kind: string;
  href: string;
  name: string;
  detail: string;
}

const toStored = (r: Row): StoredRecord => ({
  id: r.id,
  kind: r.kind,
  name: r.name,
  document: JSON.parse(r.document) as Record<string, unknown>,
  version: r.version,
  archivedAt: r.archived_at,
  deletedAt: r.deleted_at,
  updatedAt: r.updated_at,
  amount: r.amount,
});

export type Shown = 'active' | 'archived' | 'all';

/** All SQL of records, what they point at, and the search. */
export function recordRepository(db: Db, hand: Hand = { by: '' }) {
  const columns =
    'r.id, r.kind, r.name, r.document, r.version, r.archived_at, r.deleted_at, r.updated_at, h.amount AS amount';
  const from = 'FROM record r LEFT JOIN holding h ON h.record_id = r.id';
  const byId = db.prepare<[string], Row>(`SELECT ${columns} ${from} WHERE r.id = ?`);
  const byKey = db.prepare<[string, string], Row>(
    `SELECT ${columns} ${from} WHERE r.kind = ? AND r.key = ? AND r.deleted_at IS NULL`,
  );
  const shownAs: Record<Shown, string> = {
    active: 'AND r.archived_at IS NULL',
    archived: 'AND r.archived_at IS NOT NULL',
    all: '',
  };
  const lists = Object.fromEntries(
    (['active', 'archived', 'all'] as const).map((shown) => [
      shown,
      db.prepare<[string, number, number], Row>(
        `SELECT ${columns} ${from} WHERE r.kind = ? AND r.deleted_at IS NULL ${shownAs[shown]}
         ORDER BY r.name COLLATE NOCASE LIMIT ? OFFSET ?`,
      ),
    ]),
  ) as Record<Shown, ReturnType<typeof db.prepare<[string, number, number], Row>>>;
  const foundList = db.prepare<[string, string, number], Row>(
    `SELECT ${columns} FROM finding f JOIN record r ON r.id = f.id LEFT JOIN holding h ON h.record_id = r.id
     WHERE f.kind = ? AND f.text LIKE ? ESCAPE '\\' AND r.deleted_at IS NULL ORDER BY r.name COLLATE NOCASE LIMIT ?`,
  );
  const latest = db.prepare<[string, number], Row>(
    `SELECT ${columns} ${from} WHERE r.kind = ? AND r.deleted_at IS NULL AND r.archived_at IS NULL ORDER BY r.updated_at DESC LIMIT ?`,
  );
  const counts = db.prepare<[string], { active: number; archived: number }>(
    `SELECT COUNT(*) FILTER (WHERE archived_at IS NULL) AS active, COUNT(*) FILTER (WHERE archived_at IS NOT NULL) AS archived
     FROM record WHERE kind = ? AND deleted_at IS NULL`,
  );
  const insert = db.prepare(
    `INSERT INTO record (id, kind, key, name, document, version, created_at, updated_at)
     VALUES (@id, @kind, @key, @name, @document, 1, @at, @at)`,
  );
  const update = db.prepare(
    `UPDATE record SET key = @key, name = @name, document = @document, version = version + 1, updated_at = @at
     WHERE id = @id AND version = @version`,
  );
  const keep = db.prepare(
    `INSERT INTO record_revision (record_id, version, document, at, changed_at, by)
     SELECT id, version, document, updated_at, ?, ? FROM record WHERE id = ?`,
  );
  const lastKept = db.prepare<[string], { version: number; document: string }>(
    `SELECT version, document FROM record_revision WHERE record_id = ? ORDER BY version DESC LIMIT 1`,
  );
  const dropKept = db.prepare(`DELETE FROM record_revision WHERE record_id = ? AND version >= ?`);
  const archive = db.prepare(`UPDATE record SET archived_at = ?, version = version + 1, updated_at = ? WHERE id = ?`);
  const remove = db.prepare(`UPDATE record SET deleted_at = ?, version = version + 1, updated_at = ? WHERE id = ?`);
  const unlink = db.prepare(`DELETE FROM link WHERE from_id = ?`);
  const link = db.prepare(`INSERT OR IGNORE INTO link (from_id, to_id) SELECT ?, id FROM record WHERE id = ?`);
  const users = db.prepare<[string], { id: string; code: string | null; name: string | null }>(
    `SELECT l.from_id AS id, c.code AS code, r.name AS name FROM link l
     LEFT JOIN consignment c ON c.id = l.from_id LEFT JOIN record r ON r.id = l.from_id AND r.deleted_at IS NULL
     WHERE l.to_id = ? AND (c.id IS NOT NULL OR r.id IS NOT NULL) LIMIT 20`,
  );
  const usersOf = db.prepare<[string], { id: string }>(`SELECT from_id AS id FROM link WHERE to_id = ?`);
  const findIn = db.prepare(
    `INSERT INTO finding (id, kind, href, name, detail, text, at) VALUES (@id, @kind, @href, @name, @detail, @text, @at)
     ON CONFLICT (id) DO UPDATE SET href = excluded.href, name = excluded.name, detail = excluded.detail, text = excluded.text, at = excluded.at`,
  );
  const findOut = db.prepare(`DELETE FROM finding WHERE id = ?`);
  const search = db.prepare<[string, string, string, string], SearchHit>(
    `SELECT id, kind, href, name, detail FROM finding
     WHERE text LIKE ? ESCAPE '\\' AND text LIKE ? ESCAPE '\\' AND text LIKE ? ESCAPE '\\' AND text LIKE ? ESCAPE '\\'
     ORDER BY at DESC LIMIT 200`,
  );

  const like = (text: string): string => `%${fold(text).replace(/[\\%_]/g, '\\$&')}%`;
  const linkAll = (id: string, to: readonly string[]): void => {
    unlink.run(id);
    for (const target of to) link.run(id, target);
  };
  const find = (
    id: string,
    kind: string,
    f: { href: string; name: string; detail: string; more: string },
    at: string,
  ): void =>
    void findIn.run({
      id,
      kind,
      href: f.href,
      name: f.name,
      detail: f.detail,
      text: fold(`${f.name} ${f.detail} ${f.more}`),
      at,
    });

  return {
    byId: (id: string): StoredRecord | null => {
      const r = byId.get(id);
      return r ? toStored(r) : null;
    },
    byKey: (kind: KindId, key: string): StoredRecord | null => {
      const r = byKey.get(kind, fold(key));
      return r ? toStored(r) : null;
    },
    list: (kind: KindId, shown: Shown = 'active', limit = -1, offset = 0): StoredRecord[] =>
      lists[shown].all(kind, limit, offset).map(toStored),
    found: (kind: KindId, text: string, limit = 200): StoredRecord[] =>
      foundList.all(kind, like(text), limit).map(toStored),
    latest: (kind: KindId, limit: number): StoredRecord[] => latest.all(kind, limit).map(toStored),
    counts: (kind: KindId): { active: number; archived: number } => counts.get(kind)!,
    insert: (r: NewRecord, at: string): void => {
      insert.run({
        id: r.id,
        kind: r.kind,
        key: fold(r.key),
        name: r.name,
        document: JSON.stringify(r.document),
        at,
      });
      linkAll(r.id, r.links);
      find(r.id, r.kind, r.finding, at);
    },
    /** False when somebody else saved in between: nothing was written. The state before stays for undo. */
    update: (r: NewRecord, version: number, at: string): boolean => {
      const before = byId.get(r.id);
      if (!before || before.version !== version) return false;
      keep.run(at, hand.by, r.id);
      update.run({
        id: r.id,
        key: fold(r.key),
        name: r.name,
        document: JSON.stringify(r.document),
        version,
        at,
      });
      linkAll(r.id, r.links);
      find(r.id, r.kind, r.finding, at);
      return true;
    },
    lastKept: (id: string): { version: number; document: unknown } | null => {
      const r = lastKept.get(id);
      return r ? { version: r.version, document: JSON.parse(r.document) as unknown } : null;
    },
    dropKept: (id: string, fromVersion: number): void => void dropKept.run(id, fromVersion),
    archive: (id: string, at: string | null, now: string): void => void archive.run(at, now, id),
    remove: (id: string, at: string | null, now: string): void => void remove.run(at, now, id),
    /** Consignments and records that point at a record. */
    users: (id: string): { id: string; code: string | null; name: string | null }[] => users.all(id),
    usersOf: (id: string): string[] => usersOf.all(id).map((u) => u.id),
    link: linkAll,
    find,
    unfind: (id: string): void => void findOut.run(id),
    /** Everything that holds every word, later things first. */
    search: (text: string): SearchHit[] => {
      const words = fold(text).split(' ').filter(Boolean).slice(0, 4);
      if (words.length === 0) return [];
      const [a, b = a, c = a, d = a] = words.map(like);
      return search.all(a!, b!, c!, d!);
    },
  };
}
export type RecordRepository = ReturnType<typeof recordRepository>;
