import { numberIn } from '@/core/consignment/number';
import type { House } from '@/server/house';
import { openStationFor } from '@/server/room/menu';
import type { Role } from '@/server/room/rights';

/** What stands in the QR of a tank card. */
export const tankNumber = (id: string): string => `TANK/${id}`;

/** A tank in its weeks opens on them, any other on its own page. */
const tankPage = (house: House, id: string): string => {
  const weeks = house.quarantines.inTank(id);
  return weeks ? `/quarantine/${weeks.id}` : `/tanks/${id}`;
};

/**
 * Where a scanned or typed number leads: a bag or box to the station where it is now in hand, a tank to its page. Null where the
 * number is not of this house.
 */
export function targetOf(house: House, typed: string, role: Role): string | null {
  const number = numberIn(typed.slice(0, 200));
  const tankId = /^TANK\/([\w-]{1,80})$/i.exec(number)?.[1];
  if (tankId) {
    const record = house.records.byId(tankId);
    return record?.kind === 'tank' && !record.deletedAt ? tankPage(house, record.id) : null;
  }
  const m = /^KC-?(\d{1,8})(?:\/(BOX-)?([A-Za-z0-9]{1,8}))?$/i.exec(number.replace(/\s/g, ''));
  if (!m) {
    const named = number === '' ? [] : house.records.found('tank', number, 50);
    const tank = named.find((t) => t.name.toLowerCase() === number.toLowerCase() && !t.deletedAt);
    return tank ? tankPage(house, tank.id) : null;
  }
  const code = `KC-${m[1]!.padStart(4, '0')}`;
  const stored = house.consignments.byCode(code);
  if (!stored) return null;
  const { actual, direction } = stored.document;
  const running = house.arrivals.runsOf(stored.document.id).some((r) => !m[3] || m[2] || r.bagIds.includes(m[3]));
  const arrived = actual.arrivedAt !== null || direction === 'incoming';
  const station = running
    ? 'run'
    : actual.openedAt
      ? 'quarantine'
      : arrived || actual.handedOverAt
        ? 'receive'
        : openStationFor(role, m[2] ? 'box' : m[3] ? 'bag' : 'send');
  const of = m[3] ? `?${m[2] ? 'box' : 'bag'}=${encodeURIComponent(m[3])}` : '';
  return `/consignments/${code}/${station}${of}`;
}
