import type { MethodId } from '@/core/acclimation/vessel';

/** What a method's steps are told with. Minutes from the first step, mL, °C. */
export interface MethodFigures {
  openMin: number;
  transferMin: number;
  /** Minutes the closed bag floats. */
  floatMin: number;
  /** Minutes it stands in the room before that. */
  roomMin: number;
  cupMl: number;
  /** From cup to cup, and cups in a round; half is poured off between rounds. */
  everyMin: number;
  cups: number;
  rounds: number;
  /** Until the drip has doubled the water. */
  doubleMin: number;
  mlPerMin: number;
  /** Empty where it comes faster than drops. */
  dropsPerS: string;
  salinity: string;
  /** Film that breathes never floats. */
  film: boolean;
}

/** What is done between two rounds, as often as there is another. */
export const again = (f: MethodFigures, words: string): string[] =>
  Array.from({ length: Math.max(0, f.rounds - 1) }, () => words);

/** What the opener of a bag must know first. */
export type HeedKey = 'asleep' | 'still' | 'dyed' | 'breathes' | 'lies' | 'soft';

/** The texts of every paper that goes to a receiver, in one language. Figures come in as they are printed. */
export interface Words {
  /** BCP 47, for dates. */
  tag: string;
  name: string;
  bagOf: (n: number, of: number) => string;
  boxOf: (n: number, of: number) => string;
  keepAt: (min: number, max: number) => string;
  water: string;
  oxygen: string;
  air: string;
  noGas: string;
  layers: (n: number) => string;
  fromTank: (tank: string) => string;
  sexes: Record<'male' | 'female' | 'pair' | 'mixed', string>;
  inTheWater: string;
  openBefore: (town: string) => string;
  whenItArrives: string;
  arrival: { dim: string; shut: string; noFloat: string; byCard: string };
  heed: Record<HeedKey, string>;
  from: string;
  to: string;
  phone: string;
  liveFish: string;
  thisWayUp: string;
  keepWarmth: string;
  outOfSun: string;
  keepShut: string;
  urgent: string;
  /** Stamped over every paper of what was cancelled. */
  cancelled: string;
  hold: string;
  collect: string;
  toTheDoor: string;
  late: string;
  safeUntil: string;
  card: {
    title: string;
    bags: (list: string) => string;
    expected: string;
    yours: string;
    temperature: string;
    salinity: string;
    guess: string;
    recommended: string;
    other: string;
    openAt: (min: number) => string;
    acrossAt: (min: number) => string;
    exposure: (criterionMin: string, step: string) => string;
    doNotTitle: string;
    doNot: string[];
    call: string;
    measuring: string;
    vet: string;
  };
  methods: Record<MethodId, { name: string; steps: (f: MethodFigures) => string[] }>;
  list: {
    title: string;
    thanks: string;
    what: string;
    count: string;
    price: string;
    sum: string;
    packing: string;
    freight: string;
    total: string;
    claimTitle: string;
    claim: (hours: number) => string[];
    companions: string;
    ownParcel: string;
    approval: string;
    insured: string;
  };
  /** To the receiver, while the box is on its way. */
  road: {
    collect: (code: string, place: string, by: string) => string;
    later: (code: string, expected: string, by: string) => string;
  };
}
