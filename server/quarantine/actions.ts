'use server';

import { ask, write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { refuse } from '@/core/consignment/outcome';
import * as animals from './animals';
import * as plan from './plan';
import * as quarantine from './quarantine';
import * as release from './release';
import * as tell from './tell';

const word = (x: unknown): string => (typeof x === 'string' ? x.slice(0, 80) : '');

export async function openQuarantine(
  press: string,
  code: string,
  tank: string,
  opening: quarantine.QuarantineOpening = {},
): Promise<Outcome<string>> {
  const { plan: name, join, shut, twin } = opening ?? {};
  return write(press, (h) =>
    quarantine.openQuarantine(h, code, word(tank).slice(0, 40), {
      ...(name === undefined ? {} : { plan: word(name) }),
      ...(twin === undefined ? {} : { twin: word(twin).slice(0, 40) }),
      join: join === true,
      shut: shut === true,
    }),
  );
}
export async function moveIn(press: string, code: string, tank: string): Promise<Outcome<null>> {
  return write(press, (h) => quarantine.moveIn(h, code, word(tank).slice(0, 40)));
}
export async function leave(press: string, input: animals.LeaveInput): Promise<Outcome<null>> {
  return write(press, (h) => animals.leave(h, input));
}
/** What a reason or a second look may be asked for: told at once, and answered at once. */
export async function tellQuarantine(press: string, input: tell.Telling): Promise<Outcome<number>> {
  return write(press, (h) => {
    const parsed = tell.tellShape.safeParse({ ...input, deed: 'quarantine' });
    return parsed.success ? tell.tell(h, parsed.data, h.nowIso()) : refuse('', parsed.error.issues[0]?.message ?? '');
  });
}
export async function strikeEntry(press: string, quarantineId: string, n: number): Promise<Outcome<null>> {
  return write(press, (h) => tell.strike(h, quarantineId, n));
}
export async function setQuarantinePlan(press: string, input: plan.PlanInput): Promise<Outcome<null>> {
  return write(press, (h) => plan.setPlan(h, input));
}
export async function keepQuarantinePlan(press: string, input: plan.PlanInput['plan']): Promise<Outcome<null>> {
  return write(press, (h) => plan.keepPlan(h, input));
}
export async function dropQuarantinePlan(press: string, name: string): Promise<Outcome<null>> {
  return write(press, (h) => plan.dropPlan(h, name));
}
export async function changeDuty(press: string, input: plan.DutyInput): Promise<Outcome<null>> {
  return write(press, (h) => plan.changeDuty(h, input));
}
export async function askLitres(input: Parameters<typeof plan.askLitres>[0]): Promise<Outcome<number>> {
  return ask(() => plan.askLitres(input));
}
export async function releaseTank(press: string, quarantineId: string, into: string): Promise<Outcome<null>> {
  return write(press, (h) => release.releaseTank(h, { quarantineId, into }));
}
export async function endQuarantine(press: string, quarantineId: string): Promise<Outcome<null>> {
  return write(press, (h) => release.endQuarantine(h, quarantineId));
}
export async function bringTowards(press: string, quarantineId: string, tank: string): Promise<Outcome<number>> {
  return write(press, (h) => release.bringTowards(h, { quarantineId, tank }));
}
export type ReleaseView = ReturnType<typeof release.releaseView>;
/** Who would go into a tank in which order, and what speaks against it; nothing is kept by asking. */
export async function askRelease(quarantineId: string, into: string): Promise<Outcome<ReleaseView>> {
  return ask((h) => {
    const q = h.quarantines.byId(word(quarantineId));
    return q
      ? { ok: true, value: release.releaseView(h, q, word(into)) }
      : refuse('quarantine', 'This quarantine no longer exists.');
  });
}
