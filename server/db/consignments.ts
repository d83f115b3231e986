import { projectFacts } from '@/core/consignment/project-facts';
import type { Consignment, PlannedConsignment } from '@/core/consignment/schema';
import type { FactRepository } from './facts';
import type { Db } from './db';
import type { Hand } from './hand';
import { planStore } from './plans';
import type { RecordRepository } from './records';
import type { StoredResult } from '@/server/consignment/result';

export interface StoredConsignment {
  document: Consignment;
  version: number;
  result: StoredResult | null;
  archivedAt: string | null;
  createdAt: string;
  updatedAt: string;
}

/** A stored consignment that could not be read, and why. */
export interface Unread {
  code: string;
  why: string;
}

interface Row {
  code: string;
  document: string;
  version: number;
  result: string | null;
  archived_at: string | null;
  created_at: string;
  updated_at: string;
}

export type Stage = 'planned' | 'sealed' | 'travelling' | 'arrived' | 'opened' | 'cancelled';

/** How far a consignment has come. */
export function stageOf(c: Consignment): Stage {
  if (c.cancelled) return 'cancelled';
  const a = c.actual;
  return a.openedAt
    ? 'opened'
    : a.arrivedAt
      ? 'arrived'
      : a.handedOverAt
        ? 'travelling'
        : a.sealedAt
          ? 'sealed'
          : 'planned';
}

export type Shelf = 'open' | 'past' | 'archived' | 'all' | 'arrivals';

