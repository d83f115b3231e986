import type { Assumptions } from '@/core/catalogue/assumptions';
import { floatMinutes } from '@/core/heat/float';
import {
  methodNames,
  mixIn,
  type MethodStep,
  type OpenedBag,
  type Recipe,
  type TankWater,
  type Vessel,
} from './vessel';

const hand = (key: string, title: string, detail: string, minutes: number, caution?: string): MethodStep => ({
  key,
  kind: 'hands',
  title,
  detail,
  minutes,
  ...(caution ? { caution } : {}),
});
const wait = (key: string, title: string, detail: string, minutes: number): MethodStep => ({
  key,
  kind: 'wait',
  title,
  detail,
  minutes,
});

const NEVER_FLOATED = 'Breather film is never floated: it must not touch water or other plastic.';

/** What the ways of opening share: the bag, the tank, the minutes until both are of one temperature. */
interface Setting {
  bag: OpenedBag;
  tank: TankWater;
  a: Assumptions;
  film: boolean;
  toTank: number;
}

const still = (): number => 0;
const afloat = (film: boolean): Pick<Recipe, 'exchange' | 'matchesSalinity' | 'refused'> => ({
  exchange: { closed: 1, open: 1 },
  matchesSalinity: false,
  refused: film ? NEVER_FLOATED : null,
});
const place = hand('place', 'Float the closed bags', 'In shade, lights off. Do not open yet.', 1);
const net = (key: string): MethodStep =>
  hand(
    key,
    'Net the fish across',
    'Count them against the label. No bag water goes into the tank.',
    2,
    'Cut tape only; no blade near the bag. Wet hands and mains do not meet: drip loops and a residual-current device.',
  );
const settle = (to: number): MethodStep =>
  wait('float', 'Float closed', 'The bag warms or cools through its film.', to);

function transfer({ a, film, toTank }: Setting): Recipe {
  return {
    id: 'float-transfer',
    name: methodNames['float-transfer'],
    openAtMin: toTank,
    transferAtMin: toTank + 2,
    degasPerH: a.degasLeftAlonePerH,
    aerationPerH: null,
    warming: null,
    events: [],
    inflow: still,
    handsMin: a.floatTransferHandsMin,
    ...afloat(film),
    steps: [place, settle(toTank), hand('open', 'Open the bag', 'Fish out at once.', 1), net('net')],
  };
}

function cups({ a, film, toTank }: Setting): Recipe {
  const cupsOpen = Math.min(15, toTank);
  const cupAt = [0, 5, 10, 15, 25, 30, 35, 40].map((m) => cupsOpen + m);
  const pourAt = cupsOpen + 20;
  return {
    id: 'cups',
    name: methodNames.cups,
    openAtMin: cupsOpen,
    transferAtMin: cupsOpen + 45,
    degasPerH: a.degasStirredPerH,
    aerationPerH: a.aerationStirredPerH,
    warming: null,
    inflow: still,
    handsMin: a.cupsHandsMin,
    ...afloat(film),
    events: [
      ...cupAt.map((atMin) => ({ atMin, do: (v: Vessel, t: Vessel): void => mixIn(v, t, a.cupL) })),
      { atMin: pourAt, do: (v: Vessel): void => void (v.volumeL /= 2) },
    ].sort((x, y) => x.atMin - y.atMin),
    steps: [
      place,
      settle(cupsOpen),
      hand('open', 'Open and clip the bag', 'Roll the edge down so that it floats open.', 1),
      ...[1, 2, 3, 4].flatMap((n) => [
        hand(
          `cup${n}`,
          `Pour cup ${n}`,
          `Half a cup (${(a.cupL * 1000).toFixed(0)} mL) of tank water, down the side.`,
          1,
        ),
        wait(`rest${n}`, `Until ${n < 4 ? `cup ${n + 1}` : 'pouring off'}`, 'Leave the fish alone.', 4),
      ]),
      hand('pour', 'Pour off half', 'Into a bucket, through a net. Never into the tank.', 1),
      ...[5, 6, 7, 8].flatMap((n) => [
        wait(`rest${n}`, `Until cup ${n}`, 'Leave the fish alone.', 4),
        hand(
          `cup${n}`,
          `Pour cup ${n}`,
          `Half a cup (${(a.cupL * 1000).toFixed(0)} mL) of tank water, down the side.`,
          1,
        ),
      ]),
      wait('rest9', 'Until netting', 'Leave the fish alone.', 5),
      net('net'),
    ],
  };
}

