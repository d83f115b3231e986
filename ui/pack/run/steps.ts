import { before, clockMs, readyMs, reopened, type TickedMs } from '@/core/duties/clock';
import { leftOut, type Missing } from '@/core/duties/skipped-steps';
import type { PackRunView, RunStep } from '@/server/pack/run-view';
import type { Press } from '@/ui/queue/store';

export type { RunStep } from '@/server/pack/run-view';
type View = Pick<PackRunView, 'steps' | 'consignments'>;

/**
 * The run as it stands with the presses that the server does not know yet, in their order. `skewMs` is how far the
 * server’s clock is ahead of this device.
 */
export function withPresses<V extends View>(view: V, presses: readonly Press[], skewMs: number): V {
  const ticks = new Map(view.steps.map((s) => [s.id, { at: s.at, by: s.by, taken: s.taken }]));
  const left = new Map<
    string,
    {
      handedOverAt?: string;
      sealedMs?: number;
      kg: Map<string, number>;
      counts: Map<string, number>;
      males: Map<string, number>;
    }
  >();
  const of = (code: string) => {
    if (!left.has(code)) left.set(code, { kg: new Map(), counts: new Map(), males: new Map() });
    return left.get(code)!;
  };
  const patch = (id: string, p: Partial<{ at: string | null; by: string; taken: RunStep['taken'] }>): void => {
    const had = ticks.get(id);
    if (had) ticks.set(id, { ...had, ...p });
  };
  for (const { deed: d, pressedMs } of presses) {
    const at = new Date(pressedMs + skewMs).toISOString();
    if (d.deed === 'tick') {
      const id = `${d.code} ${d.key}`;
      if (!d.done) patch(id, { at: null, by: '' });
      else if (!ticks.get(id)?.at) patch(id, { at, by: '' });
    } else if (d.deed === 'leaks' || d.deed === 'tooMuch') {
      const from = `${d.deed === 'leaks' ? 'bag' : 'sedate'}:${d.bagId}`;
      const own = view.steps.filter((s) => s.code === d.code);
      for (const key of reopened(own, [from], d.bagId)) patch(`${d.code} ${key}`, { at: null, by: '' });
    } else if (d.deed === 'event') of(d.code).sealedMs ??= pressedMs + skewMs;
    else if (d.deed === 'handOver') of(d.code).handedOverAt ??= at;
    else if (d.deed === 'weigh' && d.kg !== null) of(d.code).kg.set(d.boxId, d.kg);
    else if (d.deed === 'sexes') of(d.code).males.set(`${d.bagId} ${d.lineId}`, d.males);
    else if (d.deed === 'count') of(d.code).counts.set(`${d.bagId} ${d.lineId}`, d.count);
    else if (d.deed === 'take' || d.deed === 'letGo')
      for (const s of view.steps)
        if (d.subject === `step:${s.code}:${s.key}` || (s.boxId && d.subject === `lane:${s.code}:${s.boxId}`))
          patch(s.id, { taken: d.deed === 'take' ? { by: '', mine: true } : null });
  }
  return {
    ...view,
    steps: view.steps.map((s) => ({ ...s, ...ticks.get(s.id)! })),
    consignments: view.consignments.map((c) => {
      const here = left.get(c.code);
      if (!here) return c;
      return {
        ...c,
        sealedMs: c.sealedMs ?? here.sealedMs ?? null,
        handedOverAt: c.handedOverAt ?? here.handedOverAt ?? null,
        boxes: c.boxes.map((b) =>
          here.kg.has(b.id) ? { ...b, weighed: { kg: here.kg.get(b.id)!, at: '', method: 'typed' } } : b,
        ),
        bags: c.bags.map((b) => ({
          ...b,
          animals: b.animals.map((x) => ({
            ...x,
            count: here.counts.get(`${b.id} ${x.lineId}`) ?? x.count,
            males: here.males.get(`${b.id} ${x.lineId}`) ?? x.males,
          })),
        })),
      };
    }),
  };
}

export type { TickedMs };
export function tickedMsOf(steps: readonly RunStep[]): TickedMs {
  const at = new Map(steps.map((s) => [s.id, s.at === null ? null : Date.parse(s.at)]));
  return (code, key) => at.get(`${code} ${key}`) ?? null;
}

