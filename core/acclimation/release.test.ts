import type { Species } from '@/core/catalogue/schema';
import { compareMethods } from './methods';
import { handling, looksAfter, releaseOrder, releaseWarnings, withRelease, type Group } from './release';
import { methodIds, type MethodStep } from './vessel';
import { defaultAssumptions } from '@/core/catalogue/assumptions';

const group = (
  name: string,
  change: {
    kind?: Species['kind'];
    flags?: Species['flags'];
    water?: Species['water'];
    lengthCm?: number | null;
    count?: number;
  } = {},
): Group => ({
  species: { name, kind: change.kind ?? 'fish', flags: change.flags ?? [], water: change.water ?? 'fresh' },
  count: change.count ?? 3,
  lengthCm: change.lengthCm === undefined ? 5 : change.lengthCm,
});

describe('what speaks against it', () => {
  test.each<[string, Group[], Group[], RegExp | null]>([
    [
      'newcomers of 9 cm among residents of 20 cm',
      [group('N', { lengthCm: 9 })],
      [group('R', { lengthCm: 20 })],
      /much smaller than/,
    ],
    ['of 11 cm among 20 cm', [group('N', { lengthCm: 11 })], [group('R', { lengthCm: 20 })], null],
    ['nobody told how long', [group('N', { lengthCm: null })], [group('R', { lengthCm: 20 })], null],
    [
      'a big newcomer that swallows',
      [group('N', { lengthCm: 20, flags: ['predator'] })],
      [group('R', { lengthCm: 4 })],
      /may eat the R/,
    ],
    [
      'two with a territory',
      [group('N', { flags: ['territorial'] })],
      [group('R', { flags: ['territorial'] })],
      /both territorial/,
    ],
    ['crabs to snails', [group('N', { kind: 'crab' })], [group('R', { kind: 'snail' })], /Crabs eat snails/],
    ['snails to crabs', [group('N', { kind: 'snail' })], [group('R', { kind: 'crab' })], /Crabs eat snails/],
    ['snails to snails', [group('N', { kind: 'snail' })], [group('R', { kind: 'snail' })], null],
    [
      'a nipper to long fins',
      [group('N', { flags: ['nipper'] })],
      [group('R', { flags: ['long-finned'] })],
      /nip long fins/,
    ],
    ['another water', [group('N', { water: 'marine' })], [group('R')], /marine water/],
    ['an empty tank', [group('N', { flags: ['predator', 'territorial'] })], [], null],
  ])('%s', (_, newcomers, residents, words) => {
    const told = releaseWarnings(newcomers, residents, defaultAssumptions);
    if (words) expect(told.join(' ')).toMatch(words);
    else expect(told).toEqual([]);
  });
});

test('who harms nobody goes first, who swallows others last', () => {
  const order = releaseOrder([
    group('eater', { flags: ['predator'] }),
    group('owner', { flags: ['territorial'] }),
    group('calm'),
    group('nipper', { flags: ['nipper'] }),
  ]);
  expect(order.map((g) => g.species.name)).toEqual(['calm', 'nipper', 'owner', 'eater']);
});

test.each<[string, Group, RegExp]>([
  ['long fins', group('x', { flags: ['long-finned'] }), /wet hands/],
  ['a big fish', group('x', { lengthCm: 24 }), /wet hands/],
  ['spines', group('x', { flags: ['spiny'] }), /cup, not a net/],
  ['a snail', group('x', { kind: 'snail' }), /right way up/],
  ['a coral', group('x', { kind: 'coral' }), /under water/],
  ['a shrimp', group('x', { kind: 'shrimp' }), /walk out/],
  ['a small fish', group('x', { lengthCm: 3 }), /one by one/],
])('%s is handled as it wants', (_, g, words) => expect(handling(g, defaultAssumptions)).toMatch(words));

