import type { Condition, QuarantinePlan } from './schema';

const days: Condition = { kind: 'days' };
const settle = {
  id: 'settle',
  kind: 'settle' as const,
  title: 'Settle',
  days: 2,
  testEveryDays: 1,
  changeEveryDays: 2,
  changeShare: 0.3,
  ends: [days],
};
/** The release asks for this in every plan of fish. */
const gate: Condition[] = [
  days,
  { kind: 'no-sign', n: 14 },
  { kind: 'tests', n: 3 },
  { kind: 'eating', n: 3 },
  { kind: 'gear' },
  { kind: 'duties' },
];

/**
 * Plans to begin with, every figure of them editable (common practice; W54 to W62 and W75 of the trade). They hold the
 * schedule and the arithmetic, never a prescription.
 */
export const templates: Readonly<Record<string, QuarantinePlan>> = {
  observation: {
    name: 'Observation, four weeks',
    foodlessDays: 1,
    bacteriaDays: 7,
    phases: [
      settle,
      {
        id: 'observe',
        kind: 'observe',
        title: 'Observe',
        days: 26,
        testEveryDays: 4,
        changeEveryDays: 4,
        changeShare: 0.3,
        ends: [days],
      },
    ],
    gate,
  },
  treated: {
    name: 'Treated, two months',
    foodlessDays: 1,
    bacteriaDays: 7,
    phases: [
      settle,
      {
        id: 'medicine',
        kind: 'medicine',
        title: 'Antibiotic',
        days: 10,
        testEveryDays: 1,
        doseEveryDays: 2,
        changeEveryDays: 2,
        changeShare: 0.25,
        ends: [days, { kind: 'doses', n: 3 }],
      },
      {
        id: 'copper',
        kind: 'copper',
        title: 'Copper',
        days: 30,
        testEveryDays: 1,
        changeEveryDays: 5,
        changeShare: 0.3,
        ends: [days, { kind: 'copper', n: 14 }],
      },
      {
        id: 'carbon',
        kind: 'carbon',
        title: 'Carbon',
        days: 4,
        testEveryDays: 2,
        changeEveryDays: 2,
        changeShare: 0.5,
        ends: [days, { kind: 'carbon', n: 3 }],
      },
      {
        id: 'observe',
        kind: 'observe',
        title: 'Observe',
        days: 14,
        testEveryDays: 4,
        changeEveryDays: 4,
        changeShare: 0.3,
        ends: [days],
      },
    ],
    gate,
  },
  transfer: {
    name: 'Tank transfer, every 72 hours',
    foodlessDays: 1,
    bacteriaDays: 0,
    phases: [
      {
        id: 'transfer',
        kind: 'transfer',
        title: 'Tank transfer',
        days: 12,
        testEveryDays: 1,
        moves: 4,
        everyH: 72,
        ends: [{ kind: 'moves', n: 4 }],
      },
      {
        id: 'observe',
        kind: 'observe',
        title: 'Observe',
        days: 14,
        testEveryDays: 4,
        changeEveryDays: 4,
        changeShare: 0.3,
        ends: [days],
      },
    ],
    gate,
  },
  koi: {
    name: 'Koi, four weeks with salt',
    foodlessDays: 3,
    bacteriaDays: 7,
    phases: [
      {
        ...settle,
        days: 3,
        phTwice: true,
        ends: [days, { kind: 'kh', atLeast: 5.6 }],
      },
      {
        id: 'salt',
        kind: 'salt',
        title: 'Salt to 0.3 %',
        days: 3,
        testEveryDays: 1,
        phTwice: true,
        saltToGL: 3,
        saltStepGL: 1,
        ends: [days],
      },
      {
        id: 'observe',
        kind: 'observe',
        title: 'Observe',
        days: 22,
        testEveryDays: 2,
        phTwice: true,
        changeEveryDays: 4,
        changeShare: 0.2,
        ends: [days],
      },
    ],
    gate: [...gate, { kind: 'kh', atLeast: 5.6 }],
  },
  shrimp: {
    name: 'Shrimp and snails, two dips',
    foodlessDays: 1,
    bacteriaDays: 7,
    phases: [
      {
        id: 'dips',
        kind: 'dips',
        title: 'Short salt dips',
        days: 8,
        testEveryDays: 2,
        dips: 2,
        dipEveryDays: 6,
        ends: [{ kind: 'dips', n: 2 }],
      },
      {
        id: 'observe',
        kind: 'observe',
        title: 'Observe',
        days: 6,
        testEveryDays: 3,
        changeEveryDays: 3,
        changeShare: 0.15,
        ends: [days],
      },
    ],
    gate: [days, { kind: 'no-sign', n: 5 }, { kind: 'tests', n: 2 }, { kind: 'duties' }],
  },
  short: {
    name: 'Shrimp and snails, a week apart',
    foodlessDays: 1,
    bacteriaDays: 7,
    phases: [
      {
        id: 'observe',
        kind: 'observe',
        title: 'Observe',
        days: 7,
        testEveryDays: 2,
        changeEveryDays: 3,
        changeShare: 0.15,
        ends: [days],
      },
    ],
    gate: [days, { kind: 'no-sign', n: 5 }, { kind: 'tests', n: 1 }],
  },
  tub: {
    name: 'Tub without filter',
    foodlessDays: 2,
    bacteriaDays: 0,
    phases: [
      {
        id: 'observe',
        kind: 'observe',
        title: 'Observe in the tub',
        days: 28,
        testEveryDays: 1,
        changeEveryDays: 2,
        changeShare: 0.5,
        ends: [days],
      },
    ],
    gate,
  },
};

/** The plan that is offered first for some animals. */
export const templateFor = (o: { invertebrates: boolean; cool: boolean }): string =>
  o.invertebrates ? 'short' : o.cool ? 'koi' : 'observation';

/** Days of a plan, as long as nothing is put off. */
export const daysOf = (p: Pick<QuarantinePlan, 'phases'>): number => p.phases.reduce((n, x) => n + x.days, 0);
