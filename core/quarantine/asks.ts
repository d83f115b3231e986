import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Treatment } from '@/core/catalogue/treatment';
import { chronicMgNL } from '@/core/water/criteria';
import { HOUR } from '@/core/quantities/time';
import { judgedBy, seriesOf, tanLeft, underTreatment, type Facts, type Standing } from './course';
import { afterNewWater } from './new-water';
import { signs } from './signs';
import { bicarbonateG, shareToReach } from './water';

/** What a value, a sign or the state of a tank asks for now. */
export interface Ask {
  key: string;
  mark: 'watch' | 'stop';
  words: string;
  /** What hands would do about it. */
  litres?: number;
}

/** A reading speaks for the water so long. */
const FRESH_MS = 36 * HOUR;
const tens = (share: number): number => Math.min(0.9, Math.ceil(share * 10 - 1e-9) / 10);

/** Total ammonia against the chronic criterion of its own pH and temperature, and what a change would do about it. */
function ammonia(s: Standing, waterL: number, a: Assumptions): Ask[] {
  const tan = s.latest.tanMgNL;
  if (!tan || tan.value <= 0 || s.nowMs - tan.ms > FRESH_MS) return [];
  const left = tanLeft(s, waterL);
  const { pH, tempC, measuredPh } = judgedBy(s);
  const limit = chronicMgNL(pH, tempC);
  const times = left / limit;
  if (times <= a.changeToShare) return [];
  const share = tens(shareToReach(left, a.changeToShare * limit));
  const at = `at pH ${pH.toFixed(1)}${measuredPh ? '' : ' (not measured: taken as that)'} and ${tempC.toFixed(0)} °C`;
  return [
    {
      key: 'ammonia',
      mark: times > 1 ? 'stop' : 'watch',
      words: `Ammonia ${left.toFixed(2)} mg N/L ${at}: ${times.toFixed(1)} of the chronic criterion. Change ${(share * 100).toFixed(0)} %, ${(share * waterL).toFixed(0)} L.`,
      litres: share * waterL,
    },
  ];
}

function nitrite(s: Standing, waterL: number, a: Assumptions): Ask[] {
  const n = s.latest.nitriteMgL;
  if (!n || n.value < a.nitriteWatchMgL || s.nowMs - n.ms > FRESH_MS) return [];
  const share = tens(shareToReach(n.value, 0.8 * a.nitriteWatchMgL));
  return [
    {
      key: 'nitrite',
      mark: n.value >= a.nitriteStopMgL ? 'stop' : 'watch',
      words: `Nitrite ${n.value.toFixed(2)} mg/L: change ${(share * 100).toFixed(0)} %, feed less, and leave the filter’s wool as it is.`,
      litres: share * waterL,
    },
  ];
}

function acidity(f: Facts, s: Standing, a: Assumptions): Ask[] {
  const day = seriesOf(f, 'pH').filter((x) => s.nowMs - x.ms < FRESH_MS);
  const out: Ask[] = [];
  if (day.length > 1) {
    const swing = Math.max(...day.map((x) => x.value)) - Math.min(...day.map((x) => x.value));
    if (swing > a.phSwingWatch)
      out.push({
        key: 'swing',
        mark: 'watch',
        words: `pH moved by ${swing.toFixed(1)} within a day: raise the carbonate hardness slowly.`,
      });
  }
  const gate = [...s.now.phase.ends, ...f.plan.gate].find((c) => c.kind === 'kh');
  const kh = s.latest.khDkh;
  if (gate?.atLeast && kh && kh.value < gate.atLeast)
    out.push({
      key: 'kh',
      mark: 'watch',
      words: `KH ${kh.value.toFixed(1)} °d, wished ${gate.atLeast}: ${bicarbonateG(kh.value, gate.atLeast, f.waterL).toFixed(0)} g of sodium bicarbonate for ${f.waterL.toFixed(0)} L, dissolved first, over two days.`,
    });
  return out;
}

/** Where no label says what harms, a medicine is too much from so many times what it is dosed to († ours). */
const OVER_TARGET = 1.5;

const isCopper = ({ kind }: Treatment): boolean => kind === 'copper' || kind === 'bound-copper';

