import { entriesFrom } from '@/tests/entries';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Treatment } from '@/core/catalogue/treatment';
import { chronicMgNL } from '@/core/water/criteria';
import { DAY, HOUR } from '@/core/quantities/time';
import { gateHeld, phaseHeld } from './conditions';
import { quarantineStateOf, type QuarantineRecord } from './course';
import { planSchema, type Entry, type QuarantinePlan, type NewEntry } from './schema';
import { templates } from './templates';

const a = withOverrides({});
const t0 = Date.parse('2026-11-02T12:00:00Z');
const at = entriesFrom(t0);
const measured = (figures: Extract<NewEntry, { kind: 'test' }>['figures']): NewEntry => ({
  kind: 'test',
  figures,
  how: 'drops',
});
const copper: Treatment = {
  id: 'c',
  name: 'Sorrel copper',
  kind: 'copper',
  unit: 'mL',
  mgPerUnit: 5,
  targetMgL: 0.2,
  bandFromMgL: 0.15,
  bandToMgL: 0.22,
} as unknown as Treatment;
const dose = (amount: number): NewEntry =>
  ({ kind: 'dose', medicine: copper, amount, batch: '' }) as unknown as NewEntry;

/** A plan of one phase that waits for one thing, and how that stands at an instant. */
function stands(
  condition: QuarantinePlan['gate'][number],
  entries: Entry[],
  day: number,
  hour = 20,
  plan: Partial<QuarantinePlan> = {},
) {
  const base = templates.observation!;
  const whole = planSchema.parse({
    ...base,
    gate: [condition],
    phases: [{ ...base.phases[0]!, ends: [condition] }],
    ...plan,
  });
  const f: QuarantineRecord = { plan: whole, openedMs: t0, zone: 'Europe/Lisbon', waterL: 80, entries, duties: [] };
  const s = quarantineStateOf(f, t0 + (day - 1) * DAY + (hour - 12) * HOUR);
  return { gate: gateHeld(f, s, a), phase: phaseHeld(f, s, a), s };
}

describe('tests in a row', () => {
  const limit = a.changeToShare * chronicMgNL(7.8, 26);
  const water = { pH: 7.8, tempC: 26 };
  const of = (...tans: [tan: number, nitrite?: number][]) =>
    stands(
      { kind: 'tests', n: 3 },
      tans.map(([tanMgNL, nitriteMgL], i) =>
        at(1 + i, 12, measured({ ...water, tanMgNL, ...(nitriteMgL === undefined ? {} : { nitriteMgL }) })),
      ),
      9,
    ).gate[0]!.have;
  test('count up to the share of the chronic criterion of their own pH and warmth, and not a hair beyond it', () => {
    expect(of([0.999 * limit, 0], [0, 0], [0, 0])).toBe(3);
    expect(of([1.001 * limit, 0], [0, 0], [0, 0])).toBe(2);
    expect(of([0, 0], [0, 0], [1.001 * limit, 0])).toBe(0);
  });
  test('without nitrite a test is none of both, and breaks no row', () => {
    expect(of([0, 0], [0], [0, 0])).toBe(2);
    expect(of([0, 0], [0, 5], [0, 0])).toBe(1);
  });
});

describe('days of copper in its band', () => {
  const of = (...levels: (number | null)[]) =>
    stands(
      { kind: 'copper', n: 14 },
      [
        at(1, 12, dose(3.2)),
        ...levels.flatMap((copperMgL, i) => (copperMgL === null ? [] : [at(1 + i, 18, measured({ copperMgL }))])),
      ],
      levels.length + 1,
    ).gate[0]!.have;
  test('both ends of the band are in it; a day beyond, or without a test, begins the row again', () => {
    expect(of(0.15, 0.22, 0.2)).toBe(3);
    expect(of(0.2, 0.23, 0.2, 0.2)).toBe(2);
    expect(of(0.2, 0.14, 0.2)).toBe(1);
    expect(of(0.2, 0.2, null, 0.2)).toBe(2);
  });
});

test('days are counted to the nearest: the evening before is not the day after', () => {
  const of = (day: number, hour: number) =>
    stands({ kind: 'days' }, [], day, hour, { phases: [{ ...templates.observation!.phases[0]!, days: 3 }] }).gate[0]!;
  expect(of(3, 12)).toMatchObject({ have: 2, of: 3, holds: false });
  expect(of(3, 23).have).toBe(2);
  expect(of(4, 1)).toMatchObject({ have: 3, holds: true });
  expect(of(9, 12).have).toBe(3);
});

test('carbon counts in whole days since it went in', () => {
  const of = (hours: number) =>
    stands({ kind: 'carbon', n: 2 }, [at(1, 12, { kind: 'carbon', in: true } as NewEntry)], 1, 12 + hours).gate[0]!;
  expect(of(23).have).toBe(0);
  expect(of(47)).toMatchObject({ have: 1, holds: false });
  expect(of(48)).toMatchObject({ have: 2, holds: true });
});

test('carbonate hardness holds from its least on', () => {
  const of = (khDkh: number) =>
    stands({ kind: 'kh', atLeast: 5.6 }, [at(1, 12, measured({ khDkh }))], 1).gate[0]!.holds;
  expect([5.5, 5.6, 5.7].map(of)).toEqual([false, true, true]);
});

test('what is still in the water after copper says how much to change, and changing that much is enough', () => {
  const entries = [at(1, 12, dose(3.2)), at(2, 12, measured({ copperMgL: 0.2 }))];
  const words = (more: Entry[]) =>
    stands({ kind: 'no-sign', n: 1 }, [...entries, ...more], 5).gate.find((h) => h.key === 'gate:treatment')!;
  const before = words([]);
  expect(before.holds).toBe(false);
  const percent = Number(/change (\d+) %/.exec(before.words)![1]);
  expect(percent).toBeGreaterThan(50);
  const change = (share: number): Entry => at(4, 12, { kind: 'change', litres: share * 80 } as NewEntry);
  expect(words([change(percent / 100)]).holds).toBe(true);
  expect(words([change(percent / 100 - 0.02)]).holds).toBe(false);
});
