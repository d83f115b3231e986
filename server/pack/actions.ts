'use server';

import { ask, write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import type { PlanB } from '@/core/duties/plan-b';
import * as events from './events';
import * as gate from './gate';
import * as sets from './other-sets';
import * as proving from './proving';

export async function tick(press: string, code: string, key: string, done: boolean): Promise<Outcome<string | null>> {
  return write(press, (h) => events.tick(h, code, key, done));
}
export async function recordEvent(
  press: string,
  code: string,
  version: number,
  name: events.EventName,
  done: boolean,
): Promise<Outcome<null>> {
  if (name === 'handedOverAt')
    return write(press, (h) =>
      done
        ? gate.handOver(h, { code, because: '', receipt: '', takenBy: '', clock: '' }, h.nowIso())
        : gate.takeBackHandOver(h, code, version),
    );
  return write(press, (h) => plain(events.recordEvent(h, code, name, done ? h.nowIso() : null, version)));
}
/** Looked at before leaving: what is left when the counter refuses. */
export async function askPlanB(code: string): Promise<Outcome<PlanB>> {
  return ask((h) => gate.planBOf(h, code));
}
export async function askOtherSets(code: string, boxId: string, without: string): Promise<Outcome<sets.OtherSet[]>> {
  return ask((h) => sets.otherSets(h, code, boxId, without));
}
export async function takeSet(
  press: string,
  code: string,
  boxId: string,
  without: string,
  name: string,
): Promise<Outcome<null>> {
  return write(press, (h) => sets.takeOtherSet(h, code, boxId, without, name));
}
export async function takeBackPack(press: string, code: string, packId: string): Promise<Outcome<string>> {
  return write(press, (h) => proving.takeBackPack(h, code, packId));
}
