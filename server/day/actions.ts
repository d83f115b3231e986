'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import * as day from './day';
import * as fast from './fast';

export async function moveDay(press: string, input: day.MoveInput): Promise<Outcome<string[]>> {
  return write(press, (h) => day.moveDay(h, input));
}
export async function hold(press: string, input: day.HoldInput): Promise<Outcome<null>> {
  return write(press, (h) => day.hold(h, input));
}
export async function release(press: string, code: string): Promise<Outcome<null>> {
  return write(press, (h) => day.release(h, code));
}
export async function saveFast(press: string, input: fast.FastInput): Promise<Outcome<string[]>> {
  return write(press, (h) => fast.saveFast(h, input));
}
