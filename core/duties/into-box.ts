import { numberIn } from '@/core/consignment/number';
import { refuse, type Outcome } from '@/core/consignment/outcome';

/** Bags with the box each belongs into. */
interface Bagged {
  bags: readonly { id: string; boxId: string }[];
}

/** "KC-0106/A1", "A1", "a1": what stands on a label, or what a hand types of it. */
export function readLabel(scanned: string): { code: string | null; bagId: string } {
  const m = /^(?:(KC-\d{4,24})\/)?(.{1,12})$/.exec(numberIn(scanned).toUpperCase());
  return { code: m?.[1] ?? null, bagId: m?.[2] ?? '' };
}

/**
 * Whether a bag whose label was scanned or typed belongs into this box; its id where it does, and else where it belongs
 * (W20, wrong fish in the wrong box).
 */
export function intoBox(c: Bagged & { code: string }, boxId: string, scanned: string): Outcome<string> {
  const { code, bagId } = readLabel(scanned);
  if (code && code !== c.code)
    return refuse('bag', `${code}/${bagId} is not of ${c.code}: another box, another receiver.`);
  if (bagId.startsWith('BOX-')) return refuse('bag', 'That is a box label. Scan the bag label.');
  const bag = c.bags.find((b) => b.id.toUpperCase() === bagId);
  if (!bag) return refuse('bag', `There is no bag ${bagId || 'without a number'} in ${c.code}.`);
  if (bag.boxId !== boxId) return refuse('bag', `Bag ${bag.id} belongs in box ${bag.boxId}, not in box ${boxId}.`);
  return { ok: true, value: bag.id };
}

/** Bags of a box that are not in it yet, by name. */
export const notIn = (c: Bagged, boxId: string, isIn: (bagId: string) => boolean): string[] =>
  c.bags.filter((b) => b.boxId === boxId && !isIn(b.id)).map((b) => b.id);
