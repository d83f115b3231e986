import { z } from 'zod';
import { count, instant, lines, text } from '@/core/quantities/shapes';
import { eventSchema, observationSchema, type Event, type Facts, type Observation } from './facts';
import { FOUND_FORMAT, FOUND_VERSION, sumOfFound, type ReceiverReport } from './found-file';
import { bagFigures } from '@/core/measurement/quantities';
import { problemsOf, refuse, type Outcome } from './outcome';
import type { Consignment } from './schema';
import { isSign } from './seen-signs';
import { unstruck } from './project-facts';

/** What a card can tell: readings, counts, signs and remarks; that it came, was opened, went across, and is done. */
const tells = ['note', 'sign', ...bagFigures] as const;
const happens = ['arrived', 'opened', 'moved', 'released', 'taken-back'] as const;

const foundSchema = z.object({
  format: z.literal(FOUND_FORMAT),
  version: z.literal(FOUND_VERSION),
  id: text(60).min(1),
  code: text(20).min(1),
  by: text(60),
  madeAt: instant,
  observations: z.array(observationSchema.extend({ quantity: z.enum(tells), photo: z.null() })).max(20_000),
  events: z.array(eventSchema.extend({ kind: z.enum(happens) })).max(4000),
  photos: z
    .array(
      z.object({
        subject: observationSchema.shape.subject,
        at: instant,
        jpeg: z.base64('A picture is damaged.').max(600_000),
      }),
    )
    .max(60),
  sum: lines(8),
});

/** Reads what a card wrote; `changed` where a hand has changed it since. */
export function readFound(json: unknown): Outcome<{ found: ReceiverReport; changed: boolean }> {
  const head = z.object({ format: z.literal(FOUND_FORMAT), version: count(1e6, 'The version') }).safeParse(json);
  if (!head.success) return refuse('file', 'This is not from a card.');
  if (head.data.version !== FOUND_VERSION)
    return refuse('file', `This card has version ${head.data.version}; version ${FOUND_VERSION} is supported.`);
  const parsed = foundSchema.safeParse(json);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  return {
    ok: true,
    value: {
      found: parsed.data as ReceiverReport,
      changed: sumOfFound(json as Record<string, unknown>) !== parsed.data.sum,
    },
  };
}

/** The first thing that a file speaks of and a consignment does not have; null where it has all. */
export function strangerIn(f: ReceiverReport, c: Consignment): string | null {
  const tanks = [c.tank, ...(c.otherTanks ?? [])].map((t) => t.name);
  const has: Partial<Record<string, readonly string[]>> = {
    consignment: [''],
    bag: c.bags.map((b) => b.id),
    box: c.boxes.map((b) => b.id),
    tank: tanks,
  };
  for (const { subject } of [...f.observations, ...f.events, ...f.photos])
    if (!has[subject.kind]?.includes(subject.id)) return `${subject.kind} ${subject.id}`.trim();
  const odd = f.observations.find((o) => o.quantity === 'sign' && o.strikes === null && !isSign(o.word));
  return odd ? `the sign “${odd.word}”` : null;
}

const same = (x: Observation | Event, y: Observation | Event): boolean =>
  x.at === y.at && x.subject.kind === y.subject.kind && x.subject.id === y.subject.id;
const sameRead = (x: Observation, y: Observation): boolean =>
  same(x, y) && x.quantity === y.quantity && x.value === y.value && x.word === y.word;

/**
 * Facts that a card tells and that are not here yet, numbered on from those that are. What was told of a thing here stays:
 * a figure, an arrival or an opening that this house has of its own is never replaced by the card’s. A second file of the
 * same card adds only what is new in it.
 */
export function newIn(found: ReceiverReport, here: Facts, by: string, method?: 'file'): Facts {
  const ours = { observations: unstruck(here.observations), events: unstruck(here.events) };
  const own = <T extends Observation | Event>(facts: readonly T[]): T[] => facts.filter((f) => f.by !== by);
  const knows = (o: Observation): boolean =>
    (bagFigures as readonly string[]).includes(o.quantity) &&
    own(ours.observations).some(
      (x) => x.quantity === o.quantity && x.subject.kind === o.subject.kind && x.subject.id === o.subject.id,
    );
  const knowsEvent = (e: Event): boolean =>
    (e.kind === 'arrived' || e.kind === 'opened' || e.kind === 'released') &&
    own(ours.events).some((x) => x.kind === e.kind && x.subject.kind === e.subject.kind);
  // What was undone here may come again: it stands no more, and the card itself did not strike it out.
  const stands = new Set([...ours.observations, ...ours.events].map((f) => f.n));
  const slips = new Set([...found.observations, ...found.events].flatMap((f) => f.strikes ?? []));
  const counts = (x: Observation | Event, f: Observation | Event): boolean =>
    x.by === by && (x.strikes !== null || stands.has(x.n) || slips.has(f.n));
  let n = Math.max(0, ...here.observations.map((o) => o.n), ...here.events.map((e) => e.n));
  // Of a fact that is here already its number here; of one that is not taken nothing.
  const numbers = new Map<number, number>();
  const out: Facts = { observations: [], events: [] };
  const told = [
    ...found.observations.map((o) => ({ n: o.n, o, e: null })),
    ...found.events.map((e) => ({ n: e.n, o: null, e })),
  ].sort((x, y) => x.n - y.n);
  for (const { o, e } of told) {
    const f = (o ?? e)!;
    const strikes = f.strikes === null ? null : (numbers.get(f.strikes) ?? undefined);
    // What strikes out something that was not taken has nothing to strike out.
    if (strikes === undefined) continue;
    const known = o
      ? here.observations.find((x) => counts(x, o) && x.strikes === strikes && sameRead(x, o))
      : here.events.find((x) => counts(x, e!) && x.strikes === strikes && same(x, e!) && x.kind === e!.kind);
    if (known) {
      numbers.set(f.n, known.n);
      continue;
    }
    if (strikes === null && (o ? knows(o) : knowsEvent(e!))) continue;
    numbers.set(f.n, ++n);
    if (o) out.observations.push({ ...o, n, by, strikes, photo: null, ...(method ? { method } : {}) });
    else out.events.push({ ...e!, n, by, strikes });
  }
  return out;
}
