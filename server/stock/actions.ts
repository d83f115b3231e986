'use server';

import { z } from 'zod';
import { id, lines } from '@/core/quantities/shapes';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as records from '@/server/records/records';
import { house } from '@/server/wiring';
import * as readings from './readings';

export async function moveCount(id: string, delta: number, why: string): Promise<Outcome<number>> {
  return records.moveCount(house(), id, delta, why);
}
export async function setCount(id: string, count: string): Promise<Outcome<null>> {
  return records.setCount(house(), id, count);
}
export async function saveReading(draft: Record<string, string>): Promise<Outcome<null>> {
  const parsed = z.record(id(), lines(2000)).safeParse(draft);
  return parsed.success ? plain(readings.saveReading(house(), parsed.data)) : refuse('tankId', 'Choose the tank.');
}
export async function strikeReading(id: number, why: string): Promise<Outcome<null>> {
  return readings.strikeReading(house(), id, why);
}
