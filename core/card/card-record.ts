import { withRelease, type Group } from '@/core/acclimation/release';
import { isPause, pauseKey, runPosition, withExtraRound, type RunPosition } from '@/core/acclimation/run';
import { methodNames, type MethodId, type MethodStep } from '@/core/acclimation/vessel';
import type { Facts, Observation, Subject } from '@/core/consignment/facts';
import { sealed, type ReceiverReport, type FoundPhoto } from '@/core/consignment/found-file';
import type { Language } from '@/core/consignment/languages';
import { counts, quantities, type BagFigure, type WaterQuantity } from '@/core/measurement/quantities';
import { rivalsOf, type SignId } from '@/core/consignment/signs';
import { projectFacts, airIn, unstruck } from '@/core/consignment/project-facts';
import type { CardBag, CardData } from './data';

/** A timed sequence on a card: as the application keeps one. */
export interface CardRun {
  id: string;
  bagIds: string[];
  method: MethodId;
  tank: string;
  steps: MethodStep[];
  startedMs: number;
  /** Of the bag it was computed for: litres, and salinity. */
  waterL: number;
  salinity: number;
  doneAtMs: Record<string, number>;
}

/** What the holder of a card told it. Facts only grow; a sequence is its steps and its presses. */
export interface CardRecord extends Facts {
  runs: CardRun[];
  language: Language;
}

export const nothingTold = (language: Language): CardRecord => ({ observations: [], events: [], runs: [], language });

const nextOf = (t: CardRecord): number =>
  1 + Math.max(0, ...t.observations.map((o) => o.n), ...t.events.map((e) => e.n));
const iso = (ms: number): string => new Date(ms).toISOString();
const isOf = (s: Subject) => (f: { subject: Subject }) => f.subject.kind === s.kind && f.subject.id === s.id;

/** Adds observations, numbered on. */
function observe(t: CardRecord, told: readonly Omit<Observation, 'n' | 'note' | 'by' | 'photo'>[]): CardRecord {
  let n = nextOf(t);
  return {
    ...t,
    observations: [...t.observations, ...told.map((o) => ({ ...o, n: n++, note: '', by: '', photo: null }))],
  };
}

const strikeOf = (o: Observation, at: string) => ({
  at,
  subject: o.subject,
  quantity: o.quantity,
  value: null,
  unit: o.unit,
  word: '',
  method: o.method,
  strikes: o.n,
});

/** Strikes out every figure of a quantity that stands: else an older one would come back. */
const struck = (t: CardRecord, subject: Subject, quantity: Observation['quantity'], at: string) =>
  unstruck(t.observations)
    .filter((o) => o.quantity === quantity && isOf(subject)(o))
    .map((o) => strikeOf(o, at));

/** A figure that was read or counted; null takes it back. What is there already is not told again. */
export function read(t: CardRecord, subject: Subject, figure: BagFigure, value: number | null, ms: number): CardRecord {
  const at = iso(ms);
  const actual = projectFacts(t);
  const now =
    subject.kind === 'box'
      ? airIn(t.observations, subject.id)
      : subject.kind === 'tank'
        ? (actual.tanks[subject.id]?.[figure as WaterQuantity] ?? null)
        : (actual.bags.find((b) => b.bagId === subject.id)?.[figure] ?? null);
  if (now === value) return t;
  if (value === null) return observe(t, struck(t, subject, figure, at));
  const method = (counts as readonly string[]).includes(figure) ? 'counted' : 'typed';
  const { unit } = quantities[figure];
  return observe(t, [{ at, subject, quantity: figure, value, unit, word: '', method, strikes: null }]);
}

/** The water of a bag read once more while its way goes on: told even where the figure is the same as before. */
export const readAgain = (
  t: CardRecord,
  bagId: string,
  quantity: WaterQuantity,
  value: number,
  ms: number,
): CardRecord =>
  observe(t, [
    {
      at: iso(ms),
      subject: { kind: 'bag', id: bagId },
      quantity,
      value,
      unit: quantities[quantity].unit,
      word: '',
      method: 'typed',
      strikes: null,
    },
  ]);

