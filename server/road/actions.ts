'use server';

import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import { sentText, type SentText } from '@/server/parse-input';
import { write, writeAfter } from '@/server/write';
import * as outcome from './outcome';
import * as road from './road';
import * as twins from './control-packs';

export async function recordScan(press: string, input: road.ScanInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(road.recordScan(h, input)));
}
export async function openTwin(
  press: string,
  input: { code: string; packId: string; batch?: string },
): Promise<Outcome<null>> {
  return write(press, (h) => twins.openTwin(h, input));
}
export async function readTwin(press: string, input: twins.TwinReading): Promise<Outcome<string>> {
  return write(press, (h) => twins.readTwin(h, input));
}
export async function takeBackScan(press: string, code: string, leg: number): Promise<Outcome<null>> {
  return write(press, (h) => plain(road.takeBackScan(h, code, leg)));
}
export async function askCarrier(press: string, code: string): Promise<Outcome<number>> {
  return write(press, (h) => road.askCarrier(h, code));
}
/** `asItIs` takes what a hand has changed since the card wrote it. */
export async function takeOutcome(press: string, code: string, file: SentText, asItIs = false): Promise<Outcome<null>> {
  return writeAfter(
    press,
    async () => {
      const text = await sentText(file);
      return text.ok ? { ok: true, value: { text: text.value, pictures: await outcome.picturesIn(text.value) } } : text;
    },
    (h, { text, pictures }) => plain(outcome.takeOutcome(h, String(code), text, asItIs === true, pictures)),
  );
}
