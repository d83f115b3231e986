import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { invertebrateSteps, toleranceLimits } from '@/core/fish/tolerance';
import { compareMethods, type MethodCourse } from './methods';
import type { Path } from '@/core/consignment/signs';
import { burdenMark, enoughFrom, recommend, shareMark } from './recommend';

/** A course that costs nothing but what a test says. */
const course = (id: string, change: Partial<MethodCourse> = {}): MethodCourse =>
  ({
    id,
    name: `Method ${id}`,
    criterionMin: 0,
    peakNh3MgNL: 0,
    leastOxygenKPa: Infinity,
    co2FallMgL: 0,
    phStep: 0,
    bufferStep: 0,
    tempStepC: 0,
    salinityStep: 0,
    ghStep: 0,
    handsMin: 0,
    transferAtMin: 10,
    refused: null,
    ...change,
  }) as MethodCourse;
const judge = (
  courses: MethodCourse[],
  o: { tolerance?: 'hardy' | 'ordinary' | 'delicate'; invertebrate?: boolean; marine?: boolean; path?: Path } = {},
) => recommend(courses, { tolerance: 'ordinary', invertebrate: false, marine: false, ...o }, a);
const t = toleranceLimits('ordinary', a);

describe('what a overall stress is', () => {
  // What an ordinary fish bears, in figures of its own: a table that is changed by a slip is seen here.
  const full: [string, Partial<MethodCourse>][] = [
    ['ammonia', { criterionMin: 60 }],
    ['peak', { peakNh3MgNL: 0.1 }],
    ['pH', { bufferStep: 1 }],
    ['carbon', { co2FallMgL: 120 }],
    ['temperature', { tempStepC: 3 }],
    ['salinity', { salinityStep: 5 }],
    ['hardness', { ghStep: 8 }],
    ['hands', { handsMin: 120 }],
  ];
  test.each(full)('as much %s as its class tolerates is 1, and twice as much is 2', (part, change) => {
    const twice = Object.fromEntries(Object.entries(change).map(([k, x]) => [k, (x as number) * 2]));
    const { ranked } = judge([course('drip', change), course('cups', twice)]);
    expect(ranked.map((j) => j.burden)).toEqual([expect.closeTo(1, 12), expect.closeTo(2, 12)]);
    expect(ranked[0]!.parts[part as keyof (typeof ranked)[0]['parts']]).toBeCloseTo(1, 12);
  });
  test('parts of 3 and 4 weigh 5', () => {
    const { ranked } = judge([
      course('drip', { bufferStep: 3 * t.phStep, tempStepC: 4 * t.tempStepC }),
      course('cups', { handsMin: 1e4 }),
    ]);
    expect(ranked[0]!.burden).toBeCloseTo(5, 12);
  });
  test('salinity counts for every animal, hardness in fresh water alone', () => {
    const both = [
      course('drip', { salinityStep: t.salinityStep, ghStep: t.ghStep }),
      course('cups', { handsMin: 1e4 }),
    ];
    expect(judge(both, { marine: true }).ranked[0]!.parts).toMatchObject({ salinity: 1, hardness: 0 });
    expect(judge(both).ranked[0]!.parts).toMatchObject({ salinity: 1, hardness: 1 });
  });
  test('a delicate fish tolerates less than a hardy one; an invertebrate feels a step of pH or hardness more', () => {
    const step = [course('drip', { bufferStep: 0.5, ghStep: 4 }), course('cups', { handsMin: 1e4 })];
    const burden = (o: Parameters<typeof judge>[1]): number => judge(step, o).ranked[0]!.burden;
    expect(burden({ tolerance: 'delicate' })).toBeGreaterThan(burden({ tolerance: 'ordinary' }));
    expect(burden({ tolerance: 'ordinary' })).toBeGreaterThan(burden({ tolerance: 'hardy' }));
    const shrimp = judge(step, { invertebrate: true }).ranked[0]!.parts;
    expect(shrimp.pH).toBeCloseTo(0.5 / invertebrateSteps(a).phStep, 12);
    expect(shrimp.hardness).toBeCloseTo(4 / invertebrateSteps(a).ghStep, 12);
  });
});

