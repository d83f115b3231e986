import { sampled } from '@/core/quantities/sample';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { standingOf } from '@/core/box/arrange';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Consignment } from '@/core/consignment/schema';
import { waterOfBag } from '@/core/consignment/waters';
import { oxygenMgLPerKPa } from '@/core/water/oxygen';
import type { Station } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { catalogueOf } from '@/server/consignment/result';

/** Hours between two points that are drawn. */
const EVERY_H = 0.5;

/** What the Bag station shows of every bag, thinned to half hours. */
export function bagViews(house: House, c: Consignment, e: Evaluation) {
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  return c.bags.map((bag) => {
    const r = e.bags.find((b) => b.id === bag.id)!;
    const curve = (values: ArrayLike<number>, decimals: number): number[] =>
      sampled(values, { stepH: e.stepH, everyH: EVERY_H, untilH: e.deadlineH + 48, decimals });
    const oxygenMgL = curve(r.curves.oxygenMgL, 2);
    const nh3 = curve(r.curves.nh3MgNL, 5);
    const times = curve(r.curves.timesAcute, 4);
    const dose = curve(r.dose, 4);
    const tan = curve(r.curves.tanMgNL, 3);
    const pH = curve(r.curves.pH, 3);
    const co2 = curve(r.curves.co2MgL, 1);
    const hours = curve(r.tempC, 2).map((tempC, k) => ({
      h: k * EVERY_H,
      tempC,
      oxygenMgL: oxygenMgL[k]!,
      nh3: nh3[k]!,
      times: times[k]!,
      dose: dose[k]!,
      tan: tan[k]!,
      pH: pH[k]!,
      co2: co2[k]!,
    }));
    const water = waterOfBag(c, bag);
    return {
      bag,
      standing: standingOf(bag, row(catalogue.bags, bag.bagTypeId, 'bag'), a),
      inside: bag.animals.map((x) => {
        const line = c.lines.find((l) => l.id === x.lineId)!;
        const species = row(catalogue.species, line.speciesId, 'species');
        return { species, count: x.count, lengthCm: line.lengthCm, lineId: line.id, name: species.name };
      }),
      fishG: r.fishG,
      safeH: r.slackH === null ? null : r.slackH + e.deadlineH,
      worstSafeH: r.worstSlackH === null ? null : r.worstSlackH + e.deadlineH,
      chance: r.chance,
      animals: r.animals,
      slackH: r.slackH,
      worstSlackH: r.worstSlackH,
      factor: r.factor,
      state: r.state,
      warnings: r.warnings,
      hours,
      limits: {
        tempMin: r.limits.cold24C,
        tempMax: r.limits.warm24C,
        oxygenMgL: r.limits.oxygenKPa * oxygenMgLPerKPa(Math.min(35, Math.max(0, water.tempC)), water.salinity),
        times: r.limits.timesAcute,
        phFloor: r.limits.phFloor,
        co2MgL: r.limits.co2MgL,
      },
    };
  });
}
export type BagView = ReturnType<typeof bagViews>[number];

export const bagStationView = ({ h, c, e, catalogue }: Station) => ({
  views: e ? bagViews(h, c, e) : [],
  bags: c.bags,
  lines: c.lines.map((l) => ({
    id: l.id,
    name: catalogue.species.find((s) => s.id === l.speciesId)?.name ?? l.speciesId,
    count: l.count,
  })),
  bagTypes: catalogue.bags,
  water: c.sourceWater,
  deadlineH: e?.deadlineH ?? 0,
  chosen: e?.overall.bagId ?? null,
});
export type BagStationProps = ReturnType<typeof bagStationView> & { code: string; version: number };
