'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { house } from '@/server/wiring';
import * as bench from './put-off';

export async function putOff(input: bench.PutOffInput): Promise<Outcome<null>> {
  return bench.putOff(house(), input);
}
