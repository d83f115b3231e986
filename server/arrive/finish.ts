import type { Event, Observation } from '@/core/consignment/facts';
import { unstruck } from '@/core/consignment/project-facts';
import { cameInto, isEmptied, tankOfBag, tanksOfBag } from '@/core/consignment/arrival-counts';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { seenOf } from '@/core/consignment/seen-signs';
import { arrivalSigns, signsNow } from '@/core/consignment/signs';
import { HOUR } from '@/core/quantities/time';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { livesIn } from '@/server/quarantine/quarantine';
import { storedRunPosition } from './position';

/** The press that closed an arrival; none while it goes on. */
const finishedOf = (events: readonly Event[]): Event | null =>
  unstruck(events).findLast((e) => e.kind === 'released' && e.subject.kind === 'consignment') ?? null;

/** How far each bag is: across, under way, or still to be opened. */
function bagStates(house: House, c: Consignment): Map<string, 'across' | 'under way' | 'waits' | 'none alive'> {
  const runs = house.arrivals.runsOf(c.id);
  const { events } = house.facts.of(c.id);
  const moved = new Set(
    unstruck(events).flatMap((e) => (e.kind === 'moved' && e.subject.kind === 'bag' ? [e.subject.id] : [])),
  );
  return new Map(
    c.bags.map((b) => {
      if (isEmptied(c, b.id)) return [b.id, 'none alive'];
      const run = runs.findLast((r) => r.bagIds.includes(b.id));
      // Its receiver told so, by the card that came along.
      if (moved.has(b.id)) return [b.id, 'across'];
      // Who is told to live in a tank is in it, with a sequence or without.
      if (!run) return [b.id, livesIn(house, c, tankOfBag(c, b).name) ? 'across' : 'waits'];
      return [b.id, storedRunPosition(run, house.nowMs()).finished ? 'across' : 'under way'];
    }),
  );
}

/** The outcome of an arrival: what came, how it was found, where it lives, and what is left to be told. */
export function outcomeOf(house: House, c: Consignment) {
  const { observations, events } = house.facts.of(c.id);
  const { sealedAt, arrivedAt, openedAt } = c.actual;
  const catalogue = catalogueOf(c, house);
  const name = (id: string): string => catalogue.species.find((s) => s.id === id)?.name ?? id;
  const states = bagStates(house, c);
  const finished = finishedOf(events);
  const hours = (to: string | null): number | null =>
    sealedAt && to ? (Date.parse(to) - Date.parse(sealedAt)) / HOUR : null;
  const bags = c.bags.map((b) => {
    const r = c.actual.bags.find((x) => x.bagId === b.id) ?? null;
    return {
      id: b.id,
      animals: b.animals.reduce((n, x) => n + x.count, 0),
      state: states.get(b.id)!,
      tank: tanksOfBag(c, b).join(' and '),
      tanks: tanksOfBag(c, b),
      reading: r,
      seen: signsNow(seenOf(observations, 'bag', b.id)).map((s) => arrivalSigns[s].words),
    };
  });
  const quarantines = house.quarantines.of(c.id);
  const tanks = [c.tank, ...(c.otherTanks ?? [])].flatMap((t) => {
    const came = cameInto(c, t.name);
    if (came.length === 0) return [];
    const living = livesIn(house, c, t.name);
    return [
      {
        name: t.name,
        who: came
          .filter((x) => x.alive > 0)
          .map((x) => `${x.alive} ${name(x.line.speciesId)}`)
          .join(', '),
        alive: came.reduce((n, x) => n + x.alive, 0),
        quarantine: quarantines.some((q) => q.tank === t.name),
        living,
        waiting: bags.filter((b) => b.tanks.includes(t.name) && (b.state === 'waits' || b.state === 'under way'))
          .length,
      },
    ];
  });
  return {
    finishedAt: finished?.at ?? null,
    certificate: certificateOf(observations),
    hoursClosed: hours(openedAt ?? arrivedAt),
    bags,
    tanks,
    /** Everything that came is across, so that the arrival can be closed. */
    allAcross: bags.every((b) => b.state === 'across' || b.state === 'none alive'),
  };
}
type ArrivalOutcome = ReturnType<typeof outcomeOf>;

/** Why an arrival cannot be closed yet, by name; null where it can. */
function notFinished(o: ArrivalOutcome): string | null {
  const left = o.bags.filter((b) => b.state === 'waits' || b.state === 'under way').map((b) => b.id);
  if (left.length > 0) return `${left.join(', ')} ${left.length === 1 ? 'is' : 'are'} not transferred yet.`;
  const homeless = o.tanks.filter((t) => t.alive > 0 && !t.living).map((t) => t.name);
  return homeless.length > 0
    ? `Say where they stay: start quarantine in tank ${homeless.join(', ')}, or let them stay there.`
    : null;
}

/** Closes an arrival: a fact of its own, after which the Bench asks for nothing of it but the looks. */
export function finishArrival(house: House, code: string): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (!c.actual.arrivedAt) return refuse('code', `${c.code} has not arrived yet.`);
  const o = outcomeOf(house, c);
  // The other phone was quicker.
  if (o.finishedAt) return { ok: true, value: null };
  const why = notFinished(o);
  if (why) return refuse('finish', why);
  const at = house.nowIso();
  house.db.transaction(() => {
    house.facts.happened(c.id, { at, kind: 'released', subject: { kind: 'consignment', id: '' }, note: '' });
    house.consignments.journal(c.id, at, 'arrival finished', c.code);
  })();
  return { ok: true, value: null };
}

/** It was closed too early. */
export function goOnArriving(house: House, code: string): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const { id } = stored.value.document;
  const finished = finishedOf(house.facts.of(id).events);
  if (!finished) return { ok: true, value: null };
  house.db.transaction(() => {
    house.facts.takeBack(id, finished, house.nowIso());
    house.consignments.journal(id, house.nowIso(), 'arrival goes on', code);
  })();
  return { ok: true, value: null };
}

/** The certificate of origin that came along, by its number; empty where none was told. */
export const certificateOf = (observations: readonly Observation[]): string =>
  unstruck(observations).findLast((o) => o.quantity === 'certificate')?.word ?? '';

const MOST_CERTIFICATE = 80;

/** Keeps the number of the certificate that came along with the stay of the animals; none strikes out what was told. */
export function tellCertificate(house: House, code: string, number: string): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const { id, direction } = stored.value.document;
  if (direction !== 'incoming')
    return refuse('certificate', 'This shipment is outgoing. Its certificate is under Papers.');
  const word = number.trim();
  if (word.length > MOST_CERTIFICATE) return refuse('certificate', `At most ${MOST_CERTIFICATE} characters.`);
  const { observations } = house.facts.of(id);
  if (certificateOf(observations) === word) return { ok: true, value: null };
  const at = house.nowIso();
  house.db.transaction(() => {
    for (const o of unstruck(observations)) if (o.quantity === 'certificate') house.facts.takeBack(id, o, at);
    const subject = { kind: 'consignment' as const, id: '' };
    if (word) house.facts.told(id, { at, subject, quantity: 'certificate', word, method: 'typed' });
    house.consignments.journal(id, at, word ? 'certificate kept' : 'certificate struck out', word);
  })();
  return { ok: true, value: null };
}
