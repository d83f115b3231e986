import type { Condition, QuarantinePhase, PhaseKind, QuarantinePlan } from '@/core/quarantine/schema';
import { num } from '@/ui/fields/fields';

/** A plan in a form: its shape, and every figure of it as it was typed, by its place. */
export interface Typed {
  plan: QuarantinePlan;
  text: Readonly<Record<string, string>>;
}

export const planFigures = [
  ['days', 'Days', 'd'],
  ['testEveryDays', 'Test every', 'd'],
  ['changeEveryDays', 'Change every', 'd'],
  ['changeShare', 'Share changed', ''],
  ['doseEveryDays', 'Dose every', 'd'],
  ['saltToGL', 'Salt to', 'g/L'],
  ['saltStepGL', 'Salt a day', 'g/L'],
  ['moves', 'Moves', ''],
  ['everyH', 'Every', 'h'],
  ['dips', 'Dips', ''],
  ['dipEveryDays', 'Dip every', 'd'],
] as const;
type Key = (typeof planFigures)[number][0];

/** What a condition waits for, as a field is called; null where it has no figure. */
export const conditionLabels: Readonly<Record<Condition['kind'], readonly [label: string, unit: string] | null>> = {
  days: null,
  'no-sign': ['Without a sign', 'd'],
  eating: ['All eating', 'd'],
  tests: ['Tests in band', ''],
  doses: ['Doses', ''],
  copper: ['Copper in band', 'd'],
  moves: ['Moves done', ''],
  dips: ['Dips done', ''],
  carbon: ['Carbon in', 'd'],
  kh: ['KH at least', '°d'],
  gear: null,
  duties: null,
};

/** What a new phase of a kind begins with. */
export const newPhases: Readonly<Record<PhaseKind, Omit<QuarantinePhase, 'id'>>> = {
  settle: { kind: 'settle', title: 'Settle', days: 2, testEveryDays: 1, ends: [{ kind: 'days' }] },
  observe: {
    kind: 'observe',
    title: 'Observe',
    days: 14,
    testEveryDays: 4,
    changeEveryDays: 4,
    changeShare: 0.3,
    ends: [{ kind: 'days' }],
  },
  medicine: {
    kind: 'medicine',
    title: 'Medicine',
    days: 7,
    testEveryDays: 1,
    doseEveryDays: 2,
    ends: [{ kind: 'days' }, { kind: 'doses', n: 3 }],
  },
  copper: {
    kind: 'copper',
    title: 'Copper',
    days: 30,
    testEveryDays: 1,
    ends: [{ kind: 'days' }, { kind: 'copper', n: 14 }],
  },
  carbon: {
    kind: 'carbon',
    title: 'Carbon',
    days: 4,
    testEveryDays: 2,
    changeEveryDays: 2,
    changeShare: 0.5,
    ends: [{ kind: 'carbon', n: 3 }],
  },
  transfer: {
    kind: 'transfer',
    title: 'Tank transfer',
    days: 12,
    testEveryDays: 1,
    moves: 4,
    everyH: 72,
    ends: [{ kind: 'moves', n: 4 }],
  },
  dips: {
    kind: 'dips',
    title: 'Short salt dips',
    days: 8,
    testEveryDays: 2,
    dips: 2,
    dipEveryDays: 6,
    ends: [{ kind: 'dips', n: 2 }],
  },
  salt: {
    kind: 'salt',
    title: 'Salt',
    days: 3,
    testEveryDays: 1,
    saltToGL: 3,
    saltStepGL: 1,
    ends: [{ kind: 'days' }],
  },
};

const places = (plan: QuarantinePlan): [place: string, value: number | undefined][] => [
  ['foodlessDays', plan.foodlessDays],
  ['bacteriaDays', plan.bacteriaDays],
  ...plan.phases.flatMap((p) => [
    ...planFigures.map(([k]): [string, number | undefined] => [`${p.id}.${k}`, p[k]]),
    ...p.ends.map((c, i): [string, number | undefined] => [`${p.id}.ends.${i}`, c.n ?? c.atLeast]),
  ]),
  ...plan.gate.map((c, i): [string, number | undefined] => [`gate.${i}`, c.n ?? c.atLeast]),
];

export const typedOf = (plan: QuarantinePlan): Typed => ({
  plan,
  text: Object.fromEntries(places(plan).map(([k, v]) => [k, v === undefined ? '' : String(v)])),
});

/** The plan with its figures as they were typed; what is empty is not asked for, what is no number is refused by its schema. */
export function planFrom({ plan, text }: Typed): QuarantinePlan {
  const at = (place: string): number | undefined => ((text[place] ?? '').trim() === '' ? undefined : num(text[place]!));
  const condition = (c: Condition, place: string): Condition => {
    const v = at(place);
    if (conditionLabels[c.kind] === null || v === undefined) return c;
    return c.kind === 'kh' ? { ...c, atLeast: v } : { ...c, n: v };
  };
  return {
    ...plan,
    foodlessDays: at('foodlessDays') ?? 0,
    bacteriaDays: at('bacteriaDays') ?? 0,
    gate: plan.gate.map((c, i) => condition(c, `gate.${i}`)),
    phases: plan.phases.map((p): QuarantinePhase => {
      const told: Partial<Record<Key, number>> = {};
      for (const [k] of planFigures) {
        const v = at(`${p.id}.${k}`);
        if (v !== undefined) told[k] = v;
      }
      const rest = Object.fromEntries(Object.entries(p).filter(([k]) => !planFigures.some(([f]) => f === k)));
      return { ...rest, ...told, ends: p.ends.map((c, i) => condition(c, `${p.id}.ends.${i}`)) } as QuarantinePhase;
    }),
  };
}

/** One phase more at the end, under a name that no other has. */
export function withPhase(t: Typed, kind: PhaseKind): Typed {
  const taken = new Set(t.plan.phases.map((p) => p.id));
  let id: string = kind;
  for (let n = 2; taken.has(id); n++) id = `${kind}-${n}`;
  const plan = planFrom(t);
  return typedOf({ ...plan, phases: [...plan.phases, { id, ...newPhases[kind] }] });
}
