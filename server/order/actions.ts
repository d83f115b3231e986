'use server';

import { z } from 'zod';
import { idText, text, version as versionShape } from '@/core/quantities/shapes';
import { parseInput } from '@/server/parse-input';
import { write, writeAfter } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { house } from '@/server/wiring';
import { plain } from '@/server/answer';
import * as advice from './advice';
import type { OrderInput } from './input';
import * as order from './order';
import { orderDraftOf, receiverOptions } from './view';

const stored = z.object({ code: idText(20), version: versionShape });
const cancelling = z.object({ code: idText(20), version: versionShape.nullable(), reason: text(300) });

export async function saveOrder(
  press: string,
  input: OrderInput,
): Promise<Outcome<{ code: string; reasons: string[] }>> {
  return writeAfter(
    press,
    (h) => order.planAhead(h, input, press),
    (h, ahead) => {
      const r = order.saveOrder(h, input, ahead);
      // The form compares drafts with drafts.
      return r.ok || !r.conflict
        ? r
        : { ...r, conflict: { ...r.conflict, theirs: orderDraftOf(r.conflict.theirs as Consignment) } };
    },
  );
}
export async function checkOrder(input: OrderInput): Promise<ReturnType<typeof advice.checkOrder>> {
  return advice.checkOrder(house(), input);
}
export async function cancelOrder(
  press: string,
  code: string,
  version: number,
  reason: string,
): Promise<Outcome<null>> {
  return write(press, (h) =>
    parseInput(cancelling, { code, version, reason }, (x) => plain(order.cancel(h, x.code, x.reason, x.version))),
  );
}
export async function reviveOrder(press: string, code: string, version: number): Promise<Outcome<null>> {
  return write(press, (h) => plain(order.revive(h, code, version)));
}
export async function countAsMeasured(press: string, code: string, version: number): Promise<Outcome<null>> {
  return write(press, (h) =>
    parseInput(stored, { code, version }, (x) => plain(order.countAsMeasured(h, x.code, x.version))),
  );
}
export async function duplicate(press: string, code: string): Promise<Outcome<string>> {
  return write(press, (h) => order.duplicate(h, code));
}
export async function findReceivers(text: string): Promise<ReturnType<typeof receiverOptions>> {
  return receiverOptions(house(), String(text).slice(0, 80));
}
