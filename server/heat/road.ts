import { z } from 'zod';
import { idText, version } from '@/core/quantities/shapes';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { roadSchema } from '@/core/consignment/schema';
import { change } from '@/server/consignment/change';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const roadInput = z.object({ code: idText(20), version, legs: roadSchema.shape.legs.nullable() });
export type RoadInput = z.input<typeof roadInput>;

/** Legs by hand in place of those of the service, or those of the service again (null). */
export function saveRoad(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = roadInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, legs } = parsed.data;
  return change(house, code, version, 'the legs of the journey', (c) => {
    const { road: _, ...rest } = c;
    if (!legs) return { ok: true, value: rest };
    const arrives = Date.parse(c.actual.arrivedAt ?? c.window?.startAt ?? c.openingAt);
    const hours = (arrives - Date.parse(c.actual.handedOverAt ?? c.handOverAt)) / 3600_000;
    const before = legs.slice(0, -1).reduce((h, l) => h + l.hours, 0);
    if (before >= hours)
      return refuse(
        `legs.${legs.length - 1}.hours`,
        `Legs before the last take ${before.toFixed(1)} h; from drop-off to delivery is ${hours.toFixed(1)} h. Shorten one.`,
      );
    return { ok: true, value: { ...rest, road: { serviceId: c.serviceId, legs } } };
  });
}
