import type { Consignment, Water } from './schema';

/** A consignment with the figures that an earlier version had filled in counted as measured again: somebody did measure them. */
export function putBack(c: Consignment): Consignment {
  const { unproven = [], ...rest } = c;
  const at = <W extends Water>(where: string, w: W): W => ({
    // What was typed since stays.
    ...unproven.find((u) => u.where === where)?.figures,
    ...w,
  });
  return {
    ...rest,
    sourceWater: at('sourceWater', c.sourceWater),
    tank: at('tank', c.tank),
    ...(c.waters ? { waters: c.waters.map((w, i) => ({ ...w, water: at(`waters.${i}.water`, w.water) })) } : {}),
    ...(c.otherTanks ? { otherTanks: c.otherTanks.map((t, i) => at(`otherTanks.${i}`, t)) } : {}),
  };
}
