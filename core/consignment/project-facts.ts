import { bagFigures, nothingRead, quantities, waterQuantities, type Quantity } from '@/core/measurement/quantities';
import type { Actual, Event, Facts, Observation, Scan, Subject } from './facts';

/** The four instants of a journey, by the events that tell them. */
export const milestones = {
  sealedAt: 'sealed',
  handedOverAt: 'handed-over',
  arrivedAt: 'arrived',
  openedAt: 'opened',
} as const;
export type Milestone = keyof typeof milestones;
const milestoneNames = Object.keys(milestones) as Milestone[];

export const nothingYet = (): Actual => ({
  sealedAt: null,
  handedOverAt: null,
  arrivedAt: null,
  openedAt: null,
  bags: [],
  tanks: {},
});

/** Facts that nothing strikes out, and that strike nothing out themselves. */
export function unstruck<T extends Observation | Event>(facts: readonly T[]): T[] {
  const struck = new Set(facts.flatMap((f) => (f.strikes === null ? [] : [f.strikes])));
  return facts.filter((f) => !struck.has(f.n) && f.strikes === null);
}

/** The view of the facts: of every quantity of every subject the latest that stands. */
export function projectFacts({ observations, events }: Facts): Actual {
  const out = nothingYet();
  const scans = new Map<number, Scan>();
  for (const e of unstruck(events)) for (const m of milestoneNames) if (milestones[m] === e.kind) out[m] = e.at;
  for (const o of unstruck(observations)) {
    if (o.quantity === 'scan' && o.value !== null)
      scans.set(o.value, { leg: o.value, at: o.at, words: o.word, method: o.method });
    else if (o.quantity === 'due' && o.word) out.dueAt = o.word;
    else if ((o.quantity === 'into' || o.quantity === 'half') && o.word)
      out[o.quantity] = { ...out[o.quantity], [o.subject.id]: o.word };
    else if (o.subject.kind === 'bag') {
      // A picture, a blemish, a sign is no reading.
      if (o.quantity !== 'note' && !(bagFigures as readonly string[]).includes(o.quantity)) continue;
      let bag = out.bags.find((b) => b.bagId === o.subject.id);
      const at = { at: o.at };
      if (!bag) {
        bag = { bagId: o.subject.id, ...at, ...nothingRead };
        out.bags.push(bag);
      }
      if (o.quantity === 'note') Object.assign(bag, { note: o.word }, at);
      else if ((bagFigures as readonly string[]).includes(o.quantity) && o.value !== null)
        Object.assign(bag, { [o.quantity]: o.value }, at);
    } else if (o.subject.kind === 'tank' && o.value !== null) {
      if (!(waterQuantities as readonly string[]).includes(o.quantity)) continue;
      out.tanks[o.subject.id] = { ...out.tanks[o.subject.id], [o.quantity]: o.value };
    }
  }
  if (scans.size > 0) out.scans = [...scans.values()].sort((a, b) => a.leg - b.leg);
  return out;
}

/** What is written beside a fact that follows from a change of what is known. */
export interface Stamp {
  at: string;
  by: string;
  method?: Observation['method'];
}

/**
 * The facts that lead from one state of knowledge to another: a figure that differs is a new observation, one that is
 * gone strikes out the one that told it, an instant that moved strikes out its event and tells it anew. Numbers follow
 * the facts that are there; `actualOf` of old and new facts together is `after`.
 */
