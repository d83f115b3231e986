import type { Consignment } from '@/core/consignment/schema';
import type { NumberedPack } from '@/core/heat/numbered';
import { crossesBorder } from './checklist';
import { undone, type EveningStep } from './clock';

/** Something that a box would leave without, by name. */
export interface Missing {
  /** The step it belongs to; empty where it is none. */
  key: string;
  words: string;
}

/** What was found at the packing, as far as the gate asks for it. */
export interface Found {
  isDone: (key: string) => boolean;
  packs: readonly NumberedPack[];
  /** Last weight of the scale by box, kg. */
  scaleKg: ReadonlyMap<string, number>;
}

/** Packs that proved to be duds, or too slow, and lie where they lay. */
function badPacks(packs: readonly NumberedPack[]): Missing[] {
  return packs.flatMap((p) => {
    const last = p.readings[p.readings.length - 1];
    const bad = last && (last.proof.verdict === 'dud' || last.proof.verdict === 'slow');
    return bad
      ? [{ key: `prove:${p.type.id}`, words: `Pack ${p.number} read ${last.surfaceC} °C: ${last.proof.words}` }]
      : [];
  });
}

/** Boxes that are heavier than was booked. */
function overweight(c: Pick<Consignment, 'boxes'>, scaleKg: Found['scaleKg']): Missing[] {
  return c.boxes.flatMap((b) => {
    const kg = scaleKg.get(b.id);
    return kg !== undefined && b.declaredKg !== undefined && kg > b.declaredKg
      ? [
          {
            key: `weigh:${b.id}`,
            words: `Box ${b.id} weighs ${kg} kg, ${b.declaredKg} kg are booked: the counter refuses it`,
          },
        ]
      : [];
  });
}

/** Plants that a border would refuse (W21). */
const refusedPlants = (c: Pick<Consignment, 'companions' | 'sender' | 'receiver'>): Missing[] =>
  crossesBorder(c)
    ? (c.companions ?? [])
        .filter((x) => (x.kind === 'plant' || x.kind === 'moss') && x.vessel !== 'parcel')
        .map((x) => ({
          key: 'border',
          words: `${x.name} crosses a border: it is refused there without a plant passport`,
        }))
    : [];

/**
 * What is missing at the hand-over, by name: every step that is not done, in the order of the work, then what was found
 * and not mended. What may wait is no lack. Empty where nothing stands in the way.
 */
export function missingAtGate(
  c: Pick<Consignment, 'boxes' | 'companions' | 'sender' | 'receiver'>,
  steps: readonly EveningStep[],
  found: Found,
): Missing[] {
  return [
    ...undone(steps, (s) => found.isDone(s.key)),
    ...refusedPlants(c),
    ...badPacks(found.packs),
    ...overweight(c, found.scaleKg),
  ];
}
