import { paperKinds } from '@/core/papers/kinds';
import type { Sheet } from '@/core/papers/sheet';
import { localDate, clockWords } from '@/core/calendar/calendar';
import { stationOf } from '@/server/consignment/station';
import { profileOf, type House } from '@/server/house';
import { papersOf } from './papers';

/** Consignments that are packed on a local day, in the order in which they leave. */
export function eveningShipments(house: House, day: string) {
  const { zone } = profileOf(house).place;
  return house.consignments
    .planned()
    .map((s) => s.document)
    .filter((c) => !c.cancelled && !c.held && c.bags.length > 0 && localDate(Date.parse(c.handOverAt), zone) === day)
    .sort((x, y) => (x.handOverAt < y.handOverAt ? -1 : 1))
    .map((c) => ({ code: c.code, who: c.receiver.name, leaves: clockWords(Date.parse(c.handOverAt), zone) }));
}

/** All papers that go in or on the boxes of an evening, consignment after consignment. */
export function eveningPapers(
  house: House,
  day: string,
  on: { format: string; edgeMm?: number | undefined },
): { sheets: Sheet[]; told: string[] } {
  const kinds = paperKinds.filter((k) => k.packed).map((k) => k.id);
  const each = eveningShipments(house, day).map(({ code }) => {
    const s = stationOf(house, code);
    const made = s
      ? papersOf(s, { kinds, format: on.format, ...(on.edgeMm === undefined ? {} : { edgeMm: on.edgeMm }) })
      : null;
    return made?.ok ? made.value : { sheets: [], told: made ? [`${code}: ${made.problems[0]!.message}`] : [] };
  });
  return { sheets: each.flatMap((x) => x.sheets), told: each.flatMap((x) => x.told) };
}
