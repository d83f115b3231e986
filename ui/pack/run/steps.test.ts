import type { Press } from '@/ui/queue/store';
import type { Deed } from '@/server/queue/deeds';
import { lastDone, nextOf, tickedMsOf, timersOf, withPresses, type RunStep } from './steps';

const T = Date.parse('2026-11-24T17:00:00Z');
const MIN = 60_000;
const iso = (min: number): string => new Date(T + min * MIN).toISOString();
const step = (key: string, more: Partial<RunStep> = {}): RunStep =>
  ({
    code: 'KC-1',
    key,
    id: `KC-1 ${key}`,
    title: key,
    at: null,
    by: '',
    taken: null,
    was: null,
    boxId: '1',
    ...more,
  }) as unknown as RunStep;
const steps = [
  step('sedate:A1'),
  step('bag:A2'),
  step('watch:A1', { after: { keys: ['sedate:A1'], minutes: 5, what: 'sedated' } }),
  step('bag:A1', { after: { keys: ['watch:A1'], minutes: 0, what: 'watched' } }),
];
const view = { steps, consignments: [] };
let n = 0;
const pressed = (deed: Deed, min: number): Press => ({
  n: ++n,
  press: `p${n}`,
  deed,
  words: '',
  pressedMs: T + min * MIN,
  refused: null,
  doneIn: null,
});
const tick = (key: string, min: number, done = true): Press => pressed({ deed: 'tick', code: 'KC-1', key, done }, min);
const after = (...presses: Press[]): RunStep[] => withPresses(view, presses, 0).steps;
const next = (list: RunStep[], min: number, aside = new Set<string>()): string | undefined =>
  nextOf(list, tickedMsOf(list), T + min * MIN, aside)?.key;

describe('what hands do next', () => {
  test('is the first open step whose clock has run', () => {
    expect(next(steps, 0)).toBe('sedate:A1');
    const dosed = after(tick('sedate:A1', 0));
    expect(next(dosed, 1)).toBe('bag:A2');
    const filled = after(tick('sedate:A1', 0), tick('bag:A2', 4));
    // The watch runs until minute five, and the bag is not closed before it was looked at.
    expect(next(filled, 4)).toBe('watch:A1');
    expect(next(after(tick('sedate:A1', 0), tick('bag:A2', 4), tick('watch:A1', 5)), 5)).toBe('bag:A1');
  });
  test('where all wait it is the one that is ready first; what another has in hand, or was put aside, is left out', () => {
    const waiting = [
      step('stand', { at: null, after: { keys: ['bag:A2'], minutes: 10, what: 'closed' } }),
      step('watch:A1', { after: { keys: ['sedate:A1'], minutes: 5, what: 'sedated' } }),
      step('sedate:A1', { at: iso(0) }),
      step('bag:A2', { at: iso(0) }),
    ];
    expect(next(waiting, 1)).toBe('watch:A1');
    expect(next(waiting, 1, new Set(['KC-1 watch:A1']))).toBe('stand');
    const theirs = steps.map((s) => (s.key === 'sedate:A1' ? { ...s, taken: { by: 'Bo', mine: false } } : s));
    expect(next(theirs, 0)).toBe('bag:A2');
  });
});

describe('a run with presses that the house does not know yet', () => {
  test('shows them at their instants, the first of two of the same step', () => {
    const list = after(tick('bag:A2', 3), tick('bag:A2', 7));
    expect(list.find((s) => s.key === 'bag:A2')!.at).toBe(iso(3));
    expect(lastDone(list)!.key).toBe('bag:A2');
  });
  test('too much sedative opens the dose, the watch and the bag again', () => {
    const list = after(
      tick('sedate:A1', 0),
      tick('watch:A1', 5),
      tick('bag:A1', 6),
      pressed({ deed: 'tooMuch', code: 'KC-1', bagId: 'A1' }, 7),
    );
    expect(list.filter((s) => s.at).map((s) => s.key)).toEqual([]);
    expect(next(list, 8)).toBe('sedate:A1');
  });
  test('a box that is taken in hand takes its steps along', () => {
    const list = after(pressed({ deed: 'take', subject: 'lane:KC-1:1' }, 0));
    expect(list.every((s) => s.taken?.mine)).toBe(true);
  });
});

test('clocks run from the press they wait for, the soonest first, and end with their step', () => {
  const list = after(tick('sedate:A1', 2));
  expect(timersOf(list, tickedMsOf(list))).toMatchObject([{ fromMs: T + 2 * MIN, endsMs: T + 7 * MIN, minutes: 5 }]);
  const seen = after(tick('sedate:A1', 2), tick('watch:A1', 7));
  expect(timersOf(seen, tickedMsOf(seen))).toEqual([]);
});
