'use server';

import { z } from 'zod';
import { idText } from '@/core/quantities/shapes';
import { sentText, parseInput, type SentText } from '@/server/parse-input';
import { write, writeAfter } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { undo } from './change';
import { restoreGood } from './sound';
import * as files from './files';

export async function undoChange(press: string, code: string, version: number): Promise<Outcome<string>> {
  return write(press, (h) => undo(h, code, version));
}
export async function bringBackGood(press: string, code: string): Promise<Outcome<string>> {
  return write(press, (h) => parseInput(idText(20), code, (of) => restoreGood(h, of)));
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
    () => sentText(file),
    (h, text) => parseInput(z.enum(files.importModes), mode, (how) => files.importConsignment(h, text, how)),
  );
}
