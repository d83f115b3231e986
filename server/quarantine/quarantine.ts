import { randomUUID } from 'node:crypto';
import { TZDate } from '@date-fns/tz';
import { row } from '@/core/catalogue/row';
import { clockWords, dayWords, sameTimeLater, atClock } from '@/core/calendar/calendar';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { cameInto, tankOfBag, tanksOfBag } from '@/core/consignment/came';
import type { Movement } from '@/core/consignment/movements';
import { backOverDays } from '@/core/acclimation/across';
import type { Consignment, ReceivingTank } from '@/core/consignment/schema';
import { measuredTank, tankOfLine } from '@/core/consignment/waters';
import { waterMisfit } from '@/core/fish/water';
import { quarantinePlan } from '@/core/quarantine/plan';
import { tankId } from '@/server/arrive/residents';
import { positionOf } from '@/server/arrive/position';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';

/** Why a quarantine cannot be opened in this tank yet; null where it can. */
function notYet(house: House, c: Consignment, tank: string): string | null {
  if (house.arrivals.quarantinesOf(c.id).some((q) => q.tank === tank))
    return `${c.code} is in quarantine in tank ${tank} already.`;
  if (livesIn(house, c, tank)) return `What came for tank ${tank} lives there already.`;
  const came = cameInto(c, tank);
  if (came.length === 0) return `Nothing of ${c.code} goes into tank ${tank}.`;
  const catalogue = catalogueOf(c, house);
  const water = measuredTank(c, tank);
  for (const { line: l } of came) {
    const misfit = waterMisfit(row(catalogue.species, l.speciesId, 'species'), water.salinity, `tank ${tank}`);
    if (misfit) return misfit;
  }
  const bags = c.bags.filter((b) => tanksOfBag(c, b).includes(tank));
  const floating = house.arrivals
    .runsOf(c.id)
    .find((r) => r.bagIds.some((id) => bags.some((b) => b.id === id)) && !positionOf(r, house.nowMs()).finished);
  return floating ? `${floating.bagIds.join(', ')} are not across yet: finish or stop their sequence first.` : null;
}

/** The animals that came for a tank move in; what was found dead is told as lost on the way, and what the label has otherwise. */
function carryIn(house: House, c: Consignment, tank: string, at: string): void {
  const from = { kind: 'consignment' as const, id: '' };
  const home = { kind: 'tank' as const, id: tankId(house, tank) };
  const outside = { kind: 'outside' as const, id: '' };
  for (const { line: l, packed, alive, dead } of cameInto(c, tank)) {
    const carry = (count: number, way: Pick<Movement, 'from' | 'to'>, why: string): void => {
      if (count > 0)
        house.ledger.carry(c.id, {
          at,
          speciesId: l.speciesId,
          by: house.hand.by,
          count,
          ...way,
          why: `line ${l.id} ${why}`,
        });
    };
    carry(alive + dead - packed, { from: outside, to: from }, 'more than on the label');
    carry(alive, { from, to: home }, 'arrived');
    carry(dead, { from, to: { kind: 'death', id: '' } }, 'lost on the way');
    carry(packed - alive - dead, { from, to: outside }, 'fewer than on the label');
  }
}

/** Whether what came for a tank lives there by what was told. */
export const livesIn = (house: House, c: Consignment, tank: string): boolean =>
  house.ledger.staysOf(c.id).some((s) => s.tank === tankId(house, tank));

/** A tank that was brought to the salinity of its bags goes back to its own over days, a duty a day from the second on. */
function backToItsOwn(house: House, c: Consignment, into: ReceivingTank, start: TZDate, zone: string) {
  const bags = c.bags.filter((b) => tankOfBag(c, b).name === into.name).map((b) => b.id);
  const matched = house.arrivals
    .runsOf(c.id)
    .find((r) => r.method === 'pinhole' && r.bagIds.some((id) => bags.includes(id)));
  const read = c.actual.bags.find((b) => matched?.bagIds.includes(b.bagId) && b.salinity != null);
  if (!matched || read?.salinity == null) return [];
  return backOverDays(read.salinity, into.salinity, into.volumeL).map((s) => ({
    key: `${s.day + 1}-salinity`,
    day: s.day + 1,
    kind: 'water',
    title: `Salinity to ${s.to.toFixed(1)}`,
    detail: s.words,
    minutes: 20,
    dueAt: new Date(
      new TZDate(start.getFullYear(), start.getMonth(), start.getDate() + s.day, 11, 0, 0, zone).getTime(),
    ).toISOString(),
  }));
}

