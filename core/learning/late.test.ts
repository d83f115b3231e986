import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { stoodUnseenMs } from '@/core/calendar/legs';
import { DRAW_STEP_H } from '@/core/engine/draws';
import { lived } from '@/core/engine/simulated-truth';
import { prepare, type Prepared } from '@/core/engine/prepare';
import { HOUR } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import { evidenceOfBox } from './box-evidence';
import { priorOf } from './figures';
import { learn } from './gaussian-posterior';

const LATE_H = 24;
const TRUE_LOSS = 1.15;
const c = exampleConsignment();
const planned = prepared(c);
const later = (iso: string): string => new Date(Date.parse(iso) + LATE_H * HOUR).toISOString();
const came = {
  ...c,
  actual: {
    ...c.actual,
    handedOverAt: c.handOverAt,
    arrivedAt: later(c.window!.startAt),
    openedAt: later(c.openingAt),
  },
};

function prepared(of: typeof c, stoodAt?: 'origin' | 'hub' | 'destination'): Prepared {
  const p = prepare(of, catalogue, of.forecast, { stepH: DRAW_STEP_H, beyondH: 60, ...(stoodAt ? { stoodAt } : {}) });
  if (!p.ok) throw new Error(p.problems[0]!.message);
  return p.value;
}

test('a box that was seen on its way, or arrived on time, stood nowhere unseen; one a day late did for that day', () => {
  const stoodH = (of: typeof c): number => stoodUnseenMs(of, prepared(of).instants) / HOUR;
  expect(stoodH(came)).toBeCloseTo(LATE_H, 9);
  expect(stoodH(c)).toBe(0);
  expect(stoodH({ ...came, actual: { ...came.actual, arrivedAt: c.window!.endAt, openedAt: c.openingAt } })).toBe(0);
  expect(
    stoodH({
      ...came,
      actual: { ...came.actual, scans: [{ leg: 1, at: later(c.handOverAt), words: '', method: 'typed' as const }] },
    }),
  ).toBe(0);
  // Nothing drives a day longer: every other leg lasts as it was planned.
  const hours = (p: Prepared, label: string): number =>
    p.legs.filter((l) => l.label === label).reduce((h, l) => h + (l.endMs - l.startMs) / HOUR, 0);
  const [was, is] = [planned, prepared(came)];
  expect(hours(is, 'Held up')).toBeCloseTo(LATE_H, 9);
  for (const { label } of was.legs.filter(
    (l) => l.startMs >= was.instants.handOverMs && l.endMs <= was.instants.arriveMs,
  ))
    if (label !== legOfWaiting(was)) expect(hours(is, label)).toBeCloseTo(hours(was, label), 6);
});

const legOfWaiting = (p: Prepared): string => p.legs[p.legs.length - 1]!.label;

test.each(['origin', 'hub', 'destination'] as const)(
  'a box a day late, in the depot of %s, teaches what it loses wherever it stood',
  (delayAt) => {
    const heat = planned.boxes[0]!.load.heatPacks;
    const world = lived(planned, { loss: planned.boxes.map(() => TRUE_LOSS), delayH: LATE_H, delayAt });
    const { airC } = world.f.boxes[0]!.curves;
    const points = Array.from({ length: Math.floor(world.openH) }, (_, h) => ({
      h: h + 0.5,
      tempC: airC[Math.round((h + 0.5) / DRAW_STEP_H)]!,
    }));
    const others = (['origin', 'destination'] as const).map((place) => ({ p: prepared(came, place), odds: 0.7 }));
    const e = evidenceOfBox(
      prepared(came),
      0,
      [{ place: 'air', bag: -1, instrument: 'logger', points }],
      undefined,
      others,
    )!;
    expect(heat.length).toBeGreaterThan(0);
    expect(e.scatterC).toBeLessThan(0.5);
    const known = learn([e.evidence], priorOf(a), a.learnFloorSigma);
    const box = known.find((k) => k.key.startsWith('box:'))!;
    const pack = known.find((k) => k.key.startsWith('pack:'))!;
    expect(box.low).toBeLessThan(TRUE_LOSS);
    expect(box.high).toBeGreaterThan(TRUE_LOSS);
    expect(box.factor).toBeGreaterThan(1);
    expect(pack.low).toBeLessThan(1);
    expect(pack.high).toBeGreaterThan(1);
  },
);
