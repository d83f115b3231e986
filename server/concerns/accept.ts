import { z } from 'zod';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { idText, requiredText } from '@/core/quantities/shapes';
import { HOUR } from '@/core/quantities/time';
import type { House } from '@/server/house';
import { allConcerns } from './index';

/** A concern accepted by a hand: which, why, and for how many hours. */
export const acceptShape = z.object({
  deed: z.literal('accept'),
  id: idText(200),
  reason: requiredText(300, 'Give a reason.'),
  hours: z.int().min(1).max(168),
});

/** Keeps a concern quiet for some hours, with a reason; it comes back sooner if it grows worse. */
export function acceptConcern(house: House, given: unknown, by: string): Outcome<null> {
  const parsed = acceptShape.safeParse(given);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { id: which, reason, hours } = parsed.data;
  const c = allConcerns(house).find((x) => x.id === which);
  if (!c) return refuse('id', 'This is already solved.');
  const { severity, times = null } = c;
  const until = new Date(house.nowMs() + hours * HOUR).toISOString();
  house.bench.accept({ id: which, severity, times, reason, until, at: house.nowIso(), by });
  return { ok: true, value: null };
}
