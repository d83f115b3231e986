import { dayOf } from '@/server/bench/view';
import { positionOf } from '@/server/arrive/run';
import type { Station } from '@/server/consignment/station';

/** The Quarantine station: the tank, its day, and its duties. */
export function quarantineView({ h, c, nowMs, view, home }: Station) {
  const q = view.quarantine;
  return {
    code: c.code,
    zone: q?.zone ?? home.zone,
    nowMs,
    tank: c.tank.name,
    volumeL: c.tank.volumeL,
    animals: q?.animals ?? '',
    startedMs: q ? Date.parse(q.startedAt) : null,
    day: q ? dayOf(q, nowMs) : 0,
    duties: q ? h.arrivals.dutiesOf(q.id).map((d) => ({ ...d, dueMs: Date.parse(d.dueAt) })) : [],
    running: view.runs.some((r) => !positionOf(r, nowMs).finished),
  };
}
export type QuarantineView = ReturnType<typeof quarantineView>;