/** All SQL of consignments, their revisions and journal; what happened to them is joined as they are read. */
export function consignmentRepository(
  db: Db,
  records: RecordRepository,
  facts: FactRepository,
  hand: Hand = { by: '' },
) {
  const plans = planStore(db);
  /** A plan as it was stored, with the facts as they stand. */
  const withFacts = (plan: PlannedConsignment): Consignment => ({ ...plan, actual: projectFacts(facts.of(plan.id)) });
  const joined = (document: string): Consignment => withFacts(plans.decode(document));
  const toStored = (r: Row): StoredConsignment => ({
    document: joined(r.document),
    version: r.version,
    result: r.result === null ? null : (JSON.parse(r.result) as StoredResult),
    archivedAt: r.archived_at,
    createdAt: r.created_at,
    updatedAt: r.updated_at,
  });
  const columns = 'code, document, version, result, archived_at, created_at, updated_at';
  /** One document that cannot be read must not take the others with it: it is named instead. */
  const readable = (rows: readonly Row[]): { read: StoredConsignment[]; unread: Unread[] } => {
    const out = { read: [] as StoredConsignment[], unread: [] as Unread[] };
    for (const r of rows)
      try {
        out.read.push(toStored(r));
      } catch (error) {
        out.unread.push({ code: r.code, why: (error as Error).message });
      }
    return out;
  };
  const byCode = db.prepare<[string], Row>(`SELECT ${columns} FROM consignment WHERE code = ?`);
  const byId = db.prepare<[string], Row>(`SELECT ${columns} FROM consignment WHERE id = ?`);
  const where: Record<Shelf, string> = {
    open: `archived_at IS NULL AND stage IN ('planned', 'sealed', 'travelling', 'arrived')`,
    past: `archived_at IS NULL AND stage IN ('opened', 'cancelled')`,
    archived: 'archived_at IS NOT NULL',
    all: 'archived_at IS NULL',
    arrivals: `direction = 'incoming' AND archived_at IS NULL`,
  };
  const statements = <T>(make: (condition: string) => T): Record<Shelf, T> =>
    Object.fromEntries(Object.entries(where).map(([k, condition]) => [k, make(condition)])) as Record<Shelf, T>;
  const lists = statements((w) =>
    db.prepare<[number, number], Row>(
      // The page is found in the index alone; only its own documents are read.
      `SELECT ${columns} FROM consignment
       WHERE rowid IN (SELECT rowid FROM consignment WHERE ${w} ORDER BY hand_over_at DESC LIMIT ? OFFSET ?)
       ORDER BY hand_over_at DESC`,
    ),
  );
  const counts = statements((w) => db.prepare<[], { n: number }>(`SELECT COUNT(*) AS n FROM consignment WHERE ${w}`));
  const live = db.prepare<[string], Row>(
    `SELECT ${columns} FROM consignment WHERE archived_at IS NULL AND
       (stage IN ('planned', 'sealed', 'travelling', 'arrived') OR (stage = 'opened' AND hand_over_at > ?)) ORDER BY hand_over_at DESC`,
  );
  const cancelled = db.prepare<[string], Row>(
    `SELECT ${columns} FROM consignment WHERE archived_at IS NULL AND stage = 'cancelled' AND hand_over_at > ?`,
  );
  const travelling = db.prepare<[], Row>(
    `SELECT ${columns} FROM consignment WHERE archived_at IS NULL AND stage = 'travelling' ORDER BY hand_over_at DESC`,
  );
  const planned = db.prepare<[], Row>(
    `SELECT ${columns} FROM consignment WHERE archived_at IS NULL AND stage = 'planned' AND direction != 'incoming' ORDER BY hand_over_at`,
  );
  const cameFrom = db.prepare<[string, number], Row>(
    `SELECT ${columns} FROM consignment WHERE direction = 'incoming' AND sender = ? ORDER BY hand_over_at DESC LIMIT ?`,
  );
  const any = db.prepare<[], { n: number }>(`SELECT EXISTS (SELECT 1 FROM consignment WHERE archived_at IS NULL) AS n`);
  const lastCode = db.prepare<[], { n: number | null }>(
    // Codes that came with files may be of any length; ours are counted on from the short ones.
    `SELECT MAX(CAST(substr(code, 4) AS INTEGER)) AS n FROM consignment WHERE length(code) <= 11`,
  );
  const insert = db.prepare(
    `INSERT INTO consignment (id, code, direction, receiver, sender, hand_over_at, opening_at, stage, document, result, version, created_at, updated_at)
     VALUES (@id, @code, @direction, @receiver, @sender, @handOverAt, @openingAt, @stage, @document, @result, 1, @at, @at)`,
  );
  const update = db.prepare(
    `UPDATE consignment SET direction = @direction, receiver = @receiver, sender = @sender, hand_over_at = @handOverAt,
       opening_at = @openingAt, stage = @stage, document = @document, result = @result, version = version + 1, updated_at = @at
     WHERE id = @id AND version = @version`,
  );
  const replace = db.prepare(
    `UPDATE consignment SET document = @document, result = @result, stage = @stage, updated_at = @at WHERE id = @id`,
  );
  const setResult = db.prepare(`UPDATE consignment SET result = ? WHERE id = ? AND version = ?`);
  const storeRevision = db.prepare(
    `INSERT INTO revision (consignment_id, version, document, what, at, by)
     SELECT id, version, document, @what, @at, @by FROM consignment WHERE id = @id`,
  );
  const versionOf = db.prepare<[string], { version: number }>(`SELECT version FROM consignment WHERE id = ?`);
  const codeOf = db.prepare<[string], { code: string }>(`SELECT code FROM consignment WHERE id = ?`);
  const stateOf = db.prepare<[string], { id: string; version: number }>(
    `SELECT id, version FROM consignment WHERE code = ?`,
  );
  const revisions = db.prepare<[string], { version: number; document: string; what: string }>(
    `SELECT version, document, what FROM revision WHERE consignment_id = ? ORDER BY version DESC`,
  );
  const namedBefore = db.prepare<[string], { code: string }>(
    `SELECT DISTINCT c.code FROM revision r JOIN consignment c ON c.id = r.consignment_id WHERE instr(r.document, ?) > 0 LIMIT 5`,
  );
  const lastRevision = db.prepare<[string], { version: number; document: string; what: string }>(
    `SELECT version, document, what FROM revision WHERE consignment_id = ? ORDER BY version DESC LIMIT 1`,
  );
  const dropRevision = db.prepare(`DELETE FROM revision WHERE consignment_id = ? AND version = ?`);
  const archive = db.prepare(`UPDATE consignment SET archived_at = ?, updated_at = ? WHERE id = ?`);
  const journalIn = db.prepare(
    `INSERT INTO journal (consignment_id, at, kind, subject, data, by) VALUES (?, ?, ?, ?, ?, ?)`,
  );
  const lastJournal = db.prepare<[], { at: string | null }>(
    'SELECT MAX(at) AS at FROM (SELECT at FROM journal ORDER BY id DESC LIMIT 20)',
  );
  const journalOf = db.prepare<[string], { at: string; kind: string; subject: string; data: string }>(
    `SELECT at, kind, subject, data FROM journal WHERE consignment_id = ? ORDER BY id DESC LIMIT 200`,
  );
  const scalars = (c: Consignment, at: string) => ({
    id: c.id,
    code: c.code,
    direction: c.direction,
    receiver: c.receiver.name,
    sender: c.sender.name,
    handOverAt: c.handOverAt,
    openingAt: c.openingAt,
    stage: stageOf(c),
    document: plans.encode(c, at),
  });

  /** Keeps the search and what the consignment points at in step with it. */
  const index = (c: Consignment): void => {
    records.link(c.id, [
      ...(c.receiverId ? [c.receiverId] : []),
      c.serviceId,
      ...c.lines.flatMap((l) => [l.speciesId, ...(l.lotId ? [l.lotId] : [])]),
      ...c.bags.map((b) => b.bagTypeId),
      ...c.boxes.flatMap((b) => [b.boxTypeId, ...b.packs.map((p) => p.packId)]),
    ]);
    const incoming = c.direction === 'incoming';
    const other = incoming ? c.sender : c.receiver;
    records.find(
      c.id,
      'consignment',
      {
        href: `/consignments/${c.code}`,
        name: `${c.code} ${incoming ? 'from' : 'to'} ${other.name}`,
        detail: `${other.place.name}, ${c.handOverAt.slice(0, 10)}, ${stageOf(c)}`,
        more: [
          c.sender.name,
          c.receiver.name,
          other.phone,
          other.address,
          c.note,
          ...c.lines.flatMap((l) => [l.speciesId.replaceAll('-', ' '), `tank ${l.tank}`]),
        ].join(' '),
      },
      c.handOverAt,
    );
  };

  return {
    index,
    withFacts,
    byCode: (code: string): StoredConsignment | null => {
      const r = byCode.get(code);
      return r ? toStored(r) : null;
    },
    byId: (id: string): StoredConsignment | null => {
      const r = byId.get(id);
      return r ? toStored(r) : null;
    },
    /** The code of a consignment, without its document. */
    codeOf: (id: string): string | null => codeOf.get(id)?.code ?? null,
    /** Those of some ids; what of them cannot be read is named. */
    some: (ids: readonly string[]) => readable(ids.flatMap((id) => byId.get(id) ?? [])),
    /** A page of a shelf; what of it cannot be read is named. */
    page: (shelf: Shelf, limit: number, offset: number) => readable(lists[shelf].all(limit, offset)),
    list: (shelf: Shelf = 'all', limit = 500, offset = 0): StoredConsignment[] =>
      readable(lists[shelf].all(limit, offset)).read,
    counts: (): Record<Shelf, number> =>
      Object.fromEntries(Object.entries(counts).map(([k, s]) => [k, s.get()!.n])) as Record<Shelf, number>,
    /** What the Bench looks at: everything not yet opened, and what was handed over since then. */
    live: (sinceIso: string) => readable(live.all(sinceIso)),
    /** Cancelled ones that would have left since then. */
    cancelled: (sinceIso: string) => readable(cancelled.all(sinceIso)),
    /** What was handed over and is not here or there yet. */
    travelling: (): StoredConsignment[] => readable(travelling.all()).read,
    /** What came from a sender, by name, the newest first. */
    cameFrom: (sender: string, most: number): StoredConsignment[] => readable(cameFrom.all(sender, most)).read,
    /** Outgoing and own moves that are not packed yet, the soonest first. */
    planned: (): StoredConsignment[] => readable(planned.all()).read,
    any: (): boolean => any.get()!.n === 1,
    nextCode: (): string => `KC-${String((lastCode.get()?.n ?? 100) + 1).padStart(4, '0')}`,
    insert: (c: Consignment, result: StoredResult | null, at: string): void => {
      insert.run({ ...scalars(c, at), result: result ? JSON.stringify(result) : null, at });
      index(c);
    },
    /** False when somebody else saved in between: nothing was written. */
    update: (c: Consignment, result: StoredResult | null, version: number, what: string, at: string): boolean =>
      db.transaction(() => {
        if (versionOf.get(c.id)?.version !== version) return false;
        storeRevision.run({ id: c.id, what, at, by: hand.by });
        update.run({ ...scalars(c, at), result: result ? JSON.stringify(result) : null, version, at });
        index(c);
        return true;
      })(),
    lastRevision: (id: string): { version: number; document: Consignment; what: string } | null => {
      const r = lastRevision.get(id);
      return r ? { ...r, document: joined(r.document) } : null;
    },
    versionOf: (id: string): number | null => versionOf.get(id)?.version ?? null,
    /** Where a consignment stands, even if it cannot be read. */
    stateOf: (code: string): { id: string; version: number } | null => stateOf.get(code) ?? null,
    /** Earlier states that can be read, the latest first. */
    earlier: function* (id: string): Generator<{ version: number; what: string; document: Consignment }> {
      for (const r of revisions.all(id))
        try {
          yield { version: r.version, what: r.what, document: joined(r.document) };
        } catch {
          // An earlier state that cannot be read is no state to return to.
        }
    },
    /** Codes of consignments an earlier state of which names a row; by its id, as documents write it. */
    namedBefore: (id: string): string[] => namedBefore.all(JSON.stringify(id)).map((r) => r.code),
    dropRevision: (id: string, version: number): void => void dropRevision.run(id, version),
    /** The same consignment with something written beside it: no new version, nothing to undo. */
    replace: (c: Consignment, result: StoredResult | null, at: string): void => {
      replace.run({ ...scalars(c, at), result: result ? JSON.stringify(result) : null, at });
      index(c);
    },
    /** Figures of a state, if it still is that state: the document stays as it is. */
    setResult: (id: string, result: StoredResult | null, version: number): void =>
      void setResult.run(result ? JSON.stringify(result) : null, id, version),
    archive: (id: string, at: string | null, now: string): void => void archive.run(at, now, id),
    journal: (id: string, at: string, kind: string, subject: string, data: unknown = {}): void =>
      void journalIn.run(id, at, kind, subject, JSON.stringify(data), hand.by),
    /** The latest instant of what was recorded last, ms; null where nothing was. */
    lastJournalMs: (): number | null => {
      const at = lastJournal.get()?.at;
      return at ? Date.parse(at) : null;
    },
    journalOf: (id: string) => journalOf.all(id),
  };
}
export type ConsignmentRepository = ReturnType<typeof consignmentRepository>;
