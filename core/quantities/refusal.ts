/**
 * Why the engine will not compute something that a user asked for: a reason with its figures. The words of every reason
 * stand here once. Any other RangeError is a fault of the caller and is never shown as advice.
 */
interface Reasons {
  'row-missing': { what: string; id: string };
  'water-fills-bag': { waterL: number; bagL: number };
  /** Of two readings that cannot both be right. */
  'ph-above-hardness': { whose: string; pH: number };
  'ph-below-hardness': { pH: number };
  /** Chemistry past the range of its equations. */
  'beyond-chemistry': { what: string; value: number; from: number; to: number; unit: string };
}
export type Reason = keyof Reasons;

const words: { [R in Reason]: (f: Reasons[R]) => string } = {
  'row-missing': (f) => `There is no ${f.what} "${f.id}" in the catalogue.`,
  'water-fills-bag': (f) => `${f.waterL} L of water fill the bag of ${f.bagL.toFixed(1)} L: no room left for gas.`,
  'ph-above-hardness': (f) =>
    `${f.whose} pH ${+f.pH.toFixed(2)} is too high for this carbonate hardness. Measure both again.`,
  'ph-below-hardness': (f) =>
    `A pH as low as ${+f.pH.toFixed(2)} is too low for this carbonate hardness. Measure both again.`,
  'beyond-chemistry': (f) =>
    `${f.what} must lie between ${f.from} and ${f.to} ${f.unit}, not ${+f.value.toPrecision(4)}: the chemistry is unknown beyond.`,
};

export class Refusal<R extends Reason = Reason> extends RangeError {
  constructor(
    readonly reason: R,
    readonly figures: Reasons[R],
  ) {
    super(words[reason](figures));
    this.name = 'Refusal';
  }
}
