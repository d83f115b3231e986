import { copper, drops } from '@/tests/medicines';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Treatment } from '@/core/catalogue/treatment';
import { DAY, HOUR } from '@/core/quantities/time';
import { gateHeld, isOpen, phaseHeld } from './conditions';
import {
  changeToBeGone,
  inWater,
  type InWater,
  isThere,
  phasesOf,
  seenByDay,
  standingEntries,
  quarantineStateOf,
  underTreatment,
  type QuarantineRecord,
} from './course';
import { dayNumber, phaseDuties, transferInstants } from './duties';
import { oddTest } from './copper-plausibility';
import { planSchema, type Entry, type QuarantinePlan, type NewEntry } from './schema';
import { daysOf, templateFor, templates } from './templates';

const a = withOverrides({});
const zone = 'Europe/Lisbon';
const t0 = Date.parse('2026-11-02T12:00:00Z');
let n = 0;
const at = (day: number, hour: number, told: NewEntry, strikes: number | null = null): Entry =>
  ({
    ...told,
    n: ++n,
    at: new Date(t0 + (day - 1) * DAY + (hour - 12) * HOUR).toISOString(),
    by: '',
    strikes,
  }) as Entry;
const facts = (entries: Entry[], plan: QuarantinePlan = templates.observation!, waterL = 80): QuarantineRecord => ({
  plan,
  openedMs: t0,
  zone,
  waterL,
  entries,
  duties: [],
});
const nowAt = (day: number, hour = 20): number => t0 + (day - 1) * DAY + (hour - 12) * HOUR;
const test1 = (figures: Extract<NewEntry, { kind: 'test' }>['figures']): NewEntry => ({
  kind: 'test',
  figures,
  how: 'drops',
});
const well: NewEntry = { kind: 'look', signs: [], eaten: 'all' };

describe('plans to begin with (common practice, W54 to W62, W75)', () => {
  test.each(Object.entries(templates))('%s is a plan by its own schema, with a gate', (_, plan) => {
    expect(planSchema.safeParse(plan).success).toBe(true);
    expect(plan.gate.length).toBeGreaterThan(0);
  });
  test('observation lasts four weeks, treatment two months, a transfer moves every 72 hours', () => {
    expect(daysOf(templates.observation!)).toBe(28);
    expect(daysOf(templates.treated!)).toBe(60);
    expect(templates.transfer!.phases[0]).toMatchObject({ moves: 4, everyH: 72 });
  });
  test('the antibiotic comes before the copper, carbon after it', () => {
    expect(templates.treated!.phases.map((p) => p.kind)).toEqual(['settle', 'medicine', 'copper', 'carbon', 'observe']);
  });
  test('fits the animals', () => {
    expect(templateFor({ invertebrates: true, cool: false })).toBe('short');
    expect(templateFor({ invertebrates: false, cool: true })).toBe('koi');
    expect(templateFor({ invertebrates: false, cool: false })).toBe('observation');
  });
  test('two phases of one name are refused', () => {
    const [p] = templates.tub!.phases;
    expect(planSchema.safeParse({ ...templates.tub!, phases: [p, p] }).success).toBe(false);
  });
});