export function factsBetween(had: Facts, after: Actual, stamp: Stamp): Facts {
  const before = projectFacts(had);
  let n = Math.max(0, ...had.observations.map((o) => o.n), ...had.events.map((e) => e.n));
  const out: Facts = { observations: [], events: [] };
  const lastEvent = (kind: Event['kind']): Event | undefined => unstruck(had.events).findLast((e) => e.kind === kind);
  for (const m of milestoneNames) {
    if (before[m] === after[m]) continue;
    const kind = milestones[m];
    const subject: Subject = { kind: 'consignment', id: '' };
    const rest = { subject, note: '', by: stamp.by };
    const old = lastEvent(kind);
    if (old) out.events.push({ n: ++n, at: stamp.at, kind: 'taken-back', ...rest, strikes: old.n });
    const at = after[m];
    if (at !== null) out.events.push({ n: ++n, at, kind, ...rest, strikes: null });
  }
  const tell = (subject: Subject, quantity: Quantity, was: unknown, is: unknown, at: string): void => {
    if (was === is) return;
    const told = is !== null && is !== undefined && is !== '';
    const counted = ['alive', 'dead', 'doubtful', 'tornFins'].includes(quantity);
    const base = {
      subject,
      quantity,
      unit: quantities[quantity].unit,
      note: '',
      by: stamp.by,
      method: quantity === 'note' ? ('seen' as const) : counted ? ('counted' as const) : (stamp.method ?? 'typed'),
      photo: null,
    };
    const word = quantity === 'note' ? String(is ?? '') : '';
    if (told) {
      out.observations.push({
        n: ++n,
        at,
        ...base,
        value: quantity === 'note' ? null : Number(is),
        word,
        strikes: null,
      });
      return;
    }
    // What is known no more strikes out every figure that told it: else an older one would come back.
    for (const o of unstruck(had.observations))
      if (o.quantity === quantity && o.subject.kind === subject.kind && o.subject.id === subject.id)
        out.observations.push({ n: ++n, at: stamp.at, ...base, value: null, word: '', strikes: o.n });
  };
  const bagIds = new Set([...before.bags, ...after.bags].map((b) => b.bagId));
  for (const id of bagIds) {
    const was = before.bags.find((b) => b.bagId === id);
    const is = after.bags.find((b) => b.bagId === id);
    for (const q of [...bagFigures, 'note'] as const)
      tell(
        { kind: 'bag', id },
        q,
        was?.[q] ?? (q === 'note' ? '' : null),
        is?.[q] ?? (q === 'note' ? '' : null),
        is?.at ?? stamp.at,
      );
  }
  for (const name of new Set([...Object.keys(before.tanks), ...Object.keys(after.tanks)]))
    for (const q of waterQuantities)
      tell({ kind: 'tank', id: name }, q, before.tanks[name]?.[q], after.tanks[name]?.[q], stamp.at);
  return tellRoad(before, after, had, stamp, n, out);
}

/** What was seen of the road: a scan of a leg that says something else, one that is gone, another hour of arrival. */
function tellRoad(before: Actual, after: Actual, had: Facts, stamp: Stamp, last: number, out: Facts): Facts {
  let n = last;
  const base = { subject: { kind: 'consignment' as const, id: '' }, unit: '', note: '', by: stamp.by, photo: null };
  const strike = (test: (o: Observation) => boolean): void => {
    for (const o of unstruck(had.observations).filter(test))
      out.observations.push({
        ...base,
        n: ++n,
        at: stamp.at,
        quantity: o.quantity,
        method: o.method,
        value: null,
        word: '',
        strikes: o.n,
      });
  };
  const was = before.scans ?? [];
  const is = after.scans ?? [];
  for (const s of was) if (!is.some((x) => x.leg === s.leg)) strike((o) => o.quantity === 'scan' && o.value === s.leg);
  for (const s of is) {
    const old = was.find((x) => x.leg === s.leg);
    if (old && old.at === s.at && old.words === s.words && old.method === s.method) continue;
    if (old) strike((o) => o.quantity === 'scan' && o.value === s.leg);
    out.observations.push({
      ...base,
      n: ++n,
      at: s.at,
      quantity: 'scan',
      method: s.method,
      value: s.leg,
      word: s.words,
      strikes: null,
    });
  }
  if (before.dueAt === after.dueAt) return out;
  strike((o) => o.quantity === 'due');
  if (after.dueAt)
    out.observations.push({
      ...base,
      n: ++n,
      at: stamp.at,
      quantity: 'due',
      method: 'typed',
      value: null,
      word: after.dueAt,
      strikes: null,
    });
  return out;
}

/** Two piles of facts in the order in which they were told. */
export const mergeFacts = (a: Facts, b: Facts): Facts => ({
  observations: [...a.observations, ...b.observations],
  events: [...a.events, ...b.events],
});

/** The air that was read in a box last; null where nobody read it. */
export const airIn = (observations: readonly Observation[], boxId: string): number | null =>
  unstruck(observations).findLast((o) => o.quantity === 'tempC' && o.subject.kind === 'box' && o.subject.id === boxId)
    ?.value ?? null;
