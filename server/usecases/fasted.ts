import type { Consignment } from '@/core/consignment/schema';
import type { House } from '../house';

const FED = 'moment:last-feed:';

/** Tanks whose last feed for this consignment is ticked. */
export const fastedTanks = (house: House, c: Consignment): Set<string> =>
  new Set(
    [...house.consignments.ticks(c.id).keys()].flatMap((key) => (key.startsWith(FED) ? [key.slice(FED.length)] : [])),
  );
