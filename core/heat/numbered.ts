import { row } from '@/core/catalogue/row';
import type { Catalogue, PackType } from '@/core/catalogue/schema';
import type { Facts, Observation } from '@/core/consignment/facts';
import { unstruck } from '@/core/consignment/project-facts';
import type { Consignment } from '@/core/consignment/schema';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { proofOf, type Proof } from './proof';

/** A heat pack of the evening as a thing with a number, when it was opened, and what it read. */
export interface NumberedPack {
  /** Box, kind and place in the row: what facts name it by. */
  id: string;
  number: number;
  boxId: string;
  type: PackType;
  openedAt: string | null;
  /** Times it was opened: more than once where a dud was replaced. */
  opened: number;
  readings: PackReading[];
  /** Every opening, the one that lies in the box last, with the batch it was of. */
  openings: { at: string; batch: string; readings: PackReading[] }[];
}

interface PackReading {
  at: string;
  surfaceC: number;
  roomC: number;
  method: Observation['method'];
  proof: Proof;
}

/** How the batch of a pack that is opened is written, and read again. */
export const batchNote = (batch: string): string => (batch ? `batch ${batch}` : '');
const batchOf = (note: string): string => /^batch (.+)$/.exec(note)?.[1] ?? '';

/** Every heat pack of a consignment, numbered box by box, with what was told of it. */
export function numberedPacks(
  c: Pick<Consignment, 'boxes'>,
  catalogue: Catalogue,
  facts: Facts,
  a: Assumptions,
): NumberedPack[] {
  const out: NumberedPack[] = [];
  const events = unstruck(facts.events).filter((e) => e.kind === 'activated');
  const read = unstruck(facts.observations).filter((o) => o.subject.kind === 'pack');
  for (const box of c.boxes) {
    const seen = new Map<string, number>();
    for (const p of box.packs) {
      const type = row(catalogue.packs, p.packId, 'pack');
      if (type.kind !== 'heat') continue;
      for (let i = 0; i < p.count; i++) {
        const n = (seen.get(p.packId) ?? 0) + 1;
        seen.set(p.packId, n);
        const id = `${box.id}/${p.packId}/${n}`;
        const own = events.filter((e) => e.subject.kind === 'pack' && e.subject.id === id);
        const openings = own.map((e, k) => ({
          at: e.at,
          batch: batchOf(e.note),
          readings: readingsOf(id, type, e.at, own[k + 1]?.at ?? null, read, a),
        }));
        const last = openings[openings.length - 1];
        out.push({
          id,
          number: out.length + 1,
          boxId: box.id,
          type,
          openedAt: last?.at ?? null,
          opened: own.length,
          readings: last?.readings ?? [],
          openings,
        });
      }
    }
  }
  return out;
}

/** What was read of a pack between its opening and the next one in its place, judged. */
function readingsOf(
  id: string,
  type: PackType,
  openedAt: string,
  until: string | null,
  read: readonly Observation[],
  a: Assumptions,
): PackReading[] {
  return read.flatMap((o) => {
    if (o.subject.id !== id || o.quantity !== 'surfaceC' || o.value === null) return [];
    if (o.at < openedAt || (until !== null && o.at >= until)) return [];
    // The air it lay in was read with it.
    const room = read.find((r) => r.subject.id === id && r.quantity === 'tempC' && r.at === o.at);
    if (room?.value == null) return [];
    const ageMin = (Date.parse(o.at) - Date.parse(openedAt)) / 60_000;
    const proof = proofOf(type, { surfaceC: o.value, ageMin, roomC: room.value }, a);
    return [{ at: o.at, surfaceC: o.value, roomC: room.value, method: o.method, proof }];
  });
}