/** They live in the tank from now on, without weeks apart: for own moves, shrimp, and whoever does it so. */
export function moveIn(house: House, code: string, tank: string): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const problem = notYet(house, c, tank);
  if (problem) return refuse('tank', problem);
  const at = house.nowIso();
  house.db.transaction(() => {
    carryIn(house, c, tank, at);
    house.consignments.journal(c.id, at, 'moved in', tank);
  })();
  return { ok: true, value: null };
}

/**
 * Opens day 1 in a receiving tank: four weeks of daily duties, due by its own local clock, and the animals of the lines that
 * go there move in; what was found dead is told as lost on the way.
 */
export function openQuarantine(house: House, code: string, tank?: string): Outcome<string> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const into = tankOfLine(c, tank);
  if (tank !== undefined && into.name !== tank)
    return refuse('quarantine', `There is no receiving tank ${tank === '' ? 'of this name' : tank}.`);
  const problem = notYet(house, c, into.name);
  if (problem) return refuse('quarantine', problem);
  const catalogue = catalogueOf(c, house);
  const came = cameInto(c, into.name);
  const kinds = came.map(({ line: l }) => row(catalogue.species, l.speciesId, 'species'));
  const zone = c.receiver.place.zone;
  const now = house.nowMs();
  const at = house.nowIso();
  const id = randomUUID();
  const start = new TZDate(now, zone);
  const duties = quarantinePlan({
    volumeL: into.volumeL,
    invertebrates: kinds.every((s) => s.flags.includes('invertebrate')),
    fasting: kinds.some((s) => s.fasting === 'cool-water-large') ? 'long' : 'short',
  }).map(({ hour, ...d }) => {
    const due = new TZDate(start.getFullYear(), start.getMonth(), start.getDate() + d.day - 1, hour, 0, 0, zone);
    return { ...d, dueAt: new Date(due.getTime()).toISOString() };
  });
  const animals = came.reduce((n, x) => n + x.alive, 0);
  house.db.transaction(() => {
    house.arrivals.openQuarantine(
      {
        id,
        consignmentId: c.id,
        tank: into.name,
        volumeL: into.volumeL,
        startedAt: at,
        zone,
        animals: `${animals} ${[...new Set(kinds.map((s) => s.name))].join(', ')}`,
      },
      [...duties, ...backToItsOwn(house, c, into, start, zone)].filter(
        (d) => Date.parse(d.dueAt) > now - 12 * 3600_000,
      ),
    );
    carryIn(house, c, into.name, at);
    house.consignments.journal(c.id, at, 'quarantine opened', into.name);
  })();
  return { ok: true, value: id };
}

/** Ticks a duty or takes it back; nothing can be done before its day. */
export function setDuty(
  house: House,
  quarantineId: string,
  key: string,
  done: boolean,
  now = house.nowMs(),
): Outcome<null> {
  const q = house.arrivals.quarantine(quarantineId);
  const duty = q && house.arrivals.dutiesOf(q.id).find((d) => d.key === key);
  if (!q || !duty) return refuse('duty', 'This duty is not there any more.');
  const due = Date.parse(duty.dueAt);
  const midnight = atClock(sameTimeLater(now, 1, q.zone), '00:00', q.zone);
  if (done && due >= midnight)
    return refuse(
      'duty',
      `${duty.title} is due on ${dayWords(due, q.zone)} at ${clockWords(due, q.zone)}: not before that day.`,
    );
  house.db.transaction(() => {
    house.arrivals.setDuty(q.id, key, done ? new Date(now).toISOString() : null);
    house.consignments.journal(
      q.consignmentId,
      new Date(now).toISOString(),
      done ? 'duty done' : 'duty taken back',
      `${q.tank}: ${duty.title}`,
    );
  })();
  return { ok: true, value: null };
}
