import { safeOf } from '@/core/bag/slack';
import { SLACK_BEYOND_H } from '@/core/engine/draws';
import { sampleCurve } from '@/core/quantities/sample';
import type { Evaluation } from '@/core/evaluate/evaluate';
import type { BagResult, Forward } from '@/core/engine/forward';
import { standingBagOf } from '@/core/box/arrange';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Consignment } from '@/core/consignment/schema';
import { assume } from '@/core/consignment/assume';
import { waterOfBag } from '@/core/consignment/waters';
import { oxygenMgLPerKPa } from '@/core/water/oxygen';
import type { Station } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { needsOf } from '@/server/stock/settle';
import { eveningNeeds } from '@/server/stock/supplies';
import { catalogueOf, jobRows } from '@/server/consignment/result';

/** Hours between two points that are drawn. */
const EVERY_H = 0.5;

/** What the curves show and no limit says: what the gas does to the measured pH, and ammonia that is borne, but not for long. */
function waterWords(r: BagResult, e: Forward, guessed: boolean): string[] {
  const said: string[] = [];
  const measured = r.curves.pH[0]!;
  const { settledPh, nh3MgNL } = r.curves;
  if (Math.abs(settledPh - measured) >= 0.05)
    said.push(
      `${guessed ? `pH not measured: typical ${measured.toFixed(2)}` : `Measured pH ${measured.toFixed(2)}`}; with its gas the water settles at ${settledPh.toFixed(2)} at once, before the fish breathe it down again: carbon dioxide ${settledPh > measured ? 'leaves' : 'enters'} it.`,
    );
  const line = e.assumptions.longTermNh3MgNL;
  const over = nh3MgNL.findIndex((x) => x > line);
  if (over >= 0 && over * e.stepH < e.deadlineH)
    said.push(
      `Un-ionized ammonia is above ${line} mg N/L from ${(over * e.stepH).toFixed(0)} h on: tolerable for a journey, not for weeks (EIFAC).`,
    );
  return said;
}

/** The hours of a bag as they are drawn. */
function hoursOf(r: BagResult, curve: (values: ArrayLike<number>, decimals: number) => number[]) {
  const oxygenMgL = curve(r.curves.oxygenMgL, 2);
  const nh3 = curve(r.curves.nh3MgNL, 5);
  const times = curve(r.curves.timesAcute, 4);
  const dose = curve(r.dose, 4);
  const tan = curve(r.curves.tanMgNL, 3);
  const pH = curve(r.curves.pH, 3);
  const co2 = curve(r.curves.co2MgL, 1);
  return curve(r.tempC, 2).map((tempC, k) => ({
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
}

/** What the Bag station shows of every bag, thinned to half hours. */
export function bagViews(
  house: House,
  c: Consignment,
  e: Evaluation,
  /** Bags whose hours are wanted: hundreds of them would be megabytes. */
  withHours: (bagId: string) => boolean = () => true,
) {
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  const assumed = assume(c, catalogue, e.assumptions);
  return c.bags.map((bag) => {
    const r = e.bags.find((b) => b.id === bag.id)!;
    const curve = (values: ArrayLike<number>, decimals: number): number[] =>
      sampleCurve(values, { stepH: e.stepH, everyH: EVERY_H, untilH: e.deadlineH + 48, decimals });
    const hours = withHours(bag.id) ? hoursOf(r, curve) : [];
    const water = waterOfBag(assumed, bag);
    const type = row(catalogue.bags, bag.bagTypeId, 'bag');
    return {
      bag,
      standing: standingBagOf(bag, type, a),
      breather: type.breather === true,
      inside: bag.animals.map((x) => {
        const line = c.lines.find((l) => l.id === x.lineId)!;
        const species = row(catalogue.species, line.speciesId, 'species');
        return { species, count: x.count, lengthCm: line.lengthCm, lineId: line.id, name: species.name };
      }),
      fishG: r.fishG,
      safeH: safeOf(r.slackH, e.deadlineH),
      /** Where no hour is known it is more than this. */
      safeBeyondH: e.deadlineH + SLACK_BEYOND_H,
      worstSafeH: safeOf(r.worstSlackH, e.deadlineH),
      chance: r.chance,
      alive: r.alive,
      animals: r.animals,
      slackH: r.slackH,
      worstSlackH: r.worstSlackH,
      factor: r.factor,
      state: r.state,
      warnings: r.warnings,
      told: waterWords(r, e, water.guessed.includes('pH')),
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

/** Up to so many bags have their hours on the page from the start. */
const FEW_BAGS = 12;

/** The Bag station; of many bags only the chosen one comes with its hours. */
export const bagStationView = ({ h, c, e, catalogue }: Station, chosen: string | null = null) => ({
  views: e
    ? bagViews(h, c, e, (id) => c.bags.length <= FEW_BAGS || id === (chosen ?? e.overall.bagId ?? c.bags[0]!.id))
    : [],
  bags: c.bags,
  lines: c.lines.map((l) => ({
    id: l.id,
    name: catalogue.species.find((s) => s.id === l.speciesId)?.name ?? l.speciesId,
    count: l.count,
    lengthCm: l.lengthCm,
    species: row(catalogue.species, l.speciesId, 'species'),
  })),
  /** What a browser computes a changed plan from: every bag of the shelf may come into it. */
  job: {
    consignment: c,
    catalogue: {
      ...jobRows(c, h),
      bags: catalogue.bags,
      boxes: catalogue.boxes,
      treatments: catalogue.treatments ?? [],
    },
    calendar: h.calendar(c),
  },
  bagTypes: catalogue.bags,
  water: c.sourceWater,
  /** Oxygen of these bags and of the evening, L at room pressure, against the cylinder. */
  oxygen: eveningNeeds(h, c, 'oxygen'),
  /** Rubber bands that a shop's cylinder would have to be met with. */
  bands: needsOf(h, c).find((n) => n.key === 'band')?.amount ?? 0,
  drawn: c.drawn ?? [],
  deadlineH: e?.deadlineH ?? 0,
  chosen: chosen ?? e?.overall.bagId ?? null,
});
export type BagStationProps = ReturnType<typeof bagStationView> & { code: string; version: number };
