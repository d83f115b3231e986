import type { Assumptions } from '@/core/catalogue/assumptions';
import {
  afloat,
  aroundTheTank,
  grounded,
  hand,
  net,
  opening,
  floatBags,
  settleStep,
  noFlow,
  wait,
  type Setting,
} from './steps';
import { methodNames, mixIn, type MethodStep, type Recipe, type Vessel } from './vessel';

/** Ways that bring the water of the bag to that of the tank, by cups, drops or portions. */

const whole = (x: number): number => Math.max(1, Math.round(x));
const ml = (litres: number): string => (litres * 1000).toFixed(0);
const alone = 'Do not disturb the fish.';
/** There is no tank to go across to (W73). */
const stay = hand(
  'net',
  'Keep them in the lined box',
  'Count them against the label. Air stone on, cover on, half the water changed daily until a tank is ready.',
  2,
  'Mains and water: drip loop and residual-current device. A box full of water is heavy: do not carry it.',
);

export function cups(s: Setting): Recipe {
  const { bag, a, toTank } = s;
  const open = Math.min(15, toTank);
  const [rounds, each] = [whole(a.mixRounds), whole(a.cupsARound)];
  const every = Math.max(1, a.cupEveryMin);
  // A round is its cups, and one rest after the last of them.
  const start = (r: number): number => open + r * each * every + r * every;
  const events = Array.from({ length: rounds }, (_, r) => [
    ...(r === 0 ? [] : [{ atMin: start(r) - every, do: (v: Vessel): void => void (v.volumeL /= 2) }]),
    ...Array.from({ length: each }, (__, i) => ({
      atMin: start(r) + i * every,
      do: (v: Vessel, t: Vessel): void => mixIn(v, t, a.cupL),
    })),
  ]).flat();
  const cup = (n: number): MethodStep => ({
    ...hand(`cup${n}`, `Pour cup ${n}`, `A cup of ${ml(a.cupL)} mL of tank water, down the side.`, 1),
    litres: a.cupL,
  });
  const steps = Array.from({ length: rounds }, (_, r) => [
    ...(r === 0
      ? []
      : [
          hand(r === 1 ? 'pour' : `pour${r}`, 'Pour off half', 'Into a bucket, through a net. Never into the tank.', 1),
        ]),
    ...Array.from({ length: each }, (__, i) => {
      const n = r * each + i + 1;
      const last = i === each - 1;
      const until = !last ? `Until cup ${n + 1}` : r < rounds - 1 ? 'Until pouring off' : 'Until netting';
      return [cup(n), wait(`rest${n}`, until, alone, last ? every : every - 1)];
    }).flat(),
  ]).flat();
  return {
    id: 'cups',
    name: methodNames.cups,
    openAtMin: open,
    transferAtMin: start(rounds) - every,
    degasPerH: a.degasStirredPerH,
    aerationPerH: a.aerationStirredPerH,
    warming: null,
    inflow: noFlow,
    handsMin: (a.cupsHandsMin * (rounds * each + rounds - 1)) / 9,
    ...afloat(s),
    events,
    steps: aroundTheTank(s, rounds * each * a.cupL, [
      floatBags,
      settleStep(open),
      opening(bag, 'Open and clip the bag', 'Roll the edge down so it floats open.', 1),
      ...steps,
      net(),
    ]),
  };
}

/** How so many litres a minute are let in by a person: by a valve, by several, or by hand. */
export function dripWords(
  litresPerMin: number,
  a: Pick<Assumptions, 'dropsPerMl' | 'dropsPerSMost' | 'dripLinesMost'>,
): string {
  const drops = (litresPerMin * 1000 * a.dropsPerMl) / 60;
  const lines = Math.ceil(drops / a.dropsPerSMost);
  const cup = `100 mL in ${Math.round(6 / litresPerMin)} s`;
  if (lines <= 1) return `${drops.toFixed(1)} drops a second: tap with each drop, or fill a cup: ${cup}.`;
  if (lines <= a.dripLinesMost)
    return `${lines} lines, each ${(drops / lines).toFixed(1)} drops a second; together they fill ${cup}.`;
  return `Too fast for a drip: pour ${ml(litresPerMin)} mL every minute, down the side.`;
}

