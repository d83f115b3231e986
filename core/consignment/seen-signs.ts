import type { Observation, SubjectKind } from './facts';
import { unstruck } from './project-facts';
import { arrivalSigns, type SeenSign, type SignId } from './signs';

export const isSign = (word: string): word is SignId => Object.hasOwn(arrivalSigns, word);

/** Every sign that was told of a thing, in the order it was told, slips among them. */
export function seenOf(observations: readonly Observation[], kind: SubjectKind, id: string): SeenSign[] {
  const stands = new Set(unstruck(observations).map((o) => o.n));
  return observations.flatMap((o) =>
    o.quantity === 'sign' && o.strikes === null && o.subject.kind === kind && o.subject.id === id && isSign(o.word)
      ? [{ sign: o.word, at: o.at, by: o.by, struck: !stands.has(o.n) }]
      : [],
  );
}
