import { changesFor } from '@/core/choose/advice';
import { warmBoxes } from '@/core/choose/plan';
import type { Holiday } from '@/core/calendar/schema';
import { BLOCK } from '@/core/engine/random';
import { planFor } from '@/core/choose/alternatives';
import { goals, SURE_H, type Goal } from '@/core/choose/bags';
import { costOfBox } from '@/core/choose/boxes';
import { changesTo } from '@/core/choose/changes';
import { packsCost } from '@/core/choose/packs';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Bag, Box, Consignment } from '@/core/consignment/schema';
import type { Forward } from '@/core/engine/forward';
import type { Risk } from '@/core/engine/risk';

/** How another plan of an order comes out; null where it is refused. */
export type MeasurePlan = (c: Consignment) => Measured | null;
type Measured = Forward & { risk: Risk | null };

interface Progress {
  stage: 'plans' | 'advice';
  done: number;
  of: number;
}

/** Bags and boxes planned for one goal, and what comes of them. */
export interface Alternative {
  /** `now`: the plan in use. */
  goal: Goal | 'now';
  /** Further goals that the same plan serves best. */
  also: Goal[];
  bags: Bag[];
  boxes: Box[];
  reasons: string[];
  /** What taking it would change, in sentences. */
  changes: string[];
  /** Of the weakest bag: median of the draws and their tenth percentile; null beyond what was computed. */
  slackH: number | null;
  worstSlackH: number | null;
  animals: number;
  expected: number;
  chance: number;
  kg: number;
  /** Boxes, packs and freight. */
  cost: number;
}

/** Draws behind the packs of a box that a plan opens: as many as a keystroke takes. */
const WARM_DRAWS = BLOCK;

/** Plans for several goals beside the one in use, each measured; the same plan is told once. */
export function* alternatives(
  c: Consignment,
  catalogue: Catalogue,
  other: MeasurePlan,
  holidays: readonly Holiday[],
): Generator<Progress, Alternative[]> {
  const out: Alternative[] = [];
  const seen = new Map<string, Alternative>();
  const candidates = [
    ...(['now', ...goals] as const).map((goal) => ({ goal, roomy: 1 })),
    // The surest by its bags alone may want more boxes than its packs keep warm: more water is tried beside it.
    { goal: 'surest' as const, roomy: 2 },
  ];
  for (const [done, { goal, roomy }] of candidates.entries()) {
    yield { stage: 'plans', done, of: candidates.length };
    const { opened, ...plan } =
      goal === 'now' ? { bags: c.bags, boxes: c.boxes, opened: [], reasons: [] } : planFor(c, catalogue, goal, roomy);
    const { bags } = plan;
    const key = JSON.stringify(bags.map(({ id: _, ...b }) => Object.entries(b).sort()).sort());
    if (bags.length === 0) continue;
    const same = seen.get(key);
    if (same) {
      if (goal !== 'now' && goal !== same.goal && !same.also.includes(goal)) same.also.push(goal);
      continue;
    }
    const order = { consignment: { ...c, bags, boxes: plan.boxes }, catalogue, holidays };
    const boxes = opened.length > 0 ? warmBoxes(order, opened, WARM_DRAWS) : plan.boxes;
    const of = { ...c, bags, boxes };
    const e = other(of);
    if (!e) continue;
    const { overall, risk } = e;
    const each = boxes.map((b) => ({ packs: packsCost(b, catalogue), ...costOfBox(of, b, catalogue) }));
    const found: Alternative = {
      ...plan,
      boxes,
      goal,
      also: [],
      changes: goal === 'now' ? [] : changesTo(c, { bags, boxes }, catalogue),
      slackH: overall.slackH,
      worstSlackH: overall.worstSlackH,
      animals: risk?.animals ?? 0,
      expected: risk?.expected ?? 0,
      chance: risk?.chance ?? 0,
      kg: each.reduce((s, x) => s + x.kg, 0),
      cost: each.reduce((s, x) => s + x.cost + x.packs, 0),
    };
    seen.set(key, found);
    out.push(found);
  }
  // Only the surest of all is called so, whatever it was planned for.
  const sure = (x: Alternative): number => x.chance * 1000 + Math.min(SURE_H, x.worstSlackH ?? SURE_H);
  const surest = [...out].sort((x, y) => sure(y) - sure(x))[0];
  for (const x of out) x.also = x.also.filter((g) => g !== 'surest');
  if (surest && surest.goal !== 'surest') surest.also.push('surest');
  return out.filter((x) => x.goal !== 'surest' || x === surest);
}

/** A change of one press, and what it does to the weakest bag and to the weight. */
export interface BagAdvice {
  said: string;
  bags: Bag[];
  /** Hours the worst tenth of the weakest bag gains; negative where it loses. */
  gainsH: number;
  savesKg: number;
  /** So many fewer things speak against the bags. */
  mends: number;
  slackH: number | null;
  worstSlackH: number | null;
}

/** Changes that gain less than this, or save less, are not worth a press, h and kg († ours). */
const WORTH_H = 1;
const WORTH_KG = 0.15;
/** Bags about which advice is sought, the weakest first. */
const ADVISED = 4;

const hoursOr = (h: number | null): number => Math.min(SURE_H, h ?? SURE_H);

/** What hands could do: changes that gain hours for the weakest bag, or save weight while every bag keeps a day; the best first. */
export function* adviceOn(
  c: Consignment,
  catalogue: Catalogue,
  other: MeasurePlan,
  now: Measured,
): Generator<Progress, BagAdvice[]> {
  const before = now.risk ? now : other(c);
  if (!before) return [];
  const kgOf = (x: Consignment): number => x.boxes.reduce((s, b) => s + costOfBox(x, b, catalogue).kg, 0);
  const warned = (bags: Measured['bags']): number => bags.reduce((n, b) => n + b.warnings.length, 0);
  const [was, kg, against] = [before.overall, kgOf(c), warned(before.bags)];
  const weakestFirst = [...before.bags].sort((x, y) => hoursOr(x.worstSlackH) - hoursOr(y.worstSlackH));
  // The weakest for hours, the strongest for weight.
  const asked = [...new Set([...weakestFirst.slice(0, 2), ...weakestFirst.slice(-2)])].slice(0, ADVISED);
  const changes = asked.flatMap((b) => changesFor(c, b.id, b.factor, catalogue, before.assumptions));
  const out: BagAdvice[] = [];
  for (const [done, { said, bags }] of changes.entries()) {
    yield { stage: 'advice', done, of: changes.length };
    const of = { ...c, bags };
    const e = other(of);
    // What does not fit its box is no advice.
    if (!e || e.boxes.some((b) => b.arrangement.problems.length > 0)) continue;
    const { slackH, worstSlackH } = e.overall;
    const gainsH = hoursOr(worstSlackH) - hoursOr(was.worstSlackH);
    const savesKg = kg - kgOf(of);
    const keeps =
      (worstSlackH ?? Infinity) >= Math.min(before.assumptions.wantedSlackH, (was.worstSlackH ?? Infinity) - WORTH_H);
    const mends = against - warned(e.bags);
    if (gainsH >= WORTH_H || (savesKg >= WORTH_KG && keeps) || (mends > 0 && keeps))
      out.push({ said, bags, gainsH, savesKg, mends, slackH, worstSlackH });
  }
  return out.sort((x, y) => y.gainsH - x.gainsH || y.savesKg - x.savesKg);
}
