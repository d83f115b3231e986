import { tripsWords } from '@/core/quantities/words';
import type { BagPlanOption } from '@/core/choose/trial';
import type { Evaluation } from '@/core/evaluate/evaluate';
import type { Consignment } from '@/core/consignment/schema';
import type { PackOption } from '@/core/choose/packs';
import { planName } from '@/core/choose/packs';
import type { DayOption } from '@/core/choose/days';
import { catalogueOf, plainSurroundings } from '@/server/consignment/result';

const BEST = 6;
const hours = (h: number | null): string => (h === null ? 'over 2 days' : `${h.toFixed(0)} h`);
const chance = (x: number | null): string => (x === null ? '–' : `${(100 * x).toFixed(0)} %`);

const packLine = (o: PackOption): string =>
  `  ${o.name.padEnd(38)} ${chance(o.chance).padStart(6)} ${`${o.coldestC.toFixed(1)}–${o.warmestC.toFixed(1)} °C`.padStart(14)} ${hours(o.worstSlackH).padStart(12)} ${o.cost.toFixed(2).padStart(7)} ${`${o.massG} g`.padStart(7)}  ${o.reason}`;
const dayLine = (o: DayOption): string =>
  `  ${o.date}  ${o.serviceName.padEnd(36)} ${o.verdict.padEnd(5)} ${chance(o.chance).padStart(6)} ${hours(o.worstSlackH).padStart(12)} ${(o.cost === null ? '–' : o.cost.toFixed(2)).padStart(8)}  ${o.reason}`;
const bagLine = (o: BagPlanOption): string =>
  `  ${`${o.perBag} × ${o.type.name}, ${o.waterL} L`.padEnd(38)} ${chance(o.chance).padStart(6)} ${`${o.bags} bags`.padStart(14)} ${hours(o.worstSlackH).padStart(12)} ${o.cost.toFixed(2).padStart(7)} ${`${o.weightKg.toFixed(1)} kg`.padStart(7)}  ${o.reason}`;

/** Ranked packs, days and bag plans for the terminal: the best of each, with its reason. */
export function planText(c: Consignment, e: Evaluation): string {
  const catalogue = catalogueOf(c, plainSurroundings);
  const out = [`${c.code}, ${c.sender.place.name} to ${c.receiver.place.name}`];
  const r = e.risk;
  if (r)
    out.push(
      `as planned: ${tripsWords(r.draws - r.lost, r.draws)}, ${chance(r.chance)} ± ${(100 * r.standardError).toFixed(1)}; water ${r.coldestC.toFixed(1)} to ${r.warmestC.toFixed(1)} °C in 8 trips of 10`,
    );
  if (r && r.byCause.examined > 0)
    out.push(
      `of ${r.byCause.examined} trips past a limit, saved had it gone as planned: ${Object.entries(r.byCause.saved)
        .map(([cause, n]) => `${cause} ${n}`)
        .join(', ')}`,
    );
  for (const [boxId, list] of Object.entries(e.packs)) {
    const own = c.boxes.find((b) => b.id === boxId)!;
    out.push('', `packs for box ${boxId} (now ${planName(own, catalogue)}), ${list.length} sets compared`);
    out.push(...list.slice(0, BEST).map(packLine));
  }
  for (const [lineId, list] of Object.entries(e.bagPlans)) {
    const line = c.lines.find((l) => l.id === lineId)!;
    out.push(
      '',
      `bags for ${line.count} ${catalogue.species.find((s) => s.id === line.speciesId)!.name}, ${list.length} plans compared by water alone, temperature as planned`,
    );
    out.push(...list.slice(0, BEST).map(bagLine));
  }
  if (e.days) {
    out.push('', 'days and services');
    out.push(...e.days.slice(0, 2 * BEST).map(dayLine));
  }
  out.push('', 'A planning aid, not a guarantee and not veterinary advice.', '');
  return out.join('\n');
}
