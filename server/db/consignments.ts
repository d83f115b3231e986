import type { Consignment } from '@/core/consignment/schema';
import type { Db } from './open';
import type { StoredResult } from '../result';

export interface StoredConsignment {
  document: Consignment;
  version: number;
  result: StoredResult | null;
  archivedAt: string | null;
  updatedAt: string;
}

interface Row {
  document: string;
  version: number;
  result: string | null;
  archived_at: string | null;
  updated_at: string;
}

const toStored = (r: Row): StoredConsignment => ({
  document: JSON.parse(r.document) as Consignment,
  version: r.version,
  result: r.result === null ? null : (JSON.parse(r.result) as StoredResult),
  archivedAt: r.archived_at,
  updatedAt: r.updated_at,
});

/** All SQL of consignments, their revisions, ticks and journal. */
export function consignmentRepository(db: Db) {
  const columns = 'document, version, result, archived_at, updated_at';
  const byCode = db.prepare<[string], Row>(`SELECT ${columns} FROM consignment WHERE code = ?`);
  const byId = db.prepare<[string], Row>(`SELECT ${columns} FROM consignment WHERE id = ?`);
  const open = db.prepare<[], Row>(
    `SELECT ${columns} FROM consignment WHERE archived_at IS NULL ORDER BY hand_over_at DESC LIMIT 500`,
  );
  const searched = db.prepare<[string, string, string], Row>(
    `SELECT ${columns} FROM consignment WHERE archived_at IS NULL AND (code LIKE ? OR receiver LIKE ? OR sender LIKE ?) ORDER BY hand_over_at DESC LIMIT 200`,
  );
  const lastCode = db.prepare<[], { n: number | null }>(
    `SELECT MAX(CAST(substr(code, 4) AS INTEGER)) AS n FROM consignment`,
  );
  const insert = db.prepare(
    `INSERT INTO consignment (id, code, direction, receiver, sender, hand_over_at, opening_at, document, result, version, created_at, updated_at)
     VALUES (@id, @code, @direction, @receiver, @sender, @handOverAt, @openingAt, @document, @result, 1, @at, @at)`,
  );
  const update = db.prepare(
    `UPDATE consignment SET direction = @direction, receiver = @receiver, sender = @sender, hand_over_at = @handOverAt,
       opening_at = @openingAt, document = @document, result = @result, version = version + 1, updated_at = @at
     WHERE id = @id AND version = @version`,
  );
  const storeRevision = db.prepare(
    `INSERT INTO revision (consignment_id, version, document, what, at)
     SELECT id, version, document, @what, @at FROM consignment WHERE id = @id`,
  );
  const lastRevision = db.prepare<[string], { version: number; document: string; what: string }>(
    `SELECT version, document, what FROM revision WHERE consignment_id = ? ORDER BY version DESC LIMIT 1`,
  );
  const dropRevision = db.prepare(`DELETE FROM revision WHERE consignment_id = ? AND version = ?`);
  const archive = db.prepare(`UPDATE consignment SET archived_at = ?, updated_at = ? WHERE id = ?`);
  const journalIn = db.prepare(`INSERT INTO journal (consignment_id, at, kind, subject, data) VALUES (?, ?, ?, ?, ?)`);
  const journalOf = db.prepare<[string], { at: string; kind: string; subject: string; data: string }>(
    `SELECT at, kind, subject, data FROM journal WHERE consignment_id = ? ORDER BY id DESC LIMIT 200`,
  );
  const ticksOf = db.prepare<[string], { key: string; at: string }>(
    `SELECT key, at FROM tick WHERE consignment_id = ?`,
  );
  const tickIn = db.prepare(`INSERT OR IGNORE INTO tick (consignment_id, key, at) VALUES (?, ?, ?)`);
  const tickOut = db.prepare(`DELETE FROM tick WHERE consignment_id = ? AND key = ?`);

  const scalars = (c: Consignment) => ({
    id: c.id,
    code: c.code,
    direction: c.direction,
    receiver: c.receiver.name,
    sender: c.sender.name,
    handOverAt: c.handOverAt,
    openingAt: c.openingAt,
    document: JSON.stringify(c),
  });

  return {
    byCode: (code: string): StoredConsignment | null => {
      const r = byCode.get(code);
      return r ? toStored(r) : null;
    },
    byId: (id: string): StoredConsignment | null => {
      const r = byId.get(id);
      return r ? toStored(r) : null;
    },
    list: (search = ''): StoredConsignment[] => {
      const like = `%${search.trim()}%`;
      return (search.trim() ? searched.all(like, like, like) : open.all()).map(toStored);
    },
    nextCode: (): string => `KC-${String((lastCode.get()?.n ?? 100) + 1).padStart(4, '0')}`,
    insert: (c: Consignment, result: StoredResult | null, at: string): void => {
      insert.run({ ...scalars(c), result: result ? JSON.stringify(result) : null, at });
    },
    /** False when somebody else saved in between: nothing was written. */
    update: (c: Consignment, result: StoredResult | null, version: number, what: string, at: string): boolean =>
      db.transaction(() => {
        storeRevision.run({ id: c.id, what, at });
        const rest = scalars(c);
        const changed =
          update.run({ ...rest, result: result ? JSON.stringify(result) : null, version, at }).changes === 1;
        if (!changed) dropRevision.run(c.id, version);
        return changed;
      })(),
    lastRevision: (id: string): { version: number; document: Consignment; what: string } | null => {
      const r = lastRevision.get(id);
      return r ? { ...r, document: JSON.parse(r.document) as Consignment } : null;
    },
    dropRevision: (id: string, version: number): void => void dropRevision.run(id, version),
    archive: (id: string, at: string | null, now: string): void => void archive.run(at, now, id),
    journal: (id: string, at: string, kind: string, subject: string, data: unknown = {}): void =>
      void journalIn.run(id, at, kind, subject, JSON.stringify(data)),
    journalOf: (id: string) => journalOf.all(id),
    ticks: (id: string): Map<string, string> => new Map(ticksOf.all(id).map((t) => [t.key, t.at])),
    tick: (id: string, key: string, at: string | null): void =>
      void (at === null ? tickOut.run(id, key) : tickIn.run(id, key, at)),
  };
}
export type ConsignmentRepository = ReturnType<typeof consignmentRepository>;
