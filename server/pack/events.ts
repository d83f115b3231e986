import { cancelled } from '@/words/en/cancelled';
import { turnKey, turnsOf } from '@/core/acclimation/unboxing';
import { clockWords, dayWords } from '@/core/calendar/calendar';
import { withOverrides } from '@/core/catalogue/assumptions';
import { milestones, unstruck, type Milestone } from '@/core/consignment/project-facts';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { packingChecklist, type CheckItem } from '@/core/duties/checklist';
import { before, restingOn } from '@/core/duties/clock';
import { scheduleOf } from '@/core/duties/schedule';
import { numberedPacks } from '@/core/heat/numbered';
import { change, find } from '@/server/consignment/change';
import { catalogueOf, foreignRows, usedRows } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import { looksOf } from '@/server/arrive/looks';
import type { House } from '@/server/house';
import { foretell } from '@/server/jobs/thinker';

/** Told of a cancelled shipment: its fish are out of the bags and in their tanks. */
export const FISH_BACK = 'moment:fish-back';

/**
 * A step of the bench ticked or taken back, with its instant. Refused where it is out of order, but for what opens
 * `again` by itself.
 */
export function tick(
  house: House,
  code: string,
  key: string,
  done: boolean,
  pressedAt = house.nowIso(),
  again = false,
): Outcome<string | null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const { id } = c;
  if (c.cancelled && done && key !== FISH_BACK) return refuse('step', cancelled.noStep(code));
  const catalogue = catalogueOf(c, house);
  const steps = packingChecklist(c, catalogue);
  const step = steps.find((x) => x.key === key);
  const there =
    step !== undefined ||
    (key === FISH_BACK && Boolean(c.cancelled)) ||
    scheduleOf(c, catalogue).some((m) => `moment:${m.key}` === key) ||
    looksOf(house, id).some((l) => `moment:${l.key}` === key) ||
    turnsOf(c, withOverrides(c.assumptions)).some((t) => turnKey(t.key) === key);
  // A tick of what the plan has lost since can be taken back, but not made.
  if (!there && (done || !house.facts.ticks(id).has(key))) return refuse('step', 'This step is not in the plan.');
  return house.db.transaction((): Outcome<string | null> => {
    const ticks = house.facts.ticks(id);
    const was = ticks.get(key);
    if (done === (was !== undefined)) return { ok: true, value: was ?? null };
    const wrong = again ? null : outOfOrder(steps, key, done, ticks);
    if (wrong) return refuse('step', wrong);
    // Presses travel each at its own pace: none is told before what it comes after.
    const after = done && step ? before(step).flatMap((k) => ticks.get(k) ?? []) : [];
    const at = [pressedAt, ...after].sort().at(-1)!;
    if (done) house.facts.tick(id, key, at, saidAs(step));
    else house.facts.untick(id, key, at);
    house.consignments.journal(id, at, done ? 'ticked' : 'taken back', key);
    const follows = key.startsWith('bag:')
      ? sealing(house, stored.value, done ? at : null, was)
      : key.startsWith('pack:')
        ? packsOpened(house, c, key.slice('pack:'.length), done ? at : null, was)
        : null;
    return follows && !follows.ok ? follows : { ok: true, value: done ? at : null };
  })();
}

/** Why a step cannot be done, or taken back, yet: nothing is closed while what it holds is open. */
function outOfOrder(
  steps: readonly CheckItem[],
  key: string,
  done: boolean,
  ticks: ReadonlyMap<string, string>,
): string | null {
  const step = steps.find((x) => x.key === key);
  if (!step) return null;
  const over = restingOn(steps, key, (k) => ticks.has(k));
  if (!done) return over.length === 0 ? null : `“${over[0]!.title}” was done after it. Undo that first.`;
  const open = before(step).filter((k) => !ticks.has(k));
  const first = steps.find((x) => open.includes(x.key));
  return first ? `“${step.title}” comes after “${first.title}”. Do that first.` : null;
}

/** What a step said when it was done: its own words, kept with the tick, so that a plan that changes later is seen. */
export const saidAs = (step: CheckItem | undefined): string => (step ? step.detail.slice(0, 300) : '');

