'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import * as bench from './put-off';

export async function putOff(press: string, input: bench.PutOffInput): Promise<Outcome<null>> {
  return write(press, (h) => bench.putOff(h, input));
}