describe('a way of opening with its release', () => {
  const water = { waterL: 1, tempC: 22, pH: 6.4, alkalinityMeqL: 1.5, tanMgNL: 6, salinity: 30, ghDgh: 8 };
  const tank = { tempC: 25, pH: 8, khDkh: 8, salinity: 34, ghDgh: 8, volumeL: 80 };
  const courses = compareMethods(water, tank, { ...defaultAssumptions, oxygenAtHand: 1 });
  test('every method has a moment when they go in, once, and the glass is covered after', () => {
    expect(courses.map((m) => m.id)).toEqual([...methodIds]);
    for (const m of courses) {
      const keys = withRelease(m.steps, [group('N')], { name: 'Q', residents: [] }, defaultAssumptions).map(
        (s) => s.key,
      );
      expect(keys.filter((k) => k === 'net')).toHaveLength(1);
      expect(keys[keys.indexOf('net') + 1]).toBe('after');
      // Keys name presses: no two are the same.
      expect(new Set(keys).size).toBe(keys.length);
    }
  });
  test('nothing that can be done before stands between the opened bag and the tank: its minutes are those that are computed', () => {
    const all = [group('N', { count: 80 }), group('C', { kind: 'coral' })];
    for (const m of courses) {
      const steps = withRelease(m.steps, all, { name: 'Q', residents: [group('R')] }, defaultAssumptions);
      const between = (list: readonly MethodStep[], last: string): string[] => {
        const keys = list.map((s) => s.key);
        return keys.slice(keys.indexOf('open') + 1, keys.indexOf(last));
      };
      // Corals go from their bag into the dip: that is where its water ends for them.
      expect([m.id, between(steps, 'dip')]).toEqual([m.id, between(m.steps, 'net')]);
      const keys = steps.map((s) => s.key);
      for (const before of ['dim', 'ready']) expect(keys.indexOf(before)).toBeLessThan(keys.indexOf('open'));
      if (keys.includes('place')) expect(keys.indexOf('dim')).toBeLessThan(keys.indexOf('place'));
      expect(keys.indexOf('sample10')).toBeGreaterThan(keys.indexOf('net'));
    }
  });
  test.each<[string, Group, string]>([
    ['a small fish', group('x', { lengthCm: 3 }), 'Net the fish across'],
    ['a big one', group('x', { lengthCm: 24 }), 'Lift them across with wet hands'],
    ['fry', group('x', { lengthCm: 0.8 }), 'Pour the fry across'],
    ['shrimp', group('x', { kind: 'shrimp' }), 'Let them walk out into the tank'],
    ['a coral', group('x', { kind: 'coral' }), 'Move them across under water'],
  ])('the step of %s says what is done, and asks for no net where none may touch it', (_, g, title) => {
    const into = withRelease(courses[0]!.steps, [g], { name: 'Q', residents: [] }, defaultAssumptions).find(
      (s) => s.key === 'net',
    )!;
    expect(into.title).toBe(title);
    if (/no net|not in a net|net tears/.test(into.detail)) expect(into.title).not.toMatch(/net/i);
  });
  test('residents are fed first, and what speaks against it stands beside', () => {
    const lived = withRelease(
      courses[0]!.steps,
      [group('N', { lengthCm: 4, count: 7 })],
      {
        name: 'D',
        residents: [group('R', { lengthCm: 20 })],
      },
      defaultAssumptions,
    );
    const dim = lived.find((s) => s.key === 'dim')!;
    expect(dim.title).toBe('Feed those in D, lights off');
    expect(dim.caution).toMatch(/much smaller than/);
    expect(lived.find((s) => s.key === 'net')!.detail).toContain('7 on the label, into D.');
  });
});

test('snails are righted in the first look, and nobody else is told so', () => {
  expect(looksAfter([group('x', { kind: 'snail' })])[0]!.detail).toContain('toppled');
  expect(looksAfter([group('x')])[0]!.detail).not.toContain('toppled');
  expect(looksAfter([group('x')]).map((l) => l.key)).toEqual(['half-hour', 'evening', 'two-days']);
});

test('corals are dipped before they come in, of a dense lot ten are sampled, fry are poured', () => {
  const net: MethodStep[] = [{ key: 'net', kind: 'hands', title: 'Net', detail: '', minutes: 2 }];
  const keys = (g: Group) => withRelease(net, [g], { name: 'Q', residents: [] }, defaultAssumptions).map((s) => s.key);
  const one = group('N', { count: 3, lengthCm: 3 });
  expect(keys(one)).toEqual(['dim', 'net', 'after']);
  const coral = { ...one, species: { ...one.species, kind: 'coral' as const } };
  expect(keys(coral)).toEqual(['dim', 'ready', 'dip', 'net', 'after']);
  expect(keys({ ...one, count: 60 })).toEqual(['dim', 'net', 'sample10', 'after']);
  expect(handling({ ...one, lengthCm: 0.8 }, defaultAssumptions)).toMatch(/tip it slowly/);
});
test('a tank that was set up again is tested daily for a week', () => {
  expect(looksAfter([group('N')]).map((l) => l.key)).toEqual(['half-hour', 'evening', 'two-days']);
  expect(looksAfter([group('N')], true).filter((l) => l.key.startsWith('test-'))).toHaveLength(7);
});
