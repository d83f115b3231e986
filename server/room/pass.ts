import { roleName } from '@/words/en/roles';
import { atLeast, leastForAction, leastForPath } from './rights';
import type { Who } from './who';

export interface Passing {
  method: string;
  path: string;
  search: URLSearchParams;
  header: (name: string) => string | null;
  /** Name of the server action that is called; empty for one that the build does not know; null where none is. */
  action: string | null;
}

export type Pass = 'in' | 'door' | 'not-yours' | { status: 401 | 403; words: string };

/** Routes that take what is sent to them themselves; pages take server actions alone. */
const TAKES = /^\/(photos|queue|door\/(enter|leave)|plan\/[^/]+)$/;

const NOT_IN = 'Sign in first: open Kindly Crate’s first page on this phone.';
const notYours = (who: Who): string => `Not available to a ${roleName(who.role)}. Ask the owner.`;

/**
 * Whether a request may go on, before any page or action runs. A page that is not for whoever asks is answered by a page that
 * says so; everything else by a sentence.
 */
export function mayPass(p: Passing, who: Who | null): Pass {
  const role = who?.role ?? null;
  const reads = p.method === 'GET' || p.method === 'HEAD';
  if (!reads && p.action === null && !TAKES.test(p.path))
    // A form that names an action in its body would not be known by its name.
    return { status: 403, words: 'A page accepts only its own actions.' };
  // An action is answered by the page it was called from: both must be theirs.
  const open = atLeast(role, leastForPath(p.path, p.search));
  if (open && (p.action === null || atLeast(role, leastForAction(p.action)))) return 'in';
  const page =
    reads && p.action === null && p.header('rsc') === null && (p.header('accept') ?? '').includes('text/html');
  if (!who) return page ? 'door' : { status: 401, words: NOT_IN };
  return page ? 'not-yours' : { status: 403, words: notYours(who) };
}
