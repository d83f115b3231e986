import type { Assumptions } from '@/core/catalogue/assumptions';
import type { PackType } from '@/core/catalogue/schema';
import type { Facts } from '@/core/consignment/facts';
import { unstruck } from '@/core/consignment/project-facts';
import { expectedSurfaceC, proofOf, type Proof } from './proof';

/** A pack that was opened with those of a box and stayed at home: what it reads now and then tells of its batch. */
export interface ControlPack {
  packId: string;
  openedAt: string | null;
  /** A dip of the air around it reads too little to tell within the first quarter of an hour. */
  readings: { at: string; surfaceC: number; roomC: number; proof: Proof; share: number }[];
  /** Share of the warmth its kind should give, where the last reading says that it gives clearly less; null where it does not. */
  fading: number | null;
}

export const controlPackSubject = (packId: string): { kind: 'pack'; id: string } => ({
  kind: 'pack',
  id: `twin/${packId}`,
});

/** Under this share of what its kind should read it fades († ours: a thermometer and a room know no better). */
const FADES = 0.75;
/** Less warmth over the room than this tells nothing, K. */
const LEAST_K = 4;

/** The twin of a kind, as told by facts. */
export function controlPackOf(pack: PackType, facts: Facts, a: Assumptions): ControlPack {
  const { id } = controlPackSubject(pack.id);
  const opened = unstruck(facts.events).findLast((e) => e.kind === 'activated' && e.subject.id === id);
  const openedAt = opened?.at ?? null;
  const of = unstruck(facts.observations).filter((o) => o.subject.kind === 'pack' && o.subject.id === id);
  const readings = of.flatMap((o): ControlPack['readings'] => {
    if (o.quantity !== 'surfaceC' || o.value === null || openedAt === null || o.at < openedAt) return [];
    const room = of.find((r) => r.quantity === 'tempC' && r.at === o.at)?.value;
    if (room == null) return [];
    const ageMin = (Date.parse(o.at) - Date.parse(openedAt)) / 60_000;
    const wanted = expectedSurfaceC(pack, ageMin, room, a) - room;
    return [
      {
        at: o.at,
        surfaceC: o.value,
        roomC: room,
        proof: proofOf(pack, { surfaceC: o.value, ageMin, roomC: room }, a),
        share: wanted < LEAST_K ? 1 : Math.max(0, (o.value - room) / wanted),
      },
    ];
  });
  const last = readings[readings.length - 1];
  return { packId: pack.id, openedAt, readings, fading: last && last.share < FADES ? last.share : null };
}
