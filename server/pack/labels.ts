import { bagLabel } from '@/core/papers/bag-label';
import type { PrintedLabel } from '@/core/papers/bag-sheet';
import type { BoxLabel } from '@/core/papers/box-sheet';
import { row } from '@/core/catalogue/row';
import { hasDraws } from '@/server/consignment/result';
import type { Station } from '@/server/consignment/station';

/** To ten minutes, and never later than it is. */
const TEN_MIN = 600_000;
const down = (ms: number): number => Math.floor(ms / TEN_MIN) * TEN_MIN;

/** The hours on a label are those of the worst tenth of the draws: until they are in there is none, and never the planned one in its place. */
export const hoursKnown = ({ view }: Pick<Station, 'view'>): boolean => hasDraws(view.stored.result);

/** Until when some bags are safe at worst, as the stored draws have it; null where no hour is known. */
function safeUntilMs(s: Station, bagIds: readonly string[]): number | null {
  const result = s.view.stored.result;
  if (!result || !hoursKnown(s)) return null;
  const hours = result.bags.flatMap((b) => (bagIds.includes(b.id) && b.worstSafeH !== null ? [b.worstSafeH] : []));
  return hours.length > 0 ? down(result.sealMs + Math.min(...hours) * 3600_000) : null;
}

/** The labels of every bag of a consignment, in the order they are filled. */
export function labelsOf(s: Station): PrintedLabel[] {
  const { c, e, catalogue } = s;
  const { zone, name: town } = c.receiver.place;
  return c.bags.map((bag, i) => {
    const ease = e?.bags.find((b) => b.id === bag.id)?.easeC;
    const line = c.lines.find((l) => l.id === bag.animals[0]?.lineId);
    const ms = safeUntilMs(s, [bag.id]);
    return {
      ...bagLabel(c, bag, catalogue),
      number: i + 1,
      of: c.bags.length,
      shape: row(catalogue.species, line?.speciesId ?? '', 'species').look.shape,
      breathes: row(catalogue.bags, bag.bagTypeId, 'bag').breather === true,
      // At ease for as long as it takes: what they bear for one day is no advice to a carrier.
      keepC: ease ? { min: ease.min, max: ease.max } : null,
      openBefore: ms === null ? null : { town, ms, zone },
      from: { name: c.sender.name, phone: c.sender.phone },
      to: { name: `${c.receiver.name}, ${town}`, phone: c.receiver.phone },
    };
  });
}

/** What stands on the sides of every box that has bags. */
export function boxLabelsOf(s: Station): BoxLabel[] {
  const { c, e, catalogue } = s;
  const service = row(catalogue.services, c.serviceId, 'service');
  const boxes = c.boxes.filter((b) => c.bags.some((x) => x.boxId === b.id));
  const { zone, name: town } = c.receiver.place;
  return boxes.map((box, i) => {
    const bags = c.bags.filter((b) => b.boxId === box.id);
    const eases = e?.bags.filter((b) => b.boxId === box.id).map((b) => b.easeC) ?? [];
    const ms = safeUntilMs(
      s,
      bags.map((b) => b.id),
    );
    const keepC = {
      min: Math.max(...eases.map((x) => x.min)),
      max: Math.min(...eases.map((x) => x.max)),
    };
    return {
      code: c.code,
      box: box.id,
      number: i + 1,
      of: boxes.length,
      kg: e?.boxes.find((b) => b.id === box.id)?.weights.totalKg ?? 0,
      animals: bags.flatMap((b) => b.animals).reduce((n, x) => n + x.count, 0),
      from: { name: c.sender.name, address: c.sender.address, phone: c.sender.phone },
      to: { name: c.receiver.name, address: c.receiver.address, phone: c.receiver.phone, town },
      depotCode: c.booking?.depotCode ?? '',
      collection: service.collection ?? (service.kind === 'air' ? 'counter' : 'door'),
      keepC: eases.length > 0 && keepC.min < keepC.max ? keepC : null,
      safeUntil: ms === null ? null : { town, ms, zone },
      reference: c.booking?.reference ?? '',
    };
  });
}
