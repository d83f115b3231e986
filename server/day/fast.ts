import { noConsignment } from '@/server/answer';
import { z } from 'zod';
import { idText } from '@/core/quantities/shapes';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { fastSchema, type FastChoice } from '@/core/consignment/schema';
import type { House } from '@/server/house';
import { change } from '@/server/consignment/change';
import { scheduleMomentsOf, sayMoved } from './day';

const input = z.object({ code: idText(20), fast: fastSchema });
export type FastInput = z.input<typeof input>;

/**
 * How one source tank is fasted: a school, hours typed, a tub; nothing of these means by the gut. Says what moved. Changes
 * that tank alone, whatever else was saved meanwhile.
 */
export function saveFast(house: House, asked: unknown): Outcome<string[]> {
  const parsed = input.safeParse(asked);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, fast } = parsed.data;
  const stored = house.consignments.byCode(code);
  if (!stored) return noConsignment(code);
  const before = scheduleMomentsOf(house, stored.document);
  return house.db.transaction((): Outcome<string[]> => {
    const done = change(house, code, null, `the fast of tank ${fast.tank}`, (c) => {
      if (!c.lines.some((l) => l.tank === fast.tank))
        return refuse('tank', `No fish of this order are from tank ${fast.tank}.`);
      const others = (c.fasts ?? []).filter((f) => f.tank !== fast.tank);
      const plain: FastChoice = { tank: fast.tank };
      if (fast.school) plain.school = fast.school;
      if (fast.hours !== undefined) plain.hours = fast.hours;
      if (fast.tub) plain.tub = true;
      const chosen = Object.keys(plain).length > 1 ? [plain] : [];
      return { ok: true, value: { ...c, fasts: [...others, ...chosen] } };
    });
    return done.ok ? { ok: true, value: sayMoved(house, before, done.value.document) } : done;
  })();
}
