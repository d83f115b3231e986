'use server';

import { write } from '@/server/write';
import { house } from '@/server/wiring';
import type { Outcome } from '@/core/consignment/outcome';
import * as assumptions from './assumptions';
import { renewFeedKey } from '@/server/bench/feed-key';
import { keepBackup } from './backups';
import * as settings from './settings';

export async function saveProfile(press: string, input: settings.ProfileInput): Promise<Outcome<null>> {
  return write(press, (h) => settings.saveProfile(h, input));
}
export async function setUnits(press: string, system: string): Promise<Outcome<null>> {
  return write(press, (h) => settings.setUnits(h, system));
}
export async function setKeys(press: string, on: boolean): Promise<Outcome<null>> {
  return write(press, (h) => settings.setKeys(h, on === true));
}
export async function setAssumption(press: string, input: assumptions.AssumptionInput): Promise<Outcome<number>> {
  return write(press, (h) => assumptions.setAssumption(h, input));
}
/** A backup changes nothing that it keeps: a press sent twice keeps two, and that is well. */
export async function keepBackupNow(_press: string): Promise<Outcome<string>> {
  return keepBackup(house());
}
export async function renewFeed(press: string): Promise<Outcome<null>> {
  return write(press, renewFeedKey);
}
