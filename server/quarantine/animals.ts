import { z } from 'zod';
import { id, lines, named, text } from '@/core/quantities/shapes';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { tankId } from '@/server/arrive/residents';

const leaveInput = z.object({
  quarantineId: id(),
  speciesId: named(80, 'Say which animals.'),
  count: z.number({ error: 'Say how many.' }).int('Count whole animals.').min(1, 'Say how many.'),
  how: z.enum(['died', 'released', 'sold'], { error: 'Say whether they died, moved or were sold.' }),
  /** Own tank they go to, where they are released. */
  into: text(80),
  note: lines(120),
});
export type LeaveInput = z.input<typeof leaveInput>;

/**
 * Animals leave a quarantine tank: dead, into a tank of their own, or sold. No more can leave than live there: a
 * count that was wrong is told, not made to fit.
 */
export function leave(house: House, input: unknown): Outcome<null> {
  const parsed = leaveInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { quarantineId, speciesId, count, how, into, note } = parsed.data;
  const q = house.arrivals.quarantine(quarantineId);
  if (!q) return refuse('quarantine', 'This quarantine is not there any more.');
  if (how === 'released' && into === '') return refuse('into', 'Name the tank they go to.');
  const from = { kind: 'tank' as const, id: tankId(house, q.tank) };
  const c = house.consignments.byId(q.consignmentId)!.document;
  const kind = catalogueOf(c, house).species.find((s) => s.id === speciesId)?.name ?? speciesId;
  const there = house.ledger.staysOf(q.consignmentId).find((s) => s.tank === from.id && s.speciesId === speciesId);
  const living = there?.count ?? 0;
  if (count > living)
    return refuse(
      'count',
      `Only ${living} of them from ${c.code} live in tank ${q.tank} by what was told: ${count} cannot leave.`,
    );
  const to =
    how === 'died'
      ? { kind: 'death' as const, id: '' }
      : how === 'sold'
        ? { kind: 'sale' as const, id: '' }
        : { kind: 'tank' as const, id: tankId(house, into) };
  const at = house.nowIso();
  house.db.transaction(() => {
    house.ledger.carry(q.consignmentId, { at, count, speciesId, from, to, why: note || how, by: house.hand.by });
    house.facts.happened(q.consignmentId, {
      at,
      kind: how === 'died' ? 'died' : how === 'released' ? 'released' : 'moved',
      subject: { kind: 'tank', id: q.tank },
      note: [`${count} ${kind}`, how === 'released' ? `into ${into}` : '', note].filter(Boolean).join(', '),
    });
    house.consignments.journal(q.consignmentId, at, how, q.tank, { speciesId, count, into, note });
  })();
  return { ok: true, value: null };
}
