import { unstruck } from '@/core/consignment/project-facts';
import { bagNames } from '@/core/acclimation/lanes';
import { randomUUID } from 'node:crypto';
import { row } from '@/core/catalogue/row';
import { clockWords, dayWords, localDate, sameTimeLater, atClock } from '@/core/calendar/calendar';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { cameInto, tankOfBag, tanksOfBag, isEmptied } from '@/core/consignment/arrival-counts';
import type { Movement } from '@/core/consignment/movements';
import { backOverDays } from '@/core/acclimation/transfer-methods';
import type { Consignment, ReceivingTank } from '@/core/consignment/schema';
import { measuredTank, tankOfLine } from '@/core/consignment/waters';
import { waterMisfit } from '@/core/fish/water';
import type { QuarantinePlan } from '@/core/quarantine/schema';
import { templateFor, templates } from '@/core/quarantine/templates';
import { tankId } from '@/server/arrive/residents';
import { storedRunPosition } from '@/server/arrive/position';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { NewDuty, StoredQuarantine } from '@/server/db/quarantines';
import type { House } from '@/server/house';
import { animalsIn, standingNow, tankNameOf } from './facts';
import { dutiesOfPhase, strike, tell } from './tell';

/**
 * Bags for a tank that nobody has opened yet, while others of it are across or under way: their animals do not live there
 * because their neighbours do.
 */
function shutBags(house: House, c: Consignment, tank: string): string[] {
  const runs = house.arrivals.runsOf(c.id);
  const told = new Set(
    unstruck(house.facts.of(c.id).events).flatMap((e) =>
      e.kind === 'moved' && e.subject.kind === 'bag' ? [e.subject.id] : [],
    ),
  );
  const waits = (id: string): boolean => !runs.some((r) => r.bagIds.includes(id)) && !told.has(id) && !isEmptied(c, id);
  const bags = c.bags.filter((b) => tanksOfBag(c, b).includes(tank)).map((b) => b.id);
  const shut = bags.filter(waits);
  return shut.length < bags.length ? shut : [];
}
const shutWords = (ids: readonly string[]): string =>
  `${bagNames(ids)} ${ids.length === 1 ? 'is' : 'are'} still closed. Open ${ids.length === 1 ? 'it' : 'them'} first.`;

/** Why a quarantine cannot be opened in this tank yet; null where it can. */
function notYet(house: House, c: Consignment, tank: string): string | null {
  if (house.quarantines.of(c.id).some((q) => q.tank === tank))
    return `${c.code} is in quarantine in tank ${tank} already.`;
  if (livesIn(house, c, tank)) return `The arrivals for tank ${tank} are already there.`;
  const came = cameInto(c, tank);
  if (came.length === 0) return `Nothing of ${c.code} goes into tank ${tank}.`;
  const catalogue = catalogueOf(c, house);
  const { salinity } = measuredTank(c, tank);
  for (const { line: l } of came) {
    const misfit =
      salinity === undefined
        ? null
        : waterMisfit(row(catalogue.species, l.speciesId, 'species'), salinity, `tank ${tank}`);
    if (misfit) return misfit;
  }
  const bags = c.bags.filter((b) => tanksOfBag(c, b).includes(tank));
  const floating = house.arrivals
    .runsOf(c.id)
    .find((r) => r.bagIds.some((id) => bags.some((b) => b.id === id)) && !storedRunPosition(r, house.nowMs()).finished);
  return floating ? `${floating.bagIds.join(', ')} are not transferred yet. Finish or stop their run first.` : null;
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
function backToItsOwn(house: House, c: Consignment, into: ReceivingTank, startMs: number, zone: string): NewDuty[] {
  const bags = c.bags.filter((b) => tankOfBag(c, b).name === into.name).map((b) => b.id);
  const matched = house.arrivals
    .runsOf(c.id)
    .find((r) => r.method === 'pinhole' && r.bagIds.some((id) => bags.includes(id)));
  const read = c.actual.bags.find((b) => matched?.bagIds.includes(b.bagId) && b.salinity != null);
  if (!matched || read?.salinity == null || into.salinity === undefined) return [];
  return backOverDays(read.salinity, into.salinity, into.volumeL).map((s) => ({
    key: `${s.day + 1}-salinity`,
    phase: '',
    day: s.day + 1,
    kind: 'water',
    title: `Salinity to ${s.to.toFixed(1)}`,
    detail: s.words,
    minutes: 20,
    dueAt: new Date(atClock(sameTimeLater(startMs, s.day, zone), '11:00', zone)).toISOString(),
  }));
}

/** They live in the tank from now on, without weeks apart: for own moves, shrimp, and whoever does it so. */
export function moveIn(house: House, code: string, tank: string): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const problem = notYet(house, c, tank);
  if (problem) return refuse('tank', problem);
  const left = shutBags(house, c, tank);
  if (left.length > 0) return refuse('shut', shutWords(left));
  const at = house.nowIso();
  house.db.transaction(() => {
    carryIn(house, c, tank, at);
    house.consignments.journal(c.id, at, 'moved in', tank);
  })();
  return { ok: true, value: null };
}

