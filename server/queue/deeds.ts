import { z } from 'zod';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { idText, text } from '@/core/quantities/shapes';
import { extraRound, finishStep, pauseRun, undoStep } from '@/server/arrive/run';
import { intoShape, sendInto } from '@/server/arrive/assign-tank';
import { readShape, tellReadings } from '@/server/arrive/readings';
import { signShape, tellSign } from '@/server/arrive/signs';
import { dutyId, laters, putOff } from '@/server/bench/put-off';
import { acceptConcern, acceptShape } from '@/server/concerns/accept';
import type { House } from '@/server/house';
import { scaleInput, weigh } from '@/server/box/weigh';
import { recordEvent, tick } from '@/server/pack/events';
import { handOver, handOverShape } from '@/server/pack/gate';
import { blemish, countBag, doseBag, handShapes, leaks, sexBag, swapOne, tooMuch } from '@/server/pack/hands';
import { openPack, readInput, readPack } from '@/server/pack/proving';
import { deathShape, tellDeath } from '@/server/quarantine/animals';
import { setDuty } from '@/server/quarantine/quarantine';
import { tell, tellShape } from '@/server/quarantine/tell';
import { letGo, take } from '@/server/room/assignments';
import type { Who } from '@/server/room/who';

/**
 * Presses of hands that must not wait for the network: each is kept by the phone with its instant, and arrives in its order.
 * A press says how long ago it was made, since the clock of a phone may be wrong by hours: the instant is the server’s.
 */
const asked = z.discriminatedUnion('deed', [
  z.object({ deed: z.literal('tick'), code: idText(20), key: idText(200), done: z.boolean() }),
  z.object({ deed: z.literal('event'), code: idText(20), name: z.literal('sealedAt') }),
  handOverShape,
  signShape,
  readShape,
  intoShape,
  ...handShapes,
  // `nth`: the how-manieth in its place; one that is open already is not opened again.
  z.object({
    deed: z.literal('openPack'),
    code: idText(20),
    packId: idText(),
    batch: text(40),
    nth: z.int().min(1).max(50),
  }),
  readInput.extend({ deed: z.literal('readPack') }),
  scaleInput.extend({ deed: z.literal('weigh') }),
  z.object({ deed: z.literal('duty'), quarantineId: idText(80), key: idText(200), done: z.boolean() }),
  tellShape,
  deathShape,
  z.object({ deed: z.literal('putOff'), id: dutyId, later: z.enum(laters).nullable() }),
  acceptShape,
  z.object({ deed: z.literal('step'), runId: idText(80), key: idText(80) }),
  z.object({ deed: z.literal('pause'), runId: idText(80), key: z.string().regex(/^(pause|goon):\d{1,4}$/) }),
  z.object({ deed: z.literal('extraRound'), runId: idText(80), nth: z.int().min(1).max(999) }),
  z.object({ deed: z.literal('undoStep'), runId: idText(80), key: idText(80) }),
  z.object({ deed: z.literal('take'), subject: idText(160) }),
  z.object({ deed: z.literal('letGo'), subject: idText(160) }),
  // Its picture goes beside it, by an address of its own (`/photos`).
  z.object({ deed: z.literal('photo'), code: idText(20), kind: z.enum(['bag', 'box', 'tank']), id: idText(80) }),
]);
export type Deed = z.infer<typeof asked>;

/** A press that waited longer than this is of another week: it is shown, and not done. */
export const LONGEST_MS = 48 * 3600_000;

/** Does one press of a queue, at the instant it was made. */
export function doDeed(house: House, given: unknown, agoMs: unknown, who: Who): Outcome<unknown> {
  const parsed = asked.safeParse(given);
  if (!parsed.success) {
    // A figure that cannot be is told as at any other door; anything else comes from a page of another version.
    const figures = parsed.error.issues.every((i) => i.code === 'too_small' || i.code === 'too_big');
    if (figures) return { ok: false, problems: problemsOf(parsed.error) };
    return refuse('', 'This action is unknown. Reload the page.');
  }
  const ago = typeof agoMs === 'number' && Number.isFinite(agoMs) ? Math.max(0, agoMs) : 0;
  if (ago > LONGEST_MS)
    return refuse('', 'This was pressed over two days ago. Check the present state and press again.');
  const ms = house.nowMs() - ago;
  const at = new Date(ms).toISOString();
  const d = parsed.data;
  switch (d.deed) {
    case 'tick':
      return tick(house, d.code, d.key, d.done, at);
    case 'event':
      return nothingBack(recordEvent(house, d.code, d.name, at));
    case 'sign':
      return tellSign(house, d, at);
    case 'into':
      return sendInto(house, d, at);
    case 'readings':
      return tellReadings(house, d, at);
    case 'handOver':
      return handOver(house, d, at);
    case 'count':
      return countBag(house, d);
    case 'sexes':
      return sexBag(house, d);
    case 'swap':
      return swapOne(house, d);
    case 'dose':
      return doseBag(house, d, at);
    case 'blemish':
      return blemish(house, d, at);
    case 'leaks':
      return leaks(house, d, at);
    case 'tooMuch':
      return tooMuch(house, d, at);
    case 'openPack':
      return openPack(house, d.code, d.packId, d.batch, at, d.nth);
    case 'readPack':
      return readPack(house, d, at);
    case 'weigh':
      return weigh(house, d, at);
    case 'duty':
      return setDuty(house, d.quarantineId, d.key, d.done, ms);
    case 'quarantine':
      return nothingBack(tell(house, d, at));
    case 'death':
      return tellDeath(house, d, at);
    case 'putOff':
      return putOff(house, { id: d.id, later: d.later });
    case 'accept':
      return acceptConcern(house, d, who.name);
    case 'photo':
      return refuse('', 'The picture did not arrive. Reload the page.');
    case 'step':
      return finishStep(house, d.runId, d.key, ms);
    case 'pause':
      return pauseRun(house, d.runId, d.key, ms);
    case 'extraRound':
      return extraRound(house, d.runId, d.nth);
    case 'undoStep':
      return undoStep(house, d.runId, d.key);
    case 'take':
      return take(house, d.subject, who);
    case 'letGo':
      return letGo(house, d.subject);
  }
}

/** A phone needs to know that it was done, and no more. */
const nothingBack = (r: Outcome<unknown>): Outcome<null> => (r.ok ? { ok: true, value: null } : r);