const othersHands = (s: RunStep): boolean => s.taken !== null && !s.taken.mine;

/**
 * What these hands do next: the first step in order that is not done, not in other hands, not put aside, and whose clock
 * has run; else the one whose clock runs out first. Null where all the rest waits for steps that others have in hand, or
 * that were put aside.
 */
export function nextOf(
  steps: readonly RunStep[],
  tickedMs: TickedMs,
  nowMs: number,
  aside: ReadonlySet<string>,
): RunStep | null {
  const open = steps.filter((s) => s.at === null && !othersHands(s) && !aside.has(s.id));
  const ready = (s: RunStep): number => readyMs(s, tickedMs) ?? Infinity;
  const now = open.find((s) => ready(s) <= nowMs);
  if (now) return now;
  const first = open.reduce<RunStep | null>((f, s) => (f === null || ready(s) < ready(f) ? s : f), null);
  return first !== null && ready(first) < Infinity ? first : null;
}

/** What has to be done before a step can be. */
export const waitedFor = (step: RunStep, steps: readonly RunStep[]): RunStep[] =>
  steps.filter((s) => s.code === step.code && s.at === null && before(step).includes(s.key));

export interface Timer {
  step: RunStep;
  fromMs: number;
  endsMs: number;
  minutes: number;
}

/** Clocks that run or have run out, and wait to be looked at; the one that ends first at first. */
export function timersOf(steps: readonly RunStep[], tickedMs: TickedMs): Timer[] {
  // Until packs are proved one clock of them is enough.
  const unproved = new Set(steps.filter((s) => s.at === null && s.key.startsWith('prove:')).map((s) => s.code));
  return steps
    .flatMap((s): Timer[] => {
      if (s.at !== null || !s.after || s.after.minutes === 0 || (s.key.startsWith('lid:') && unproved.has(s.code)))
        return [];
      const endsMs = clockMs(s, tickedMs);
      return endsMs === null
        ? []
        : [{ step: s, endsMs, minutes: s.after.minutes, fromMs: endsMs - s.after.minutes * 60_000 }];
    })
    .sort((x, y) => x.endsMs - y.endsMs);
}

/** What a consignment would leave without: what was found and may harm, then what hands left out. */
export const missingStepsOf = (steps: readonly RunStep[], c: PackRunView['consignments'][number]): Missing[] => [
  ...c.found,
  ...leftOut(
    steps.filter((s) => s.code === c.code),
    { tickedMs: tickedMsOf(steps), weighed: new Set(c.boxes.flatMap((b) => (b.weighed ? [b.id] : []))) },
  ),
];

/** When the first bag of a consignment was closed: as told, or by the first that was ticked. */
export function sealedMsOf(steps: readonly RunStep[], c: PackRunView['consignments'][number]): number | null {
  const told = steps.flatMap((s) =>
    s.code === c.code && s.at !== null && s.key.startsWith('bag:') ? [Date.parse(s.at)] : [],
  );
  return c.sealedMs ?? (told.length > 0 ? Math.min(...told) : null);
}

/** What was done last, which can be taken back. */
export const lastDone = (steps: readonly RunStep[]): RunStep | null =>
  steps.reduce<RunStep | null>((last, s) => (s.at !== null && (last === null || s.at > last.at!) ? s : last), null);

/** What a press of the large button says. */
export function doneWords(s: RunStep): string {
  const of = s.bagId ?? s.boxId ?? '';
  const [kind] = s.key.split(':');
  const words: Record<string, string> = {
    labels: 'Labels are on',
    water: 'Water is ready',
    sedate: `${of} is dosed`,
    watch: `${of} is calm`,
    bag: `${of} is closed`,
    seam: `${of} is dry`,
    stand: 'All are dry',
    border: 'All were looked through',
    pack: s.title.startsWith('Open') ? 'Packs are open' : 'Packs are out',
    prove: 'Packs are warm',
    line: 'Box is lined',
    in: `${of} is in`,
    fill: 'Nothing shifts',
    lid: 'Box is closed',
    out: 'Labels are on',
    weigh: 'Continue without weighing',
    papers: 'Papers are in',
    along: 'Box is packed',
  };
  return words[kind!] ?? 'Done';
}
