'use server';

import { write, writeAfter, writeInSlices } from '@/server/write';
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
export async function setMeasures(press: string, input: unknown): Promise<Outcome<null>> {
  return write(press, (h) => settings.setMeasures(h, input));
}
export async function setAssumption(press: string, input: assumptions.AssumptionInput): Promise<Outcome<number>> {
  return writeInSlices(press, (h) => assumptions.setAssumptionInSlices(h, input));
}
export async function keepBackupNow(press: string): Promise<Outcome<string>> {
  return writeAfter(press, keepBackup, (_, file) => ({ ok: true, value: file }));
}
export async function renewFeed(press: string): Promise<Outcome<null>> {
  return write(press, renewFeedKey);
}
