import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Consignment } from '@/core/consignment/schema';
import { eveningSteps } from '@/core/duties/evening';
import { usualPace } from '@/core/duties/pace';
import { MIN } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import type { Press } from '@/ui/queue/store';
import type { Deed } from '@/server/queue/deeds';
import { lastDone, nextOf, tickedMsOf, timersOf, withPresses, type RunStep } from './steps';

const T = Date.parse('2026-11-24T17:00:00Z');
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

describe('nothing closes while what it holds is open', () => {
  const heat = catalogue.packs.filter((p) => p.kind === 'heat');
  const cold = catalogue.packs.find((p) => p.kind !== 'heat')!;
  const film = catalogue.bags.find((b) => b.breather)!;
  const c = exampleConsignment();
  /** What each kind of step closes over, told here a second time: the plan’s own list is what is tried. */
  const holds = (x: Consignment, key: string): string[] => {
    const [kind, of] = key.split(':');
    const inside = x.bags.filter((b) => b.boxId === of).map((b) => b.id);
    if (kind === 'in') return [`bag:${of}`, `line:${x.bags.find((b) => b.id === of)!.boxId}`];
    if (kind === 'fill') return inside.map((b) => `in:${b}`);
    if (kind === 'lid')
      return [
        `fill:${of}`,
        ...x.boxes.find((b) => b.id === of)!.packs.map((p) => `${p.packId === cold.id ? 'pack' : 'prove'}:${p.packId}`),
      ];
    if (kind === 'out') return [`lid:${of}`];
    if (kind === 'weigh') return [`out:${of}`];
    return kind === 'papers' ? x.boxes.map((b) => `weigh:${b.id}`) : [];
  };
  const plan = fc.record({
    boxes: fc.array(fc.array(fc.constantFrom(...heat.map((p) => p.id), cold.id), { maxLength: 2 }), {
      minLength: 1,
      maxLength: 3,
    }),
    bags: fc.array(fc.record({ box: fc.nat(2), film: fc.boolean(), sedated: fc.boolean() }), {
      minLength: 1,
      maxLength: 6,
    }),
    abroad: fc.boolean(),
    hands: fc.infiniteStream(fc.record({ what: fc.nat(19), which: fc.nat(50), wait: fc.nat(30) })),
  });
  test('in any plan, whatever is put aside, passed over: undone, or leaks', () => {
    let closed = 0;
    fc.assert(
      fc.property(plan, ({ boxes, bags, abroad, hands }) => {
        const x: Consignment = {
          ...c,
          code: 'KC-1',
          sender: { ...c.sender, place: { ...c.sender.place, country: 'PT' } },
          receiver: { ...c.receiver, place: { ...c.receiver.place, country: abroad ? 'EE' : 'PT' } },
          boxes: boxes.map((packs, i) => ({
            ...c.boxes[0]!,
            id: String(i + 1),
            packs: [...new Set(packs)].map((packId) => ({ packId, count: 1 })),
          })),
          bags: bags.map((b, i) => ({
            ...c.bags[0]!,
            id: `A${i + 1}`,
            boxId: String((b.box % boxes.length) + 1),
            sedated: b.sedated,
            ...(b.film ? { bagTypeId: film.id, gasL: 0 } : {}),
          })),
        };
        const evening = eveningSteps([{ c: x, catalogue, slackH: {} }], usualPace(withOverrides({})));
        const from = { steps: evening.map((s) => step(s.key, s as unknown as Partial<RunStep>)), consignments: [] };
        const presses: Press[] = [];
        const aside = new Set<string>();
        let min = 0;
        let left = 140;
        for (const h of hands) {
          if (left-- === 0) break;
          const now = withPresses(from, presses, 0).steps;
          const done = new Set(now.filter((s) => s.at !== null).map((s) => s.key));
          for (const key of done)
            for (const k of holds(x, key)) if (!done.has(k)) throw new Error(`${key} is done, ${k} is not`);
          const next = nextOf(now, tickedMsOf(now), T + min * MIN, aside);
          min += h.wait / 10;
          if (next === null) {
            if (aside.size === 0) break;
            aside.clear();
          } else if (h.what === 0) aside.add(next.id);
          else if (h.what === 1 && done.has(`bag:${x.bags[h.which % x.bags.length]!.id}`))
            presses.push(pressed({ deed: 'leaks', code: 'KC-1', bagId: x.bags[h.which % x.bags.length]!.id }, min));
          else {
            presses.push(tick(next.key, min));
            if (next.key === 'papers') closed++;
          }
        }
      }),
      { numRuns: 60 },
    );
    expect(closed).toBeGreaterThan(20);
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
  test('a leak opens what was done of its bag, and of no other', () => {
    const list = after(
      tick('sedate:A1', 0),
      tick('watch:A1', 5),
      tick('bag:A1', 6),
      tick('bag:A2', 7),
      pressed({ deed: 'leaks', code: 'KC-1', bagId: 'A1' }, 8),
    );
    expect(list.filter((s) => s.at).map((s) => s.key)).toEqual(['sedate:A1', 'bag:A2', 'watch:A1']);
  });
  test('a weight stands at its box until the house knows one, and a scale that told nothing changes nothing', () => {
    const boxes = [
      { id: '1', weighed: null },
      { id: '2', weighed: null },
    ];
    const here = {
      steps,
      consignments: [{ code: 'KC-1', sealedMs: null, handedOverAt: null, boxes, bags: [] }],
    } as unknown as Parameters<typeof withPresses>[0];
    const weights = (...presses: Press[]) =>
      withPresses(here, presses, 0).consignments[0]!.boxes.map((b): number | null => b.weighed?.kg ?? null);
    expect(weights(pressed({ deed: 'weigh', code: 'KC-1', boxId: '2', kg: 7.4 } as Deed, 1))).toEqual([null, 7.4]);
    expect(weights(pressed({ deed: 'weigh', code: 'KC-1', boxId: '2', kg: null } as Deed, 1))).toEqual([null, null]);
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
