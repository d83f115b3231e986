import { schoolWords } from '@/core/bag/filling';
import { closureWords, layersOf } from '@/core/bag/making';
import { effectsOf, givenTo, givenWords } from '@/core/bag/treatments';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Bag, Consignment, OrderLine } from '@/core/consignment/schema';
import type { HeedKey } from './words';

type Sex = OrderLine['sex'];

/** What stands on the label of a bag; printed before hands are wet, since dyes tint the water and colours wash out. */
export interface BagLabel {
  code: string;
  bag: string;
  receiver: string;
  /** Kind, count, sex and size, and the tank they come from. */
  animals: {
    name: string;
    scientific: string;
    count: number;
    length: string;
    sex: Sex;
    /** Counted as they went in. */
    sexes: { males: number; females: number } | null;
    variety: string;
    tank: string;
  }[];
  /** Water and gas, and how it is closed. */
  filled: string;
  /** What is in the water: with it the receiver knows what not to add. */
  treated: string[];
  /** The same in figures, for other languages. */
  waterL: number;
  gas: { kind: 'oxygen' | 'air' | 'none'; litres: number };
  layers: number;
  /** What whoever opens it must know first. */
  heed: HeedKey[];
  /** What the sender wants on it besides. */
  notes: string[];
}

/** The label of a bag as data. Knows nothing of paper. */
export function bagLabel(c: Consignment, bag: Bag, catalogue: Catalogue): BagLabel {
  const type = row(catalogue.bags, bag.bagTypeId, 'bag');
  const given = givenTo(c, bag, catalogue);
  const effects = effectsOf(given, bag.waterL);
  const heed: HeedKey[] = [];
  if (bag.sedated || effects.sedates) heed.push('asleep');
  if (effects.dyes) heed.push('dyed');
  if (type.breather) heed.push('breathes');
  if (bag.lies) heed.push('lies');
  if (bag.soft) heed.push('soft');
  heed.push('still');
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
      return {
        name: species.name,
        scientific: species.scientific,
        count: x.count,
        length: line.size ?? `${line.lengthCm} cm`,
        sex: line.sex,
        sexes: x.males === undefined ? null : { males: x.males, females: x.count - x.males },
        variety: line.variety ?? '',
        tank: line.tank,
      };
    }),
    filled: [
      `${bag.waterL} L water${bag.school ? `, ${schoolWords[bag.school]}` : ''}`,
      gas,
      `${layersOf(type, bag)} ${layersOf(type, bag) === 1 ? 'layer' : 'layers'}`,
      ...(type.breather ? [] : [closureWords[bag.closure ?? 'bands']]),
    ].join('; '),
    waterL: bag.waterL,
    gas: { kind: bag.gasL === 0 ? 'none' : bag.oxygenFraction > 0.5 ? 'oxygen' : 'air', litres: bag.gasL },
    layers: layersOf(type, bag),
    treated: [...given.map(givenWords), ...(bag.binderMgN ? [`ammonia binder for ${bag.binderMgN} mg N`] : [])],
    heed,
    notes: (bag.labelNotes ?? '')
      .split(/[\n;]/)
      .map((x) => x.trim())
      .filter(Boolean),
  };
}
