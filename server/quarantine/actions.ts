'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { house } from '@/server/wiring';
import * as animals from './animals';
import * as quarantine from './quarantine';

export async function openQuarantine(code: string, tank: string): Promise<Outcome<string>> {
  return quarantine.openQuarantine(house(), code, String(tank));
}
export async function setDuty(quarantineId: string, key: string, done: boolean): Promise<Outcome<null>> {
  return quarantine.setDuty(house(), quarantineId, key, done);
}
export async function leave(input: animals.LeaveInput): Promise<Outcome<null>> {
  return animals.leave(house(), input);
}
