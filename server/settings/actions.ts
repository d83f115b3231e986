'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { house } from '@/server/wiring';
import * as assumptions from './assumptions';
import * as settings from './settings';

export async function saveProfile(input: settings.ProfileInput): Promise<Outcome<null>> {
  return settings.saveProfile(house(), input);
}
export async function setUnits(system: string): Promise<Outcome<null>> {
  return settings.setUnits(house(), system);
}
export async function setKeys(on: boolean): Promise<Outcome<null>> {
  return settings.setKeys(house(), on === true);
}
export async function setAssumption(input: assumptions.AssumptionInput): Promise<Outcome<number>> {
  return assumptions.setAssumption(house(), input);
}
