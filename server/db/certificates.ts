import type { Paper } from '@/core/papers/pages';
import type { Db } from './db';
import type { Hand } from './hand';

export interface StoredCertificate {
  number: string;
  code: string;
  at: string;
  paper: Paper;
}
interface Row {
  number: string;
  code: string;
  at: string;
  document: string;
}

/** All SQL of the register of certificates: it only grows. */
export function certificateRepository(db: Db, hand: Hand = { by: '' }) {
  const columns = 'k.number, c.code, k.at, k.document';
  const from = 'FROM certificate k JOIN consignment c ON c.id = k.consignment_id';
  const insert = db.prepare(
    `INSERT INTO certificate (number, consignment_id, at, document, by) VALUES (?, ?, ?, ?, ?)`,
  );
  const last = db.prepare<[string], { n: number | null }>(
    `SELECT MAX(CAST(substr(number, 6) AS INTEGER)) AS n FROM certificate WHERE number LIKE ? || '-%'`,
  );
  const all = db.prepare<[], Row>(`SELECT ${columns} ${from} ORDER BY k.number DESC LIMIT 2000`);
  const one = db.prepare<[string], Row>(`SELECT ${columns} ${from} WHERE k.number = ?`);
  const any = db.prepare<[string], { n: number }>('SELECT COUNT(*) AS n FROM certificate WHERE consignment_id = ?');
  const read = (r: Row): StoredCertificate => ({
    number: r.number,
    code: r.code,
    at: r.at,
    paper: JSON.parse(r.document) as Paper,
  });
  return {
    /** The next number of a year, as 2026-0001. */
    next: (year: string): string => `${year}-${String((last.get(year)?.n ?? 0) + 1).padStart(4, '0')}`,
    keep: (number: string, consignmentId: string, at: string, paper: Paper): void =>
      void insert.run(number, consignmentId, at, JSON.stringify(paper), hand.by),
    /** Whether one was given out for a consignment. */
    has: (consignmentId: string): boolean => any.get(consignmentId)!.n > 0,
    all: (): StoredCertificate[] => all.all().map(read),
    byNumber: (number: string): StoredCertificate | null => {
      const r = one.get(number);
      return r ? read(r) : null;
    },
  };
}
export type CertificateRepository = ReturnType<typeof certificateRepository>;
