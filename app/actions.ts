'use server';

import type { Outcome } from '@/core/consignment/schema';
import { methodIds } from '@/core/acclimation/recipes';
import { house } from '@/server/wiring';
import { evaluationOf } from '@/server/views/consignment';
import { setAssumption as setOwnAssumption } from '@/server/usecases/assumptions';
import * as arrival from '@/server/usecases/arrival';
import { undo } from '@/server/usecases/change';
import * as files from '@/server/usecases/files';
import * as order from '@/server/usecases/order';
import * as packing from '@/server/usecases/packing';

/** Each action parses in its use case, calls that one use case, and translates nothing but success or sentences. */
export type Answer<T = null> = Outcome<T>;

const plain = (r: Outcome<unknown>): Answer => (r.ok ? { ok: true, value: null } : r);

export async function saveOrder(input: unknown): Promise<Answer<{ code: string; reasons: string[] }>> {
  return order.saveOrder(house(), input);
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
  const e = evaluationOf(stored);
  if (!e.ok) return e;
  const lane = arrival.methodComparisons(stored.document, e.value, h.nowMs()).find((l) => l.bagIds.includes(bagId));
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