describe('what is recommended', () => {
  test('the least overall stress first, and what is refused not at all', () => {
    const { ranked } = judge([
      course('drip', { handsMin: 40 }),
      course('straight', { handsMin: 1, refused: 'Not from breather film.' }),
      course('cups', { handsMin: 20 }),
    ]);
    expect(ranked.map((j) => j.course.id)).toEqual(['cups', 'drip']);
  });
  test('within a tenth either will do, and both are named; at a tenth it is one', () => {
    const heavy = { bufferStep: t.phStep };
    const near = judge([
      course('drip', { ...heavy, handsMin: 10 }),
      course('cups', { bufferStep: 1.08 * t.phStep, handsMin: 10 }),
    ]);
    expect(near.either).toBe(true);
    expect(near.reason).toBe('Method drip and method cups are equally good here. Use the one you know.');
    expect(judge([course('drip', heavy), course('cups', { bufferStep: 1.2 * t.phStep })]).either).toBe(false);
  });
  test.each(['float-transfer', 'scoop', 'straight'])('%s is set against the best way of mixing', (id) => {
    const { reason } = judge([
      course(id, { criterionMin: 45, phStep: 0.4, bufferStep: 0.1 }),
      course('pinhole', { handsMin: 1e4 }),
      course('cups', { criterionMin: 70, phStep: 0.1 }),
      course('drip', { criterionMin: 400, phStep: 0.2 }),
    ]);
    expect(reason).toContain(
      `Method ${id} is gentlest here: 45 min at the harmful ammonia level, pH step 0.4 (0.1 from hardness, the rest from CO₂ leaving). Method cups would mean 70 `,
    );
    expect(reason).toMatch(/ammonia is its main stress.$/);
  });
  test('a way of mixing is set against going straight across', () => {
    const { reason } = judge([
      course('drip', { bufferStep: 0.1 * t.phStep, handsMin: 20 }),
      course('cups', { bufferStep: 0.8 * t.phStep, handsMin: 30 }),
      course('float-transfer', { bufferStep: 3 * t.phStep, handsMin: 1 }),
    ]);
    expect(reason).toMatch(/Method float-transfer would mean .* the buffer’s step of pH is its main stress/);
  });
  test('the fewest hands come first whatever the others score, where nothing of it reaches seven tenths', () => {
    const of = (bufferStep: number) =>
      judge([
        course('float-transfer', { bufferStep, handsMin: 4 }),
        course('drip', { bufferStep: 0, handsMin: 9 }),
        course('straight', { bufferStep, handsMin: 3 }),
      ]);
    expect(of(0.69 * t.phStep)).toMatchObject({ simplest: true });
    // Straight in is never the simple way where one can float.
    expect(of(0.69 * t.phStep).ranked[0]!.course.id).toBe('float-transfer');
    expect(of(0.7 * t.phStep)).toMatchObject({ simplest: false });
    expect(of(0.7 * t.phStep).ranked[0]!.course.id).toBe('drip');
  });
  describe('what was seen of the animals', () => {
    const seen = (path: 'weak' | 'ill' | 'drugged' | 'usual', across: Partial<MethodCourse>, mixed = 0.6) =>
      judge(
        [course('drip', { bufferStep: mixed, handsMin: 2 }), course('float-transfer', { handsMin: 3, ...across })],
        {
          path,
        },
      ).ranked[0]!.course.id;
    test('weak and ill ones go across where that is borne to its last part, and are mixed for where it is not', () => {
      // A delicate fish bears a step of 0.7.
      for (const path of ['weak', 'ill'] as const) {
        expect(seen(path, { bufferStep: 0.7 })).toBe('float-transfer');
        expect(seen(path, { bufferStep: 0.71 })).toBe('drip');
      }
      expect(seen('usual', { bufferStep: 0.9 }, 0.8)).toBe('drip');
    });
    test('drugged ones leave their water first, whatever else weighs', () =>
      expect(seen('drugged', { bufferStep: 3 }, 0.8)).toBe('float-transfer'));
  });
  test('what is the same for all decides nothing, however much it is', () => {
    const cold = { tempStepC: 3 * t.tempStepC };
    const r = judge([course('float-transfer', { ...cold, handsMin: 4 }), course('drip', { ...cold, handsMin: 9 })]);
    expect(r.common).toContain('temperature');
    expect(r.simplest).toBe(true);
    expect(r.ranked[0]!.parts.temperature).toBeCloseTo(3, 12);
    expect(r.ranked[0]!.burden).toBeLessThan(0.1);
  });
  test('where the other school is refused, the runner-up stands for it', () => {
    const { reason } = judge([
      course('drip', { bufferStep: t.phStep, handsMin: 5 }),
      course('cups', { handsMin: 500 }),
    ]);
    expect(reason).toMatch(/Method cups would mean .* time is its main stress/);
  });
});

test('a share is fine, watched from seven tenths on, and too much only beyond the whole; two whole parts are watched', () => {
  expect([0, 0.69, 0.7, 1, 1.01].map(shareMark)).toEqual(['fine', 'fine', 'watch', 'watch', 'stop']);
  expect([1, Math.SQRT2, 1.5, 1.51].map(burdenMark)).toEqual(['fine', 'watch', 'watch', 'stop']);
});

describe('half-way is enough where the step that is left is borne', () => {
  const water = { waterL: 1, tempC: 24.5, pH: 6.4, alkalinityMeqL: 0.5, tanMgNL: 4, salinity: 0, ghDgh: 3 };
  const who = { tolerance: 'ordinary' as const, invertebrate: false, marine: false };
  const drip = (tank: object) =>
    compareMethods(water, { tempC: 25, pH: 7.6, khDkh: 8, salinity: 0, ghDgh: 14, ...tank }, a).find(
      (m) => m.id === 'drip',
    )!;
  test('alike waters are near enough as soon as the bag is open, unlike ones later, never before it', () => {
    const like = drip({ khDkh: 1.4, ghDgh: 3 });
    const unlike = drip({});
    expect(enoughFrom(like, who, a)).toBe(like.openAtMin);
    expect(enoughFrom(unlike, who, a)).toBeGreaterThan(unlike.openAtMin);
    expect(enoughFrom(unlike, who, a)).toBeLessThan(unlike.transferAtMin);
  });
  test('who feels steps more waits longer', () => {
    const m = drip({});
    const later = enoughFrom(m, { ...who, tolerance: 'delicate', invertebrate: true }, a);
    expect(later ?? Infinity).toBeGreaterThan(enoughFrom(m, who, a)!);
  });
  test('from then on every step that is left is under 0.7 of what is borne, and not a minute earlier', () => {
    const m = drip({});
    const i = m.minutes.indexOf(enoughFrom(m, who, a)!);
    const last = m.minutes.length - 1;
    const share = (k: number): number =>
      Math.max(
        Math.abs(m.ghDgh[last]! - m.ghDgh[k]!) / t.ghStep,
        Math.abs(m.bufferPh[last]! - m.bufferPh[k]!) / t.phStep,
        Math.abs(m.tempC[last]! - m.tempC[k]!) / t.tempStepC,
      );
    expect(share(i)).toBeLessThanOrEqual(0.7);
    expect(share(i - 1)).toBeGreaterThan(0.7);
  });
});