/** A remark in words; none strikes out what was remarked. */
export function remark(t: CardRecord, subject: Subject, words: string, ms: number): CardRecord {
  const at = iso(ms);
  const stands = unstruck(t.observations).filter((o) => o.quantity === 'note' && isOf(subject)(o));
  if ((stands.at(-1)?.word ?? '') === words) return t;
  if (words === '') return observe(t, struck(t, subject, 'note', at));
  return observe(t, [
    { at, subject, quantity: 'note', value: null, unit: '', word: words, method: 'seen', strikes: null },
  ]);
}

/** A sign is seen, or was a slip; what cannot be at once is struck out by what is seen now. */
export function look(t: CardRecord, subject: Subject, sign: SignId, on: boolean, ms: number): CardRecord {
  const at = iso(ms);
  const there = unstruck(t.observations).filter((o) => o.quantity === 'sign' && isOf(subject)(o));
  if (there.some((o) => o.word === sign) === on) return t;
  const gone: readonly string[] = on ? rivalsOf(sign) : [sign];
  const strikes = there.filter((o) => gone.includes(o.word)).map((o) => strikeOf(o, at));
  const seen = {
    at,
    subject,
    quantity: 'sign',
    value: null,
    unit: '',
    word: sign,
    method: 'seen',
    strikes: null,
  } as const;
  return observe(t, on ? [...strikes, seen] : strikes);
}

const whole: Subject = { kind: 'consignment', id: '' };
type Kind = 'arrived' | 'opened' | 'released';

/** That the box came, was opened, or all is done: an instant; null takes it back. */
export function happened(t: CardRecord, kind: Kind, ms: number | null, nowMs: number): CardRecord {
  const stands = unstruck(t.events).filter((e) => e.kind === kind && isOf(whole)(e));
  let n = nextOf(t);
  const base = { subject: whole, note: '', by: '' };
  const back = stands.map((e) => ({ ...base, n: n++, at: iso(nowMs), kind: 'taken-back' as const, strikes: e.n }));
  const is = ms === null ? [] : [{ ...base, n: n++, at: iso(ms), kind, strikes: null }];
  return { ...t, events: [...t.events, ...back, ...is] };
}

/** Which bags of a card came across, and when, as facts of each bag; a press taken back takes them back. */
function crossed(t: CardRecord, run: CardRun, position: RunPosition, nowMs: number): CardRecord {
  const of = (id: string): Subject => ({ kind: 'bag', id });
  const stands = unstruck(t.events).filter((e) => e.kind === 'moved' && run.bagIds.some((id) => isOf(of(id))(e)));
  if (position.finished === stands.length > 0) return t;
  let n = nextOf(t);
  const events = position.finished
    ? run.bagIds.map((id) => ({
        n: n++,
        at: iso(position.startedAtMs),
        kind: 'moved' as const,
        subject: of(id),
        note: `${methodNames[run.method]}, into ${run.tank}`,
        by: '',
        strikes: null,
      }))
    : stands.map((e) => ({ ...e, n: n++, at: iso(nowMs), kind: 'taken-back' as const, note: '', strikes: e.n }));
  return { ...t, events: [...t.events, ...events] };
}

export const cardPosition = (run: CardRun, nowMs: number): RunPosition =>
  runPosition({ startedAtMs: run.startedMs, steps: run.steps, doneAtMs: run.doneAtMs }, nowMs);

/** What follows from the presses of a run: the first bag that is opened is the opening, the last step brings bags across. */
function followed(t: CardRecord, run: CardRun, nowMs: number): CardRecord {
  const opens = t.runs.flatMap((r) => r.doneAtMs.open ?? []);
  const first = opens.length > 0 ? Math.min(...opens) : null;
  const opened = projectFacts(t).openedAt;
  const next = (opened === null ? null : Date.parse(opened)) === first ? t : happened(t, 'opened', first, nowMs);
  return crossed(next, run, cardPosition(run, nowMs), nowMs);
}

const withRun = (t: CardRecord, id: string, change: (r: CardRun) => CardRun, nowMs: number): CardRecord => {
  const runs = t.runs.map((r) => (r.id === id ? change(r) : r));
  return followed(
    { ...t, runs },
    runs.find((r) => r.id === id)!,
    nowMs,
  );
};

/** The animals of some bags, kind by kind. */
export function groupsIn(bags: readonly CardBag[]): Group[] {
  const out = new Map<string, Group>();
  for (const k of bags.flatMap((b) => b.kinds)) {
    const has = out.get(k.name);
    out.set(k.name, { species: k, lengthCm: k.lengthCm, count: (has?.count ?? 0) + k.count });
  }
  return [...out.values()];
}

