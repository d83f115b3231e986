'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import { house } from '@/server/wiring';
import * as forecast from './forecast';
import * as packs from './packs';

export async function savePacks(input: packs.PacksInput): Promise<Outcome<null>> {
  return plain(packs.savePacks(house(), input));
}
export async function importForecast(code: string, text: string, fileName: string): Promise<Outcome<null>> {
  return plain(forecast.importForecast(house(), code, text, fileName));
}
export async function refreshForecast(code: string): Promise<Outcome<null>> {
  return plain(forecast.refreshForecast(house(), code));
}
export async function typeForecast(input: forecast.DaysInput): Promise<Outcome<null>> {
  return plain(forecast.typeForecast(house(), input));
}
