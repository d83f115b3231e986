'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { idText } from '@/core/quantities/shapes';
import { noConsignment, plain } from '@/server/answer';
import { house } from '@/server/wiring';
import * as compare from './compare';

export async function comparePlans(press: string, code: string): Promise<Outcome<compare.Comparison>> {
  const known = idText(20).safeParse(code);
  return known.success ? compare.comparePlans(house(), String(press), known.data) : noConsignment(code);
}
export async function takePlan(press: string, input: compare.TakePlanInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(compare.takePlan(h, input)));
}
