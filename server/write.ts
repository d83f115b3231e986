import 'server-only';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { House } from './house';
import { troubleOf } from './trouble';
import { house } from './wiring';

const KEY = /^[\w-]{16,64}$/;
const NOTHING_DONE = 'Nothing was saved; what you typed is still here.';

/** What went wrong in words, with what to do; what nobody expected is written to the log and named as that. */
function failed(error: unknown): Outcome<never> {
  const words = troubleOf(error);
  if (words === null) console.error(error);
  return refuse('', words ?? `The server met something it did not expect. ${NOTHING_DONE}`);
}

/**
 * The one door of every write from a browser: the work, its journal and its receipt are one transaction, the same key
 * is done once, and whatever fails says so in a sentence with nothing left half done.
 */
export function once<T>(h: House, key: string, work: (h: House) => Outcome<T>): Outcome<T> {
  if (typeof key !== 'string' || !KEY.test(key))
    return refuse('key', 'This press has no key of its own: load the page again.');
  try {
    const gone = h.gone();
    if (gone) return refuse('', gone);
    const known = h.receipts.of(key);
    if (known === 'given-up') return refuse('', `This was given up before it arrived. ${NOTHING_DONE}`);
    if (known !== null) return known as Outcome<T>;
    return h.db.transaction(() => {
      const r = work(h);
      if (r.ok) h.receipts.keep(key, h.nowIso(), r);
      return r;
    })();
  } catch (error) {
    return failed(error);
  }
}

export async function write<T>(key: string, work: (h: House) => Outcome<T>): Promise<Outcome<T>> {
  let h: House;
  try {
    h = house();
  } catch (error) {
    return failed(error);
  }
  return once(h, key, work);
}

/** The same where something is thought out before: what takes time is done on a thread, and only then anything is written. */
export async function writeAfter<A, T>(
  press: string,
  think: (h: House) => Promise<A>,
  work: (h: House, thought: A) => Outcome<T>,
): Promise<Outcome<T>> {
  let h: House;
  let thought: A;
  try {
    h = house();
    const known = h.receipts.of(String(press));
    if (known !== null) return once(h, press, () => refuse('', NOTHING_DONE));
    thought = await think(h);
  } catch (error) {
    return failed(error);
  }
  return once(h, press, (here) => work(here, thought));
}

/** Answers what a press is not known to have done: its answer, or that nothing was done and now never will be. */
export function lookUp(h: House, key: string): Outcome<unknown> | null {
  const known = h.receipts.of(key);
  if (known === null) h.receipts.giveUp(key, h.nowIso());
  return known === 'given-up' ? null : known;
}
