import type { WaterQuantity } from '@/core/measurement/quantities';
import type { ToleranceClass } from '@/core/fish/tolerance';
import type { Closure } from '@/core/catalogue/making';
import type { AmmoniaJudge } from '@/core/water/criteria';

/** The bag as it is opened: measured where measured, computed where not. */
export interface OpenedBag {
  waterL: number;
  tempC: number;
  pH: number;
  alkalinityMeqL: number;
  tanMgNL: number;
  salinity: number;
  ghDgh: number;
  /** Breather film is never floated. */
  breather?: boolean;
  /** Free surface as the bag stands open, m², dissolved oxygen, and what the animals take and give; still water and nobody where absent. */
  surfaceM2?: number;
  oxygenMgL?: number;
  animals?: {
    /** Oxygen use at the bag's temperature, mol/h, where there is plenty. */
    useMolH: number;
    /** mol N given for a mol of oxygen. */
    ammoniaPerOxygen: number;
  };
  judge?: AmmoniaJudge;
  tolerance?: ToleranceClass;
  /** How it is closed; by bands where absent. */
  closure?: Closure;
  /** Copper is in its water, or nobody knows that none is. */
  copper?: boolean;
}

export interface TankWater {
  tempC: number;
  pH: number;
  khDkh: number;
  salinity: number;
  ghDgh: number;
  volumeL?: number;
  /** Tanks that they end in, where the water that is mixed in is half of each. */
  ends?: TankWater[];
  /** Fish already live in it: the tank cannot be matched to the bag. */
  residents?: boolean;
  /** There is no tank yet: they are diluted and aerated in the lined box, with water made ready beside it. */
  inBox?: boolean;
}

export const methodIds = [
  'float-transfer',
  'cups',
  'drip',
  'scoop',
  'degas',
  'pinhole',
  'staged',
  'regas',
  'straight',
] as const;
export type MethodId = (typeof methodIds)[number];

export const methodNames: Readonly<Record<MethodId, string>> = {
  'float-transfer': 'Float, then net',
  cups: 'Cups of tank water',
  drip: 'Slow drip',
  scoop: 'Binder, then scoop',
  degas: 'Air stone and dilute',
  pinhole: 'Match the tank, then net',
  staged: 'Warm in stages, then net',
  regas: 'New water and oxygen, then net',
  straight: 'Direct transfer',
};

/** What a person does and waits for. Timers run by themselves; hands need a press. */
export interface MethodStep {
  key: string;
  kind: 'wait' | 'hands';
  title: string;
  detail: string;
  minutes: number;
  caution?: string;
  /** What is poured, let in or put back, L; salt that is dissolved, g: where a step is about so much. */
  litres?: number;
  grams?: number;
}

/** One well mixed vessel: L, °C, mol/L, salinity, °dGH. */
export interface Vessel {
  volumeL: number;
  tempC: number;
  alkalinity: number;
  dic: number;
  tan: number;
  oxygen: number;
  salinity: number;
  gh: number;
}

/** Something done at a minute; `do` changes the vessel. */
interface Doing {
  atMin: number;
  do: (v: Vessel, tank: Vessel) => void;
}

export interface Recipe {
  id: MethodId;
  name: string;
  steps: MethodStep[];
  openAtMin: number;
  transferAtMin: number;
  /** CO2 leaves the open water at this rate, 1/h. */
  degasPerH: number;
  /** Oxygen follows the air at this rate, 1/h; through the free surface alone where null. */
  aerationPerH: number | null;
  /** The closed bag warms this fast, °C/h, until it floats at the minute given; it floats from the start where null. */
  warming: { cPerH: number; floatAtMin: number } | null;
  events: Doing[];
  /** Closed once more under oxygen, from and to these minutes. */
  closedAgain?: { fromMin: number; toMin: number };
  /** It buys time for bags that must wait, and is no way into a tank that anybody would be advised. */
  rescue?: boolean;
  /** As much runs over as comes in: the vessel holds what it held. */
  runsOver?: boolean;
  /** Litres of tank water a minute while dripping. */
  inflow: (minute: number) => number;
  handsMin: number;
  /** Heat exchanged with the tank, as a share of a bag afloat, before and after opening. */
  exchange: { closed: number; open: number };
  /** The quarantine tank is brought to the bag's salinity first. */
  matchesSalinity: boolean;
  /** Why it cannot be used here; null when it can. */
  refused: string | null;
}

/** What was read of the water round the animals so many minutes after a course began. */
export interface ReadSince {
  minute: number;
  figures: Partial<Record<WaterQuantity, number>>;
}

/** One round more at the end: half is poured off, and so many minutes long the vessel is filled again. */
export function oneMoreRound(recipe: Recipe, minutes: number): Recipe {
  const from = recipe.transferAtMin;
  let litresAMin = 0;
  const pour = {
    atMin: from,
    do: (v: Vessel): void => {
      v.volumeL /= 2;
      litresAMin = v.volumeL / minutes;
    },
  };
  const inflow = (minute: number): number => (minute >= from - 1e-9 ? litresAMin : recipe.inflow(minute));
  return { ...recipe, transferAtMin: from + minutes, events: [...recipe.events, pour], inflow };
}

/** Minutes that a bag really warmed in the room and floated before it was opened. */
export interface Floated {
  warmedMin: number;
  floatedMin: number;
}

/** A way whose bags were opened sooner than it says: everything after the opening comes sooner by as much. */
export function cutShort(recipe: Recipe, { warmedMin, floatedMin }: Floated): Recipe {
  const floatAtMin = Math.min(recipe.warming?.floatAtMin ?? 0, warmedMin);
  const float = Math.min(recipe.openAtMin - (recipe.warming?.floatAtMin ?? 0), floatedMin);
  const sooner = recipe.openAtMin - floatAtMin - float;
  if (sooner <= 0) return recipe;
  const { closedAgain } = recipe;
  return {
    ...recipe,
    openAtMin: recipe.openAtMin - sooner,
    transferAtMin: recipe.transferAtMin - sooner,
    events: recipe.events.map((e) => ({ ...e, atMin: e.atMin - sooner })),
    inflow: (minute) => recipe.inflow(minute + sooner),
    warming: recipe.warming && { ...recipe.warming, floatAtMin },
    ...(closedAgain
      ? { closedAgain: { fromMin: closedAgain.fromMin - sooner, toMin: closedAgain.toMin - sooner } }
      : {}),
  };
}

export const mixIn = (v: Vessel, tank: Vessel, litres: number): void => {
  const share = litres / (v.volumeL + litres);
  for (const key of ['tempC', 'alkalinity', 'dic', 'tan', 'oxygen', 'salinity', 'gh'] as const)
    v[key] += share * (tank[key] - v[key]);
  v.volumeL += litres;
};
