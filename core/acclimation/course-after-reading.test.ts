import { withOverrides } from '@/core/catalogue/assumptions';
import type { Observation } from '@/core/consignment/facts';
import { MIN } from '@/core/quantities/time';
import { adviceOf, type Compared } from './compare';
import { dripDilution } from './dilution';
import { withExtraRound } from './run';
import { asOpened, courseNow, readAfter, type Going } from './course-after-reading';
import type { MethodId, OpenedBag, TankWater } from './vessel';

const a = withOverrides({});
const t0 = Date.parse('2026-11-27T12:00:00Z');
const bag: OpenedBag = {
  waterL: 1,
  tempC: 20,
  pH: 6.6,
  alkalinityMeqL: 1.2,
  tanMgNL: 4,
  salinity: 0,
  ghDgh: 4,
  oxygenMgL: 9,
};
const tank: TankWater & { name: string } = { name: 'Q', tempC: 26, pH: 7.6, khDkh: 6, ghDgh: 12, salinity: 0 };
const who = { tolerance: 'ordinary' as const, invertebrate: false, marine: false };
const lane: Compared<TankWater & { name: string }> = {
  bagIds: ['A1'],
  title: 'A1',
  path: 'usual',
  who,
  tank,
  speciesNames: '',
  stops: [],
  opened: bag,
  measured: 0,
  ...adviceOf([bag], tank, who, a),
};
const stepsOf = (id: MethodId) => lane.courses.find((m) => m.id === id)!.steps;
const going = (method: MethodId, steps = stepsOf(method)): Going => ({
  bagIds: ['A1'],
  method,
  steps,
  doneAtMs: { open: t0 },
});
let n = 0;
const told = (quantity: string, value: number, minute: number, id = 'A1'): Observation =>
  ({
    n: ++n,
    at: new Date(t0 + minute * MIN).toISOString(),
    subject: { kind: 'bag', id },
    quantity,
    value,
    unit: '',
    word: '',
    method: 'typed',
    note: '',
    by: '',
    photo: null,
    strikes: null,
  }) as Observation;

const plain = courseNow(lane, going('drip'), [], a)!;
const open = plain.openAtMin;
const at = (m: number): number => Math.round(open + m);

test('before the bag is open there is no course; what nobody read leaves that of the lane', () => {
  expect(courseNow(lane, { ...going('drip'), doneAtMs: {} }, [], a)).toBeNull();
  expect(plain.read).toBeNull();
  const course = lane.courses.find((m) => m.id === 'drip')!;
  expect(plain.tempC[at(10)]).toBeCloseTo(course.tempC[at(10) * 4]!, 2);
});

test('what was read as it was computed changes nothing of what follows', () => {
  const so = courseNow(
    lane,
    going('drip'),
    [told('tempC', plain.tempC[at(8)]!, 8), told('pH', plain.pH[at(8)]!, 8)],
    a,
  )!;
  for (const m of [9, 15, 25]) {
    expect(so.tempC[at(m)]).toBeCloseTo(plain.tempC[at(m)]!, 1);
    expect(so.pH[at(m)]).toBeCloseTo(plain.pH[at(m)]!, 1);
  }
});

test('from what was read on the rest is computed again, and nothing before it', () => {
  const colder = courseNow(lane, going('drip'), [told('tempC', 16, 8)], a)!;
  expect(colder.tempC[at(7)]).toBe(plain.tempC[at(7)]);
  expect(colder.tempC[at(8)]).toBe(16);
  // Both warm towards the tank as before: what they differ by falls, and never turns round.
  const apart = (m: number): number => plain.tempC[at(m)]! - colder.tempC[at(m)]!;
  expect(apart(8)).toBeGreaterThan(apart(14));
  expect(apart(14)).toBeGreaterThan(0);
  expect(colder.read).toMatchObject({ bagId: 'A1', figures: { tempC: 16 } });
});

test('water that is read near the tank may go across at once; water that is read far from it later, or not before its end', () => {
  const near = ['tempC', 'pH', 'ghDgh', 'khDkh'].map((q, i) => told(q, [25.8, 7.5, 11.8, 5.9][i]!, 6));
  const far = ['tempC', 'ghDgh'].map((q, i) => told(q, [9, 0.5][i]!, 6));
  expect(plain.enoughMin!).toBeGreaterThan(open + 6);
  expect(courseNow(lane, going('drip'), near, a)!.enoughMin!).toBeCloseTo(open + 6, 6);
  const late = courseNow(lane, going('drip'), far, a)!;
  expect(late.enoughMin ?? Infinity).toBeGreaterThan(plain.enoughMin!);
  // Read at its very end, still far off: one round more is said by how far.
  const end = plain.transferAtMin - open;
  const still = courseNow(lane, going('drip'), [told('tempC', 20, end + 5)], a)!;
  expect(still).toMatchObject({ enoughMin: null, wantsRound: true });
  expect(still.left.tempC).toBeCloseTo(6, 6);
});

