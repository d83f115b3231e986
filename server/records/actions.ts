'use server';

import { write, writeInSlices } from '@/server/write';
import { z } from 'zod';
import { idText, version } from '@/core/quantities/shapes';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Draft } from '@/records/field';
import { kindIds, type KindId } from '@/records/kind';
import type { Species } from '@/core/catalogue/schema';
import { sentText, parseInput, type SentText } from '@/server/parse-input';
import * as csv from './csv';
import * as species from './species';
import * as records from './records';

const kindIdOf = (id: string): KindId | null => kindIds.find((k) => k === id) ?? null;
/** What a record, or what came in by one file, is called by. */
const recordId = idText(200);
/** A cell as it is typed. */
const typed = z.string().max(4000);
const noKind = refuse('kind', 'This list does not exist.');

const recordInput = z.object({
  id: idText().nullable(),
  version: version.nullable(),
  draft: z.record(idText(), z.union([typed, z.array(z.record(idText(), typed)).max(400)])),
});
export async function saveRecord(
  press: string,
  kindId: string,
  input: { id: string | null; version: number | null; draft: Draft },
): Promise<Outcome<{ id: string; version: number }>> {
  return write(press, (h) => {
    const kind = kindIdOf(kindId);
    const parsed = recordInput.safeParse(input);
    if (!kind || !parsed.success) return noKind;
    return records.saveRecord(h, kind, parsed.data);
  });
}
export async function addSpecies(press: string, name: string, likeId: string): Promise<Outcome<Species>> {
  return write(press, (h) => species.addSpecies(h, String(name).slice(0, 80), String(likeId)));
}
export async function removeRecord(press: string, id: string): Promise<Outcome<{ archived: boolean; words: string }>> {
  return write(press, (h) => parseInput(recordId, id, (of) => records.removeRecord(h, of)));
}
export async function restoreRecord(press: string, id: string): Promise<Outcome<string>> {
  return write(press, (h) => parseInput(recordId, id, (of) => records.restoreRecord(h, of)));
}
export async function archiveRecord(press: string, id: string): Promise<Outcome<string>> {
  return write(press, (h) => parseInput(recordId, id, (of) => records.archiveRecord(h, of)));
}
export async function undoRecord(press: string, id: string): Promise<Outcome<{ id: string; version: number }>> {
  return write(press, (h) => parseInput(recordId, id, (of) => records.undoRecord(h, of)));
}
const csvInput = z.object({
  mapping: z.array(idText().nullable()).max(400).nullable(),
  commit: z.boolean(),
});
export async function importCsv(
  press: string,
  list: string,
  file: SentText,
  input: z.input<typeof csvInput>,
): Promise<Outcome<csv.ImportReport>> {
  const text = await sentText(file);
  if (!text.ok) return text;
  return writeInSlices(press, function* (h) {
    const known = list === 'reading' ? list : kindIdOf(list);
    const parsed = csvInput.safeParse(input);
    if (!known || !parsed.success) return noKind;
    return yield* csv.importInSlices(h, known, { ...parsed.data, text: text.value });
  });
}
export async function undoImport(press: string, key: string): Promise<Outcome<number>> {
  return write(press, (h) => parseInput(recordId, key, (of) => csv.undoImport(h, of)));
}
