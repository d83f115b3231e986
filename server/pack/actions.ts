'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as events from './events';

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
  return write(press, (h) => plain(events.recordEvent(h, code, name, done ? h.nowIso() : null, version)));
}
