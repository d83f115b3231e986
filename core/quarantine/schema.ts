import { z } from 'zod';
import { readingWays, tankFigures } from '@/core/measurement/quantities';
import { figuresSchema } from '@/core/measurement/schema';
import { treatmentSchema } from '@/core/catalogue/treatment';
import { above0, between, count, date, idText, lines, requiredText, text, upTo } from '@/core/quantities/shapes';
import { signNames, bodyParts } from './signs';

/** What a phase, or the release, waits for. `n` are days, times or doses; where a figure is asked for it is `atLeast`. */
const conditionKinds = [
  'days',
  'no-sign',
  'eating',
  'tests',
  'doses',
  'copper',
  'moves',
  'dips',
  'carbon',
  'kh',
  'gear',
  'duties',
] as const;
const condition = z.object({
  kind: z.enum(conditionKinds, { error: 'Choose what to wait for.' }),
  n: count(365, 'The number').optional(),
  atLeast: upTo(100, 'The figure').optional(),
});
export type Condition = z.infer<typeof condition>;

const phaseKinds = ['settle', 'observe', 'medicine', 'copper', 'carbon', 'transfer', 'dips', 'salt'] as const;
export type PhaseKind = (typeof phaseKinds)[number];

const phase = z.object({
  id: idText(40),
  kind: z.enum(phaseKinds, { error: 'Choose what the phase is for.' }),
  title: requiredText(60, 'Name the phase.'),
  days: count(365, 'Days').min(1, 'A phase lasts at least a day.'),
  /** Every so many days; none where absent. In the first week every day. */
  testEveryDays: count(60, 'Days between tests').optional(),
  /** pH morning and evening. */
  phTwice: z.boolean().optional(),
  changeEveryDays: count(60, 'Days between changes').optional(),
  changeShare: between(0.05, 1, 'The share that is changed').optional(),
  doseEveryDays: count(60, 'Days between doses').optional(),
  /** Salt is brought to so many g/L by steps of so many a day. */
  saltToGL: upTo(40, 'Salt').optional(),
  saltStepGL: above0(20, 'The step of salt').optional(),
  /** Moves between two bare tanks, so many hours apart. */
  moves: count(12, 'Moves').optional(),
  everyH: between(24, 168, 'Hours between moves').optional(),
  dips: count(12, 'Dips').optional(),
  dipEveryDays: count(30, 'Days between dips').optional(),
  ends: z.array(condition).max(12),
});
export type QuarantinePhase = z.infer<typeof phase>;

export const planSchema = z
  .object({
    name: requiredText(60, 'Name the plan.'),
    phases: z.array(phase).min(1, 'A plan needs at least one phase.').max(12),
    gate: z.array(condition).max(12),
    /** Days without food after the journey. */
    foodlessDays: count(14, 'Days without food'),
    /** Plants that grow in it; animals that somebody may eat one day: both speak against some doses. */
    plants: z.boolean().optional(),
    foodFish: z.boolean().optional(),
    /** Bottled bacteria, a duty a day. */
    bacteriaDays: count(30, 'Days of bacteria'),
  })
  .refine((p) => new Set(p.phases.map((x) => x.id)).size === p.phases.length, {
    error: 'Every phase needs a different name.',
    path: ['phases'],
  });
export type QuarantinePlan = z.infer<typeof planSchema>;

const sign = z.object({
  sign: z.enum(signNames, { error: 'Choose the sign.' }),
  part: z.enum(bodyParts).optional(),
  many: count(100_000, 'How many').optional(),
});

/** What happened in a quarantine: each is told once, and struck out where it was a slip. */
const entryShapes = [
  z.object({
    kind: z.literal('test'),
    figures: figuresSchema(tankFigures),
    how: z.enum(readingWays),
    note: lines(300).optional(),
    sure: z.boolean().optional(),
  }),
  z.object({
    kind: z.literal('look'),
    /** None: all well. */
    signs: z.array(sign).max(20),
    eaten: z.enum(['all', 'some', 'none', 'not-fed']),
    food: text(80).optional(),
    foodG: upTo(5000, 'Food').optional(),
    note: lines(300).optional(),
  }),
  z.object({
    kind: z.literal('dose'),
    medicine: treatmentSchema,
    amount: above0(100_000, 'The dose'),
    batch: text(40).optional(),
    expires: date().optional(),
    /** Why it is given although something speaks against it. */
    reason: lines(300).optional(),
    sure: z.boolean().optional(),
  }),
  z.object({ kind: z.literal('change'), litres: above0(20_000, 'Litres'), note: lines(300).optional() }),
  // Prepared water that stands ready; a change takes from it.
  z.object({ kind: z.literal('reserve'), litres: upTo(20_000, 'Litres') }),
  z.object({ kind: z.literal('carbon'), in: z.boolean() }),
  z.object({ kind: z.literal('media'), reason: lines(300).optional() }),
  z.object({ kind: z.literal('move'), to: requiredText(40, 'Name the tank they went into.') }),
  z.object({
    kind: z.literal('dip'),
    seconds: count(3600, 'Seconds'),
    gPerL: upTo(60, 'Salt'),
    note: lines(300).optional(),
  }),
  z.object({ kind: z.literal('phase'), phase: idText(40), reason: lines(300).optional() }),
  z.object({ kind: z.literal('waive'), what: text(60), reason: requiredText(300, 'Give a reason for waiving it.') }),
  z.object({ kind: z.literal('joined'), code: idText(20) }),
  z.object({ kind: z.literal('gear') }),
  // Told by the house when somebody died, with what was done about it.
  z.object({ kind: z.literal('died'), count: count(100_000, 'How many'), name: text(80), note: lines(300) }),
  // So many of a kind are not found now; none where they are found again.
  z.object({ kind: z.literal('missing'), count: upTo(100_000, 'How many'), name: text(80) }),
] as const;
export const entrySchema = z.discriminatedUnion('kind', entryShapes);
export type NewEntry = z.infer<typeof entrySchema>;

/** What was told, with its number and instant. */
export type Entry = NewEntry & { n: number; at: string; by: string; strikes: number | null };
