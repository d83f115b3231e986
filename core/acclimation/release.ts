import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Species } from '@/core/catalogue/schema';
import { hand } from './steps';
import type { MethodStep } from './vessel';

type Kind = Pick<Species, 'name' | 'kind' | 'flags' | 'water'>;

/** Animals that go into a tank, or live there: how many, and how long; null where nobody told. */
export interface Group {
  species: Kind;
  count: number;
  lengthCm: number | null;
}

const is = (g: Group, flag: Species['flags'][number]): boolean => g.species.flags.includes(flag);
const soft = (g: Group): boolean => g.species.kind === 'shrimp' || g.species.kind === 'snail';

type Sizes = Pick<Assumptions, 'smallNewcomerShare' | 'liftedByHandCm' | 'fryCm' | 'sampledFromAnimals'>;

/**
 * What speaks against putting newcomers to residents, in sentences: sizes, territory, mouths, crabs with snails, fins
 * that are nipped, another water. Nothing where nothing is known against it.
 */
export function releaseWarnings(newcomers: readonly Group[], residents: readonly Group[], sizes: Sizes): string[] {
  const small = sizes.smallNewcomerShare;
  const out = new Set<string>();
  for (const n of newcomers)
    for (const r of residents) {
      const [a, b] = [n.species.name, r.species.name];
      if (n.lengthCm !== null && r.lengthCm !== null && r.species.kind === 'fish' && n.species.kind === 'fish') {
        if (n.lengthCm < small * r.lengthCm)
          out.add(`${a}, ${n.lengthCm} cm, are much smaller than the ${b} of ${r.lengthCm} cm in the tank.`);
        else if (r.lengthCm < small * n.lengthCm && is(n, 'predator'))
          out.add(`${a}, ${n.lengthCm} cm, may eat the ${b} of ${r.lengthCm} cm in the tank.`);
      } else if (is(r, 'predator') || is(n, 'predator'))
        out.add(`${is(r, 'predator') ? b : a} swallow what fits their mouth. Are the others big enough?`);
      if (is(n, 'territorial') && is(r, 'territorial'))
        out.add(`${a} and ${b} are both territorial. Rearrange the cover first.`);
      if (n.species.kind !== r.species.kind && [n, r].some((g) => g.species.kind === 'crab') && [n, r].some(soft))
        out.add('Crabs eat snails and shrimp. Keep them apart.');
      if ((is(n, 'nipper') && is(r, 'long-finned')) || (is(r, 'nipper') && is(n, 'long-finned')))
        out.add(`${is(n, 'nipper') ? a : b} nip long fins.`);
      if (n.species.water !== r.species.water)
        out.add(`${a} live in ${n.species.water} water, ${b} in ${r.species.water}.`);
    }
  return [...out];
}

/** Ways of putting animals in, in words: what the step is called, and how it is done. */
const handlings = {
  ground: {
    title: 'Set them into the tank',
    how: 'Set each on firm ground, right way up; they cannot turn over alone. Hermits wake within half an hour, snails may take two days.',
  },
  underWater: {
    title: 'Move them across under water',
    how: 'Keep them under water all the time. Low light, some flow.',
  },
  poured: {
    title: 'Pour the fry across',
    how: 'Hold the cup under the surface and tip it slowly. No net.',
  },
  walkOut: {
    title: 'Let them walk out into the tank',
    how: 'Tip the container under the surface and let them walk out. A net tears their legs.',
  },
  cup: { title: 'Carry them across in a cup', how: 'In a cup, not a net: spines catch in the mesh.' },
  hands: {
    title: 'Lift them across with wet hands',
    how: 'Lift with clean wet hands under head and belly. No net.',
  },
  small: {
    title: 'Net the fish across',
    how: 'Small ones one by one with a cup or soft net, into a far corner with cover.',
  },
} as const;
export type Handling = keyof typeof handlings;

/** How animals are put in, by what they are. */
export function handlingOf(g: Group, sizes: Sizes): Handling {
  const { kind } = g.species;
  if (kind === 'snail' || kind === 'crab') return 'ground';
  if (kind === 'coral' || kind === 'star' || kind === 'urchin' || kind === 'clam') return 'underWater';
  if (kind === 'shrimp') return 'walkOut';
  if (is(g, 'spiny')) return 'cup';
  if (kind === 'fish' && g.lengthCm !== null && g.lengthCm <= sizes.fryCm) return 'poured';
  return is(g, 'long-finned') || (g.lengthCm ?? 0) >= sizes.liftedByHandCm ? 'hands' : 'small';
}
export const handling = (g: Group, sizes: Sizes): string => handlings[handlingOf(g, sizes)].how;

/** Corals are dipped before they come into a tank: what rides along stays outside. The dip stands ready before the bag is opened. */
const dips = [
  hand(
    'ready',
    'Make the dip ready',
    'One bucket of tank water with the dip, by its label; one of clean tank water for rinsing.',
    3,
    'Gloves and glasses: some corals are poisonous. Dip by its label, never into the tank.',
  ),
  hand(
    'dip',
    'Corals out of the bag, into the dip',
    'At once. Swirl, check what falls off, rinse in clean tank water.',
    10,
    'Gloves and glasses.',
  ),
] as const;