describe('tasks of a phase', () => {
  const begun = (beganMs = t0) => ({
    openedMs: beganMs,
    beganMs,
    zone,
    waterL: 80,
    saltGL: 0,
    invertebrates: false,
    tanks: ['A', 'B'] as const,
    round: 1,
  });
  const of = (plan: QuarantinePlan, i = 0, b = begun()) => phaseDuties(plan, plan.phases[i]!, b);
  test('every day has its look and its food or a word of none; every name is its own', () => {
    const duties = of(templates.tub!);
    const days = (kind: string) => duties.filter((d) => d.kind === kind).map((d) => d.day);
    expect(days('look')).toEqual(Array.from({ length: 28 }, (_, i) => i + 1));
    expect(days('feed')).toEqual(Array.from({ length: 28 }, (_, i) => i + 1));
    expect(duties.filter((d) => d.title === 'No food today').map((d) => d.day)).toEqual([1, 2]);
    expect(days('water')).toEqual(Array.from({ length: 14 }, (_, i) => 2 * (i + 1)));
    expect(new Set(duties.map((d) => d.key)).size).toBe(duties.length);
  });
  test('koi: pH morning and evening, salt to 0.3 % by a tenth a day in its grams', () => {
    const salt = of(templates.koi!, 1).filter((d) => d.key.endsWith('-salt'));
    expect(salt.map((d) => d.title)).toEqual(['Salt to 0.10 %', 'Salt to 0.20 %', 'Salt to 0.30 %']);
    expect(salt[0]!.detail).toMatch(/^80 g of pure salt for 80 L/);
    expect(of(templates.koi!).filter((d) => /^pH in the/.test(d.title))).toHaveLength(
      6 - (t0 % DAY > 20 * HOUR ? 1 : 0),
    );
  });
  test('moves keep their hours where the clocks go back and forth, and say so on the wall', () => {
    const spring = Date.parse('2027-03-26T19:00:00Z');
    const instants = transferInstants(spring, 4, 72);
    expect(instants.map((ms) => (ms - spring) / HOUR)).toEqual([72, 144, 216, 288]);
    // Lisbon: 19:00 before the night of 28 March, 20:00 after it.
    const wall = (ms: number) =>
      new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(ms);
    expect(instants.map(wall)).toEqual(['20:00', '20:00', '20:00', '20:00']);
    const moves = of(templates.transfer!, 0, begun(spring)).filter((d) => d.kind === 'move');
    expect(moves.map((d) => d.dueMs)).toEqual(instants);
    expect(moves.map((d) => d.title)).toEqual([
      'Move 1: from A to B',
      'Move 2: from B to A',
      'Move 3: from A to B',
      'Move 4: from B to A',
    ]);
    // Other duties keep the clock on the wall: six hours of daylight moved do not move a look.
    const looks = of(templates.transfer!, 0, begun(spring)).filter((d) => d.kind === 'look');
    expect(new Set(looks.map((d) => wall(d.dueMs)))).toEqual(new Set(['17:00']));
  });
  test('days are counted on the wall, also over a night of 25 hours', () => {
    const autumn = Date.parse('2026-10-24T20:00:00Z');
    expect(dayNumber(autumn, autumn + 24 * HOUR, zone)).toBe(2);
    expect(dayNumber(autumn, Date.parse('2026-10-25T00:30:00Z'), zone)).toBe(2);
  });
  test('two dips, six days apart; a second time the weeks begin every name is another', () => {
    expect(
      of(templates.shrimp!)
        .filter((d) => d.kind === 'dip')
        .map((d) => d.day),
    ).toEqual([1, 7]);
    const again = phaseDuties(templates.tub!, templates.tub!.phases[0]!, { ...begun(), round: 2 });
    const had = new Set(of(templates.tub!).map((d) => d.key));
    expect(again.some((d) => had.has(d.key))).toBe(false);
  });
});

describe('phases in time', () => {
  test('observing follows the settling by itself; a treatment begins by a hand, and what is late puts off the rest', () => {
    expect(phasesOf(facts([]), nowAt(5)).map((p) => p.state)).toEqual(['past', 'now']);
    const treated = phasesOf(facts([], templates.treated!), nowAt(6));
    expect(treated.map((p) => p.state)).toEqual(['now', 'ahead', 'ahead', 'ahead', 'ahead']);
    expect(treated[1]!.fromMs).toBe(nowAt(6));
    const begun = phasesOf(facts([at(4, 12, { kind: 'phase', phase: 'medicine' })], templates.treated!), nowAt(6));
    expect(begun[1]).toMatchObject({ state: 'now', fromMs: nowAt(4, 12), toMs: nowAt(14, 12) });
  });
  test('a newcomer begins the weeks again, for the day, the phases and the days without a sign', () => {
    const s = quarantineStateOf(facts([at(10, 12, { kind: 'joined', code: 'KC-9' })]), nowAt(11));
    expect(s).toMatchObject({ day: 2, clearDays: 1 });
    expect(s.now.phase.id).toBe('settle');
  });
});

