import type { Closure, Corners, Cover } from '@/core/catalogue/making';
import type { BagType } from '@/core/catalogue/schema';
import { capital } from '@/core/quantities/words';

/** How a bag is made, as far as hands have said it; what is absent is done as usual. */
export interface BagConstruction {
  layers?: number | undefined;
  corners?: Corners | undefined;
  closure?: Closure | undefined;
  cover?: Cover | undefined;
  lies?: boolean | undefined;
  /** Left a little slack. */
  soft?: boolean | undefined;
}

/** Bags one in another: two of ordinary film, one of breather film, which must breathe, where nothing else was said (common practice †). */
export const layersOf = (type: Pick<BagType, 'breather'>, bag: BagConstruction = {}): number =>
  bag.layers ?? (type.breather ? 1 : 2);

/** Rubber bands a bag takes: two for each neck that bands close, and two for banded corners of each layer. */
export function bandsOf(type: Pick<BagType, 'breather'>, bag: BagConstruction = {}): number {
  const layers = layersOf(type, bag);
  const closed = (bag.closure ?? 'bands') === 'knot' ? 0 : 2;
  return layers * (closed + (bag.corners === 'banded' ? 2 : 0));
}

export const cornerWords: Record<Corners, string> = {
  square: 'corners as they are',
  taped: 'both corners folded up and taped',
  banded: 'both corners tied off with bands',
  inverted: 'second bag the other way up, so no corners remain',
  'taped-inverted': 'both corners taped, and the second bag the other way up',
};
export const closureWords: Record<Closure, string> = {
  bands: 'twist, two bands',
  knot: 'twist, knot',
  'knot-bands': 'twist, knot, two bands over it',
  gooseneck: 'twist, fold the neck over, two bands',
};
export const coverWords: Record<Cover, string> = {
  shred: 'a handful of rinsed plastic shreds',
  moss: 'a tuft of rinsed moss',
  mesh: 'a piece of soft mesh',
};

const ordinal = ['', '', 'second', 'third'] as const;

/** The steps of closing a bag, in the order of the hands. Breather film has its own: loose, no gas, sealed, stood, in paper. */
export function makingSteps(
  type: Pick<BagType, 'breather'>,
  bag: BagConstruction & {
    tabletOxygenMg?: number | undefined;
    filledElsewhere?: boolean | undefined;
    filledAfterH?: number | undefined;
  },
  gasL: number,
  oxygen: boolean,
  /** How the gas is seen on the bag, told beside it. */
  seen: readonly string[] = [],
): string[] {
  const cover = bag.cover ? [`Put in ${coverWords[bag.cover]}`] : [];
  if (type.breather)
    return [
      ...cover,
      'Breather film: loosely full of water, no gas, sealed, or twisted and banded',
      'Stand ten minutes on paper to check the seam; then wrap alone in paper, away from plastic and foam',
    ];
  const layers = layersOf(type, bag);
  const corners = bag.corners ?? (layers > 1 ? 'inverted' : 'square');
  const steps = [...cover];
  const taped = corners === 'taped' || corners === 'taped-inverted';
  if (taped || corners === 'banded') steps.push(`First ${cornerWords[taped ? 'taped' : 'banded']}`);
  if (bag.tabletOxygenMg) steps.push(`Oxygen tablet in, ${bag.tabletOxygenMg} mg of oxygen by its label`);
  steps.push(
    gasL <= 0
      ? 'No gas'
      : oxygen && bag.filledElsewhere
        ? `Neck loosely closed over air for the trip${bag.filledAfterH ? `, ${bag.filledAfterH} h` : ''}. At the oxygen: press the air out, ${gasL} L oxygen`
        : oxygen
          ? `Press out the air, ${gasL} L oxygen`
          : `${gasL} L air from a pump, never from your mouth`,
    ...seen,
  );
  if (bag.soft) steps.push('Let out a little gas until it gives under the palm');
  steps.push(capital(closureWords[bag.closure ?? 'bands']));
  for (let n = 2; n <= layers; n++)
    steps.push(
      n === 2 && (corners === 'inverted' || corners === 'taped-inverted')
        ? capital(cornerWords.inverted)
        : `${capital(ordinal[n]!)} bag over it, closed the same way`,
    );
  if (bag.lies) steps.push('Laid on its side in the box');
  return steps;
}
