'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as bags from './bags';

export async function saveBags(press: string, input: bags.BagsInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(bags.saveBags(h, input)));
}
