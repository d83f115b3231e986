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

const EVERY = 6; // half an hour

/** What the Bag station shows of every bag, thinned to half hours. */
export function bagViews(house: House, c: Consignment, e: Evaluation) {
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  const end = Math.min(e.steps - 1, Math.round((e.deadlineH + 48) / e.stepH));
  return c.bags.map((bag) => {
    const r = e.bags.find((b) => b.id === bag.id)!;
    const r2 = (v: number, d: number): number => Math.round(v * 10 ** d) / 10 ** d;
    const hours = [];
    for (let i = 0; i <= end; i += EVERY)
      hours.push({
        h: r2(i * e.stepH, 3),
        tempC: r2(r.tempC[i]!, 2),
        oxygenMgL: r2(r.curves.oxygenMgL[i]!, 2),
        nh3: r2(r.curves.nh3MgNL[i]!, 5),
        tan: r2(r.curves.tanMgNL[i]!, 3),
        pH: r2(r.curves.pH[i]!, 3),
        co2: r2(r.curves.co2MgL[i]!, 1),
      });
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
      safeH: r.first?.hours ?? null,
      worstSafeH: r.worstFirst?.hours ?? null,
      slackH: r.slackH,
      worstSlackH: r.worstSlackH,
      factor: r.first?.factor ?? null,
      state: r.state,
      warnings: r.warnings,
      hours,
      limits: {
        tempMin: r.limits.tempHardMinC,
        tempMax: r.limits.tempHardMaxC,
        oxygenMgL: r.limits.oxygenKPa * oxygenMgLPerKPa(Math.min(35, Math.max(0, water.tempC)), water.salinity),
        nh3: r.limits.nh3MgNL,
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
