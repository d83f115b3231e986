import { randomUUID } from 'node:crypto';
import { TZDate } from '@date-fns/tz';
import { row } from '@/core/catalogue/schema';
import { refuse, type Outcome } from '@/core/consignment/schema';
import { quarantinePlan } from '@/core/quarantine/plan';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';

/** Opens day 1: four weeks of daily duties in the receiving tank, due by its own local clock. */
export function openQuarantine(house: House, code: string): Outcome<string> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (house.arrivals.quarantineOf(c.id)) return refuse('quarantine', `${code} is in quarantine already.`);
  const catalogue = catalogueOf(c, house);
  const kinds = c.lines.map((l) => row(catalogue.species, l.speciesId, 'species'));
  const zone = c.receiver.place.zone;
  const start = new TZDate(house.nowMs(), zone);
  const id = randomUUID();
  const duties = quarantinePlan({
    volumeL: c.tank.volumeL,
    invertebrates: kinds.every((s) => s.flags.includes('invertebrate')),
    fasting: kinds.some((s) => s.fasting === 'cool-water-large') ? 'long' : 'short',
  }).map((d) => {
    const due = new TZDate(start.getFullYear(), start.getMonth(), start.getDate() + d.day - 1, d.hour, 0, 0, zone);
    return {
      key: d.key,
      day: d.day,
      dueAt: new Date(due.getTime()).toISOString(),
      kind: d.kind,
      title: d.title,
      detail: d.detail,
      minutes: d.minutes,
    };
  });
  const losses = c.actual.bags.reduce((n, b) => n + b.dead, 0);
  const animals = c.lines.reduce((n, l) => n + l.count, 0) - losses;
  house.arrivals.openQuarantine(
    {
      id,
      consignmentId: c.id,
      tank: c.tank.name,
      volumeL: c.tank.volumeL,
      startedAt: house.nowIso(),
      zone,
      animals: `${animals} ${[...new Set(kinds.map((s) => s.name))].join(', ')}`,
    },
    duties.filter((d) => Date.parse(d.dueAt) > house.nowMs() - 12 * 3600_000),
  );
  house.consignments.journal(c.id, house.nowIso(), 'quarantine opened', c.tank.name);
  return { ok: true, value: id };
}

export function setDuty(house: House, quarantineId: string, key: string, done: boolean): Outcome<null> {
  house.arrivals.setDuty(quarantineId, key, done ? house.nowIso() : null);
  return { ok: true, value: null };
}