describe('what is in the water', () => {
  test('doses, decay and changes as calculated by hand: 2.5, half after two days, a quarter changed', () => {
    const f = facts([
      at(1, 12, { kind: 'dose', medicine: drops, amount: 20 }),
      at(3, 12, { kind: 'change', litres: 20 }),
    ]);
    const [w] = inWater(f, nowAt(3, 12));
    expect(w!.levels.map((l) => +l.level.toFixed(4))).toEqual([0, 2.5, 1.25, 0.9375, 0.9375]);
    expect(inWater(f, nowAt(5, 12))[0]!.now).toBeCloseTo(0.46875, 6);
  });
  test('an 85 % change and a dose for what is missing bring copper back; what was measured outranks what was calculated', () => {
    const f = facts([
      at(1, 12, { kind: 'dose', medicine: copper, amount: 16 }),
      at(2, 12, test1({ copperMgL: 1.8 })),
      at(3, 12, { kind: 'change', litres: 68 }),
      at(3, 13, { kind: 'dose', medicine: copper, amount: (80 * (2 - 0.27)) / 10 }),
    ]);
    const levels = inWater(f, nowAt(4))[0]!.levels.map((l) => +l.level.toFixed(3));
    expect(levels).toEqual([0, 2, 2, 1.8, 1.8, 0.27, 0.27, 2, 2]);
  });
  test('a move into clean water, and carbon, take it out; without a figure on the label it is told in its doses', () => {
    const plain: Treatment = { id: 'p', name: 'Plain', kind: 'antibiotic', unit: 'g', perL: 0.1 };
    const given = at(1, 12, { kind: 'dose', medicine: plain, amount: 8 });
    expect(inWater(facts([given]), nowAt(2))[0]).toMatchObject({ unit: '× label', now: 1, doses: 1 });
    expect(inWater(facts([given, at(2, 8, { kind: 'move', to: 'B' })]), nowAt(2))[0]!.now).toBe(0);
    const filtered = inWater(facts([given, at(1, 12, { kind: 'carbon', in: true })]), nowAt(4, 12))[0]!;
    expect(filtered.now).toBeCloseTo(0.5 ** 6, 6);
    // What carbon took is no proof: changes are.
    expect(isThere(filtered, nowAt(4, 12))).toBe(true);
    const change = changeToBeGone(filtered);
    expect(change).toBeCloseTo(0.95, 6);
    const carbonIn = at(1, 12, { kind: 'carbon', in: true });
    const after = (litres: number): InWater =>
      inWater(facts([given, carbonIn, at(4, 13, { kind: 'change', litres })]), nowAt(4, 14))[0]!;
    expect(isThere(after(change * facts([]).waterL + 0.1), nowAt(4, 14))).toBe(false);
    expect(isThere(after(change * facts([]).waterL - 1), nowAt(4, 14))).toBe(true);
  });
  test('what was struck out never was', () => {
    const dose = at(1, 12, { kind: 'dose', medicine: copper, amount: 160 });
    const { n: _n, at: _at, by: _by, strikes: _s, ...what } = dose;
    const f = facts([dose, at(1, 13, what as NewEntry, dose.n)]);
    expect(standingEntries(f.entries)).toEqual([]);
    expect(inWater(f, nowAt(2))).toEqual([]);
  });
});

