'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import * as assumptions from './assumptions';
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
