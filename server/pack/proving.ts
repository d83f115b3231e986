import { z } from 'zod';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Event, Observation } from '@/core/consignment/facts';
import { unstruck } from '@/core/consignment/project-facts';
import { between, idText, text } from '@/core/quantities/shapes';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { dudsOf, type Duds } from '@/core/heat/duds';
import { batchNote, numberedPacks, type NumberedPack } from '@/core/heat/numbered';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';

const packOf = (house: House, code: string, packId: string): Outcome<{ id: string; pack: NumberedPack }> => {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const pack = numberedPacks(c, catalogueOf(c, house), house.facts.of(c.id), withOverrides(c.assumptions)).find(
    (p) => p.id === packId,
  );
  return pack ? { ok: true, value: { id: c.id, pack } } : refuse('pack', 'This pack is no longer in the plan.');
};

/** A pack is opened now; opened again it is another one, which took the place of a dud. */
export function openPack(
  house: House,
  code: string,
  packId: string,
  batch = '',
  at = house.nowIso(),
  nth = Infinity,
): Outcome<string> {
  const found = packOf(house, code, packId);
  if (!found.ok) return found;
  const { id, pack } = found.value;
  // The other phone opened it: it is one pack.
  if (pack.opened >= nth) return { ok: true, value: pack.openedAt! };
  house.db.transaction(() => {
    house.facts.happened(id, {
      at,
      kind: 'activated',
      subject: { kind: 'pack', id: packId },
      note: batchNote(text(40).catch('').parse(batch)),
    });
    house.consignments.journal(
      id,
      at,
      'opened',
      `pack ${pack.number}, ${pack.type.name}${pack.opened > 0 ? ', in place of another' : ''}`,
    );
  })();
  return { ok: true, value: at };
}

export const readInput = z.object({
  code: idText(20),
  packId: idText(),
  surfaceC: z
    .number({ error: 'The surface must be a number.' })
    .min(-30, 'Too cold for a pack.')
    .max(120, 'Too hot for a pack.'),
  roomC: between(-10, 45, 'The room'),
  method: z.enum(['typed', 'infrared', 'stand-in']).default('typed'),
});

/** What an infrared thermometer, or a hand with another, read on a pack that is open. */
export function readPack(house: House, input: unknown, at = house.nowIso()): Outcome<string> {
  const parsed = readInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, packId, surfaceC, roomC, method } = parsed.data;
  const found = packOf(house, code, packId);
  if (!found.ok) return found;
  const { id: consignment, pack } = found.value;
  if (!pack.openedAt)
    return refuse('surfaceC', 'Open it first. What it should read depends on how long it has been open.');
  house.db.transaction(() => {
    const read = { at, subject: { kind: 'pack' as const, id: packId }, unit: '°C', method, note: '' };
    house.facts.read(consignment, { ...read, quantity: 'tempC', value: roomC });
    house.facts.read(consignment, { ...read, quantity: 'surfaceC', value: surfaceC });
    house.consignments.journal(consignment, at, 'read', `pack ${pack.number}: ${surfaceC} °C`);
  })();
  return { ok: true, value: at };
}

/** Takes back what was told last of a pack: its reading, or where there is none since, its opening. */
export function takeBackPack(house: House, code: string, packId: string): Outcome<string> {
  const found = packOf(house, code, packId);
  if (!found.ok) return found;
  const { id, pack } = found.value;
  if (!pack.openedAt) return refuse('pack', 'Nothing recorded for this pack.');
  const at = house.nowIso();
  const { events, observations } = house.facts.of(id);
  const of = <T extends Event | Observation>(facts: readonly T[]): T[] =>
    unstruck(facts).filter((f) => f.subject.kind === 'pack' && f.subject.id === packId);
  const last = pack.readings[pack.readings.length - 1];
  const struck: (Event | Observation)[] = last
    ? of(observations).filter((o) => o.at === last.at)
    : of(events).slice(-1);
  house.db.transaction(() => {
    for (const f of struck) house.facts.takeBack(id, f, at);
    house.consignments.journal(id, at, 'taken back', `pack ${pack.number}, ${pack.type.name}`);
  })();
  return { ok: true, value: at };
}

/** How packs proved in this house, by kind and batch, over every consignment. */
export function dudsHere(house: House): Duds[] {
  return dudsOf(
    house.consignments
      .some(house.facts.withPacks())
      .read.flatMap(({ document: c }) =>
        numberedPacks(c, catalogueOf(c, house), house.facts.of(c.id), withOverrides(c.assumptions)),
      ),
  );
}
