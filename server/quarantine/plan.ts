import { z } from 'zod';
import { sameTimeLater } from '@/core/calendar/calendar';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { dayNumber } from '@/core/quarantine/duties';
import { planSchema } from '@/core/quarantine/schema';
import { realLitres } from '@/core/quarantine/water';
import { above0, count, idText, lines, text, upTo, version } from '@/core/quantities/shapes';
import type { StoredQuarantine } from '@/server/db/quarantines';
import type { House } from '@/server/house';
import { standingNow, tankNameOf } from './facts';
import { dutiesOfPhase } from './tell';

const found = (house: House, quarantineId: string): Outcome<StoredQuarantine> => {
  const q = house.quarantines.byId(quarantineId);
  if (!q) return refuse('quarantine', 'This quarantine no longer exists.');
  return q.closedAt === null
    ? { ok: true, value: q }
    : refuse('quarantine', 'This quarantine has ended; its plan cannot change.');
};

const planInput = z.object({
  quarantineId: idText(),
  version,
  plan: planSchema,
  /** Litres of water that are in the tank, as measured; null where nobody did. */
  waterL: above0(20_000, 'Litres of water').nullable(),
  twin: text(40),
});
export type PlanInput = z.input<typeof planInput>;

/** The plan as a hand has changed it: what is ahead of the phase that is on is made anew, what hands did or moved stays. */
export function setPlan(house: House, input: unknown): Outcome<null> {
  const parsed = planInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { quarantineId, plan, waterL, twin, version: seen } = parsed.data;
  const q = found(house, quarantineId);
  if (!q.ok) return q;
  const before = standingNow(house, q.value);
  if (!plan.phases.some((p) => p.id === before.now.phase.id))
    return refuse(
      'phases',
      `${before.now.phase.title} is running and cannot be removed. Shorten it, or start the next.`,
    );
  if (!house.quarantines.setPlan({ id: quarantineId, plan, waterL, twin }, seen))
    return refuse('version', 'Someone else changed this plan. Load it again; your entries are still here.');
  const now = house.quarantines.byId(quarantineId)!;
  const s = standingNow(house, now);
  const at = house.nowIso();
  house.quarantines.dropAhead(quarantineId, at);
  const duties = dutiesOfPhase(house, now, s.now.phase.id, s.now.fromMs, s).filter((d) => d.dueAt >= at);
  house.quarantines.addDuties(quarantineId, duties);
  house.consignments.journal(now.consignmentId, at, 'quarantine plan changed', tankNameOf(house, now), {
    plan,
    waterL,
    twin,
  });
  return { ok: true, value: null };
}

const litresInput = z.object({
  lengthCm: above0(1000, 'The length'),
  widthCm: above0(1000, 'The width'),
  waterCm: above0(500, 'The height of the water'),
  ornamentsL: upTo(10_000, 'Ornaments').optional(),
  bedCm: upTo(100, 'The bed').optional(),
});

/** Litres of water in a tank by its inner measures; nothing is kept by asking. */
export function askLitres(input: unknown): Outcome<number> {
  const parsed = litresInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  try {
    const { ornamentsL, bedCm, ...rest } = parsed.data;
    return {
      ok: true,
      value: realLitres({
        ...rest,
        ...(ornamentsL === undefined ? {} : { ornamentsL }),
        ...(bedCm === undefined ? {} : { bedCm }),
      }),
    };
  } catch (error) {
    if (error instanceof RangeError) return refuse('ornamentsL', error.message);
    throw error;
  }
}

/** Keeps a plan as one’s own, under its name. */
export function keepPlan(house: House, input: unknown): Outcome<null> {
  const parsed = planSchema.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  house.quarantines.keepPlan(parsed.data, house.nowIso());
  return { ok: true, value: null };
}

export function dropPlan(house: House, name: unknown): Outcome<null> {
  if (typeof name !== 'string' || !house.quarantines.plans().some((p) => p.name === name))
    return refuse('name', 'This plan no longer exists.');
  house.quarantines.dropPlan(name);
  return { ok: true, value: null };
}

const dutyInput = z.object({
  quarantineId: idText(),
  key: idText(200),
  /** Why it is not done; empty: it is wanted again. */
  waived: lines(300).optional(),
  /** Days by which it is moved, from when it was due. */
  days: count(60, 'Days').optional(),
});
export type DutyInput = z.input<typeof dutyInput>;

/** A duty that is skipped with a reason, wanted again, or moved by days; a move between tanks keeps its hours. */
export function changeDuty(house: House, input: unknown): Outcome<null> {
  const parsed = dutyInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { quarantineId, key, waived, days } = parsed.data;
  const q = found(house, quarantineId);
  if (!q.ok) return q;
  const duty = house.quarantines.dutiesOf(quarantineId).find((d) => d.key === key);
  if (!duty) return refuse('duty', 'This task no longer exists.');
  if (duty.doneAt !== null) return refuse('duty', 'It is done already.');
  const now = house.nowIso();
  if (waived !== undefined) house.quarantines.waiveDuty(quarantineId, key, waived);
  if (days !== undefined && days > 0) {
    const due = sameTimeLater(Date.parse(duty.dueAt), days, q.value.zone);
    const { clockMs } = standingNow(house, q.value);
    house.quarantines.moveDuty(quarantineId, key, new Date(due).toISOString(), dayNumber(clockMs, due, q.value.zone));
  }
  house.consignments.journal(
    q.value.consignmentId,
    now,
    'duty changed',
    `${tankNameOf(house, q.value)}: ${duty.title}`,
    { waived, days },
  );
  return { ok: true, value: null };
}
