'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { undo } from './change';
import { restoreGood } from './sound';
import * as files from './files';

export async function undoChange(press: string, code: string, version: number): Promise<Outcome<string>> {
  return write(press, (h) => undo(h, code, version));
}
export async function bringBackGood(press: string, code: string): Promise<Outcome<string>> {
  return write(press, (h) => restoreGood(h, code));
}
export async function putAway(press: string, code: string, away: boolean): Promise<Outcome<null>> {
  return write(press, (h) => files.archive(h, code, away));
}
export async function importConsignment(
  press: string,
  text: string,
  mode: files.ImportMode,
): Promise<Outcome<files.Imported>> {
  return write(press, (h) => files.importConsignment(h, text, mode));
}