/** Begins a way of opening for the bags of a lane, with the release into its tank. */
export function start(
  t: CardRecord,
  run: Omit<CardRun, 'id' | 'startedMs' | 'doneAtMs'>,
  data: CardData,
  nowMs: number,
): CardRecord {
  const bags = data.bags.filter((b) => run.bagIds.includes(b.id));
  const residents: Group[] = [];
  const steps = withRelease(run.steps, groupsIn(bags), { name: run.tank, residents }, data.assumptions);
  const id = `${run.bagIds.join('+')}@${nowMs}`;
  return { ...t, runs: [...t.runs, { ...run, id, steps, startedMs: nowMs, doneAtMs: {} }] };
}

/** A step is done, or a timer cut short: only the one that is on. */
export function done(t: CardRecord, id: string, key: string, nowMs: number): CardRecord {
  const run = t.runs.find((r) => r.id === id);
  if (run?.steps[cardPosition(run, nowMs).index]?.key !== key) return t;
  return withRun(t, id, (r) => ({ ...r, doneAtMs: { ...r.doneAtMs, [key]: nowMs } }), nowMs);
}

/** The last press of a run, which can be taken back; null where there is none. */
export const lastPress = (run: CardRun): string | null =>
  Object.entries(run.doneAtMs)
    .filter(([key]) => !isPause(key))
    .sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;

export function stepBack(t: CardRecord, id: string, nowMs: number): CardRecord {
  const run = t.runs.find((r) => r.id === id);
  const key = run ? lastPress(run) : null;
  if (key === null) return t;
  return withRun(
    t,
    id,
    (r) => ({ ...r, doneAtMs: Object.fromEntries(Object.entries(r.doneAtMs).filter(([k]) => k !== key)) }),
    nowMs,
  );
}

export const pause = (t: CardRecord, id: string, nowMs: number): CardRecord =>
  withRun(t, id, (r) => ({ ...r, doneAtMs: { ...r.doneAtMs, [pauseKey(r.doneAtMs)]: nowMs } }), nowMs);

/** One round more, where the way has rounds and nothing goes in yet. */
export function addRound(t: CardRecord, id: string, nowMs: number): CardRecord {
  return withRun(t, id, (r) => ({ ...r, steps: withExtraRound(r.steps) ?? r.steps }), nowMs);
}

/** A sequence that was begun by mistake, or is wanted otherwise: its bags wait again. */
export function stop(t: CardRecord, id: string, nowMs: number): CardRecord {
  const run = t.runs.find((r) => r.id === id);
  if (!run) return t;
  const runs = t.runs.filter((r) => r.id !== id);
  return followed({ ...t, runs }, { ...run, doneAtMs: {} }, nowMs);
}

/** Timers end by themselves: what follows from it is told. */
export const settled = (t: CardRecord, nowMs: number): CardRecord =>
  t.runs.reduce((now, run) => followed(now, run, nowMs), t);

/** A bag none of whose animals has to go anywhere. */
export function isCardBagEmptied(t: CardRecord, bag: CardBag): boolean {
  const r = projectFacts(t).bags.find((x) => x.bagId === bag.id);
  if (!r || r.dead === null || (r.doubtful ?? 0) > 0) return false;
  return r.alive === null ? r.dead >= bag.animals : r.alive === 0;
}

/** Bags that are not across yet. */
export const waiting = (t: CardRecord, data: CardData, nowMs: number): string[] =>
  data.bags
    .filter(
      (b) => !isCardBagEmptied(t, b) && !t.runs.some((r) => r.bagIds.includes(b.id) && cardPosition(r, nowMs).finished),
    )
    .map((b) => b.id);

/** Whoever told a fact is named with so many characters. */
const MOST_NAME = 60;

/** The file that goes back to the sender. */
export const reportOf = (t: CardRecord, data: CardData, photos: FoundPhoto[], nowMs: number): ReceiverReport => {
  const { id, code, receiver } = data;
  const { observations, events } = t;
  return sealed({ id, code, by: receiver.name.slice(0, MOST_NAME), madeAt: iso(nowMs), observations, events, photos });
};
