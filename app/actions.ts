'use server';

import { z } from 'zod';
import type { Consignment, Outcome } from '@/core/consignment/schema';
import { methodIds } from '@/core/acclimation/recipes';
import { kindIds, type KindId } from '@/core/records/kind';
import { house } from '@/server/wiring';
import { draftOf, receiverOptions } from '@/server/views/order';
import { evaluationOf } from '@/server/views/consignment';
import { setAssumption as setOwnAssumption } from '@/server/usecases/assumptions';
import * as arrival from '@/server/usecases/arrival';
import * as bench from '@/server/usecases/bench';
import { undo } from '@/server/usecases/change';
import * as day from '@/server/usecases/day';
import * as fast from '@/server/usecases/fast';
import * as files from '@/server/usecases/files';
import * as order from '@/server/usecases/order';
import * as csv from '@/server/usecases/csv';
import * as readings from '@/server/usecases/readings';
import * as records from '@/server/usecases/records';
import * as settings from '@/server/usecases/settings';
import * as packing from '@/server/usecases/packing';

const kindIdOf = (id: string): KindId | null => kindIds.find((k) => k === id) ?? null;
const noKind = { ok: false as const, problems: [{ path: 'kind', message: 'There is no such list.' }] };

/** Each action parses in its use case, calls that one use case, and translates nothing but success or sentences. */
export type Answer<T = null> = Outcome<T>;

const plain = (r: Outcome<unknown>): Answer => (r.ok ? { ok: true, value: null } : r);

export async function saveOrder(input: unknown): Promise<Answer<{ code: string; reasons: string[] }>> {
  const r = order.saveOrder(house(), input);
  // The form compares drafts with drafts.
  return r.ok || !r.conflict
    ? r
    : { ...r, conflict: { ...r.conflict, theirs: draftOf(r.conflict.theirs as Consignment) } };
}
export async function saveBags(input: unknown): Promise<Answer> {
  return plain(packing.saveBags(house(), input));
}
export async function replanBags(code: string, version: number): Promise<Answer<string[]>> {
  return order.replanBags(house(), code, version);
}
export async function savePacks(input: unknown): Promise<Answer> {
  return plain(packing.savePacks(house(), input));
}
export async function saveBoxes(input: unknown): Promise<Answer> {
  return plain(packing.saveBoxes(house(), input));
}
export async function importForecast(code: string, text: string, fileName: string): Promise<Answer> {
  return plain(packing.importForecast(house(), code, text, fileName));
}
export async function refreshForecast(code: string): Promise<Answer> {
  return plain(packing.refreshForecast(house(), code));
}
export async function typeForecast(input: unknown): Promise<Answer> {
  return plain(packing.typeForecast(house(), input));
}
export async function saveFast(input: unknown): Promise<Answer<string[]>> {
  return fast.saveFast(house(), input);
}
export async function hold(input: unknown): Promise<Answer> {
  return day.hold(house(), input);
}
export async function release(code: string): Promise<Answer> {
  return day.release(house(), code);
}
export async function putOff(input: unknown): Promise<Answer> {
  return bench.putOff(house(), input);
}
export async function tick(code: string, key: string, done: boolean): Promise<Answer<string | null>> {
  return packing.tick(house(), code, key, done);
}
export async function recordEvent(code: string, name: packing.EventName, done: boolean): Promise<Answer> {
  const h = house();
  return plain(packing.recordEvent(h, code, name, done ? h.nowIso() : null));
}
export async function saveReadings(input: unknown): Promise<Answer> {
  return plain(arrival.saveReadings(house(), input));
}
export async function startRun(code: string, bagId: string, method: string): Promise<Answer<string>> {
  const h = house();
  const stored = h.consignments.byCode(code);
  if (!stored) return { ok: false, problems: [{ path: 'code', message: `There is no consignment ${code}.` }] };
  const e = evaluationOf(h, stored);
  if (!e.ok) return e;
  const lane = arrival.methodComparisons(h, stored.document, e.value, h.nowMs()).find((l) => l.bagIds.includes(bagId));
  const id = methodIds.find((m) => m === method);
  if (!lane || !id)
    return { ok: false, problems: [{ path: 'method', message: 'This bag or method is not known here.' }] };
  return arrival.startRun(h, stored.document, lane, id);
}
export async function finishStep(runId: string, key: string): Promise<Answer> {
  return arrival.finishStep(house(), runId, key);
}
export async function undoStep(runId: string): Promise<Answer> {
  return arrival.undoStep(house(), runId);
}
export async function stopRun(runId: string): Promise<Answer> {
  return arrival.stopRun(house(), runId);
}
export async function openQuarantine(code: string): Promise<Answer<string>> {
  return arrival.openQuarantine(house(), code);
}
export async function setDuty(quarantineId: string, key: string, done: boolean): Promise<Answer> {
  return arrival.setDuty(house(), quarantineId, key, done);
}
export async function undoChange(code: string): Promise<Answer<string>> {
  return undo(house(), code);
}
export async function duplicate(code: string): Promise<Answer<string>> {
  return order.duplicate(house(), code);
}
export async function putAway(code: string, away: boolean): Promise<Answer> {
  return files.archive(house(), code, away);
}
export async function importConsignment(text: string, mode: files.ImportMode): Promise<Answer<files.Imported>> {
  return files.importConsignment(house(), text, mode);
}
export async function setAssumption(input: unknown): Promise<Answer<number>> {
  return setOwnAssumption(house(), input);
}

