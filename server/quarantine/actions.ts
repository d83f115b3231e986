'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import * as animals from './animals';
import * as quarantine from './quarantine';

export async function openQuarantine(press: string, code: string, tank: string): Promise<Outcome<string>> {
  return write(press, (h) => quarantine.openQuarantine(h, code, typeof tank === 'string' ? tank.slice(0, 40) : ''));
}
export async function moveIn(press: string, code: string, tank: string): Promise<Outcome<null>> {
  return write(press, (h) => quarantine.moveIn(h, code, typeof tank === 'string' ? tank.slice(0, 40) : ''));
}
export async function leave(press: string, input: animals.LeaveInput): Promise<Outcome<null>> {
  return write(press, (h) => animals.leave(h, input));
}
