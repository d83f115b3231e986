'use server';

import { sentText, type SentText } from '@/server/parse-input';
import { write, writeAfter } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import * as practice from './practice';

export async function keepPlay(press: string, input: practice.PlayInput): Promise<Outcome<null>> {
  return write(press, (h) => practice.keepPlay(h, input));
}
export async function keepCrate(press: string, file: SentText): Promise<Outcome<string>> {
  return writeAfter(
    press,
    () => sentText(file),
    (h, text) => practice.keepCrate(h, text),
  );
}
export async function dropCrate(press: string, crateId: string): Promise<Outcome<null>> {
  return write(press, (h) => practice.dropCrate(h, crateId));
}
export async function practisePast(press: string, code: string): Promise<Outcome<string>> {
  return write(press, (h) => practice.crateOfPast(h, code));
}