test('a pause stops the course: what was read in it counts for the minute it was paused', () => {
  const held = { ...going('drip'), doneAtMs: { open: t0, 'pause:1': t0 + 5 * MIN, 'goon:1': t0 + 25 * MIN } };
  const so = courseNow(lane, held, [told('tempC', 18, 20)], a)!;
  expect(so.tempC[at(5)]).toBe(18);
  expect(so.tempC[at(4)]).toBe(plain.tempC[at(4)]);
});

test('a round more halves what still differs, as the mass balance of a drip has it', () => {
  const steps = withExtraRound(stepsOf('drip'))!;
  const more = courseNow(lane, going('drip', steps), [told('ghDgh', 6, plain.transferAtMin - open)], a)!;
  const minutes = more.transferAtMin - plain.transferAtMin;
  expect(minutes).toBeCloseTo(
    steps.filter((s) => s.key.includes('+')).reduce((m, s) => m + (s.kind === 'wait' ? s.minutes : 0), 0),
  );
  const half = dripDilution({ startMl: 500, mlPerMin: 500 / minutes, start: 6, inflow: 12, minutes });
  expect(half.concentration).toBeCloseTo(9, 9);
  // Near enough by hardness only where the six degrees that were left have become three.
  const bears = courseNow(lane, going('drip'), [told('ghDgh', 6, plain.transferAtMin - open)], a)!;
  expect(bears.left.tempC).toBeGreaterThanOrEqual(more.left.tempC);
});

test('a pH that its hardness cannot have is said, and the course stands without it', () => {
  const odd = courseNow(lane, going('drip'), [told('pH', 9.9, 8), told('khDkh', 0.01, 8)], a)!;
  expect(odd.problem).toMatch(/Measure both again/);
  expect(odd.tempC).toEqual(plain.tempC);
});

test('readings of other bags, and of before, are none of it; figures of one moment are one reading', () => {
  const all = [
    told('tempC', 19, -5),
    told('tempC', 21, 4),
    told('pH', 7, 4),
    told('tempC', 22, 4, 'B1'),
    told('alive', 3, 4),
  ];
  expect(readAfter(all, ['A1'], t0)).toEqual([{ atMs: t0 + 4 * MIN, bagId: 'A1', figures: { tempC: 21, pH: 7 } }]);
  expect(asOpened(all, t0)).toEqual([all[0]]);
});

describe('a float that was cut short', () => {
  const floats = (method: MethodId, minutes: number): Going => ({
    ...going(method),
    doneAtMs: { place: t0 - minutes * MIN, open: t0 },
  });
  const now = (g: Going) => {
    const v = courseNow(lane, g, [], a)!;
    return { ...v, openC: v.tempC[Math.round(v.openAtMin)]! };
  };
  const planned = lane.courses.find((m) => m.id === 'float-transfer')!;

  test('counts for the minutes it lasted: after one of eighteen the bag is as cold as it came, and nothing may go across', () => {
    expect(planned.openAtMin).toBeGreaterThan(10);
    const cut = now(floats('float-transfer', 1));
    expect(cut.openAtMin).toBeCloseTo(1, 6);
    expect(cut.openC - bag.tempC).toBeLessThan(1.5);
    expect(cut).toMatchObject({ enoughMin: null, floatsOn: true });
    expect(cut.left.tempC).toBeGreaterThan(3);
  });
  test('the longer the nearer, and as planned once it floated to its end', () => {
    const [one, six, all, more] = [1, 6, planned.openAtMin, 90].map((m) => now(floats('float-transfer', m)));
    expect(six!.openC).toBeGreaterThan(one!.openC);
    expect(all!.openC).toBeGreaterThan(six!.openC);
    expect(all!.openC).toBeCloseTo(planned.tempC[Math.round(planned.openAtMin) * 4]!, 1);
    expect(more!.openC).toBe(all!.openC);
    expect([one!.floatsOn, all!.floatsOn]).toEqual([true, false]);
  });
  test('a pause in it is float all the same only where the clock went on', () => {
    const held = floats('float-transfer', 30);
    held.doneAtMs = { ...held.doneAtMs, 'pause:1': t0 - 29 * MIN, 'goon:1': t0 };
    expect(now(held).openAtMin).toBeCloseTo(1, 6);
  });
  test('what follows the opening comes as soon after it as planned', () => {
    const drip1 = now(floats('drip', 2));
    const drip2 = courseNow(lane, going('drip'), [], a)!;
    expect(drip1.transferAtMin - drip1.openAtMin).toBeCloseTo(drip2.transferAtMin - drip2.openAtMin, 6);
    expect(drip1.openC).toBeLessThan(drip2.tempC[Math.round(drip2.openAtMin)]!);
  });
});
