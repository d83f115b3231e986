'use server';

import { z } from 'zod';
import { idText, text } from '@/core/quantities/shapes';
import { parseInput } from '@/server/parse-input';
import { ask, write } from '@/server/write';
import { methodIds } from '@/core/acclimation/vessel';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { noConsignment } from '@/server/answer';
import { evaluationOf } from '@/server/consignment/view';
import { methodComparisons } from './methods';
import * as come from './register-arrival';
import * as finish from './finish';
import * as run from './run';
import * as seller from './seller';
import * as ways from './method-settings';

const starting = z.object({
  code: idText(20),
  bagId: idText(20),
  method: z.enum(methodIds, { error: 'This method is unknown.' }),
  because: text(200),
});

export async function boxHasCome(press: string, input: come.ComeInput): Promise<Outcome<{ code: string }>> {
  return write(press, (h) => come.boxHasCome(h, input));
}
export async function startRun(
  press: string,
  code: string,
  bagId: string,
  method: string,
  because = '',
): Promise<Outcome<string>> {
  return write(press, (h) =>
    parseInput(starting, { code, bagId, method, because }, (x) => {
      const stored = h.consignments.byCode(x.code);
      if (!stored) return noConsignment(x.code);
      const e = evaluationOf(h, stored);
      if (!e.ok) return e;
      const lane = methodComparisons(h, stored.document, e.value, h.nowMs()).find((l) => l.bagIds.includes(x.bagId));
      if (!lane) return refuse('bagId', 'This bag is unknown.');
      return run.startRun(h, stored.document, lane, x.method, x.because);
    }),
  );
}
/** What other ways of opening would change, before they are kept. */
export async function askWays(input: ways.WaysInput, bagId: string): Promise<Outcome<ways.Effect[]>> {
  return ask((h) => ways.tryWays(h, input, bagId));
}
export async function setWays(press: string, input: ways.WaysInput): Promise<Outcome<null>> {
  return write(press, (h) => ways.setWays(h, input));
}
export async function finishArrival(press: string, code: string): Promise<Outcome<null>> {
  return write(press, (h) => finish.finishArrival(h, code));
}
export async function goOnArriving(press: string, code: string): Promise<Outcome<null>> {
  return write(press, (h) => finish.goOnArriving(h, code));
}
export async function tellCertificate(press: string, code: string, number: string): Promise<Outcome<null>> {
  return write(press, (h) => finish.tellCertificate(h, code, typeof number === 'string' ? number : ''));
}
export async function takeAsSeen(press: string, code: string): Promise<Outcome<null>> {
  return write(press, (h) => seller.takeAsSeen(h, code));
}
export async function stopRun(press: string, runId: string): Promise<Outcome<null>> {
  return write(press, (h) => run.stopRun(h, runId));
}
