import { QUARANTINE_DAYS } from '@/core/quarantine/plan';
import { cameInto, tanksOfBag } from '@/core/consignment/came';
import { positionOf } from '@/server/arrive/position';
import { dayOf } from '@/server/bench/view';
import type { Station } from '@/server/consignment/station';
import { tankId } from '@/server/arrive/residents';

/** The Quarantine station: every receiving tank with its day, who lives in it, and its duties. */
export function quarantineView({ h, c, nowMs, view, home, catalogue }: Station) {
  const stays = h.ledger.staysOf(c.id);
  const name = (id: string): string => catalogue.species.find((s) => s.id === id)?.name ?? id;
  const running = view.runs.filter((r) => !positionOf(r, nowMs).finished).flatMap((r) => r.bagIds);
  const tanks = [c.tank, ...(c.otherTanks ?? [])].flatMap((t) => {
    const q = view.quarantines.find((x) => x.tank === t.name);
    const came = cameInto(c, t.name);
    if (!q && came.length === 0) return [];
    const id = tankId(h, t.name);
    return [
      {
        id: q?.id ?? null,
        tank: t.name,
        volumeL: t.volumeL,
        expected: came.map(({ line, alive }) => `${alive} ${name(line.speciesId)}`).join(', '),
        /** Who lives there by what was told; kept from before that was told, only in words. */
        animals: stays
          .filter((s) => s.tank === id)
          .map((s) => ({ speciesId: s.speciesId, name: name(s.speciesId), count: s.count })),
        words: q?.animals ?? '',
        startedMs: q ? Date.parse(q.startedAt) : null,
        day: q ? Math.min(QUARANTINE_DAYS, dayOf(q, nowMs)) : 0,
        duties: q ? h.arrivals.dutiesOf(q.id).map((d) => ({ ...d, dueMs: Date.parse(d.dueAt) })) : [],
        running: running.filter((bagId) => c.bags.some((b) => b.id === bagId && tanksOfBag(c, b).includes(t.name))),
      },
    ];
  });
  return {
    code: c.code,
    zone: view.quarantines[0]?.zone ?? home.zone,
    nowMs,
    tanks,
    ownTanks: h.records.list('tank', 'active').map((r) => String(r.document.name)),
  };
}
export type QuarantineView = ReturnType<typeof quarantineView>;
export type QuarantineTank = QuarantineView['tanks'][number];
