import type { Prepared } from './prepare';
import { bagKinds } from '@/core/heat/model';

/**
 * For each bag, in the order of the boxes, the index of an earlier one that fares alike in everything: in the same box,
 * as warm at every hour, with the same water, animals and limits; −1 where there is none. What is computed of one is
 * computed of both.
 */
export function identicalBags(p: Pick<Prepared, 'boxes'>): Int32Array {
  const known = new Map<string, number>();
  const out: number[] = [];
  p.boxes.forEach((box, b) => {
    const { of } = bagKinds(box.load);
    box.bags.forEach((bag, i) => {
      const { contents, limits, easeC, species, unsure } = bag;
      const { species: _, ...rest } = contents as typeof contents & { species?: unknown };
      const { id: __, locked: ___, ...made } = bag.bag;
      const key = JSON.stringify([b, of[i], rest, limits, easeC, unsure, species.map((s) => s.id), made]);
      const twin = known.get(key);
      if (twin === undefined) known.set(key, out.length);
      out.push(twin ?? -1);
    });
  });
  return Int32Array.from(out);
}
