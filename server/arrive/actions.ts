'use server';

import { methodIds } from '@/core/acclimation/recipes';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import { evaluationOf } from '@/server/consignment/view';
import { house } from '@/server/wiring';
import { methodComparisons } from './methods';
import * as readings from './readings';
import * as run from './run';

export async function saveReadings(input: readings.ReadingsInput): Promise<Outcome<null>> {
  return plain(readings.saveReadings(house(), input));
}
export async function startRun(code: string, bagId: string, method: string): Promise<Outcome<string>> {
  const h = house();
  const stored = h.consignments.byCode(code);
  if (!stored) return refuse('code', `There is no consignment ${code}.`);
  const e = evaluationOf(h, stored);
  if (!e.ok) return e;
  const lane = methodComparisons(h, stored.document, e.value, h.nowMs()).find((l) => l.bagIds.includes(bagId));
  const id = methodIds.find((m) => m === method);
  if (!lane || !id) return refuse('method', 'This bag or method is not known here.');
  return run.startRun(h, stored.document, lane, id);
}
export async function finishStep(runId: string, key: string): Promise<Outcome<null>> {
  return run.finishStep(house(), runId, key);
}
export async function undoStep(runId: string): Promise<Outcome<null>> {
  return run.undoStep(house(), runId);
}
export async function stopRun(runId: string): Promise<Outcome<null>> {
  return run.stopRun(house(), runId);
}
