import fc from 'fast-check';
import type { Actual, Facts } from './facts';
import { projectFacts, factsBetween, nothingYet, unstruck, mergeFacts } from './project-facts';

const none: Facts = { observations: [], events: [] };
const stamp = { at: '2026-11-26T10:00:00.000Z', by: '' };
const reading = {
  bagId: 'A1',
  at: stamp.at,
  tempC: 21.4,
  pH: null,
  salinity: null,
  alive: 4,
  dead: 0,
  doubtful: 0,
  note: '',
};

describe('facts and how things stand by them', () => {
  test('a figure that nobody took is no fact: only what was told becomes one', () => {
    const facts = factsBetween(none, { ...nothingYet(), bags: [reading] }, stamp);
    expect(facts.observations.map((o) => [o.quantity, o.value, o.unit])).toEqual([
      ['tempC', 21.4, '°C'],
      ['alive', 4, ''],
      ['dead', 0, ''],
      ['doubtful', 0, ''],
    ]);
    expect(facts.observations.map((o) => o.method)).toEqual(['typed', 'counted', 'counted', 'counted']);
  });

  test('a second reading does not overwrite the first: both stay, the later one counts', () => {
    const first = factsBetween(none, { ...nothingYet(), bags: [reading] }, stamp);
    const later = { ...reading, tempC: 22.1, at: '2026-11-26T11:00:00.000Z' };
    const both = mergeFacts(first, factsBetween(first, { ...nothingYet(), bags: [later] }, stamp));
    expect(
      unstruck(both.observations)
        .filter((o) => o.quantity === 'tempC')
        .map((o) => [o.value, o.at]),
    ).toEqual([
      [21.4, stamp.at],
      [22.1, later.at],
    ]);
    expect(projectFacts(both).bags[0]!.tempC).toBe(22.1);
  });

  test('what is emptied is struck out, every figure that told it, and an older one does not come back', () => {
    const first = factsBetween(none, { ...nothingYet(), bags: [reading] }, stamp);
    const second = mergeFacts(
      first,
      factsBetween(first, { ...nothingYet(), bags: [{ ...reading, tempC: 23 }] }, stamp),
    );
    const emptied = mergeFacts(
      second,
      factsBetween(second, { ...nothingYet(), bags: [{ ...reading, tempC: null }] }, stamp),
    );
    expect(projectFacts(emptied).bags[0]!.tempC).toBeNull();
    expect(emptied.observations).toHaveLength(first.observations.length + 1 + 2);
  });

  test('an instant that moves strikes out its event and tells it again', () => {
    const at = '2026-11-25T19:00:00.000Z';
    const sealed = factsBetween(none, { ...nothingYet(), sealedAt: at }, stamp);
    const moved = factsBetween(sealed, { ...nothingYet(), sealedAt: '2026-11-25T19:30:00.000Z' }, stamp);
    expect(moved.events.map((e) => [e.kind, e.strikes])).toEqual([
      ['taken-back', sealed.events[0]!.n],
      ['sealed', null],
    ]);
  });

  test('facts are numbered on from what is there', () => {
    const first = factsBetween(none, { ...nothingYet(), bags: [reading] }, stamp);
    const next = factsBetween(first, { ...nothingYet(), bags: [reading], sealedAt: stamp.at }, stamp);
    expect(next.events[0]!.n).toBe(first.observations.length + 1);
  });

  test('whatever is told in whatever order, the view of all facts is what was told last (property)', () => {
    const instant = fc.constantFrom('2026-11-25T19:00:00.000Z', '2026-11-26T09:00:00.000Z').map(String);
    const maybe = <T>(a: fc.Arbitrary<T>): fc.Arbitrary<T | null> => fc.option(a, { nil: null });
    const figure = (max: number): fc.Arbitrary<number | null> => maybe(fc.integer({ min: 0, max }));
    const bag = fc
      .record({
        bagId: fc.constantFrom<string>('A1', 'A2'),
        at: fc.constant(stamp.at),
        tempC: figure(30),
        pH: maybe(fc.integer({ min: 4, max: 10 })),
        salinity: figure(42),
        alive: figure(9),
        dead: figure(9),
        doubtful: figure(9),
        note: fc.constantFrom<string>('', 'pale', 'one on its side'),
      })
      // A bag of which nothing is known is not told.
      .filter((b) => b.note !== '' || [b.tempC, b.pH, b.salinity, b.alive, b.dead, b.doubtful].some((v) => v !== null));
    const actual: fc.Arbitrary<Actual> = fc.record({
      sealedAt: maybe(instant),
      handedOverAt: maybe(instant),
      arrivedAt: maybe(instant),
      openedAt: maybe(instant),
      bags: fc.uniqueArray(bag, { selector: (b) => b.bagId, maxLength: 2 }),
      tanks: fc.constantFrom<Actual['tanks']>(
        {},
        { Q1: { tempC: 25 } },
        { Q1: { pH: 7 }, Q2: { tempC: 24, khDkh: 4 } },
      ),
    });
    const sorted = (a: Actual): Actual => ({
      ...a,
      bags: [...a.bags].sort((x, y) => (x.bagId < y.bagId ? -1 : 1)),
    });
    fc.assert(
      fc.property(fc.array(actual, { minLength: 1, maxLength: 5 }), (states) => {
        let facts = none;
        for (const state of states) facts = mergeFacts(facts, factsBetween(facts, state, stamp));
        expect(sorted(projectFacts(facts))).toEqual(sorted(states[states.length - 1]!));
        const numbers = [...facts.observations, ...facts.events].map((f) => f.n);
        expect(new Set(numbers).size).toBe(numbers.length);
      }),
      { numRuns: 200 },
    );
  });
});
