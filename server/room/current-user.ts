import 'server-only';
import { headers } from 'next/headers';
import { DOOR, FROM, type Entrance } from './listener';
import { readWho, SHOWN, WHO, type Who } from './who';
import { tries, type Tries } from './tries';

/** Whoever asked for what is being answered now. The door has let them in: nobody else comes this far. */
export async function whoIsHere(): Promise<Who> {
  const who = readWho((await headers()).get(WHO));
  if (!who) throw new Error('A request bypassed the sign-in.');
  return who;
}

/** The same, or null on the pages that need nobody. */
export const whoIfAny = async (): Promise<Who | null> => readWho((await headers()).get(WHO));

/** The state of the house that a page shows at least. */
export const shownNow = async (): Promise<number> => Number((await headers()).get(SHOWN) ?? 0);

/** How a request came in, and from where. */
export async function wayIn(): Promise<{ way: Entrance; from: string; agent: string }> {
  const h = await headers();
  return {
    way: (h.get(DOOR) as Entrance | null) ?? 'here',
    from: h.get(FROM) ?? '',
    agent: h.get('user-agent') ?? '',
  };
}

const kept = globalThis as unknown as { kindlyTries?: Tries };
/** Wrong tries of this server. */
export const triesOf = (): Tries => (kept.kindlyTries ??= tries());