export interface QuarantineOpening {
  /** A plan of the house, or of one’s own, by its name; what fits the animals where absent. */
  plan?: string;
  /** Whoever pressed knows that the weeks of those who are there begin anew. */
  join?: boolean;
  /** Whoever pressed knows that bags nobody opened here are across too. */
  shut?: boolean;
  /** The other tank of a transfer. */
  twin?: string;
}

/** Plans of the house, and of one’s own under their names. */
export const plansOf = (house: House): Map<string, QuarantinePlan> =>
  new Map([...Object.entries(templates), ...house.quarantines.plans().map((p) => [p.name, p] as const)]);

/**
 * Opens the weeks of a receiving tank, or joins those that go on there, which then begin anew: the duties of the first phase,
 * due by the tank’s own local clock; the animals of the lines that go there move in, and what was found dead is told as lost.
 */
export function openQuarantine(house: House, code: string, tank?: string, o: QuarantineOpening = {}): Outcome<string> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const into = tankOfLine(c, tank);
  if (tank !== undefined && into.name !== tank)
    return refuse('quarantine', `There is no receiving tank ${tank === '' ? 'of this name' : tank}.`);
  const problem = notYet(house, c, into.name);
  if (problem) return refuse('quarantine', problem);
  const left = o.shut ? [] : shutBags(house, c, into.name);
  if (left.length > 0) return refuse('shut', shutWords(left));
  const home = tankId(house, into.name);
  const there = house.quarantines.inTank(home);
  if (there && !o.join)
    return refuse(
      'join',
      `Tank ${into.name} is in quarantine since ${dayWords(Date.parse(there.startedAt), there.zone)} with ${animalsIn(house, there)}. All in, all out is safer: joining restarts their quarantine.`,
    );
  const catalogue = catalogueOf(c, house);
  const came = cameInto(c, into.name);
  const kinds = came.map(({ line: l }) => row(catalogue.species, l.speciesId, 'species'));
  const invertebrates = kinds.every((s) => s.flags.includes('invertebrate'));
  const cool = kinds.some((s) => s.fasting === 'cool-water-large');
  const plan = plansOf(house).get(o.plan ?? templateFor({ invertebrates, cool }));
  if (!plan) return refuse('plan', 'This plan no longer exists.');
  const animals = `${came.reduce((n, x) => n + x.alive, 0)} ${[...new Set(kinds.map((s) => s.name))].join(', ')}`;
  const at = wentIn(house, c, into.name);
  const id = there?.id ?? randomUUID();
  house.db.transaction(() => {
    carryIn(house, c, into.name, at);
    if (there) joinWeeks(house, there, c.id, at);
    else {
      const zone = c.receiver.place.zone;
      const twin = o.twin && o.twin !== into.name ? o.twin : '';
      const { volumeL } = into;
      const q = {
        id,
        consignmentId: c.id,
        tank: into.name,
        tankId: home,
        volumeL,
        waterL: null,
        twin,
        startedAt: at,
        zone,
        animals,
        plan,
      };
      const back = backToItsOwn(house, c, into, house.nowMs(), zone);
      house.quarantines.open(q, back);
      beginFirst(house, house.quarantines.byId(id)!, at);
    }
    house.consignments.journal(c.id, at, there ? 'joined a quarantine' : 'quarantine opened', into.name);
  })();
  return { ok: true, value: id };
}

