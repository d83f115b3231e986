'use server';

import type { Outcome } from '@/core/consignment/schema';
import { house } from '@/server/wiring';
import * as quarantine from './quarantine';

export async function openQuarantine(code: string): Promise<Outcome<string>> {
  return quarantine.openQuarantine(house(), code);
}
export async function setDuty(quarantineId: string, key: string, done: boolean): Promise<Outcome<null>> {
  return quarantine.setDuty(house(), quarantineId, key, done);
}
