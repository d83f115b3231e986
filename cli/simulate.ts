import { safeOf } from '@/core/bag/slack';
import { assumptionTable } from '@/core/catalogue/assumptions';
import type { Evaluation } from '@/core/evaluate/evaluate';
import type { Consignment } from '@/core/consignment/schema';
import { planName } from '@/core/choose/packs';
import { expectedWords, tripsWords, wholePercent } from '@/core/quantities/words';
import { catalogueOf, plainSurroundings } from '@/server/consignment/result';

const words = { oxygen: 'oxygen', carbon: 'CO2 and pH', ammonia: 'ammonia', temperature: 'temperature' } as const;
const hours = (h: number | null): string => (h === null ? 'over 2 days' : `${h.toFixed(1)} h`);

/** A summary for the terminal: one line a bag, the headline last. */
export function summaryOf(c: Consignment, e: Evaluation): string {
  const catalogue = catalogueOf(c, plainSurroundings);
  const out = [
    `${c.code}: ${c.bags.length} bags in ${c.boxes.length} box${c.boxes.length > 1 ? 'es' : ''}, ${c.sender.place.name} to ${c.receiver.place.name}`,
    `sealed ${new Date(e.instants.sealMs).toISOString()}, ${e.deadlineH.toFixed(1)} h to the end of the delivery window`,
    '',
    'bag    animals  water  coldest  warmest  safe for       bad case       margin         limited by',
  ];
  const end = Math.min(e.steps - 1, Math.round(e.deadlineH / e.stepH));
  for (const b of e.bags) {
    const until = b.tempC.subarray(0, end + 1);
    const bag = c.bags.find((x) => x.id === b.id)!;
    out.push(
      [
        b.id.padEnd(6),
        String(b.animals).padStart(7),
        `${bag.waterL.toFixed(2)} L`.padStart(8),
        `${Math.min(...until).toFixed(1)} °C`.padStart(8),
        `${Math.max(...until).toFixed(1)} °C`.padStart(8),
        hours(safeOf(b.slackH, e.deadlineH)).padEnd(14),
        hours(safeOf(b.worstSlackH, e.deadlineH)).padEnd(14),
        hours(b.slackH).padEnd(14),
        b.factor ? words[b.factor] : 'none',
      ].join(' '),
    );
    for (const w of b.warnings) out.push(`       ${w}`);
  }
  out.push('');
  for (const box of e.boxes) {
    const plan = c.boxes.find((x) => x.id === box.id)!;
    out.push(
      `box ${box.id}: ${planName(plan, catalogue)}, ${box.weights.totalKg.toFixed(2)} kg, charged ${box.freight.chargeable} kg by ${box.freight.chargedBy}`,
    );
  }
  for (const n of e.notes) out.push(n);
  const o = e.overall;
  if (e.risk)
    out.push(
      `${tripsWords(e.risk.draws - e.risk.lost, e.risk.draws)}, ${expectedWords(e.risk.expected, e.risk.animals)} expected alive, all of them in ${wholePercent(e.risk.allAlive)} of 100 (standard error ${(100 * e.risk.standardError).toFixed(1)} points)`,
    );
  out.push(
    `${o.state}: margin ${hours(o.slackH)}, in a bad case ${hours(o.worstSlackH)}${o.bagId ? `, limited by ${words[o.factor!]} in bag ${o.bagId}` : ''}`,
    'A planning aid, not a guarantee and not veterinary advice.',
    '',
  );
  return out.join('\n');
}

const round = (values: Float64Array): number[] => Array.from(values, (v) => Math.round(v * 1e5) / 1e5);

/** Every curve with its unit in its name, and every assumption that was used, so that anyone can recompute it. */
export function curvesOf(c: Consignment, e: Evaluation): unknown {
  return {
    code: c.code,
    stepH: e.stepH,
    sealedAt: new Date(e.instants.sealMs).toISOString(),
    deadlineH: e.deadlineH,
    openingH: e.openH,
    overall: e.overall,
    risk: e.risk,
    notes: e.notes,
    legs: e.legs.map((l) => ({ ...l, start: new Date(l.startMs).toISOString(), end: new Date(l.endMs).toISOString() })),
    ambientC: round(e.ambient.pointC),
    boxes: e.boxes.map((b) => ({
      id: b.id,
      uaWPerK: b.curves.uaWPerK,
      airC: round(b.curves.airC),
      packW: round(b.curves.packW),
      lossW: round(b.curves.lossW),
      packOxygenFraction: round(b.curves.packOxygen),
      weights: b.weights,
      freight: b.freight,
    })),
    bags: e.bags.map((b) => ({
      id: b.id,
      boxId: b.boxId,
      limits: b.limits,
      safeH: b.safe,
      chance: b.chance,
      slackH: b.slackH,
      worstSlackH: b.worstSlackH,
      state: b.state,
      warnings: b.warnings,
      tempC: round(b.tempC),
      oxygenKPa: round(b.curves.oxygenKPa),
      oxygenMgL: round(b.curves.oxygenMgL),
      co2MgL: round(b.curves.co2MgL),
      pH: round(b.curves.pH),
      tanMgNL: round(b.curves.tanMgNL),
      nh3MgNL: round(b.curves.nh3MgNL),
      timesAcute: round(b.curves.timesAcute),
      alkalinityMeqL: round(b.curves.alkalinityMeqL),
      temperatureDose: round(b.dose),
      gasL: round(b.curves.gasL),
    })),
    assumptions: Object.fromEntries(
      Object.entries(assumptionTable).map(([name, row]) => [
        name,
        {
          used: e.assumptions[name as keyof typeof assumptionTable],
          default: row.value,
          provenance: row.provenance,
          why: row.why,
        },
      ]),
    ),
  };
}
