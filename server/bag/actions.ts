'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import { house } from '@/server/wiring';
import * as bags from './bags';

export async function saveBags(input: bags.BagsInput): Promise<Outcome<null>> {
  return plain(bags.saveBags(house(), input));
}
export async function replanBags(code: string, version: number): Promise<Outcome<string[]>> {
  return bags.replanBags(house(), code, version);
}