function drip({ bag, a, film, toTank }: Setting): Recipe {
  // Film stands in paper beside the tank instead of floating; the bucket then warms or cools the water.
  const dripOpen = film ? 1 : Math.min(15, toTank);
  const half = 30;
  const rate = bag.waterL / half;
  const drops = (rate * 1000 * a.dropsPerMl) / 60;
  return {
    id: 'drip',
    name: methodNames.drip,
    openAtMin: dripOpen,
    transferAtMin: dripOpen + 2 * half,
    degasPerH: a.degasStirredPerH,
    aerationPerH: a.aerationStirredPerH,
    warming: null,
    handsMin: a.dripHandsMin,
    exchange: { closed: film ? 0 : 1, open: a.bucketShare },
    matchesSalinity: false,
    refused: null,
    inflow: (m) => (m >= dripOpen ? rate : 0),
    events: [{ atMin: dripOpen + half, do: (v) => void (v.volumeL /= 2) }],
    steps: [
      ...(film ? [] : [place, settle(dripOpen)]),
      hand(
        'open',
        'Open, pour into a bucket',
        'Low bucket, covered, in the warm. Start the siphon.',
        3,
        'Start the siphon with a pump bulb or by filling the hose: never by mouth.',
      ),
      hand(
        'rate',
        'Set the drip',
        `${drops.toFixed(1)} drops a second double the water in ${half} minutes. Tap each drop to check.`,
        1,
      ),
      wait('drip1', 'Drip until doubled', `${(rate * 1000).toFixed(0)} mL a minute.`, half),
      hand('pour', 'Pour off half', 'Never into the tank.', 1),
      wait('drip2', 'Drip until doubled again', `${(rate * 1000).toFixed(0)} mL a minute.`, half),
      net('net'),
    ],
  };
}

function scoop({ a, film, toTank }: Setting): Recipe {
  const scoopOpen = film ? 1 : toTank;
  return {
    id: 'scoop',
    name: methodNames.scoop,
    openAtMin: scoopOpen,
    transferAtMin: scoopOpen + 5,
    degasPerH: a.degasStirredPerH,
    aerationPerH: a.aerationStirredPerH,
    warming: null,
    inflow: still,
    handsMin: a.scoopHandsMin,
    exchange: { closed: film ? 0 : 1, open: a.bucketShare },
    matchesSalinity: false,
    refused: null,
    events: [{ atMin: scoopOpen, do: (v) => void (v.tan *= 1 - a.openingBinderShare) }],
    steps: [
      ...(film ? [] : [place, settle(scoopOpen)]),
      hand(
        'binder',
        'Open; binder in',
        'A detoxifying dose of ammonia binder, four to five times the ordinary one, by its own label.',
        2,
        'Gloves, away from children. No reducing binder where copper of unknown kind is in the water.',
      ),
      hand('pour', 'Pour into a low container', 'Fish and water together, gently; a dim torch herds them.', 2),
      hand('net', 'Scoop the fish across', 'A column of water over fish in a net harms them: keep it low. Count.', 3),
    ],
  };
}

function degas({ bag, a, film }: Setting): Recipe {
  const parts = [0.1, 0.15, 0.25, 0.5] as const;
  return {
    id: 'degas',
    name: methodNames.degas,
    openAtMin: 1,
    transferAtMin: 26,
    degasPerH: a.degasAirStonePerH,
    aerationPerH: a.aerationAirStonePerH,
    warming: null,
    inflow: still,
    handsMin: a.degasHandsMin,
    ...afloat(film),
    events: parts.map((share, i) => ({ atMin: 1 + 6 * i, do: (v, t) => mixIn(v, t, share * bag.waterL) })),
    steps: [
      hand(
        'open',
        'Open; air stone in',
        'Hang the open bag in the tank; a gentle stream of bubbles.',
        2,
        'Mains and water: drip loop and a residual-current device; the pump stands above the water.',
      ),
      ...parts.flatMap((share, i) => [
        hand(`add${i + 1}`, `Add ${(share * bag.waterL).toFixed(2)} L of tank water`, 'Down the side of the bag.', 1),
        wait(`rest${i + 1}`, i < 3 ? 'Until the next addition' : 'Until release', 'Leave the fish alone.', 5),
      ]),
      hand(
        'net',
        'Tip the bag gently',
        'Most water poured off first through a net. No bag water goes into the tank.',
        2,
      ),
    ],
  };
}

