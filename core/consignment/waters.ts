import type { Bag, Consignment, ReceivingTank, Water } from './schema';

/** What these look at of a consignment, as it is kept or as it is assumed (`assume.ts`). */
type Waters = Pick<Consignment, 'waters' | 'sourceWater'>;
type Tanks = Pick<Consignment, 'tank' | 'otherTanks'>;

/** Water that the fish of a source tank travel in. */
export const waterOfTank = <C extends Waters>(c: C, tank: string): C['sourceWater'] =>
  c.waters?.find((w) => w.tank === tank)?.water ?? c.sourceWater;

/** Water a bag is filled with: that of the tank its first animals come from. */
export function waterOfBag<C extends Waters & Pick<Consignment, 'lines'>>(c: C, bag: Bag): C['sourceWater'] {
  const line = c.lines.find((l) => l.id === bag.animals[0]?.lineId);
  return line ? waterOfTank(c, line.tank) : c.sourceWater;
}

/** Every receiving tank. */
export const tanksOf = <C extends Tanks>(c: C): C['tank'][] => [c.tank, ...(c.otherTanks ?? [])];

/** The tank a line goes into, as told. */
export const tankOfLine = <C extends Tanks>(c: C, into: string | undefined): C['tank'] =>
  c.otherTanks?.find((t) => t.name === into) ?? c.tank;

/** The same, with the water that was measured on arrival where it was. */
export const measuredTank = (c: Tanks & Pick<Consignment, 'actual'>, into: string | undefined): ReceivingTank => {
  const tank = tankOfLine(c, into);
  return { ...tank, ...c.actual.tanks[tank.name] };
};

/** The figures of a water, and nothing else of what holds it. */
export const isUnknown = (w: Water): boolean => Object.values(w).every((v) => typeof v !== 'number');
