'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { house } from '@/server/wiring';
import { lookUp } from '@/server/write';

/** What became of a press whose answer was lost. What did not arrive by now is given up, and never done later. */
export async function wasDone(press: string): Promise<Outcome<unknown>> {
  return lookUp(house(), press);
}
