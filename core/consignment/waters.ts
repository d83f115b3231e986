import type { Bag, Consignment, ReceivingTank, WaterReading } from './schema';

/** Water that the fish of a source tank travel in. */
export const waterOfTank = (c: Pick<Consignment, 'waters' | 'sourceWater'>, tank: string): WaterReading =>
  c.waters?.find((w) => w.tank === tank)?.water ?? c.sourceWater;

/** Water a bag is filled with: that of the tank its first animals come from. */
export function waterOfBag(c: Consignment, bag: Bag): WaterReading {
  const line = c.lines.find((l) => l.id === bag.animals[0]?.lineId);
  return line ? waterOfTank(c, line.tank) : c.sourceWater;
}

/** The tank a line goes into, as told. */
export const tankOfLine = (c: Pick<Consignment, 'tank' | 'otherTanks'>, into: string | undefined): ReceivingTank =>
  c.otherTanks?.find((t) => t.name === into) ?? c.tank;

/** The same, with the water that was measured on arrival where it was. */
export function measuredTank(c: Consignment, into: string | undefined): ReceivingTank {
  const tank = tankOfLine(c, into);
  const measured = c.actual.tanks[tank.name];
  if (!measured) return tank;
  // What was measured is no guess any more.
  const guessed = (tank.guessed ?? []).filter((k) => measured[k] === undefined);
  return { ...tank, ...measured, ...(tank.guessed ? { guessed } : {}) };
}
