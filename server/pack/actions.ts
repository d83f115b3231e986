'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as events from './events';
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
  return write(press, (h) => plain(events.recordEvent(h, code, name, done ? h.nowIso() : null, version)));
}
export async function openPack(press: string, code: string, packId: string, batch: string): Promise<Outcome<string>> {
  return write(press, (h) => proving.openPack(h, code, packId, batch));
}
export async function readPack(press: string, input: proving.ReadInput): Promise<Outcome<string>> {
  return write(press, (h) => proving.readPack(h, input));
}
export async function takeBackPack(press: string, code: string, packId: string): Promise<Outcome<string>> {
  return write(press, (h) => proving.takeBackPack(h, code, packId));
}
