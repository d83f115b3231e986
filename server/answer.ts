import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { House } from './house';

/** An outcome whose value the browser does not need. */
export const plain = (r: Outcome<unknown>): Outcome<null> => (r.ok ? { ok: true, value: null } : r);

/** All or nothing: a refusal takes back what was written before it. */
export function atomically<T>(house: House, work: () => Outcome<T>): Outcome<T> {
  let answer: Outcome<T> | null = null;
  const REFUSED = new Error('refused');
  try {
    house.db.transaction(() => {
      answer = work();
      if (!answer.ok) throw REFUSED;
    })();
  } catch (error) {
    if (error !== REFUSED) throw error;
  }
  return answer!;
}

/** A code that is none of ours is not repeated: it may be anything, of any length. */
export const noConsignment = (code: unknown): Outcome<never> =>
  refuse(
    'code',
    `There is no shipment ${typeof code === 'string' && /^KC-\d{1,24}$/.test(code) ? code : 'of this code'}.`,
  );
