import type { Assumptions } from '@/core/catalogue/assumptions';
import { floatMinutes } from '@/core/heat/float';
import { pinhole, scoop, staged, straight, transfer } from './transfer-methods';
import { cups, degas, drip, regas } from './mixing';
import type { OpenedBag, Recipe, TankWater } from './vessel';

/**
 * Every way of opening that people use, as steps and as what it does to the water (common practice). Float time
 * follows from the bag's size. Hands-on minutes are † ours, counted from the steps.
 */
export function recipes(bag: OpenedBag, tank: TankWater, a: Assumptions): Recipe[] {
  const toTank = Math.max(5, Math.ceil(floatMinutes(bag.waterL, bag.tempC, tank.tempC, a, a.floatedToC)));
  const setting = { bag, tank, a, film: bag.breather === true, toTank };
  return [transfer, cups, drip, scoop, degas, pinhole, staged, regas, straight].map((way) => way(setting));
}