/** Whether the vessel beside the tank can hold so much. */
const holds = (a: Pick<Assumptions, 'vesselL' | 'vesselFilledShare'>, litres: number): boolean =>
  litres <= a.vesselL * a.vesselFilledShare;

/** What stands under the drip, and what becomes of what is too much. */
function vesselWords(waterL: number, a: Pick<Assumptions, 'vesselL' | 'vesselRunsOver' | 'vesselFilledShare'>): string {
  if (a.vesselRunsOver > 0) return 'Stand it in a second container to catch the overflow.';
  if (!holds(a, 2 * waterL))
    return `Doubled it would be ${(2 * waterL).toFixed(0)} L, more than ${a.vesselL.toFixed(0)} L hold. Stand it in a second container to catch the overflow.`;
  return `Low bucket of ${((2 * waterL) / a.vesselFilledShare).toFixed(1)} L or more.`;
}

export function drip(s: Setting): Recipe {
  const { bag, a, toTank } = s;
  // Film stands in paper beside the tank instead of floating; the bucket then warms or cools the water.
  const stands = grounded(s) !== null;
  const open = stands ? 1 : Math.min(15, toTank);
  const rounds = whole(a.mixRounds);
  const half = Math.max(4, Math.round(a.doubleMin / 2) * 2);
  const rate = bag.waterL / half;
  const over = a.vesselRunsOver > 0 || !holds(a, 2 * bag.waterL);
  const part = (r: number): MethodStep[] => {
    const until = over ? 'Let it overflow' : r === 0 ? 'Drip until doubled' : 'Drip until doubled again';
    const so = `${ml(rate)} mL a minute.`;
    return [
      ...(r === 0 || over
        ? []
        : [hand(r === 1 ? 'pour' : `pour${r}`, 'Pour off half', 'Through a net. Never into the tank.', 1)]),
      wait(`drip${r + 1}`, until, so, half / 2),
      hand(`look${r + 1}`, 'Check the drip', `Drips slow down over time. ${dripWords(rate, a)}`, 1),
      wait(`drip${r + 1}b`, until, so, half / 2),
    ];
  };
  return {
    id: 'drip',
    name: methodNames.drip,
    openAtMin: open,
    transferAtMin: open + rounds * half,
    degasPerH: a.degasStirredPerH,
    aerationPerH: a.aerationStirredPerH,
    warming: null,
    handsMin: (a.dripHandsMin * (rounds + 1)) / 3,
    exchange: { closed: stands ? 0 : 1, open: a.bucketShare },
    matchesSalinity: false,
    refused: holds(a, bag.waterL)
      ? null
      : `The bag holds ${bag.waterL.toFixed(0)} L: no bucket of ${a.vesselL.toFixed(0)} L is large enough.`,
    runsOver: over,
    inflow: (m) => (m >= open ? rate : 0),
    events: over
      ? []
      : Array.from({ length: rounds - 1 }, (_, r) => ({
          atMin: open + (r + 1) * half,
          do: (v: Vessel): void => void (v.volumeL /= 2),
        })),
    steps: aroundTheTank(s, rounds * bag.waterL, [
      ...(stands ? [] : [floatBags, settleStep(open)]),
      opening(
        bag,
        'Open, pour into a bucket',
        `${vesselWords(bag.waterL, a)} Cover it; on a cold floor add a small heater. Start the siphon.`,
        3,
        'Start the siphon with a pump bulb or by filling the hose, never by mouth. Use a heater only fully under water.',
      ),
      hand('rate', 'Set the drip', dripWords(rate, a), 1),
      ...Array.from({ length: rounds }, (_, r) => part(r)).flat(),
      s.tank.inBox ? stay : net(),
    ]),
  };
}

