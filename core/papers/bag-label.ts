import { schoolWords } from '@/core/bag/filling';
import { closureWords, layersOf } from '@/core/bag/making';
import { effectsOf, givenTo, givenWords } from '@/core/bag/treatments';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Bag, Consignment } from '@/core/consignment/schema';

/** What stands on the label of a bag; printed before hands are wet, since dyes tint the water and colours wash out. */
export interface BagLabel {
  code: string;
  bag: string;
  receiver: string;
  /** Kind, count, sex and size, and the tank they come from. */
  animals: { name: string; scientific: string; count: number; more: string; tank: string }[];
  /** Water and gas, and how it is closed. */
  filled: string;
  /** What is in the water: with it the receiver knows what not to add. */
  treated: string[];
  /** What whoever opens it must know first. */
  heed: string[];
  /** What the sender wants on it besides. */
  notes: string[];
}

/** The label of a bag as data. Knows nothing of paper. */
export function bagLabel(c: Consignment, bag: Bag, catalogue: Catalogue): BagLabel {
  const type = row(catalogue.bags, bag.bagTypeId, 'bag');
  const given = givenTo(c, bag, catalogue);
  const effects = effectsOf(given, bag.waterL);
  const heed: string[] = [];
  if (bag.sedated || effects.sedates) heed.push('May arrive asleep: clean water wakes it.');
  if (effects.dyes) heed.push('The water is dyed.');
  if (type.breather) heed.push('Breathing film: never float it, never lay it on plastic.');
  if (bag.lies) heed.push('Lies on its side.');
  if (bag.soft) heed.push('Left soft: it has not leaked.');
  const gas =
    bag.gasL > 0
      ? `${bag.gasL} L ${bag.oxygenFraction > 0.5 ? 'oxygen' : bag.tabletOxygenMg ? 'air, oxygen tablet' : 'air'}`
      : 'no gas';
  return {
    code: c.code,
    bag: bag.id,
    receiver: `${c.receiver.name}, ${c.receiver.place.name}`,
    animals: bag.animals.map((x) => {
      const line = c.lines.find((l) => l.id === x.lineId)!;
      const species = row(catalogue.species, line.speciesId, 'species');
      const more = [line.variety, line.sex === 'unsexed' ? '' : line.sex, line.size ?? `${line.lengthCm} cm`];
      return {
        name: species.name,
        scientific: species.scientific,
        count: x.count,
        more: more.filter(Boolean).join(', '),
        tank: line.tank,
      };
    }),
    filled: [
      `${bag.waterL} L water${bag.school ? `, ${schoolWords[bag.school]}` : ''}`,
      gas,
      `${layersOf(type, bag)} ${layersOf(type, bag) === 1 ? 'layer' : 'layers'}`,
      ...(type.breather ? [] : [closureWords[bag.closure ?? 'bands']]),
    ].join('; '),
    treated: [...given.map(givenWords), ...(bag.binderMgN ? [`ammonia binder for ${bag.binderMgN} mg N`] : [])],
    heed,
    notes: (bag.labelNotes ?? '')
      .split(/[\n;]/)
      .map((x) => x.trim())
      .filter(Boolean),
  };
}
