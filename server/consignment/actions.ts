'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { house } from '@/server/wiring';
import { undo } from './change';
import { restoreGood } from './sound';
import * as files from './files';

export async function undoChange(code: string): Promise<Outcome<string>> {
  return undo(house(), code);
}
export async function bringBackGood(code: string): Promise<Outcome<string>> {
  return restoreGood(house(), code);
}
export async function putAway(code: string, away: boolean): Promise<Outcome<null>> {
  return files.archive(house(), code, away);
}
export async function importConsignment(text: string, mode: files.ImportMode): Promise<Outcome<files.Imported>> {
  return files.importConsignment(house(), text, mode);
}
