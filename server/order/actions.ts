'use server';

import type { Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { house } from '@/server/wiring';
import { plain } from '@/server/answer';
import * as advice from './advice';
import type { OrderInput } from './input';
import * as order from './order';
import { draftOf, receiverOptions } from './view';

export async function saveOrder(input: OrderInput): Promise<Outcome<{ code: string; reasons: string[] }>> {
  const r = order.saveOrder(house(), input);
  // The form compares drafts with drafts.
  return r.ok || !r.conflict
    ? r
    : { ...r, conflict: { ...r.conflict, theirs: draftOf(r.conflict.theirs as Consignment) } };
}
export async function checkOrder(input: OrderInput): Promise<ReturnType<typeof advice.checkOrder>> {
  return advice.checkOrder(house(), input);
}
export async function cancelOrder(code: string, reason: string): Promise<Outcome<null>> {
  return plain(order.cancel(house(), code, reason));
}
export async function reviveOrder(code: string): Promise<Outcome<null>> {
  return plain(order.revive(house(), code));
}
export async function duplicate(code: string): Promise<Outcome<string>> {
  return order.duplicate(house(), code);
}
export async function findReceivers(text: string): Promise<ReturnType<typeof receiverOptions>> {
  return receiverOptions(house(), String(text).slice(0, 80));
}