const recordInput = z.object({
  id: z.string().nullable(),
  version: z.number().nullable(),
  draft: z.record(z.string(), z.union([z.string(), z.array(z.record(z.string(), z.string()))])),
});
export async function saveRecord(kindId: string, input: unknown): Promise<Answer<{ id: string; version: number }>> {
  const kind = kindIdOf(kindId);
  const parsed = recordInput.safeParse(input);
  if (!kind || !parsed.success) return noKind;
  return records.saveRecord(house(), kind, parsed.data);
}
export async function removeRecord(id: string): Promise<Answer<{ archived: boolean; words: string }>> {
  return records.removeRecord(house(), id);
}
export async function restoreRecord(id: string): Promise<Answer<string>> {
  return records.restoreRecord(house(), id);
}
export async function archiveRecord(id: string): Promise<Answer<string>> {
  return records.archiveRecord(house(), id);
}
export async function undoRecord(id: string): Promise<Answer<{ id: string; version: number }>> {
  return records.undoRecord(house(), id);
}
export async function moveCount(id: string, delta: number, why: string): Promise<Answer<number>> {
  return records.moveCount(house(), id, delta, why);
}
const csvInput = z.object({
  text: z.string(),
  mapping: z.array(z.string().nullable()).nullable(),
  commit: z.boolean(),
});
export async function importCsv(list: string, input: unknown): Promise<Answer<csv.ImportReport>> {
  const known = list === 'reading' ? list : kindIdOf(list);
  const parsed = csvInput.safeParse(input);
  if (!known || !parsed.success) return noKind;
  return csv.importCsv(house(), known, parsed.data);
}
export async function undoImport(key: string): Promise<Answer<number>> {
  return csv.undoImport(house(), key);
}
export async function saveReading(draft: unknown): Promise<Answer> {
  const parsed = z.record(z.string(), z.string()).safeParse(draft);
  return parsed.success ? plain(readings.saveReading(house(), parsed.data)) : noKind;
}
export async function strikeReading(id: number, why: string): Promise<Answer> {
  return readings.strikeReading(house(), id, why);
}
export async function checkOrder(input: unknown): Promise<ReturnType<typeof order.checkOrder>> {
  return order.checkOrder(house(), input);
}
export async function cancelOrder(code: string, reason: string): Promise<Answer> {
  return plain(order.cancel(house(), code, reason));
}
export async function reviveOrder(code: string): Promise<Answer> {
  return plain(order.revive(house(), code));
}
export async function setCount(id: string, count: string): Promise<Answer> {
  return records.setCount(house(), id, count);
}
export async function saveProfile(input: unknown): Promise<Answer> {
  return settings.saveProfile(house(), input);
}
export async function findReceivers(text: string): Promise<ReturnType<typeof receiverOptions>> {
  return receiverOptions(house(), String(text).slice(0, 80));
}
export async function setUnits(system: string): Promise<Answer> {
  return settings.setUnits(house(), system);
}
export async function moveDay(input: unknown): Promise<Answer<string[]>> {
  return day.moveDay(house(), input);
}
