import { z } from 'zod';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { PackType } from '@/core/catalogue/schema';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { roadAt } from '@/core/duties/road';
import { batchNote } from '@/core/heat/numbered';
import { controlPackOf, controlPackSubject, type ControlPack } from '@/core/heat/control-pack';
import { between, idText, text } from '@/core/quantities/shapes';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { roadOf } from './road';

/** The kinds of heat pack that travel in a consignment. */
function kindsIn(house: House, c: Consignment): PackType[] {
  const ids = new Set(c.boxes.flatMap((b) => b.packs.map((p) => p.packId)));
  return catalogueOf(c, house).packs.filter((p) => p.kind === 'heat' && ids.has(p.id));
}

export interface TwinView extends ControlPack {
  name: string;
  /** What it would mean if those in the box fade alike, h of worst-case slack; null where it does not fade, or nothing is computed. */
  ifAlike: { nowH: number | null; thenH: number | null } | null;
}

/** The twins of a consignment that is on its way, each with what its fading would mean. */
export function controlPacksOf(house: House, stored: StoredConsignment): TwinView[] {
  const c = stored.document;
  const facts = house.facts.of(c.id);
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  return kindsIn(house, c).map((pack) => {
    const twin = controlPackOf(pack, facts, a);
    if (twin.fading === null) return { ...twin, name: pack.name, ifAlike: null };
    const now = roadOf(house, stored);
    const faded = catalogue.packs.map((p) =>
      p.id === pack.id
        ? {
            ...p,
            measured: {
              factor: Math.max(0.1, (p.measured?.factor ?? 1) * twin.fading!),
              sigma: p.measured?.sigma ?? a.packKindSigma,
            },
          }
        : p,
    );
    const then = roadAt(c, { ...catalogue, packs: faded }, house.calendar(c), house.nowMs());
    return {
      ...twin,
      name: pack.name,
      ifAlike: now?.ok && then.ok ? { nowH: now.value.worstSlackH, thenH: then.value.worstSlackH } : null,
    };
  });
}

/** The first twin of a travelling box that fades, for the Bench; null where none does. Cheap: nothing is computed. */
export function fadingTwin(house: House, c: Consignment): { name: string; share: number; at: string } | null {
  const facts = house.facts.of(c.id);
  if (!facts.events.some((e) => e.subject.id.startsWith('twin/'))) return null;
  const a = withOverrides(c.assumptions);
  for (const pack of kindsIn(house, c)) {
    const t = controlPackOf(pack, facts, a);
    if (t.fading !== null) return { name: pack.name, share: t.fading, at: t.readings.at(-1)!.at };
  }
  return null;
}

const openInput = z.object({ code: idText(20), packId: idText(80), batch: text(40).default('') });

/** A pack of the same kind and batch was opened with those of the box, and stays at home. */
export function openTwin(house: House, input: unknown): Outcome<null> {
  const parsed = openInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, packId, batch } = parsed.data;
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (!kindsIn(house, c).some((p) => p.id === packId)) return refuse('packId', 'No pack of this type is in it.');
  house.facts.happened(c.id, {
    at: house.nowIso(),
    kind: 'activated',
    subject: controlPackSubject(packId),
    note: batchNote(batch),
  });
  return { ok: true, value: null };
}

const readInput = z.object({
  code: idText(20),
  packId: idText(80),
  surfaceC: between(-20, 110, 'The pack'),
  roomC: between(-10, 45, 'The room'),
});
export type TwinReading = z.input<typeof readInput>;

/** What the twin reads now: a fact beside the others, and what it says of its batch. */
export function readTwin(house: House, input: unknown): Outcome<string> {
  const parsed = readInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, packId, surfaceC, roomC } = parsed.data;
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const pack = kindsIn(house, c).find((p) => p.id === packId);
  if (!pack) return refuse('packId', 'No pack of this type is in it.');
  const before = controlPackOf(pack, house.facts.of(c.id), withOverrides(c.assumptions));
  if (before.openedAt === null) return refuse('packId', 'Record first that the control pack was opened.');
  const at = house.nowIso();
  const subject = controlPackSubject(packId);
  house.facts.read(c.id, { at, subject, quantity: 'tempC', value: roomC, unit: '°C', method: 'typed', note: '' });
  house.facts.read(c.id, { at, subject, quantity: 'surfaceC', value: surfaceC, unit: '°C', method: 'typed', note: '' });
  const now = controlPackOf(pack, house.facts.of(c.id), withOverrides(c.assumptions));
  return { ok: true, value: now.readings.at(-1)?.proof.words ?? '' };
}
