import type { Observation } from '@/core/consignment/facts';
import { factsBetween } from '@/core/consignment/project-facts';
import { noHistory, type History } from '@/core/consignment/file';
import type { Consignment } from '@/core/consignment/schema';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { keepDemand } from '@/server/stock/demand';
import { settleStock } from '@/server/stock/settle';
import { figuresFollow } from '@/server/jobs/thinker';
import { resultOf } from './result';

/** A line of the journal, written with the change that it tells. */
export interface JournalLine {
  kind: string;
  subject: string;
  data?: unknown;
  /** How figures of it came about; typed where absent. */
  method?: Observation['method'];
}

/** Everything that follows from a stored state: stock, what is asked of tanks, the journal. */
function follow(house: House, c: Consignment, told: JournalLine | null): void {
  settleStock(house, c);
  keepDemand(house, c);
  if (told) house.consignments.journal(c.id, house.nowIso(), told.kind, told.subject, told.data);
}

/** Stores a new consignment with everything that follows from it; with its history where it comes from a file. */
export function addConsignment(house: House, c: Consignment, told: JournalLine, history: History = noHistory()): void {
  const result = resultOf(house, c);
  house.db.transaction(() => {
    house.consignments.insert(c, result, house.nowIso());
    house.facts.append(c.id, history, 1, house.nowIso());
    for (const p of history.predictions) house.facts.predict(c.id, p);
    for (const m of history.movements) house.ledger.carry(c.id, m);
    for (const t of history.traces ?? []) house.logbook.keepTrace(c.id, t);
    follow(house, c, told);
  })();
  figuresFollow(house, c.id, 1);
}

/**
 * Stores the next state of a consignment, one transaction for the plan, the facts that its new knowledge takes, stock and
 * journal. False when somebody saved in between: nothing was written.
 */
export function putConsignment(
  house: House,
  stored: Pick<StoredConsignment, 'version'>,
  next: Consignment,
  what: string,
  told: JournalLine | null,
): boolean {
  const result = resultOf(house, next);
  const at = house.nowIso();
  const put = house.db.transaction((): boolean => {
    if (!house.consignments.update(next, result, stored.version, what, at)) return false;
    const facts = factsBetween(house.facts.of(next.id), next.actual, {
      at,
      by: house.hand.by,
      ...(told?.method ? { method: told.method } : {}),
    });
    house.facts.append(next.id, facts, stored.version + 1, at);
    follow(house, next, told);
    return true;
  })();
  if (put) figuresFollow(house, next.id, stored.version + 1);
  return put;
}
