'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as boxes from './boxes';
import * as scale from './weigh';

export async function saveBoxes(press: string, input: boxes.BoxesInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(boxes.saveBoxes(h, input)));
}
export async function weigh(press: string, input: scale.ScaleInput): Promise<Outcome<string>> {
  return write(press, (h) => scale.weigh(h, input));
}
export async function findBoxes(press: string, code: string): Promise<Outcome<boxes.BoxSetRow[]>> {
  return write(press, (h) => boxes.findBoxes(h, code));
}
