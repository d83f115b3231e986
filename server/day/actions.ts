'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { house } from '@/server/wiring';
import * as day from './day';
import * as fast from './fast';

export async function moveDay(input: day.MoveInput): Promise<Outcome<string[]>> {
  return day.moveDay(house(), input);
}
export async function hold(input: day.HoldInput): Promise<Outcome<null>> {
  return day.hold(house(), input);
}
export async function release(code: string): Promise<Outcome<null>> {
  return day.release(house(), code);
}
export async function saveFast(input: fast.FastInput): Promise<Outcome<string[]>> {
  return fast.saveFast(house(), input);
}
