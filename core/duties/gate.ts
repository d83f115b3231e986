import type { Consignment } from '@/core/consignment/schema';
import type { NumberedPack } from '@/core/heat/numbered';
import { capital, tripsWords } from '@/core/quantities/words';
import { crossesBorder } from './border';
import { stateOf } from '@/core/engine/forward';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Missing } from './skipped-steps';

/** What was found at the packing and is known of the day, as far as the gate asks for it. */
export interface GateInput {
  packs: readonly NumberedPack[];
  /** Last weight of the scale by box, kg. */
  scaleKg: ReadonlyMap<string, number>;
  /** Why its service does not take it now, or leaves it standing; null where it does. */
  rests: string | null;
  /** What the shipment can stand: slack of the worst tenth, and in how many of `draws` trips all arrive within limits. */
  outlook: { worstSlackH: number | null; chance: number | null; draws: number };
  a: Assumptions;
}

/** A shipment that this house would not send: by its own marks of hours and chance. */
function belowMark({ outlook: { worstSlackH, chance, draws }, a }: GateInput): Missing[] {
  if (stateOf(worstSlackH, a, chance) !== 'stop') return [];
  const told = [
    ...(chance !== null && chance < a.stopBelowChance
      ? [
          `${tripsWords(Math.round(chance * draws), draws)}; your minimum is ${(a.stopBelowChance * 100).toFixed(0)} of 100`,
        ]
      : []),
    ...(worstSlackH !== null && worstSlackH < a.stopBelowSlackH
      ? [
          `in a bad case it ${worstSlackH < 0 ? `falls ${(-worstSlackH).toFixed(1)} h short` : `has ${worstSlackH.toFixed(1)} h to spare`}; your minimum is ${a.stopBelowSlackH} h to spare`,
        ]
      : []),
  ];
  return [{ key: '', words: `Too risky to send: ${told.join('; ')}` }];
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
function overweight(c: Pick<Consignment, 'boxes'>, scaleKg: GateInput['scaleKg']): Missing[] {
  return c.boxes.flatMap((b) => {
    const kg = scaleKg.get(b.id);
    return kg !== undefined && b.declaredKg !== undefined && kg > b.declaredKg
      ? [
          {
            key: `weigh:${b.id}`,
            words: `Box ${b.id} weighs ${kg} kg, ${b.declaredKg} kg booked: the counter will refuse it`,
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
          words: `${x.name} crosses a border: refused there without a plant passport`,
        }))
    : [];

/** What speaks against the hand-over besides what hands left out: the risk, the day, and what was found and not mended. */
export const foundAtGate = (
  c: Pick<Consignment, 'boxes' | 'companions' | 'sender' | 'receiver'>,
  found: GateInput,
): Missing[] => [
  ...belowMark(found),
  ...(found.rests ? [{ key: '', words: capital(found.rests) }] : []),
  ...refusedPlants(c),
  ...badPacks(found.packs),
  ...overweight(c, found.scaleKg),
];
