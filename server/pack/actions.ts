'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import { house } from '@/server/wiring';
import * as events from './events';

export async function tick(code: string, key: string, done: boolean): Promise<Outcome<string | null>> {
  return events.tick(house(), code, key, done);
}
export async function recordEvent(code: string, name: events.EventName, done: boolean): Promise<Outcome<null>> {
  const h = house();
  return plain(events.recordEvent(h, code, name, done ? h.nowIso() : null));
}
