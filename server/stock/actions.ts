'use server';

import { write } from '@/server/write';
import { z } from 'zod';
import { id, lines } from '@/core/quantities/shapes';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as records from '@/server/records/records';
import * as readings from './readings';

export async function moveCount(press: string, id: string, delta: number, why: string): Promise<Outcome<number>> {
  return write(press, (h) => records.moveCount(h, id, delta, why));
}
export async function setCount(press: string, id: string, count: string): Promise<Outcome<null>> {
  return write(press, (h) => records.setCount(h, id, count));
}
export async function saveReading(press: string, draft: Record<string, string>): Promise<Outcome<null>> {
  return write(press, (h) => {
    const parsed = z.record(id(), lines(2000)).safeParse(draft);
    return parsed.success ? plain(readings.saveReading(h, parsed.data)) : refuse('tankId', 'Choose the tank.');
  });
}
export async function strikeReading(press: string, id: number, why: string): Promise<Outcome<null>> {
  return write(press, (h) => readings.strikeReading(h, id, why));
}