/**
 * The first bag that is closed is the first sealed; where it was the only one and its tick is taken back, so is the
 * sealing. An instant that a hand told stays.
 */
function sealing(house: House, { document: c }: StoredConsignment, at: string | null, was?: string): Outcome<unknown> {
  const { sealedAt } = c.actual;
  if (at !== null) return sealedAt === null ? recordEvent(house, c.code, 'sealedAt', at) : { ok: true, value: null };
  if (sealedAt !== was || c.actual.handedOverAt !== null) return { ok: true, value: null };
  const left = [...house.facts.ticks(c.id)].filter(([k]) => k.startsWith('bag:')).map(([, t]) => t);
  return recordEvent(house, c.code, 'sealedAt', left.sort()[0] ?? null);
}

/** Packs of a kind that nobody opened yet are open from then on; taken back with the press that opened them. */
function packsOpened(house: House, c: Consignment, typeId: string, at: string | null, was?: string): Outcome<null> {
  const packs = numberedPacks(c, catalogueOf(c, house), house.facts.of(c.id), withOverrides(c.assumptions));
  for (const p of packs.filter((x) => x.type.id === typeId)) {
    if (at !== null && p.openedAt === null)
      house.facts.happened(c.id, { at, kind: 'activated', subject: { kind: 'pack', id: p.id }, note: '' });
    if (at === null && p.openedAt === was && p.readings.length === 0)
      for (const e of unstruck(house.facts.of(c.id).events))
        if (e.kind === 'activated' && e.subject.id === p.id && e.at === was)
          house.facts.takeBack(c.id, e, house.nowIso());
  }
  return { ok: true, value: null };
}

export type EventName = Milestone;
const order: readonly Milestone[] = ['sealedAt', 'handedOverAt', 'arrivedAt', 'openedAt'];

/** Sealed, handed over, arrived, opened: none of those that are told comes before the one before it. */
export function isChronological(actual: Pick<Consignment['actual'], Milestone>): boolean {
  const told = order.flatMap((m) => actual[m] ?? []).map((iso) => Date.parse(iso));
  return told.every((ms, i) => i === 0 || ms >= told[i - 1]!);
}

/**
 * What happened replaces what was planned: sealing, hand-over, arrival, opening; null takes it back. At hand-over and
 * at opening what is foretold is kept for good, in the same transaction.
 */
export function recordEvent(
  house: House,
  code: string,
  name: EventName,
  at: string | null,
  version: number | null = null,
): Outcome<StoredConsignment> {
  if (!order.includes(name)) return refuse('event', 'This event is unknown.');
  const kind = milestones[name];
  return house.db.transaction((): Outcome<StoredConsignment> => {
    const before = find(house, code);
    const r = change(
      house,
      code,
      version,
      kind.replace('-', ' '),
      (c) => {
        const actual = { ...c.actual, [name]: at };
        if (!isChronological(actual)) return refuse(name, 'A later step is already recorded. Undo that first.');
        const early = at === null ? null : tooEarly(c, name, at);
        if (early) return refuse(name, early);
        // What has left keeps the rows it was sent with; what is here again follows the shelves.
        const catalogue = name !== 'handedOverAt' ? c.catalogue : at ? usedRows(c, house) : foreignRows(c, house);
        return { ok: true, value: { ...c, catalogue, actual } };
      },
      { kind: at ? 'event' : 'event taken back', subject: kind.replace('-', ' '), data: { at } },
    );
    if (r.ok && at && name === 'handedOverAt') foretell(house, r.value.document, 'hand-over', at);
    if (r.ok && at && name === 'openedAt' && before.ok) foretell(house, before.value.document, 'opening', at);
    return r;
  })();
}

/** A box cannot be here before it has left where it comes from. */
function tooEarly(c: Consignment, name: Milestone, at: string): string | null {
  if (name !== 'arrivedAt' || c.actual.handedOverAt) return null;
  if (Date.parse(at) >= Date.parse(c.handOverAt)) return null;
  const left = Date.parse(c.handOverAt);
  const { zone } = c.sender.place;
  return `${c.code} is dropped off only on ${dayWords(left, zone)} at ${clockWords(left, zone)}, as planned. If it left earlier, record the drop-off or change the order.`;
}
