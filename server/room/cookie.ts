import type { House } from '@/server/house';
import type { Entrance } from './listener';
import { cookieName } from './people';

/** As long as browsers keep one; the session itself ends earlier where nobody comes. */
const YEAR_S = 365 * 24 * 3600;

/** The cookie of a session: no script reads it, no other site sends it, and over TLS it never goes out in the clear. */
export const cookieFor = (house: House, value: string, way: Entrance) => ({
  name: cookieName(house),
  value,
  httpOnly: true,
  sameSite: 'lax' as const,
  secure: way === 'room-tls',
  path: '/',
  maxAge: YEAR_S,
});