export function degas(s: Setting): Recipe {
  const { bag, tank, a } = s;
  const parts = [0.1, 0.15, 0.25, 0.5] as const;
  return {
    id: 'degas',
    name: methodNames.degas,
    openAtMin: 1,
    transferAtMin: 26,
    degasPerH: a.degasAirStonePerH,
    aerationPerH: a.aerationAirStonePerH,
    warming: null,
    inflow: noFlow,
    handsMin: a.degasHandsMin,
    ...afloat(s),
    ...(tank.inBox ? { exchange: { closed: 0, open: a.bucketShare }, refused: null } : {}),
    ...(a.airStoneAtHand > 0 ? {} : { refused: 'You have no air stone.' }),
    events: parts.map((share, i) => ({ atMin: 1 + 6 * i, do: (v, t) => mixIn(v, t, share * bag.waterL) })),
    steps: aroundTheTank(s, bag.waterL, [
      opening(
        bag,
        tank.inBox ? 'Pour them into the lined box; air stone in' : 'Open; air stone in',
        tank.inBox
          ? 'Sound liner in the foam box, packs out, gentle bubbles, lid slightly open.'
          : 'Hang the open bag in the tank; a gentle stream of bubbles.',
        2,
        'Mains and water: drip loop and residual-current device; pump above the water.',
      ),
      ...parts.flatMap((share, i) => [
        {
          ...hand(
            `add${i + 1}`,
            `Add ${(share * bag.waterL).toFixed(2)} L of tank water`,
            'Down the side of the bag.',
            1,
          ),
          litres: share * bag.waterL,
        },
        wait(`rest${i + 1}`, i < 3 ? 'Until the next addition' : 'Until release', alone, 5),
      ]),
      tank.inBox
        ? stay
        : hand('net', 'Tip the bag gently', 'First pour most water off through a net. No bag water into the tank.', 2),
    ]),
  };
}

/** What is poured off before new oxygen comes in, and the rest in new water and oxygen, min (common practice †). */
const POURED_OFF = 0.8;
const REST_MIN = 30;
/** By then it is closed under oxygen again. */
const CLOSED_AT_MIN = 4;

/** The farm's way with a bag that was on the road for long: most water off, tank water and oxygen in at once, a rest, then across. */
export function regas(s: Setting): Recipe {
  const { bag, a } = s;
  const across = CLOSED_AT_MIN + REST_MIN + 1;
  return {
    id: 'regas',
    name: methodNames.regas,
    openAtMin: 1,
    transferAtMin: across,
    degasPerH: a.degasStirredPerH,
    aerationPerH: a.aerationStirredPerH,
    closedAgain: { fromMin: CLOSED_AT_MIN, toMin: CLOSED_AT_MIN + REST_MIN },
    rescue: true,
    warming: null,
    inflow: noFlow,
    handsMin: a.regasHandsMin,
    ...afloat(s),
    ...(a.oxygenAtHand > 0 ? {} : { refused: 'You have no oxygen.' }),
    events: [
      { atMin: 2, do: (v) => void (v.volumeL *= 1 - POURED_OFF) },
      { atMin: 2, do: (v, t) => mixIn(v, t, POURED_OFF * bag.waterL) },
    ],
    steps: aroundTheTank(s, POURED_OFF * bag.waterL, [
      opening(bag, 'Open; pour most water off', `${(POURED_OFF * bag.waterL).toFixed(1)} L, through a net.`, 1),
      {
        ...hand('water', `Add ${(POURED_OFF * bag.waterL).toFixed(1)} L of tank water`, 'Gently, down the side.', 1),
        litres: POURED_OFF * bag.waterL,
      },
      hand(
        'oxygen',
        'Oxygen in at once, close',
        'Same share of oxygen as before.',
        2,
        'Oxygen: no flame, no grease, cylinder chained upright, valve opened slowly. Follow local rules.',
      ),
      wait('rest', 'Rest afloat', 'In shade. They calm down.', REST_MIN),
      hand('open2', 'Open again', 'Out at once.', 1),
      net(),
    ]),
  };
}
