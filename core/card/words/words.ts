import type { Handling } from '@/core/acclimation/release';
import type { MethodId, MethodStep } from '@/core/acclimation/vessel';
import type { Closure } from '@/core/catalogue/making';
import type { BagFigure } from '@/core/measurement/quantities';
import type { Path, SignId } from '@/core/consignment/signs';

/** What a step is told with; litres, grams and rates as they are printed. */
interface StepFacts {
  method: MethodId;
  /** The number in its key: which cup, which addition. */
  n: number;
  ml: string;
  litres: string;
  grams: string;
  mlPerMin: string;
  /** Drops a second; empty where it comes faster than drops. */
  drops: string;
  salinity: string;
  cPerH: string;
  tank: string;
  count: number;
  sea: boolean;
  closure: Closure;
  handling: Handling[];
  jumpers: boolean;
}

/** Title, what to do, and the caution where hands or animals could be hurt. */
export type StepText = readonly [title: string, detail?: string, caution?: string];

export const stepKeys = [
  'place',
  'float',
  'open',
  'openAgain',
  'net',
  'level',
  'refill',
  'cup',
  'rest',
  'pour',
  'rate',
  'drip',
  'look',
  'add',
  'sample',
  'match',
  'room',
  'warm',
  'water',
  'oxygen',
  'empty',
  'dim',
  'ready',
  'dip',
  'after',
] as const;
export type StepKey = (typeof stepKeys)[number];

/** The kind of a step, by its key: "cup3" is a cup, "drip1b" a drip. */
export function stepKey(step: Pick<MethodStep, 'key'>): { key: StepKey; n: number } {
  const bare = step.key.replace(/\+\d+$/, '');
  if (bare === 'open2') return { key: 'openAgain', n: 1 };
  const m = /^([a-z]+)(\d*)b?$/.exec(bare);
  return { key: m![1] as StepKey, n: Number(m![2] ?? '') || 1 };
}

/** Everything that the card says beside what the papers say already, in one language. */
export interface CardWords {
  /** The words of the steps; English has them from the steps themselves. */
  steps: Record<StepKey, (f: StepFacts) => StepText> | null;
  signs: Record<SignId, string>;
  /** What a sign means for the hands; the keys are the signs that ask for it. */
  so: Partial<Record<SignId, string>>;
  figures: Record<BagFigure | 'ghDgh', string>;
  paths: Record<Exclude<Path, 'usual'>, string>;
  /** Looks after the release: half an hour, the evening, two days. */
  looks: readonly [string, string, string];
  box: {
    air: string;
    title: string;
    here: string;
    since: (clock: string) => string;
    slip: string;
    earlier: string;
    ask: string;
  };
  film: {
    packed: string;
    title: string;
    hint: string;
    label: (n: number) => string;
    computed: (tempC: string, pH: string) => string;
    measure: string;
    note: string;
    photo: string;
    photos: (n: number) => string;
    full: string;
    noPicture: string;
  };
  ask: {
    number: string;
    between: (min: number, max: number) => string;
    odd: (what: string, value: string) => string;
    sum: (counted: number, label: number) => string;
    isSo: string;
  };
  tank: { title: (name: string) => string; hint: string; guessed: string };
  ways: {
    title: string;
    simplest: string;
    either: string;
    least: (way: string) => string;
    start: string;
    others: string;
    hands: (minutes: string) => string;
    ammonia: string;
    phStep: string;
    until: string;
    minutes: (n: string) => string;
    contradiction: string;
    stops: {
      sea: (tank: string) => string;
      fresh: (tank: string) => string;
      cold: (tank: string, tempC: string, limit: string) => string;
      warm: (tank: string, tempC: string, limit: string) => string;
      ammonia: (tank: string, tan: string, limit: string) => string;
      nitrite: (tank: string, mg: string, limit: string) => string;
      because: string;
    };
  };
  run: {
    title: string;
    done: (what: string) => string;
    skip: string;
    then: (what: string) => string;
    pause: string;
    goOn: string;
    back: string;
    stop: string;
    stopSure: string;
    round: string;
    waits: string;
    waited: (minutes: number) => string;
    now: (tempC: string, pH: string) => string;
    again: string;
    readAt: (clock: string) => string;
    notNear: (tempC: string, pH: string) => string;
    enough: string;
    across: string;
    soundOn: string;
    soundOff: string;
    lightsDown: string;
    lightsUp: string;
  };
  end: {
    title: string;
    left: (bags: string) => string;
    all: string;
    finish: string;
    finished: (clock: string) => string;
    remarks: string;
    hours: (h: string) => string;
    save: string;
    share: string;
    codes: string;
    codeOf: (n: number, of: number) => string;
    hold: string;
    copy: string;
    copied: string;
    why: string;
    claim: (hours: number) => string;
    looks: string;
  };
  page: {
    /** When the bags were shut, and when the box is expected. */
    shut: (clock: string) => string;
    expected: (clock: string) => string;
    keeps: string;
    loses: string;
    clear: string;
    clearSure: string;
    language: string;
    noneAlive: string;
    mains: string;
  };
}
