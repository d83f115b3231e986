import { slackOf } from '@/core/bag/slack';
import type { Factor } from '@/core/bag/slack';
import { packingOf } from '@/core/calendar/legs';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Bag, Consignment, Forecast } from '@/core/consignment/schema';
import { forward } from '@/core/engine/forward';
import { heldUp, prepare, type Prepared } from '@/core/engine/prepare';
import { sampleCurve } from '@/core/quantities/sample';

/** What might be otherwise, one thing at a time. */
export const whatIfs = {
  late: 'a day late at the hub',
  warmer: '3 °C warmer outside',
  colder: '3 °C colder outside',
  fed: 'fed the day before',
  air: 'air instead of oxygen',
  death: 'one fish dies a third of the way',
  half: 'half the water, replaced by gas',
} as const;
type WhatIf = keyof typeof whatIfs;

/** One bag of the journey as it would be, as planned otherwise and without chance. */
export interface Otherwise {
  what: WhatIf | 'planned';
  /** Hours beyond the deadline (with a delay: beyond the later one); null beyond what was computed. */
  slackH: number | null;
  factor: Factor | null;
  deadlineH: number;
  /** Every half hour. */
  curves: { tempC: number[]; oxygenMgL: number[]; times: number[]; pH: number[] };
}

const EVERY_H = 0.5;
const LATE_H = 24;
/** Shift of all air outside, °C. */
const SHIFT_C = 3;

function otherBag(what: WhatIf, b: Bag): Bag {
  if (what === 'air') return { ...b, oxygenFraction: 0.21 };
  if (what === 'half') return { ...b, waterL: b.waterL / 2, gasL: b.gasL > 0 ? b.gasL + b.waterL / 2 : 0 };
  return b;
}

/** Whether it can be asked of a bag at all: no gas, no other gas; one animal is missed by nobody who is left. */
function asks(what: WhatIf, b: Bag): boolean {
  if (what === 'air') return b.gasL > 0 && b.oxygenFraction > 0.5;
  if (what === 'death') return b.animals.reduce((n, x) => n + x.count, 0) > 1;
  return true;
}

/** The bag of a journey on each what-if beside the plan; what cannot be asked of it is left out. */
export function whatIf(
  c: Consignment,
  catalogue: Catalogue,
  forecast: Forecast | null,
  bagId: string,
  packing = packingOf(c),
): Otherwise[] {
  const bag = c.bags.find((b) => b.id === bagId);
  if (!bag) return [];
  // The other boxes do not matter to it.
  const boxes = c.boxes.filter((b) => b.id === bag.boxId);
  const alone = { ...c, boxes, bags: c.bags.filter((b) => b.boxId === bag.boxId), companions: [] };
  const of = (x: Consignment, air: Forecast | null, deathAtH: number | null = null): Prepared | null => {
    const p = prepare(x, catalogue, air, {
      packing,
      stepH: EVERY_H,
      beyondH: 96,
      ...(deathAtH === null ? {} : { deaths: [{ bagId, atH: deathAtH }] }),
    });
    return p.ok ? p.value : null;
  };
  const planned = of(alone, forecast);
  if (!planned) return [];
  const ways: Record<WhatIf, () => Prepared | null> = {
    late: () => heldUp(planned, LATE_H, 'hub'),
    warmer: () => of(alone, forecast && { ...forecast, shiftC: forecast.shiftC + SHIFT_C }),
    colder: () => of(alone, forecast && { ...forecast, shiftC: forecast.shiftC - SHIFT_C }),
    fed: () =>
      of(
        {
          ...alone,
          fasts: [...new Set(alone.lines.map((l) => l.tank))].map((tank) => ({ tank, hours: 24 })),
        },
        forecast,
      ),
    air: () => of({ ...alone, bags: alone.bags.map((b) => (b.id === bagId ? otherBag('air', b) : b)) }, forecast),
    half: () => of({ ...alone, bags: alone.bags.map((b) => (b.id === bagId ? otherBag('half', b) : b)) }, forecast),
    death: () => of(alone, forecast, planned.deadlineH / 3),
  };
  const told = (what: Otherwise['what'], p: Prepared | null): Otherwise[] => {
    const r = p && forward(p).bags.find((b) => b.id === bagId);
    if (!p || !r) return [];
    const deadlineH = p.deadlineH + (what === 'late' ? LATE_H : 0);
    const curve = (values: ArrayLike<number>, decimals: number): number[] =>
      sampleCurve(values, { stepH: EVERY_H, everyH: EVERY_H, untilH: planned.deadlineH + 48, decimals });
    return [
      {
        what,
        slackH: slackOf(r.first?.hours ?? null, deadlineH),
        factor: r.first?.factor ?? null,
        deadlineH,
        curves: {
          tempC: curve(r.tempC, 2),
          oxygenMgL: curve(r.curves.oxygenMgL, 2),
          times: curve(r.curves.timesAcute, 4),
          pH: curve(r.curves.pH, 3),
        },
      },
    ];
  };
  return [
    ...told('planned', planned),
    ...(Object.keys(whatIfs) as WhatIf[]).filter((w) => asks(w, bag)).flatMap((w) => told(w, ways[w]())),
  ];
}
