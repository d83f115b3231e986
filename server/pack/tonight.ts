import { localDate } from '@/core/calendar/calendar';
import type { Consignment } from '@/core/consignment/schema';
import { HOUR } from '@/core/quantities/time';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

/** What leaves here tonight: planned or sealed and not handed over, on the local day of the next one to leave. */
export function leavingTonight(live: readonly StoredConsignment[], nowMs: number): StoredConsignment[] {
  const open = live
    .filter(({ document: c }) => {
      if (c.direction === 'incoming' || c.held || c.cancelled || c.actual.handedOverAt || c.bags.length === 0)
        return false;
      return Date.parse(c.handOverAt) > nowMs - 12 * HOUR && Date.parse(c.handOverAt) < nowMs + 36 * HOUR;
    })
    .sort((a, b) => (a.document.handOverAt < b.document.handOverAt ? -1 : 1));
  const first = open[0]?.document;
  if (!first) return [];
  const dayOf = (c: Consignment): string => localDate(Date.parse(c.handOverAt), first.sender.place.zone);
  return open.filter((s) => dayOf(s.document) === dayOf(first));
}

export const eveningCodes = (house: House): string[] =>
  leavingTonight(house.consignments.live(new Date(house.nowMs() - 24 * HOUR).toISOString()).read, house.nowMs()).map(
    (s) => s.document.code,
  );