/** When what came for a tank went into it: at the net of its last sequence, else at the opening, else now. */
function wentIn(house: House, c: Consignment, tank: string): string {
  const bags = c.bags.filter((b) => tanksOfBag(c, b).includes(tank)).map((b) => b.id);
  const nets = house.arrivals
    .runsOf(c.id)
    .flatMap((r) => (r.bagIds.some((id) => bags.includes(id)) && r.done.net ? [r.done.net] : []));
  const now = house.nowIso();
  const at = nets.sort().at(-1) ?? c.actual.openedAt ?? now;
  return at < now ? at : now;
}

/** The duties of the first phase: none of a day that is over, and none late before anybody could know of it. */
function beginFirst(house: House, q: StoredQuarantine, at: string): void {
  const s = standingNow(house, q);
  const now = house.nowIso();
  const today = localDate(house.nowMs(), q.zone);
  const duties = dutiesOfPhase(house, q, q.plan.phases[0]!.id, Date.parse(at), s)
    .filter((d) => localDate(Date.parse(d.dueAt), q.zone) >= today)
    .map((d) => (d.dueAt < now ? { ...d, dueAt: now } : d));
  house.quarantines.addDuties(q.id, duties);
}

/** A newcomer joins: the weeks of all who are there begin anew, and so do their duties. */
export function joinWeeks(house: House, q: StoredQuarantine, consignmentId: string, at: string): void {
  const code = house.consignments.codeOf(consignmentId) ?? '';
  house.quarantines.join(q.id, consignmentId, at);
  house.quarantines.tell(q.id, at, { kind: 'joined', code }, at);
  house.quarantines.dropAhead(q.id, at);
  beginFirst(house, q, at);
}

/** Duties that are done by what is told of them, never by a tick alone. */
export const toldOnly: readonly string[] = ['test', 'dose', 'move', 'dip'];

/** A change of water that was ticked by mistake: what was told with the tick is struck out with it. */
function takeBackChange(house: House, q: StoredQuarantine, key: string, doneAt: string | null): Outcome<null> {
  const entry = house.quarantines
    .entriesOf(q.id)
    .findLast((e) => e.kind === 'change' && e.strikes === null && e.at === doneAt);
  house.quarantines.setDuty(q.id, key, null);
  return entry ? strike(house, q.id, entry.n) : { ok: true, value: null };
}

/** Ticks a duty or takes it back; nothing can be done before its day. */
export function setDuty(
  house: House,
  quarantineId: string,
  key: string,
  done: boolean,
  now = house.nowMs(),
): Outcome<null> {
  const q = house.quarantines.byId(quarantineId);
  const duty = q && house.quarantines.dutiesOf(q.id).find((d) => d.key === key);
  if (!q || !duty) return refuse('duty', 'This task no longer exists.');
  const due = Date.parse(duty.dueAt);
  const midnight = atClock(sameTimeLater(now, 1, q.zone), '00:00', q.zone);
  if (done && due >= midnight)
    return refuse(
      'duty',
      `${duty.title} is due on ${dayWords(due, q.zone)} at ${clockWords(due, q.zone)}, not before that day.`,
    );
  const at = new Date(now).toISOString();
  // What has a value is told with it, and ticked by that; a change of water brings its litres.
  if (done && duty.phase !== '' && toldOnly.includes(duty.kind))
    return refuse('duty', `${duty.title}: record it on the page of tank ${tankNameOf(house, q)}, with its figures.`);
  const litres = /^Change (\d+) L$/.exec(duty.title)?.[1];
  if (duty.kind === 'water' && duty.phase !== '' && litres !== undefined && q.closedAt === null) {
    if (!done) return takeBackChange(house, q, duty.key, duty.doneAt);
    const told = tell(house, { quarantineId: q.id, told: { kind: 'change', litres: Number(litres) } }, at);
    if (told.ok) house.quarantines.setDuty(q.id, key, at);
    return told.ok ? { ok: true, value: null } : told;
  }
  house.db.transaction(() => {
    house.quarantines.setDuty(q.id, key, done ? at : null);
    if (done && duty.title === 'Own gear in place') house.quarantines.tell(q.id, at, { kind: 'gear' }, house.nowIso());
    house.consignments.journal(
      q.consignmentId,
      at,
      done ? 'duty done' : 'duty taken back',
      `${tankNameOf(house, q)}: ${duty.title}`,
    );
  })();
  return { ok: true, value: null };
}
