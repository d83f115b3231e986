import { noConsignment } from '@/server/answer';
import { unknownRows } from '@/core/consignment/validate';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { crossChecks } from '@/core/consignment/rules';
import { consignmentSchema, type Consignment } from '@/core/consignment/schema';
import type { StoredConsignment, Unread } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { catalogueOf } from './result';
import { putConsignment } from './store';

/** Why a document that was read cannot be worked with: it names rows that are gone. Null where nothing is wrong. */
export const flawOf = (house: Pick<House, 'shelves' | 'calendar'>, c: Consignment): string | null =>
  unknownRows(c, catalogueOf(c, house))[0]?.message ?? null;

/** Parts what can be worked with from what cannot; one bad document never takes the others with it. */
export function soundOf(
  house: Pick<House, 'shelves' | 'calendar'>,
  found: { read: StoredConsignment[]; unread: Unread[] },
): { sound: StoredConsignment[]; unread: Unread[] } {
  const sound: StoredConsignment[] = [];
  const unread = [...found.unread];
  for (const s of found.read) {
    const why = flawOf(house, s.document);
    if (why) unread.push({ code: s.document.code, why });
    else sound.push(s);
  }
  return { sound, unread };
}

/** What is wrong with one consignment, and the last earlier state that is whole; null where nothing is wrong. */
export function unsound(house: House, code: string): { why: string; lastGood: string | null } | null {
  let why: string | null;
  try {
    const stored = house.consignments.byCode(code);
    if (!stored) return null;
    why = flawOf(house, stored.document);
  } catch (error) {
    why = (error as Error).message;
  }
  return why === null ? null : { why, lastGood: lastGood(house, code)?.what ?? null };
}

function lastGood(house: House, code: string): { what: string; document: Consignment } | null {
  const at = house.consignments.stateOf(code);
  for (const before of at ? house.consignments.earlier(at.id) : []) {
    const whole = consignmentSchema.safeParse(before.document);
    if (whole.success && crossChecks(whole.data).length === 0 && flawOf(house, whole.data) === null)
      return { what: before.what, document: whole.data };
  }
  return null;
}

/** Puts the last whole state in place of one that cannot be read; that one is kept among the earlier states. */
export function restoreGood(house: House, code: string): Outcome<string> {
  const at = house.consignments.stateOf(code);
  if (!at) return noConsignment(code);
  if (!unsound(house, code)) return refuse('code', `${code} can be read; nothing to restore.`);
  const good = lastGood(house, code);
  if (!good)
    return refuse('code', `No earlier version of ${code} is readable. A backup may have it: ./kindly restore.`);
  const told = { kind: 'undo', subject: `the version before ${good.what}` };
  return putConsignment(house, at, { ...good.document, id: at.id, code }, 'a version that could not be read', told)
    ? { ok: true, value: good.what }
    : refuse('version', 'Someone else changed this shipment. Look at it again.');
}
