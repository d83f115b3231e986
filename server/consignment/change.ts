import { atomically, noConsignment } from '@/server/answer';
import { refuse, problemsOf, type Outcome } from '@/core/consignment/outcome';
import { unknownRows } from '@/core/consignment/validate';
import { crossChecks } from '@/core/consignment/rules';
import { consignmentSchema, type Consignment } from '@/core/consignment/schema';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { catalogueOf } from './result';
import { flawOf } from './sound';
import { putConsignment, type JournalLine } from './store';

const CHANGED_ELSEWHERE = 'Someone else changed this shipment. Your changes are not lost: look at theirs, then choose.';

export const find = (house: House, code: string): Outcome<StoredConsignment> => {
  // It comes from a browser: it may be anything.
  const stored = typeof code === 'string' ? house.consignments.byCode(code) : null;
  return stored ? { ok: true, value: stored } : noConsignment(code);
};

/**
 * The one way a stored consignment changes: load, change, check the whole, evaluate, store with a revision for undo.
 * Saves all or nothing, the line of the journal with it. `version` is the one the person was looking at; null trusts the
 * newest.
 */
export function change(
  house: House,
  code: string,
  version: number | null,
  what: string,
  edit: (c: Consignment) => Outcome<Consignment>,
  told: JournalLine | null = null,
): Outcome<StoredConsignment> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  if (version !== null && stored.value.version !== version)
    return {
      ...refuse('version', CHANGED_ELSEWHERE),
      conflict: { version: stored.value.version, theirs: stored.value.document },
    };
  const edited = edit(stored.value.document);
  if (!edited.ok) return edited;
  const checked = consignmentSchema.safeParse(edited.value);
  if (!checked.success) return { ok: false, problems: problemsOf(checked.error) };
  const cross = crossChecks(checked.data);
  if (cross.length > 0) return { ok: false, problems: cross };
  const unknown = unknownRows(checked.data, catalogueOf(checked.data, house));
  if (unknown.length > 0) return { ok: false, problems: unknown };
  return putConsignment(house, stored.value, checked.data, what, told)
    ? find(house, code)
    : refuse('version', CHANGED_ELSEWHERE);
}

/** The ticks that the last move of the day took away. */
function returnTicks(house: House, id: string): void {
  const moved = house.consignments.journalOf(id).find((j) => j.kind === 'moved');
  const { taken = [] } = (moved ? JSON.parse(moved.data) : {}) as { taken?: { key: string; at: string }[] };
  for (const t of taken) house.facts.tick(id, t.key, t.at);
}

/** Takes the last change back; the state before it becomes a new version. Says what was undone. */
export function undo(house: House, code: string, version: number | null = null): Outcome<string> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const { document, version: newest } = stored.value;
  if (version !== null && version !== newest) return refuse('version', CHANGED_ELSEWHERE);
  const last = house.consignments.lastRevision(document.id);
  if (!last) return refuse('undo', 'Nothing to undo.');
  return atomically(house, (): Outcome<string> => {
    // The facts that came with the change go first: the state to return to is the plan of before with what stands then.
    house.facts.undo(document.id, last.version + 1, newest + 1, house.nowIso());
    const back = house.consignments.withFacts(last.document);
    const flaw = flawOf(house, back);
    if (flaw) return refuse('undo', `The version before ${last.what} cannot be restored: ${flaw}`);
    const told = { kind: 'undo', subject: last.what };
    if (!putConsignment(house, stored.value, back, 'undo', told)) throw new Error(CHANGED_ELSEWHERE);
    if (back.handOverAt !== document.handOverAt) returnTicks(house, document.id);
    // Undo is not itself undone: the revision it returns to, and the one it would leave, go.
    house.consignments.dropRevision(document.id, newest);
    house.consignments.dropRevision(document.id, last.version);
    return { ok: true, value: last.what };
  });
}
