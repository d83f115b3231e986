import { unstruck } from '@/core/consignment/project-facts';
import type { House } from '@/server/house';

export interface ScaleReading {
  kg: number;
  at: string;
  method: string;
}

/** The last standing reading of the scale for every box; those of a stand-in only where practice counts. */
export function scaleReadings(house: House, consignmentId: string, practice = true): Map<string, ScaleReading> {
  const out = new Map<string, ScaleReading>();
  for (const o of unstruck(house.facts.of(consignmentId).observations))
    if (
      o.subject.kind === 'box' &&
      o.quantity === 'weightKg' &&
      o.value !== null &&
      (practice || o.method !== 'stand-in')
    )
      out.set(o.subject.id, { kg: o.value, at: o.at, method: o.method });
  return out;
}
