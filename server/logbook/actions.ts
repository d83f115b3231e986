'use server';

import { sentText, type SentText } from '@/server/parse-input';
import { write, writeAfter } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as learned from './learned';
import * as traces from './traces';

type Kept = { id: string; kept: number; notes: string[] };

export async function keepLogger(
  press: string,
  file: SentText,
  input: Omit<traces.TraceInput, 'text'>,
): Promise<Outcome<Kept>> {
  return writeAfter(
    press,
    () => sentText(file),
    (h, text) => traces.keepLogger(h, { ...input, text }),
  );
}
export async function readLoggerDevice(
  press: string,
  input: { code: string; boxId: string; bagId: string | null; place: 'air' | 'bag' | 'outside' },
): Promise<Outcome<Kept>> {
  return write(press, (h) => traces.readLoggerDevice(h, input));
}
export async function strikeTrace(press: string, code: string, traceId: string, back: boolean): Promise<Outcome<null>> {
  return write(press, (h) => traces.strikeTrace(h, String(code), String(traceId), back === true));
}
export async function tellLater(press: string, input: traces.LaterInput): Promise<Outcome<null>> {
  return write(press, (h) => traces.tellLater(h, input));
}
export async function takeLaterBack(press: string, code: string): Promise<Outcome<null>> {
  return write(press, (h) => traces.takeLaterBack(h, String(code)));
}
export async function acceptLearned(press: string, input: learned.AcceptInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(learned.acceptLearned(h, input)));
}
export async function undoLearned(press: string, key: string): Promise<Outcome<null>> {
  return write(press, (h) => plain(learned.undoLearned(h, String(key))));
}
