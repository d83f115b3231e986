import 'server-only';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { House } from './house';
import { troubleOf } from './trouble';
import { house } from './wiring';
import { whoIsHere } from './room/current-user';

const KEY = /^[\w-]{16,64}$/;
const NOTHING_DONE = 'Not saved. Your entries are still here.';

/** What went wrong in words, with what to do; what nobody expected is written to the log and named as that. */
function failed(error: unknown): Outcome<never> {
  const words = troubleOf(error);
  if (words === null) console.error(error);
  return refuse('', words ?? `The server hit an unexpected error. ${NOTHING_DONE}`);
}

/** What is known of a press before anything is done: its answer, or why it is refused; null where it is to be done. */
function before(h: House, press: string): Outcome<never> | null {
  if (typeof press !== 'string' || !KEY.test(press)) return refuse('key', 'This action has no key. Reload the page.');
  const gone = h.gone();
  if (gone) return refuse('', gone);
  const known = h.receipts.of(press);
  return known === 'given-up'
    ? refuse('', `This was cancelled before it arrived. ${NOTHING_DONE}`)
    : (known as Outcome<never> | null);
}

/**
 * The one door of every write from a browser: the work, its journal and its receipt are one transaction, the same press
 * is done once, and whatever fails says so in a sentence with nothing left half done.
 */
export function once<T>(h: House, press: string, work: (h: House) => Outcome<T>, by = ''): Outcome<T> {
  try {
    const known = before(h, press);
    if (known) return known;
    const done = withHand(h, by, () => {
      const r = work(h);
      if (r.ok) h.receipts.keep(press, h.nowIso(), r);
      return r;
    });
    if (done.ok) h.changes.tell(press);
    return done;
  } catch (error) {
    return failed(error);
  }
}

/** One transaction in somebody's name. Nothing in it waits, so that no other hand can come between. */
function withHand<T>(h: House, by: string, work: () => T): T {
  h.hand.by = by;
  try {
    return h.db.transaction(work)();
  } finally {
    h.hand.by = '';
  }
}

/** Between two slices whoever waits for a page is let in. */
const breathe = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/**
 * The same for what is long: each slice is one transaction, and what it yields, in words how far it has come, is its
 * receipt. If the house dies in between, whoever asks is told that and not that nothing was saved.
 */
export async function onceInSlices<T>(
  h: House,
  press: string,
  begin: (h: House) => Generator<string, Outcome<T>>,
  by = '',
): Promise<Outcome<T>> {
  let far = '';
  try {
    const known = before(h, press);
    if (known) return known;
    const slices = begin(h);
    for (;;) {
      const step = withHand(h, by, () => {
        const r = slices.next();
        if (!r.done) h.receipts.keep(press, h.nowIso(), refuse('', r.value));
        else if (r.value.ok) h.receipts.keep(press, h.nowIso(), r.value);
        else h.receipts.drop(press);
        return r;
      });
      if (step.done) {
        h.changes.tell(press);
        return step.value;
      }
      far = step.value;
      await breathe();
      const gone = h.gone();
      if (gone) return refuse('', gone);
    }
  } catch (error) {
    if (far === '') return failed(error);
    console.error(error);
    return refuse('', `Something stopped this halfway. ${far}`);
  }
}

/** Does it in the house of this server. */
export const write = <T>(press: string, work: (h: House) => Outcome<T>): Promise<Outcome<T>> =>
  writeAfter(
    press,
    async () => ({ ok: true, value: null }),
    (h) => work(h),
  );

export const writeInSlices = async <T>(
  press: string,
  begin: (h: House) => Generator<string, Outcome<T>>,
): Promise<Outcome<T>> => {
  try {
    return await onceInSlices(house(), press, begin, (await whoIsHere()).name);
  } catch (error) {
    return failed(error);
  }
};

/** The same where something is thought out before: what takes time is done on a thread, and only then anything is written. */
export async function writeAfter<A, T>(
  press: string,
  think: (h: House) => Promise<Outcome<A>>,
  work: (h: House, thought: A) => Outcome<T>,
): Promise<Outcome<T>> {
  try {
    const h = house();
    const known = before(h, press);
    if (known) return known;
    const { name } = await whoIsHere();
    const thought = await think(h);
    return thought.ok ? once(h, press, (here) => work(here, thought.value), name) : thought;
  } catch (error) {
    return failed(error);
  }
}

/** The door of what is only looked up and answers with an outcome: what fails says so in a sentence here too. */
export function ask<T>(work: (h: House) => Outcome<T>): Outcome<T> {
  try {
    return work(house());
  } catch (error) {
    return failed(error);
  }
}

/** Answers what a press is not known to have done: its answer, or that nothing was done and now never will be. */
export function lookUp(h: House, press: string): Outcome<unknown> {
  const none = refuse('', `The answer was lost. ${NOTHING_DONE}`);
  if (typeof press !== 'string' || !KEY.test(press)) return none;
  const gone = h.gone();
  if (gone) return refuse('', gone);
  const known = h.receipts.of(press);
  if (known === null) h.receipts.giveUp(press, h.nowIso());
  return known === null || known === 'given-up' ? none : known;
}
