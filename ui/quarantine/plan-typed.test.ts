import { planSchema } from '@/core/quarantine/schema';
import { templates } from '@/core/quarantine/templates';
import { newPhases, planFrom, typedOf, withPhase, type Typed } from './plan-typed';

test.each(Object.entries(templates))('%s goes through its form and comes back as it was', (_, plan) => {
  expect(planFrom(typedOf(plan))).toEqual(plan);
});

test('figures and conditions are what was typed; what is emptied is not asked for, what is no number is refused', () => {
  const t = typedOf(templates.observation!);
  const typed = {
    ...t,
    text: { ...t.text, 'observe.days': '40', 'observe.changeEveryDays': '', 'gate.1': '21', foodlessDays: '2' },
  };
  const plan = planFrom(typed);
  expect(plan.phases[1]).toMatchObject({ days: 40 });
  expect(plan.phases[1]).not.toHaveProperty('changeEveryDays');
  expect(plan.gate[1]).toEqual({ kind: 'no-sign', n: 21 });
  expect(plan.foodlessDays).toBe(2);
  const odd = planFrom({ ...t, text: { ...t.text, 'observe.days': 'many' } });
  expect(planSchema.safeParse(odd).error?.issues[0]?.path).toEqual(['phases', 1, 'days']);
});

test('a phase of every kind can be added, each under a name of its own, with what was typed before', () => {
  const t = typedOf(templates.observation!);
  let more: Typed = { ...t, text: { ...t.text, 'observe.days': '9' } };
  for (const kind of Object.keys(newPhases) as (keyof typeof newPhases)[]) more = withPhase(more, kind);
  const plan = planFrom(more);
  expect(plan.phases).toHaveLength(2 + Object.keys(newPhases).length);
  expect(plan.phases[1]!.days).toBe(9);
  expect(planSchema.safeParse(plan).success).toBe(true);
});
