import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { invertebrateSteps, toleranceLimits } from '@/core/fish/tolerance';
import type { MethodCourse } from './methods';
import { burdenMark, recommend, shareMark } from './recommend';

/** A course that costs nothing but what a test says. */
const course = (id: string, change: Partial<MethodCourse> = {}): MethodCourse =>
  ({
    id,
    name: `Method ${id}`,
    criterionMin: 0,
    peakNh3MgNL: 0,
    phStep: 0,
    tempStepC: 0,
    salinityStep: 0,
    ghStep: 0,
    handsMin: 0,
    refused: null,
    ...change,
  }) as MethodCourse;
const judge = (
  courses: MethodCourse[],
  o: { tolerance?: 'hardy' | 'ordinary' | 'delicate'; invertebrate?: boolean; marine?: boolean } = {},
) => recommend(courses, o.tolerance ?? 'ordinary', o.invertebrate ?? false, o.marine ?? false, a);
const t = toleranceLimits('ordinary', a);

describe('what a burden is', () => {
  const full: [string, Partial<MethodCourse>][] = [
    ['ammonia', { criterionMin: a.burdenExposureMin }],
    ['peak', { peakNh3MgNL: t.peakNh3MgNL }],
    ['pH', { phStep: t.phStep }],
    ['temperature', { tempStepC: t.tempStepC }],
    ['hardness', { ghStep: t.ghStep }],
    ['hands', { handsMin: a.burdenHandsMin }],
  ];
  test.each(full)('as much %s as its class bears is 1, and twice as much is 2', (part, change) => {
    const twice = Object.fromEntries(Object.entries(change).map(([k, x]) => [k, (x as number) * 2]));
    const { ranked } = judge([course('drip', change), course('cups', twice)]);
    expect(ranked.map((j) => j.burden)).toEqual([expect.closeTo(1, 12), expect.closeTo(2, 12)]);
    expect(ranked[0]!.parts[part as keyof (typeof ranked)[0]['parts']]).toBeCloseTo(1, 12);
  });
  test('parts of 3 and 4 weigh 5', () => {
    const { ranked } = judge([
      course('drip', { phStep: 3 * t.phStep, tempStepC: 4 * t.tempStepC }),
      course('cups', { handsMin: 1e4 }),
    ]);
    expect(ranked[0]!.burden).toBeCloseTo(5, 12);
  });
  test('the sea is judged by salinity, fresh water by hardness, never by both', () => {
    const both = [
      course('drip', { salinityStep: t.salinityStep, ghStep: t.ghStep }),
      course('cups', { handsMin: 1e4 }),
    ];
    expect(judge(both, { marine: true }).ranked[0]!.parts).toMatchObject({ salinity: 1, hardness: 0 });
    expect(judge(both).ranked[0]!.parts).toMatchObject({ salinity: 0, hardness: 1 });
  });
  test('a delicate fish bears less than a hardy one; an invertebrate feels a step of pH or hardness more', () => {
    const step = [course('drip', { phStep: 0.5, ghStep: 4 }), course('cups', { handsMin: 1e4 })];
    const burden = (o: Parameters<typeof judge>[1]): number => judge(step, o).ranked[0]!.burden;
    expect(burden({ tolerance: 'delicate' })).toBeGreaterThan(burden({ tolerance: 'ordinary' }));
    expect(burden({ tolerance: 'ordinary' })).toBeGreaterThan(burden({ tolerance: 'hardy' }));
    const shrimp = judge(step, { invertebrate: true }).ranked[0]!.parts;
    expect(shrimp.pH).toBeCloseTo(0.5 / invertebrateSteps(a).phStep, 12);
    expect(shrimp.hardness).toBeCloseTo(4 / invertebrateSteps(a).ghStep, 12);
  });
});

describe('what is recommended', () => {
  test('the least burden first, and what is refused not at all', () => {
    const { ranked } = judge([
      course('drip', { handsMin: 40 }),
      course('straight', { handsMin: 1, refused: 'Not from breather film.' }),
      course('cups', { handsMin: 20 }),
    ]);
    expect(ranked.map((j) => j.course.id)).toEqual(['cups', 'drip']);
  });
  test('within a tenth either will do, and both are named; at a tenth it is one', () => {
    const near = judge([course('drip', { handsMin: 10 }), course('cups', { handsMin: 10.9 })]);
    expect(near.either).toBe(true);
    expect(near.reason).toBe('Method drip and method cups weigh the same here, within a tenth: take the one you know.');
    expect(judge([course('drip', { handsMin: 10 }), course('cups', { handsMin: 11.1 })]).either).toBe(false);
  });
  test.each(['float-transfer', 'scoop', 'straight'])('%s is set against the best way of mixing', (id) => {
    const { reason } = judge([
      course(id, { criterionMin: 2, phStep: 0.4 }),
      course('float', { handsMin: 1e4 }),
      course('cups', { criterionMin: 50, phStep: 0.1 }),
      course('drip', { criterionMin: 400, phStep: 0.2 }),
    ]);
    expect(reason).toContain(
      `Method ${id} weighs least here: 2.0 criterion-minutes of ammonia with a pH step of 0.4. Method cups would ask 50 `,
    );
    expect(reason).toMatch(/ammonia weighs most in it\.$/);
  });
  test('a way of mixing is set against going straight across', () => {
    const { reason } = judge([
      course('drip', { phStep: 0.1 * t.phStep }),
      course('cups', { phStep: 0.5 * t.phStep }),
      course('float-transfer', { phStep: 3 * t.phStep, handsMin: 1 }),
    ]);
    expect(reason).toMatch(/Method float-transfer would ask .* the pH step weighs most in it/);
  });
  test('where the other school is refused, the runner-up stands for it', () => {
    const { reason } = judge([course('drip', { handsMin: 5 }), course('cups', { handsMin: 50 })]);
    expect(reason).toMatch(/Method cups would ask .* time weighs most/);
  });
});

test('a share is fine, watched from seven tenths on, and too much only beyond the whole; two whole parts are watched', () => {
  expect([0, 0.69, 0.7, 1, 1.01].map(shareMark)).toEqual(['fine', 'fine', 'watch', 'watch', 'stop']);
  expect([1, Math.SQRT2, 1.5, 1.51].map(burdenMark)).toEqual(['fine', 'watch', 'watch', 'stop']);
});
