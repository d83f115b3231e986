'use server';

import { z } from 'zod';
import { id } from '@/core/quantities/shapes';
import { textOf, told, type SentText } from '@/server/told';
import { write, writeAfter } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { undo } from './change';
import { restoreGood } from './sound';
import * as files from './files';

export async function undoChange(press: string, code: string, version: number): Promise<Outcome<string>> {
  return write(press, (h) => undo(h, code, version));
}
export async function bringBackGood(press: string, code: string): Promise<Outcome<string>> {
  return write(press, (h) => told(id(20), code, (of) => restoreGood(h, of)));
}
export async function putAway(press: string, code: string, away: boolean): Promise<Outcome<null>> {
  return write(press, (h) => files.archive(h, code, away));
}
export async function importConsignment(
  press: string,
  file: SentText,
  mode: files.ImportMode,
): Promise<Outcome<files.Imported>> {
  return writeAfter(
    press,
    () => textOf(file),
    (h, text) => told(z.enum(files.importModes), mode, (how) => files.importConsignment(h, text, how)),
  );
}
