import { clockWords, dayWords } from '@/core/calendar/calendar';
import { bagLabel, type BagLabel } from '@/core/papers/bag-label';
import { row } from '@/core/catalogue/row';
import type { Species } from '@/core/catalogue/schema';
import type { Station } from '@/server/consignment/station';

/** A label with what only the house knows of it: how warm it must stay, and until when it is safe. */
export interface PrintedLabel extends BagLabel {
  number: number;
  of: number;
  look: Species['look'];
  /** Of film that breathes. */
  breathes: boolean;
  /** What all in it bear for a day, °C. */
  keepC: { min: number; max: number } | null;
  /** The receiver’s clock; null where no hour is known. */
  openBefore: { town: string; at: string } | null;
  from: { name: string; phone: string };
  to: { name: string; phone: string };
}

/** To ten minutes, and never later than it is. */
const TEN_MIN = 600_000;
const down = (ms: number): number => Math.floor(ms / TEN_MIN) * TEN_MIN;

/** The labels of every bag of a consignment, in the order they are filled. */
export function labelsView({ c, e, catalogue, view }: Station): PrintedLabel[] {
  const { zone, name: town } = c.receiver.place;
  const at = (ms: number): string => `${dayWords(ms, zone)}, ${clockWords(ms, zone)}`;
  return c.bags.map((bag, i) => {
    const stored = view.stored.result?.bags.find((b) => b.id === bag.id);
    const limits = e?.bags.find((b) => b.id === bag.id)?.limits;
    const sealMs = view.stored.result?.sealMs;
    const line = c.lines.find((l) => l.id === bag.animals[0]?.lineId);
    return {
      ...bagLabel(c, bag, catalogue),
      number: i + 1,
      of: c.bags.length,
      look: row(catalogue.species, line?.speciesId ?? '', 'species').look,
      breathes: row(catalogue.bags, bag.bagTypeId, 'bag').breather === true,
      keepC: limits ? { min: limits.cold24C, max: limits.warm24C } : null,
      openBefore:
        stored?.worstSafeH != null && sealMs !== undefined
          ? { town, at: at(down(sealMs + stored.worstSafeH * 3600_000)) }
          : null,
      from: { name: c.sender.name, phone: c.sender.phone },
      to: { name: `${c.receiver.name}, ${town}`, phone: c.receiver.phone },
    };
  });
}