/** Of a dense lot some are looked at closely, out of the bag. */
const sample = hand(
  'sample10',
  'Look at ten of them',
  'In a flat dish with tank water: how many torn fins, what length? Record it, then add them to the others.',
  4,
);

/** Who needs a lid over all of the tank. */
export const jumps = (groups: readonly Group[]): boolean => groups.some((g) => is(g, 'jumper'));

/** Least aggressive first: who holds no territory, then who does, then who swallows others (W51). */
export const releaseOrder = <G extends Group>(groups: readonly G[]): G[] => {
  const rank = (g: Group): number => (is(g, 'predator') ? 3 : is(g, 'territorial') ? 2 : is(g, 'nipper') ? 1 : 0);
  return [...groups].sort((x, y) => rank(x) - rank(y));
};

export interface ReleaseTank {
  name: string;
  residents: readonly Group[];
}

/**
 * A way of opening, with what surrounds the moment when the animals go in. What can be done before is done before anything
 * floats or is opened: residents fed, lights off, a dip made ready. Between the opened bag and the tank stands nothing but
 * the way itself; then the glass is covered, the water poured away, the nets into disinfectant.
 */
export function withRelease(
  steps: readonly MethodStep[],
  groups: readonly Group[],
  tank: ReleaseTank,
  sizes: Sizes,
): MethodStep[] {
  const at = steps.findIndex((s) => s.key === 'net');
  if (at < 0 || groups.length === 0) return [...steps];
  const count = groups.reduce((n, g) => n + g.count, 0);
  const lived = tank.residents.some((r) => r.count > 0);
  const warnings = releaseWarnings(groups, tank.residents, sizes);
  const dim = hand(
    'dim',
    lived ? `Feed those in ${tank.name}, lights off` : `Lights off over ${tank.name}`,
    lived ? 'Fed residents chase less. Use a dim torch.' : 'Use a dim torch.',
    2,
    warnings.join(' ') || undefined,
  );
  const net = steps[at]!;
  const order = releaseOrder(groups);
  const ways = [...new Set(order.map((g) => handlingOf(g, sizes)))];
  const first = order.length > 1 ? ` ${order[0]!.species.name} first.` : '';
  const into = {
    ...net,
    title: ways.length === 1 ? handlings[ways[0]!].title : 'Move them across',
    detail: `${net.detail} ${count} on the label, into ${tank.name}.${first} ${ways.map((w) => handlings[w].how).join(' ')}`,
  };
  const jumpers = jumps(groups);
  const after = hand(
    'after',
    'Cover the glass',
    `${jumpers ? 'They jump: lid or towel over the whole tank' : 'A towel over the glass'}, lights low for a day or two. Bag water down the drain; nets and cups into disinfectant.`,
    3,
    'Disinfectant: gloves, rinse well, none into a tank.',
  );
  const [ready, dip] = groups.some((g) => g.species.kind === 'coral') ? dips : [];
  const some = count >= sizes.sampledFromAnimals ? [sample] : [];
  // Before the bags float; where nothing floats, before the first of them is opened.
  const begins = ['place', 'open'].map((key) => steps.findIndex((s) => s.key === key)).find((i) => i >= 0) ?? at;
  return [
    ...steps.slice(0, begins),
    dim,
    ...(ready ? [ready] : []),
    ...steps.slice(begins, at),
    ...(dip ? [dip] : []),
    into,
    ...some,
    after,
    ...steps.slice(at + 1),
  ];
}

/** A look after the release (W51, W74): when, and what to look for. */
export interface LaterLook {
  key: 'half-hour' | 'evening' | 'two-days' | `test-${number}`;
  title: string;
  detail: string;
}

/** So many days a tank that was set up anew is tested daily (W52). */
const TESTED_DAYS = 7;

export function looksAfter(groups: readonly Group[], setUpAnew = false): LaterLook[] {
  const shells = groups.some((g) => g.species.kind === 'snail' || g.species.kind === 'crab');
  return [
    {
      key: 'half-hour',
      title: 'First look',
      detail: `From a distance: upright, breathing calmly, none chased.${shells ? ' Set toppled ones upright.' : ''}`,
    },
    {
      key: 'evening',
      title: 'Look in the evening',
      detail: `Lights low. Any hiding, hanging at the surface, or bitten?${shells ? ' Snails on their foot?' : ''} No food today.`,
    },
    {
      key: 'two-days',
      title: 'Look after two days',
      detail: 'Towel off, lights up slowly. Eating? Ammonia and nitrite at 0?',
    },
    ...(setUpAnew
      ? Array.from({ length: TESTED_DAYS }, (_, i): LaterLook => ({
          key: `test-${i + 1}`,
          title: `Test the water, day ${i + 1}`,
          detail: 'Ammonia, nitrite, nitrate, pH: the filter was moved. Above 0: change water within the hour.',
        }))
      : []),
  ];
}
