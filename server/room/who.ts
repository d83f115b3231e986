import type { House } from '@/server/house';
import { cookieName, knownBy } from './people';
import type { Entrance } from './listener';
import type { Role } from './rights';

/** Whoever asks, as the door knows them. */
export interface Who {
  /** Empty for the owner at this machine while there is no passphrase. */
  name: string;
  role: Role;
  /** Null where nobody was let in by a session: the machine itself. */
  sessionId: string | null;
  device: string;
}

/** Set by the door on every request that goes on, and thrown away from every client. */
export const WHO = 'x-kindly-who';
/** The state of the house when the request came: whatever a page shows is of this one or later. */
export const SHOWN = 'x-kindly-shown';
export const written = (who: Who): string => encodeURIComponent(JSON.stringify(who));
export function readWho(header: string | null): Who | null {
  try {
    return header === null ? null : (JSON.parse(decodeURIComponent(header)) as Who);
  } catch {
    return null;
  }
}

/** Who asks: by the cookie of an open session; at this machine itself the owner, until a passphrase exists. */
export function whoAsks(house: House, way: Entrance, cookie: (name: string) => string | undefined): Who | null {
  const known = knownBy(house, cookie(cookieName(house)));
  if (known) return { name: known.name, role: known.role, sessionId: known.sessionId, device: known.device };
  return way === 'here' && house.people.keeper() === null
    ? { name: '', role: 'owner', sessionId: null, device: 'the desk' }
    : null;
}
