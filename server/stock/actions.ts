'use server';

import { write } from '@/server/write';
import { z } from 'zod';
import { between, count, idText, lines, text } from '@/core/quantities/shapes';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import { parseInput } from '@/server/parse-input';
import * as records from '@/server/records/records';
import * as readings from './readings';

const moved = z.object({ id: idText(200), delta: between(-1e6, 1e6, 'What was taken or added'), why: text(300) });
const counted = z.object({ id: idText(200), count: text(40) });
const struck = z.object({ id: count(1e15, 'The reading'), why: text(300) });

export async function moveCount(press: string, id: string, delta: number, why: string): Promise<Outcome<number>> {
  return write(press, (h) => parseInput(moved, { id, delta, why }, (x) => records.moveCount(h, x.id, x.delta, x.why)));
}
export async function setCount(press: string, id: string, count: string): Promise<Outcome<null>> {
  return write(press, (h) => parseInput(counted, { id, count }, (x) => records.setCount(h, x.id, x.count)));
}
export async function saveReading(press: string, draft: Record<string, string>): Promise<Outcome<null>> {
  return write(press, (h) => {
    const parsed = z.record(idText(), lines(2000)).safeParse(draft);
    return parsed.success ? plain(readings.saveReading(h, parsed.data)) : refuse('tankId', 'Choose the tank.');
  });
}
export async function strikeReading(press: string, id: number, why: string): Promise<Outcome<null>> {
  return write(press, (h) => parseInput(struck, { id, why }, (x) => readings.strikeReading(h, x.id, x.why)));
}
