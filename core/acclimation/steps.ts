import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Closure } from '@/core/catalogue/making';
import { SEA_FROM } from '@/core/fish/water';
import type { MethodStep, OpenedBag, Recipe, TankWater } from './vessel';

/** What hands do; it waits for a press. */
export const hand = (key: string, title: string, detail: string, minutes: number, caution?: string): MethodStep => ({
  key,
  kind: 'hands',
  title,
  detail,
  minutes,
  ...(caution ? { caution } : {}),
});
/** A timer: it ends by itself. */
export const wait = (key: string, title: string, detail: string, minutes: number): MethodStep => ({
  key,
  kind: 'wait',
  title,
  detail,
  minutes,
});

export const NO_TANK = 'No tank yet to float in or transfer to.';
const NEVER_FLOATED = 'Never float breathing film: it must not touch water or other plastic.';

/** What the ways of opening share: the bag, the tank, the minutes until both are of one temperature. */
export interface Setting {
  bag: OpenedBag;
  tank: TankWater;
  a: Assumptions;
  film: boolean;
  toTank: number;
}

export const noFlow = (): number => 0;
/** Why nothing can be floated here; null where it can. */
export const grounded = ({ film, tank }: Pick<Setting, 'film' | 'tank'>): string | null =>
  film ? NEVER_FLOATED : tank.inBox ? NO_TANK : null;

export const afloat = (s: Setting): Pick<Recipe, 'exchange' | 'matchesSalinity' | 'refused'> => ({
  exchange: { closed: 1, open: 1 },
  matchesSalinity: false,
  refused: grounded(s),
});
export const floatBags = hand('place', 'Float the closed bags', 'In shade, lights off. Do not open yet.', 1);
export const settleStep = (to: number): MethodStep =>
  wait('float', 'Float closed', 'The bag warms or cools through its film.', to);
export const net = (key = 'net'): MethodStep =>
  hand(
    key,
    'Net the fish across',
    'Count them against the label; check the empty bag. No bag water into the tank.',
    2,
    'Cut tape only; no blade near the bag. Keep wet hands from mains: drip loops and residual-current device.',
  );

/** How a bag is opened by its own closure (W67). */
const closures: Record<Closure, { detail: string; caution?: string }> = {
  bands: {
    detail: 'Roll the bands off upwards, or cut them on the twist.',
    caution: 'Stretched bands can hit your eyes: turn your face away.',
  },
  knot: { detail: 'Cut right under the knot with blunt scissors, over the water.' },
  'knot-bands': {
    detail: 'Roll the bands off, then cut under the knot with blunt scissors.',
    caution: 'Stretched bands can hit your eyes: turn your face away.',
  },
  gooseneck: {
    detail: 'Untwist the folded neck; nothing is cut.',
    caution: 'Stretched bands can hit your eyes: turn your face away.',
  },
};

/** Opens the bag; `then` says what follows at once. */
export function opening(bag: OpenedBag, title: string, then: string, minutes: number, caution = ''): MethodStep {
  const how = closures[bag.closure ?? 'bands'];
  return hand('open', title, `${how.detail} ${then}`, minutes, [how.caution, caution].filter(Boolean).join(' '));
}

/**
 * What surrounds a way that takes water out of the tank: before it the pumps off and the level marked, after it so many
 * litres put back (W50, W72).
 */
export function aroundTheTank({ tank }: Setting, litres: number, steps: MethodStep[]): MethodStep[] {
  // Of a box nothing is taken out.
  if (tank.inBox) return steps;
  const sea = tank.salinity >= SEA_FROM;
  const before = hand(
    'level',
    sea ? 'Pumps, skimmer and top-off off' : 'Mark the level of the tank',
    sea ? 'Mark the level of the tank on its glass.' : 'A strip of tape on the glass; the filter can run.',
    1,
    'Pull plugs with dry hands.',
  );
  const back = `Put back ${litres.toFixed(1)} L up to the mark, using ${sea ? 'salt water mixed ahead' : 'water of the same temperature'}.`;
  const after: MethodStep = {
    ...hand('refill', 'Fill up to the mark', sea ? `${back} Then top-off, skimmer and pumps on.` : back, 3),
    litres,
  };
  return [before, ...steps, after];
}
