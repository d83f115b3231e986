import { z } from 'zod';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { id } from '@/core/quantities/shapes';
import { finishStep, undoStep } from '@/server/arrive/run';
import { laters, putOff } from '@/server/bench/put-off';
import type { House } from '@/server/house';
import { recordEvent, tick } from '@/server/pack/events';
import { setDuty } from '@/server/quarantine/quarantine';
import { letGo, take } from '@/server/room/taken';
import type { Who } from '@/server/room/who';

/**
 * Presses of hands that must not wait for the network: each is kept by the phone with its instant, and arrives in its order.
 * A press says how long ago it was made, since the clock of a phone may be wrong by hours: the instant is the server’s.
 */
const asked = z.discriminatedUnion('deed', [
  z.object({ deed: z.literal('tick'), code: id(20), key: id(200), done: z.boolean() }),
  z.object({ deed: z.literal('event'), code: id(20), name: z.enum(['sealedAt', 'handedOverAt']) }),
  z.object({ deed: z.literal('duty'), quarantineId: id(80), key: id(200), done: z.boolean() }),
  z.object({ deed: z.literal('putOff'), id: id(), later: z.enum(laters).nullable() }),
  z.object({ deed: z.literal('step'), runId: id(80), key: id(80) }),
  z.object({ deed: z.literal('undoStep'), runId: id(80), key: id(80) }),
  z.object({ deed: z.literal('take'), subject: id(160) }),
  z.object({ deed: z.literal('letGo'), subject: id(160) }),
]);
export type Deed = z.infer<typeof asked>;

/** A press that waited longer than this is of another week: it is shown, and not done. */
const LONGEST_MS = 48 * 3600_000;

/** Does one press of a queue, at the instant it was made. */
export function doDeed(house: House, given: unknown, agoMs: unknown, who: Who): Outcome<unknown> {
  const parsed = asked.safeParse(given);
  if (!parsed.success) return refuse('', 'This press is not known here: load the page again.');
  const ago = typeof agoMs === 'number' && Number.isFinite(agoMs) ? Math.max(0, agoMs) : 0;
  if (ago > LONGEST_MS)
    return refuse('', 'This was pressed more than two days ago: look at how things stand, and press again.');
  const ms = house.nowMs() - ago;
  const at = new Date(ms).toISOString();
  const d = parsed.data;
  if (d.deed === 'tick') return tick(house, d.code, d.key, d.done, at);
  if (d.deed === 'event') {
    const r = recordEvent(house, d.code, d.name, at);
    return r.ok ? { ok: true, value: null } : r;
  }
  if (d.deed === 'duty') return setDuty(house, d.quarantineId, d.key, d.done, ms);
  if (d.deed === 'putOff') return putOff(house, { id: d.id, later: d.later });
  if (d.deed === 'step') return finishStep(house, d.runId, d.key, ms);
  if (d.deed === 'undoStep') return undoStep(house, d.runId, d.key);
  return d.deed === 'take' ? take(house, d.subject, who) : letGo(house, d.subject);
}
