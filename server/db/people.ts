import type { Role } from '@/server/room/rights';
import type { Db } from './db';

export interface Person {
  id: string;
  name: string;
  role: Role;
}
export interface StoredSession {
  id: string;
  personId: string;
  device: string;
  madeAt: string;
  seenAt: string;
  endsAt: string;
}
export interface Invitation {
  name: string;
  role: Role;
  madeAt: string;
  endsAt: string;
}
/** Somebody with an open session: who it is, and on what. */
export interface KnownPerson extends Person {
  sessionId: string;
  device: string;
  seenAt: string;
}

/** All SQL of people, their sessions and invitations, and of what is taken in hand. Codes and tokens come as hashes. */
export function peopleRepository(db: Db) {
  const all = db.prepare<[], Person>(`SELECT id, name, role FROM person WHERE left_at IS NULL ORDER BY made_at`);
  const byName = db.prepare<[string], Person>(
    `SELECT id, name, role FROM person WHERE left_at IS NULL AND name = ? COLLATE NOCASE`,
  );
  const add = db.prepare(`INSERT INTO person (id, name, role, made_at) VALUES (@id, @name, @role, @at)`);
  const change = db.prepare(`UPDATE person SET role = ? WHERE id = ?`);
  const leave = db.prepare(`UPDATE person SET left_at = ?, passphrase = NULL WHERE id = ?`);
  const keeper = db.prepare<[], { id: string; passphrase: string }>(
    `SELECT id, passphrase FROM person WHERE left_at IS NULL AND passphrase IS NOT NULL LIMIT 1`,
  );
  const setPassphrase = db.prepare(`UPDATE person SET passphrase = ? WHERE id = ?`);
  const dropPassphrases = db.prepare(`UPDATE person SET passphrase = NULL`);

  const begin = db.prepare(
    `INSERT INTO session (id, token, person_id, device, made_at, seen_at, ends_at)
     VALUES (@id, @token, @personId, @device, @at, @at, @endsAt)`,
  );
  const known = db.prepare<[string, string], KnownPerson>(
    `SELECT p.id, p.name, p.role, s.id AS sessionId, s.device, s.seen_at AS seenAt
     FROM session s JOIN person p ON p.id = s.person_id
     WHERE s.token = ? AND s.ended_at IS NULL AND s.ends_at > ? AND p.left_at IS NULL`,
  );
  const seen = db.prepare(`UPDATE session SET seen_at = ?, ends_at = ? WHERE id = ?`);
  const open = db.prepare<[string], StoredSession>(
    `SELECT id, person_id AS personId, device, made_at AS madeAt, seen_at AS seenAt, ends_at AS endsAt
     FROM session WHERE ended_at IS NULL AND ends_at > ? ORDER BY seen_at DESC`,
  );
  const isOpen = db.prepare<[string, string], { n: number }>(
    `SELECT COUNT(*) AS n FROM session WHERE id = ? AND ended_at IS NULL AND ends_at > ?`,
  );
  const end = db.prepare(`UPDATE session SET ended_at = ? WHERE id = ? AND ended_at IS NULL`);
  const endOf = db.prepare(`UPDATE session SET ended_at = ? WHERE person_id = ? AND ended_at IS NULL`);

  const invite = db.prepare(
    `INSERT INTO invitation (code, name, role, made_at, ends_at) VALUES (@code, @name, @role, @at, @endsAt)`,
  );
  const invitation = db.prepare<[string, string], Invitation>(
    `SELECT name, role, made_at AS madeAt, ends_at AS endsAt FROM invitation WHERE code = ? AND ended_at IS NULL AND ends_at > ?`,
  );
  const useUp = db.prepare(`UPDATE invitation SET ended_at = ? WHERE code = ? AND ended_at IS NULL`);
  const closeAll = db.prepare(`UPDATE invitation SET ended_at = ? WHERE ended_at IS NULL`);
  const waiting = db.prepare<[string], Invitation>(
    `SELECT name, role, made_at AS madeAt, ends_at AS endsAt FROM invitation WHERE ended_at IS NULL AND ends_at > ? ORDER BY made_at`,
  );

  const take = db.prepare(
    `INSERT INTO taken (subject, by, device, at) VALUES (@subject, @by, @device, @at)
     ON CONFLICT (subject) DO UPDATE SET by = excluded.by, device = excluded.device, at = excluded.at`,
  );
  const letGo = db.prepare(`DELETE FROM taken WHERE subject = ?`);
  const takenNow = db.prepare<[string, string], { subject: string; by: string; device: string; at: string }>(
    `SELECT subject, by, device, at FROM taken WHERE subject LIKE ? || '%' AND at > ?`,
  );
  return {
    all: (): Person[] => all.all(),
    byName: (name: string): Person | null => byName.get(name) ?? null,
    add: (p: Person, at: string): void => void add.run({ ...p, at }),
    change: (id: string, role: Role): void => void change.run(role, id),
    leave: (id: string, at: string): void => {
      leave.run(at, id);
      endOf.run(at, id);
    },
    /** Who holds the passphrase of the house, and its hash; null while there is none. */
    keeper: (): { id: string; passphrase: string } | null => keeper.get() ?? null,
    setPassphrase: (id: string, hash: string): void => void setPassphrase.run(hash, id),
    dropPassphrases: (): void => void dropPassphrases.run(),

    begin: (s: { id: string; token: string; personId: string; device: string; at: string; endsAt: string }): void =>
      void begin.run(s),
    known: (token: string, now: string): KnownPerson | null => known.get(token, now) ?? null,
    seen: (id: string, at: string, endsAt: string): void => void seen.run(at, endsAt, id),
    open: (now: string): StoredSession[] => open.all(now),
    isOpen: (id: string, now: string): boolean => isOpen.get(id, now)!.n === 1,
    end: (id: string, at: string): boolean => end.run(at, id).changes === 1,
    endOf: (personId: string, at: string): void => void endOf.run(at, personId),

    invite: (i: { code: string; name: string; role: Role; at: string; endsAt: string }): void => void invite.run(i),
    invitation: (code: string, now: string): Invitation | null => invitation.get(code, now) ?? null,
    /** False where somebody used it meanwhile. */
    useUp: (code: string, at: string): boolean => useUp.run(at, code).changes === 1,
    closeAll: (at: string): number => closeAll.run(at).changes,
    waiting: (now: string): Invitation[] => waiting.all(now),

    take: (t: { subject: string; by: string; device: string; at: string }): void => void take.run(t),
    letGo: (subject: string): void => void letGo.run(subject),
    /** What is in somebody's hands since an instant, by the beginning of its name. */
    taken: (prefix: string, since: string) => takenNow.all(prefix, since),
  };
}
export type PeopleRepository = ReturnType<typeof peopleRepository>;