function pinhole({ bag, tank, a, film, toTank }: Setting): Recipe {
  const far = Math.abs(bag.salinity - tank.salinity) >= a.sameSalinity;
  return {
    id: 'pinhole',
    name: methodNames.pinhole,
    openAtMin: toTank,
    transferAtMin: toTank + 2,
    degasPerH: a.degasLeftAlonePerH,
    aerationPerH: null,
    warming: null,
    inflow: still,
    handsMin: a.pinholeHandsMin,
    ...afloat(film),
    matchesSalinity: true,
    refused: film
      ? NEVER_FLOATED
      : tank.residents
        ? 'Fish already live in this tank: its water cannot be changed to the bag’s.'
        : far
          ? null
          : 'Bag and tank have the same salinity: there is nothing to match.',
    events: [],
    steps: [
      hand('sample', 'Sample through a pinhole', 'Measure salinity, seal the hole with tape.', 3),
      hand('match', `Bring the quarantine tank to ${bag.salinity.toFixed(0)}`, matchingWords(bag, tank), 20),
      place,
      settle(toTank),
      hand('open', 'Open the bag', 'Fish out at once.', 1),
      net('net'),
      hand('days', 'Salinity back over days', 'A step of 2 a day at most, by small changes.', 3),
    ],
  };
}

/** How a tank is brought to a bag's salinity, in litres where its volume is known. */
function matchingWords(bag: OpenedBag, tank: TankWater): string {
  const end = 'With matched water mixed beforehand; automatic top-off off.';
  if (!tank.volumeL || bag.salinity >= tank.salinity) return end;
  const litres = tank.volumeL * (1 - bag.salinity / tank.salinity);
  return `Take out ${litres.toFixed(0)} of its ${tank.volumeL.toFixed(0)} L and put in as much fresh water. ${end}`;
}

/** More than this under the tank, a bag is chilled: it is offered to warm in stages. */
const CHILLED_C = 5;
/** Floating closes what is left, °C. */
const FLOATED_FROM_C = 2;

function staged({ bag, tank, a, film }: Setting): Recipe {
  const gap = tank.tempC - bag.tempC;
  const cPerH = a[`${bag.tolerance ?? 'delicate'}WarmingCPerH`];
  const room = Math.max(0, ((gap - FLOATED_FROM_C) / cPerH) * 60);
  const float = Math.max(
    5,
    Math.ceil(floatMinutes(bag.waterL, tank.tempC - FLOATED_FROM_C, tank.tempC, a, a.floatedToC)),
  );
  return {
    id: 'staged',
    name: methodNames.staged,
    openAtMin: Math.round(room) + float,
    transferAtMin: Math.round(room) + float + 2,
    degasPerH: a.degasLeftAlonePerH,
    aerationPerH: null,
    warming: { cPerH, floatAtMin: Math.round(room) },
    inflow: still,
    handsMin: a.stagedHandsMin,
    ...afloat(film),
    refused: film
      ? NEVER_FLOATED
      : gap > CHILLED_C
        ? null
        : `The bag is not more than ${CHILLED_C} °C colder than the tank.`,
    events: [],
    steps: [
      hand('room', 'Stand the box open in the room', 'Bags closed, lid off; out of the sun, away from the heater.', 2),
      wait(
        'warm',
        'Let it warm',
        `At most ${cPerH} °C an hour: look now and then, and put the lid back if it goes faster.`,
        Math.round(room),
      ),
      place,
      settle(float),
      hand('open', 'Open the bag', 'Fish out at once.', 1),
      net('net'),
    ],
  };
}

function straight({ a }: Setting): Recipe {
  return {
    id: 'straight',
    name: methodNames.straight,
    openAtMin: 0,
    transferAtMin: 2,
    degasPerH: a.degasLeftAlonePerH,
    aerationPerH: null,
    warming: null,
    inflow: still,
    handsMin: a.straightHandsMin,
    exchange: { closed: 0, open: 0 },
    matchesSalinity: false,
    refused: null,
    events: [],
    steps: [hand('open', 'Open the bag', 'No floating, no mixing: hardy species only.', 1), net('net')],
  };
}

/**
 * Every way of opening that people use, as steps and as what it does to the water (common practice). Float time
 * follows from the bag's size. Hands-on minutes are † ours, counted from the steps.
 */
export function recipes(bag: OpenedBag, tank: TankWater, a: Assumptions): Recipe[] {
  const toTank = Math.max(5, Math.ceil(floatMinutes(bag.waterL, bag.tempC, tank.tempC, a, a.floatedToC)));
  const setting = { bag, tank, a, film: bag.breather === true, toTank };
  return [transfer, cups, drip, scoop, degas, pinhole, staged, straight].map((way) => way(setting));
}