/**
 * Medicines over what harms, as they are in the water by doses, changes and what was measured, however long ago: an
 * overdose stays one until water was changed. Copper under its band only where that was measured lately.
 */
function medicines(s: Standing, waterL: number): Ask[] {
  const read = s.latest.copperMgL;
  const fresh = read !== undefined && s.nowMs - read.ms <= FRESH_MS;
  return s.water.flatMap((w): Ask[] => {
    const { name, bandFromMgL: from, bandToMgL: to, targetMgL = 1 } = w.medicine;
    const key = isCopper(w.medicine) ? 'copper' : `level:${w.medicine.id}`;
    const inMgL = w.unit === 'mg/L';
    const harms = (inMgL ? to : undefined) ?? OVER_TARGET * (inMgL ? targetMgL : 1);
    // What carbon may have taken is no proof.
    if (w.most > harms) {
      const down = afterNewWater(w.medicine, w.most, waterL, 0).bringDown;
      const level = !inMgL
        ? `${w.most.toFixed(1)} times its label’s dose`
        : `${w.most.toFixed(2)} mg/L, ${to === undefined ? `meant ${targetMgL}` : `harmful above ${to}`}`;
      const source = isCopper(w.medicine) && fresh ? '' : ', calculated';
      const change = down
        ? `Change ${down.litres.toFixed(0)} L${down.goes > 1 ? ` ${down.goes} times` : ''} now.`
        : 'Change water now.';
      return [
        {
          key,
          mark: 'stop',
          words: `Too much ${isCopper(w.medicine) ? 'copper' : name}: ${level}${source}. ${change} Add none.`,
          ...(down ? { litres: down.litres } : {}),
        },
      ];
    }
    if (isCopper(w.medicine) && fresh && from !== undefined && w.now < from && underTreatment(s).includes(w))
      return [
        {
          key,
          mark: 'watch',
          words: `Copper ${w.now.toFixed(2)} mg/L is below ${from}: it works only in its band. Measure, then raise it slowly.`,
        },
      ];
    return [];
  });
}

/** A whole tank of prepared water stands by while medicine is in it or before a change (W56). */
function reserve(f: Facts, s: Standing): Ask[] {
  const soon = f.duties.some(
    (d) =>
      d.kind === 'water' && d.doneMs === null && d.waived === '' && d.dueMs > s.nowMs && d.dueMs < s.nowMs + 24 * HOUR,
  );
  if (s.reserveL === null || s.reserveL >= f.waterL - 1 || !(soon || underTreatment(s).length > 0)) return [];
  const words = `${s.reserveL.toFixed(0)} L of prepared water stand ready, a whole tank is ${f.waterL.toFixed(0)} L: prepare ${(f.waterL - s.reserveL).toFixed(0)} L.`;
  return [{ key: 'reserve', mark: 'watch', words }];
}

function seen(s: Standing): Ask[] {
  const look = s.entries.findLast((e) => e.kind === 'look');
  if (look?.kind !== 'look' || s.nowMs - Date.parse(look.at) > FRESH_MS) return [];
  return look.signs.map((x) => ({
    key: `sign:${x.sign}`,
    mark: 'watch' as const,
    words: `Seen: ${signs[x.sign].words}${x.many ? ` on ${x.many}` : ''}${x.part ? `, ${x.part}` : ''}. ${signs[x.sign].so}`,
  }));
}

/** Everything that asks for hands now, the worst first. */
export function asksNow(f: Facts, s: Standing, a: Assumptions): Ask[] {
  const carbon: Ask[] =
    s.carbonIn && underTreatment(s).length > 0 && s.now.phase.kind !== 'carbon'
      ? [
          {
            key: 'carbon',
            mark: 'stop',
            words: `Carbon in the filter takes ${underTreatment(s)[0]!.medicine.name} out of the water. Take it out.`,
          },
        ]
      : [];
  return [
    ...carbon,
    ...ammonia(s, f.waterL, a),
    ...nitrite(s, f.waterL, a),
    ...medicines(s, f.waterL),
    ...acidity(f, s, a),
    ...reserve(f, s),
    ...seen(s),
  ].sort((x, y) => Number(x.mark === 'watch') - Number(y.mark === 'watch'));
}
