import { floatMinutes } from '@/core/heat/float';
import {
  NO_TANK,
  afloat,
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
import { SALT_G_PER_L } from './meeting';
import { methodNames, type OpenedBag, type Recipe, type TankWater } from './vessel';

/** Ways that leave the water of the bag at once: the fish go across, the water does not. */

export function transfer(s: Setting): Recipe {
  const { bag, a, toTank } = s;
  return {
    id: 'float-transfer',
    name: methodNames['float-transfer'],
    openAtMin: toTank,
    transferAtMin: toTank + 2,
    degasPerH: a.degasLeftAlonePerH,
    aerationPerH: null,
    warming: null,
    events: [],
    inflow: noFlow,
    handsMin: a.floatTransferHandsMin,
    ...afloat(s),
    steps: [floatBags, settleStep(toTank), opening(bag, 'Open the bag', 'Out at once.', 1), net()],
  };
}

export function scoop({ bag, tank, a, film, toTank }: Setting): Recipe {
  const scoopOpen = film ? 1 : toTank;
  return {
    id: 'scoop',
    name: methodNames.scoop,
    openAtMin: scoopOpen,
    transferAtMin: scoopOpen + 5,
    degasPerH: a.degasStirredPerH,
    aerationPerH: a.aerationStirredPerH,
    warming: null,
    inflow: noFlow,
    handsMin: a.scoopHandsMin,
    exchange: { closed: film ? 0 : 1, open: a.bucketShare },
    matchesSalinity: false,
    refused: tank.inBox
      ? NO_TANK
      : bag.copper
        ? 'Copper may be in this water: a reducing binder turns it toxic.'
        : a.binderAtHand > 0
          ? null
          : 'You have no ammonia binder.',
    events: [{ atMin: scoopOpen, do: (v) => void (v.tan *= 1 - a.openingBinderShare) }],
    steps: [
      ...(film ? [] : [floatBags, settleStep(scoopOpen)]),
      opening(
        bag,
        'Open; binder in',
        'Ammonia binder at the detoxifying dose of its label, four to five times normal.',
        2,
        'Gloves; keep from children. No reducing binder if copper of unknown type is in the water.',
      ),
      hand('pour', 'Pour into a low container', 'Fish and water together, gently. Guide them with a dim torch.', 2),
      hand('net', 'Scoop the fish across', 'Keep the net low: water draining over them harms. Count them.', 3),
      hand('empty', 'Empty the container', 'Before the next bag: never mix water from two bags.', 1),
    ],
  };
}

export function pinhole(s: Setting): Recipe {
  const { bag, tank, a, toTank } = s;
  const far = Math.abs(bag.salinity - tank.salinity) >= a.sameSalinity;
  return {
    id: 'pinhole',
    name: methodNames.pinhole,
    openAtMin: toTank,
    transferAtMin: toTank + 2,
    degasPerH: a.degasLeftAlonePerH,
    aerationPerH: null,
    warming: null,
    inflow: noFlow,
    handsMin: a.pinholeHandsMin,
    ...afloat(s),
    matchesSalinity: true,
    refused: grounded(s)
      ? grounded(s)
      : tank.residents
        ? 'Fish are already in this tank; its water cannot be matched to the bag.'
        : !far
          ? 'Bag and tank have the same salinity. Nothing to match.'
          : a.refractometerAtHand > 0
            ? null
            : 'No refractometer: salinity must be measured to match it.',
    events: [],
    steps: [
      hand('sample', 'Sample through a pinhole', 'Measure salinity, seal the hole with tape.', 3),
      {
        ...hand('match', `Bring the quarantine tank to ${bag.salinity.toFixed(0)}`, matchingWords(bag, tank), 20),
        ...matching(bag, tank),
      },
      floatBags,
      settleStep(toTank),
      opening(bag, 'Open the bag', 'Out at once.', 1),
      net(),
    ],
  };
}

/** What brings a tank to a bag's salinity: litres of fresh water in place of its own, or grams of salt; nothing where its volume is not known. */
function matching(bag: OpenedBag, { volumeL, salinity }: TankWater): { litres?: number; grams?: number } {
  if (!volumeL) return {};
  return bag.salinity < salinity
    ? { litres: volumeL * (1 - bag.salinity / salinity) }
    : { grams: (bag.salinity - salinity) * SALT_G_PER_L * volumeL };
}

function matchingWords(bag: OpenedBag, tank: TankWater): string {
  const end = 'Automatic top-off off; measure after ten minutes.';
  const { litres, grams } = matching(bag, tank);
  if (litres !== undefined)
    return `Take out ${litres.toFixed(0)} of its ${tank.volumeL!.toFixed(0)} L and replace with fresh water. ${end}`;
  return grams === undefined
    ? `With matched water mixed ahead. ${end}`
    : `Dissolve ${grams.toFixed(0)} g of sea salt in tank water and add it slowly. ${end}`;
}

/** Salinity goes back by so much a day at most, by small changes of water (common practice †). */
export const BACK_A_DAY = 2;

export interface BackStep {
  day: number;
  to: number;
  words: string;
}

/** How a tank that was matched to its bag goes back to its own salinity, a step a day, in litres of a tank of so many litres. */
export function backOverDays(from: number, to: number, volumeL: number): BackStep[] {
  if (!(volumeL > 0)) throw new RangeError('The tank must hold more than 0 L.');
  const days = Math.ceil(Math.abs(to - from) / BACK_A_DAY - 1e-9);
  const step = (to - from) / Math.max(1, days);
  return Array.from({ length: days }, (_, i): BackStep => {
    const was = from + step * i;
    const is = was + step;
    const words =
      step > 0
        ? `${(step * SALT_G_PER_L * volumeL).toFixed(0)} g of sea salt, dissolved first, in small portions`
        : `${(volumeL * (1 - is / was)).toFixed(1)} L out, same amount of fresh water in, in small portions`;
    return { day: i + 1, to: is, words: `From ${was.toFixed(1)} to ${is.toFixed(1)}: ${words}.` };
  });
}

/** More than this under the tank, a bag is chilled: it is offered to warm in stages. */
const CHILLED_C = 5;
/** Floating closes what is left, °C. */
const FLOATED_FROM_C = 2;

export function staged(s: Setting): Recipe {
  const { bag, tank, a } = s;
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
    inflow: noFlow,
    handsMin: a.stagedHandsMin,
    ...afloat(s),
    refused: grounded(s)
      ? grounded(s)
      : gap > CHILLED_C
        ? null
        : `The bag is not more than ${CHILLED_C} °C colder than the tank.`,
    events: [],
    steps: [
      hand('room', 'Stand the box open in the room', 'Bags closed, lid off; out of the sun, away from the heater.', 2),
      wait(
        'warm',
        'Let it warm',
        `At most ${cPerH} °C an hour: check now and then; put the lid on if it warms faster.`,
        Math.round(room),
      ),
      floatBags,
      settleStep(float),
      opening(bag, 'Open the bag', 'Out at once.', 1),
      net(),
    ],
  };
}

export function straight({ bag, tank, a }: Setting): Recipe {
  return {
    id: 'straight',
    name: methodNames.straight,
    openAtMin: 0,
    transferAtMin: 2,
    degasPerH: a.degasLeftAlonePerH,
    aerationPerH: null,
    warming: null,
    inflow: noFlow,
    handsMin: a.straightHandsMin,
    exchange: { closed: 0, open: 0 },
    matchesSalinity: false,
    refused: tank.inBox ? NO_TANK : null,
    events: [],
    steps: [opening(bag, 'Open the bag', 'No floating, no mixing: hardy species only.', 1), net()],
  };
}
