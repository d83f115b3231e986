import { holds, type BagContents } from '@/core/bag/simulate';
import type { BagLimits } from '@/core/bag/slack';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Species } from '@/core/catalogue/schema';
import { climatesAsPlanned, type Climate } from '@/core/weather/ambient';
import { outdoors } from '@/core/weather/place-air';
import { LEG_SLOTS, type VariateSet } from './random-variates';
import type { Prepared, PreparedBag, PreparedBox } from './prepare';

/** The climates of the legs as this draw has them; out of doors is out of doors. */
export const climatesOf = ({ legs, a }: Pick<Prepared, 'legs' | 'a'>, d: VariateSet): Climate[] =>
  climatesAsPlanned(legs, a).map((k, i) => {
    const s = i % LEG_SLOTS;
    if (!outdoors(legs[i]!.kind)) k.warmerC = a.placeSigmaC * d.places[s]!;
    k.sunTimes = Math.exp(a.placeSunSigma * d.sun[s]!);
    return k;
  });

/** Kept water is no more acid and no more alkaline than this. */
const GUESSED_PH = [5.5, 8.8] as const;

/** A bag with its water as this draw has it: where nobody measured it, another each time. */
export function filledAs(
  { contents, unsure }: PreparedBag,
  d: VariateSet,
  startC: number,
  a: Assumptions,
): BagContents {
  if (!unsure) return contents;
  const drawn = {
    ...contents,
    pH: Math.min(GUESSED_PH[1], Math.max(GUESSED_PH[0], contents.pH + unsure.pH * d.water[0]!)),
    alkalinityMeqL: contents.alkalinityMeqL * Math.exp(unsure.logKh * d.water[1]!),
  };
  return holds(drawn, startC, a) ? drawn : contents;
}

/** How far a 24 h limit of a species lies from its figure, °C: observed, or by the rule. */
const limitSigmaC = ({ temp }: Pick<Species, 'temp'>, side: 'cold' | 'warm', a: Assumptions): number =>
  temp.observed === side || temp.observed === 'both' ? a.observedLimitSigmaC : a.ruleLimitSigmaC;

/** The 24 h limits of every bag as this draw has them, written into `limits`; `places` of its species among the numbers. */
export function drawLimits(
  limits: readonly BagLimits[],
  { boxes, a }: Pick<Prepared, 'boxes' | 'a'>,
  places: readonly Int32Array[],
  d: VariateSet,
): void {
  let n = 0;
  for (const { bags } of boxes)
    for (const { species } of bags) {
      let cold24C = -Infinity;
      let warm24C = Infinity;
      for (let j = 0; j < species.length; j++) {
        const s = species[j]!;
        const at = places[n]![j]!;
        cold24C = Math.max(cold24C, s.temp.cold24C + limitSigmaC(s, 'cold', a) * d.coldLimits[at]!);
        warm24C = Math.min(warm24C, s.temp.warm24C + limitSigmaC(s, 'warm', a) * d.warmLimits[at]!);
      }
      Object.assign(limits[n++]!, { cold24C, warm24C });
    }
}

/** What is known of a box and its packs before any draw: the middle, and how far the kind may lie from it. */
export interface KnownBox {
  loss: number;
  sigma: number;
  packs: { strength: number; sigma: number }[];
}

/** Spread of the oxygen use of a species, lognormal: as known as its readings where there are any, and what stays from journey to journey. */
const oxygenSigmaOf = (s: Pick<Species, 'measured'> | undefined, a: Assumptions): number =>
  s?.measured ? Math.min(a.metabolismSigma, Math.hypot(s.measured.sigma, a.metabolismOwnSigma)) : a.metabolismSigma;

/** The same of the species of a journey, in their order. */
export const oxygenSigmasOf = ({ catalogue, a }: Pick<Prepared, 'catalogue' | 'a'>, ids: readonly string[]): number[] =>
  ids.map((id) =>
    oxygenSigmaOf(
      catalogue.species.find((s) => s.id === id),
      a,
    ),
  );

/** A kind that was tested at home is known as well as its test; any other as little as the assumptions say. */
export function knownOf({ catalogue, a }: Pick<Prepared, 'catalogue' | 'a'>, b: PreparedBox): KnownBox {
  const sigmaOfPack = (id: string | undefined): number => {
    const kind = catalogue.packs.find((x) => x.id === id);
    return kind?.measured?.sigma ?? kind?.spread ?? a.packKindSigma;
  };
  return {
    loss: b.load.lossFactor,
    sigma: (b.box.own ? undefined : b.type.measured?.sigma) ?? a.boxKindSigma,
    packs: b.load.heatPacks.map((h) => ({ strength: h.strength, sigma: sigmaOfPack(h.kindId) })),
  };
}
