import { keyInstants } from '@/core/calendar/legs';
import { withOverrides } from '@/core/catalogue/assumptions';
import { practises } from '@/server/devices/devices';
import { dudWords } from '@/core/heat/duds';
import { batchesOf } from '@/server/stock/supplies';
import { counterWords, missingOf } from './gate';
import { saidAs } from './events';
import { dudsHere } from './proving';
import { stepsOf } from './steps';
import { numberedPacks } from '@/core/heat/numbered';
import { expectedSurfaceC } from '@/core/heat/proof';
import { takenNow } from '@/server/room/taken';
import type { Who } from '@/server/room/who';
import type { Station } from '@/server/consignment/station';

/** The room that a reading is taken in, until another is typed, °C. */
const ROOM_C = 20;

/** The Send station: the packing list with its ticks, the sealing and the hand-over as planned and as they happened. */
export function sendView({ h, c, catalogue, nowMs, view, base }: Station, who: Who | null = null) {
  const by = h.facts.tickedBy(c.id);
  const as = h.facts.tickedAs(c.id);
  const taken = takenNow(h, `step:${c.code}:`, who);
  const a = withOverrides(c.assumptions);
  const packs = numberedPacks(c, catalogue, h.facts.of(c.id), a);
  const kindsHere = new Set(packs.map((p) => p.type.id));
  const unsealed = { ...c, actual: { ...c.actual, sealedAt: null } };
  return {
    ...base,
    zone: c.sender.place.zone,
    practises: practises(h),
    nowMs,
    leaveMs: keyInstants(c, catalogue, a).leaveMs,
    /** Rules that are broken knowingly: for those who pack, never for the buyer. */
    accepted: c.bags.flatMap((b) => (b.accepted ?? []).map((x) => ({ bag: b.id, ...x }))),
    packs: packs.map(({ type, openings: _, ...p }) => ({
      ...p,
      typeId: type.id,
      name: type.name,
      rightNowC: p.openedAt ? expectedSurfaceC(type, (nowMs - Date.parse(p.openedAt)) / 60_000, ROOM_C, a) : null,
    })),
    /** How packs of these kinds proved so far, and the batches that lie on the shelf. */
    duds: dudsHere(h)
      .filter((d) => kindsHere.has(d.typeId))
      .map((d) => ({ typeId: d.typeId, words: dudWords(d) })),
    batches: batchesOf(h).filter((b) => kindsHere.has(b.typeId)),
    /** More than one pair of hands: steps can be taken. */
    shared: h.people.all().length > 0,
    items: stepsOf(h, [view.stored]).map((i) => ({
      ...i,
      at: view.ticks.get(i.key) ?? null,
      by: by.get(i.key) ?? '',
      taken: taken[i.key] ?? null,
      /** What it said when it was done, where the plan says something else since. */
      was: as.get(i.key) && as.get(i.key) !== saidAs(i) ? as.get(i.key)! : null,
    })),
    /** What was found and not mended: the gate asks for it. */
    found: missingOf(h, view.stored, () => true),
    counter: counterWords(h, c.id),
    events: [
      {
        name: 'sealedAt' as const,
        title: 'First bag sealed',
        plannedMs: keyInstants(unsealed, catalogue, a).sealMs,
        actual: c.actual.sealedAt,
      },
      {
        name: 'handedOverAt' as const,
        title: 'Hand-over',
        plannedMs: Date.parse(c.handOverAt),
        actual: c.actual.handedOverAt,
      },
    ],
  };
}
export type SendView = ReturnType<typeof sendView>;
