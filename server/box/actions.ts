'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import { house } from '@/server/wiring';
import * as boxes from './boxes';

export async function saveBoxes(input: boxes.BoxesInput): Promise<Outcome<null>> {
  return plain(boxes.saveBoxes(house(), input));
}
