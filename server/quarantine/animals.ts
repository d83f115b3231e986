import { z } from 'zod';
import { idText, lines, requiredText, text } from '@/core/quantities/shapes';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { gateHeld, isOpen } from '@/core/quarantine/conditions';
import { tankId } from '@/server/arrive/residents';
import type { StoredQuarantine } from '@/server/db/quarantines';
import { onlyLiving } from '@/words/en/lost';
import { assumptionsHere, factsOf, standingNow, tankNameOf } from './facts';
import { joinWeeks } from './quarantine';

const leaveInput = z.object({
  quarantineId: idText(),
  speciesId: requiredText(80, 'Choose the animals.'),
  count: z.number({ error: 'Enter how many.' }).int('Count whole animals.').min(1, 'Enter how many.'),
  how: z.enum(['died', 'released', 'sold'], { error: 'Choose whether they died, moved or were sold.' }),
  /** Own tank they go to, where they are released. */
  into: text(80),
  note: lines(120),
});
export type LeaveInput = z.input<typeof leaveInput>;

/** Why some should not go to another tank yet, as long as nobody says why they do; null where nothing speaks against it. */
function tooEarly(house: House, q: StoredQuarantine, into: string, joins: boolean): string | null {
  if (joins) return `Tank ${into} is in quarantine, which restarts with a newcomer. Give the reason in the note.`;
  const use = house.records.byId(tankId(house, into))?.document.use;
  const f = factsOf(house, q);
  return use === 'quarantine' || isOpen(gateHeld(f, standingNow(house, q, f), assumptionsHere(house)))
    ? null
    : 'The release is not ready. See what is missing, or give the reason in the note.';
}

/**
 * Animals leave a quarantine tank: dead, into a tank of their own, or sold. No more can leave than live there: a
 * count that was wrong is told, not made to fit.
 */
export function leave(house: House, input: unknown, at = house.nowIso()): Outcome<null> {
  const parsed = leaveInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { quarantineId, speciesId, count, how, into, note } = parsed.data;
  const q = house.quarantines.byId(quarantineId);
  if (!q) return refuse('quarantine', 'This quarantine no longer exists.');
  if (how === 'released' && into === '') return refuse('into', 'Choose the tank they go to.');
  const from = { kind: 'tank' as const, id: q.tankId };
  const c = house.consignments.byId(q.consignmentId)!.document;
  const kind = catalogueOf(c, house).species.find((s) => s.id === speciesId)?.name ?? speciesId;
  const there = house.quarantines
    .members(q.id)
    .flatMap((m) => house.ledger.staysOf(m.consignmentId).map((s) => ({ ...s, consignmentId: m.consignmentId })))
    .filter((s) => s.tank === from.id && s.speciesId === speciesId && s.count > 0);
  const living = there.reduce((n, s) => n + s.count, 0);
  const name = tankNameOf(house, q);
  if (count > living) return refuse('count', onlyLiving(living, name));
  const joins = how === 'released' ? house.quarantines.inTank(tankId(house, into)) : null;
  const early = how === 'released' && note === '' ? tooEarly(house, q, into, joins !== null) : null;
  if (early) return refuse('note', early);
  const to =
    how === 'died'
      ? { kind: 'death' as const, id: '' }
      : how === 'sold'
        ? { kind: 'sale' as const, id: '' }
        : { kind: 'tank' as const, id: tankId(house, into) };
  house.db.transaction(() => {
    let left = count;
    for (const s of there) {
      const n = Math.min(left, s.count);
      if (n === 0) continue;
      left -= n;
      house.ledger.carry(s.consignmentId, { at, count: n, speciesId, from, to, why: note || how, by: house.hand.by });
      house.facts.happened(s.consignmentId, {
        at,
        kind: how === 'died' ? 'died' : how === 'released' ? 'released' : 'moved',
        subject: { kind: 'tank', id: name },
        note: [`${n} ${kind}`, how === 'released' ? `into ${into}` : '', note].filter(Boolean).join(', '),
      });
      if (joins) joinWeeks(house, joins, s.consignmentId, at);
    }
    // A death is a sign: the days until the release are counted from it.
    if (how === 'died' && q.closedAt === null)
      house.quarantines.tell(q.id, at, { kind: 'died', count, name: kind, note }, at);
    house.consignments.journal(q.consignmentId, at, how, name, { speciesId, count, into, note });
  })();
  return { ok: true, value: null };
}

/** Animals found dead, by a press of a phone: which, how many, and whether they had jumped. */
export const deathShape = z.object({
  deed: z.literal('death'),
  quarantineId: idText(),
  speciesId: idText(80),
  count: z.int().min(1, 'Enter how many.').max(100_000),
  jumped: z.boolean(),
});

/** A death that a hand on its round tells; the reason is not known yet. */
export const tellDeath = (house: House, d: z.infer<typeof deathShape>, at: string): Outcome<null> => {
  const { quarantineId, speciesId, count, jumped } = d;
  const note = jumped ? 'jumped out' : '';
  return leave(house, { quarantineId, speciesId, count, how: 'died', into: '', note }, at);
};
