import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { Outcome } from '@/core/consignment/outcome';
import type { House } from '@/server/house';

const KEY = 'calendar key';

/** The secret part of the calendar’s address: a calendar cannot sign in, so whoever knows the address may read it. */
function feedKey(house: House): string {
  const here = house.arrivals.setting(KEY);
  if (here) return here;
  const made = randomBytes(18).toString('base64url');
  house.arrivals.setSetting(KEY, made);
  return made;
}

/** Another address; calendars that know the old one read nothing any more. */
export function renewFeedKey(house: House): Outcome<null> {
  house.arrivals.dropSetting(KEY);
  feedKey(house);
  house.deeds.tell(house.nowIso(), 'made a new address for the calendar', '/settings');
  return { ok: true, value: null };
}

export function isFeedKey(house: House, typed: string | null): boolean {
  const is = Buffer.from(feedKey(house));
  const told = Buffer.from(typed ?? '');
  return told.length === is.length && timingSafeEqual(told, is);
}

/** Where the feed is, or the file of one consignment. */
export const feedPath = (house: House, code: string | null = null): string =>
  `/calendar.ics?key=${feedKey(house)}${code === null ? '' : `&of=${code}`}`;