describe('what the release waits for', () => {
  const good = (day: number): Entry[] => [
    at(day, 17, well),
    at(day, 18, test1({ tanMgNL: 0, nitriteMgL: 0, pH: 7.2, tempC: 25 })),
  ];
  const days = (from: number, to: number): Entry[] =>
    Array.from({ length: to - from + 1 }, (_, i) => good(from + i)).flat();
  const open = (entries: Entry[], day = 29): string[] => {
    const f = facts([...entries, at(1, 13, { kind: 'gear' })]);
    return gateHeld(f, quarantineStateOf(f, nowAt(day)), a)
      .filter((h) => !h.holds && h.waived === null)
      .map((h) => h.key);
  };
  test('day 28 with nothing done offers no release; four good weeks do', () => {
    expect(open([])).toEqual(expect.arrayContaining(['gate:tests', 'gate:eating']));
    expect(open(days(1, 28))).toEqual([]);
    expect(open(days(1, 20), 21)).toEqual(['gate:days']);
  });
  test('a sign, or a death, begins its days again; nothing else does', () => {
    const seen = at(20, 16, { kind: 'look', signs: [{ sign: 'dust', part: 'body', many: 2 }], eaten: 'all' });
    const f = facts([...days(1, 28), seen]);
    expect(quarantineStateOf(f, nowAt(29)).clearDays).toBe(9);
    expect(open([...days(1, 28), seen])).toEqual(['gate:no-sign']);
    expect(open([...days(1, 28), at(25, 9, { kind: 'died', count: 1, name: 'x', note: '' })])).toEqual([
      'gate:no-sign',
    ]);
  });
  test('a test out of band breaks the row, a day on which somebody did not eat too', () => {
    expect(open([...days(1, 27), at(28, 18, test1({ tanMgNL: 1.2, nitriteMgL: 0, pH: 8, tempC: 26 }))])).toEqual([
      'gate:tests',
    ]);
    expect(open([...days(1, 27), at(28, 17, { kind: 'look', signs: [], eaten: 'some' })])).toEqual(['gate:eating']);
  });
  test('what is waived with a reason is told as waived', () => {
    const f = facts([
      ...days(1, 20),
      at(1, 13, { kind: 'gear' }),
      at(20, 19, { kind: 'waive', what: 'gate:days', reason: 'moved house' }),
    ]);
    const list = gateHeld(f, quarantineStateOf(f, nowAt(21)), a);
    expect(isOpen(list)).toBe(true);
    expect(list.find((h) => h.key === 'gate:days')).toMatchObject({ holds: false, waived: 'moved house' });
  });
  test('medicine in the water holds it shut until carbon or changes took it', () => {
    const dose = at(27, 12, { kind: 'dose', medicine: copper, amount: 16 });
    expect(open([...days(1, 28), dose])).toEqual(['gate:treatment']);
    const out = [1, 2, 3].map((i) => at(28, i, { kind: 'change', litres: 60 } as NewEntry));
    expect(open([...days(1, 28), dose, ...out])).toEqual([]);
  });
  test('copper counts day after day in its band; a day without a test, or out of it, begins again', () => {
    const plan = templates.treated!;
    const phases = [
      at(1, 13, { kind: 'phase', phase: 'medicine' }),
      at(2, 1, { kind: 'phase', phase: 'copper' }),
    ] as Entry[];
    const dose = at(2, 12, { kind: 'dose', medicine: copper, amount: 16 });
    const tests = (list: number[]): Entry[] => list.map((d) => at(d, 18, test1({ copperMgL: 2 })));
    const have = (entries: Entry[], day: number): number => {
      const f = facts([...phases, dose, ...entries], plan);
      return phaseHeld(f, quarantineStateOf(f, nowAt(day)), a).find((h) => h.condition.kind === 'copper')!.have;
    };
    expect(have(tests([3, 4, 5, 6]), 7)).toBe(4);
    expect(have(tests([3, 4, 6, 7]), 8)).toBe(2);
    expect(have([...tests([3, 4, 5]), at(6, 18, test1({ copperMgL: 1 }))], 7)).toBe(3);
    expect(underTreatment(quarantineStateOf(facts([dose]), nowAt(3))).map((w) => w.medicine.id)).toEqual(['c']);
  });
});

test('what was seen, day by day: a death outranks a sign, a sign an evening that was well', () => {
  const f = facts([
    at(1, 17, well),
    at(2, 16, { kind: 'look', signs: [{ sign: 'fins' }], eaten: 'all' }),
    at(2, 19, well),
    at(4, 9, { kind: 'died', count: 1, name: 'x', note: '' }),
    at(4, 17, well),
  ]);
  expect(seenByDay(quarantineStateOf(f, nowAt(5)), zone)).toEqual(['well', 'sign', 'nobody', 'died', 'nobody']);
});

test('copper ten times over is asked about, what is plausible is not', () => {
  expect(oddTest({ copperMgL: 20 }, 2.5, 3)).toMatch(/8 times the target/);
  expect(oddTest({ copperMgL: 2.6, pH: 8.1, tanMgNL: 0.5 }, 2.5, 3)).toBeNull();
  expect(oddTest({ tempC: 77 }, 2.5, 3)).toMatch(/in °C/);
});
