import { ledgerOf, type Ledger } from '@/core/bag/ledger';
import { factors, type Factor } from '@/core/bag/slack';
import { packingOf, type Packing } from '@/core/calendar/legs';
import { emptyCalendar } from '@/core/calendar/calendar';
import type { Calendar } from '@/core/calendar/schema';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment, Forecast } from '@/core/consignment/schema';
import { Draws, DRAW_STEP_H, SLACK_BEYOND_H } from '@/core/engine/draws';
import { percentile } from '@/core/engine/percentiles';
import { forward } from '@/core/engine/forward';
import { prepare } from '@/core/engine/prepare';

/** Draws behind the hours of one bag by factor. */
const READING_DRAWS = 200;

/** Hours to one limit by itself, from the first sealing: a tenth of the draws fail sooner, half, nine tenths; null is beyond. */
export interface FactorHours {
  tenth: number | null;
  median: number | null;
  ninetieth: number | null;
}

/** One bag read closely: every limit by itself, with its spread and what it is made of. */
export interface BagDetail {
  bagId: string;
  draws: number;
  /** Hours that were looked at; what fails later is beyond. */
  beyondH: number;
  hours: Record<Factor, FactorHours>;
  ledger: Ledger;
}

/** Reads one bag of a journey; null where nothing can be computed of it. Only its own box is computed, sealed when its order is. */
export function readingOf(
  c: Consignment,
  catalogue: Catalogue,
  forecast: Forecast | null,
  bagId: string,
  {
    packing = packingOf(c),
    seed = 1,
    calendar = emptyCalendar,
  }: { packing?: Packing | undefined; seed?: number | undefined; calendar?: Calendar | undefined } = {},
): BagDetail | null {
  const bag = c.bags.find((b) => b.id === bagId);
  if (!bag) return null;
  const alone = {
    ...c,
    boxes: c.boxes.filter((b) => b.id === bag.boxId),
    bags: c.bags.filter((b) => b.boxId === bag.boxId),
    companions: [],
  };
  const p = prepare(alone, catalogue, forecast, { stepH: DRAW_STEP_H, beyondH: 100, packing });
  if (!p.ok) return null;
  const draws = new Draws(p.value, seed, bagId, calendar.holidays);
  draws.readFollowed();
  draws.more(READING_DRAWS);
  const beyondH = p.value.deadlineH + SLACK_BEYOND_H;
  const hoursOf = (factor: Factor): FactorHours => {
    const sorted = Float64Array.from(draws.safeOfFollowed(), (s) => s[factor] ?? Infinity).sort();
    const at = (share: number): number | null => {
      const h = percentile(sorted, share);
      return h <= beyondH ? h : null;
    };
    return { tenth: at(0.1), median: at(0.5), ninetieth: at(0.9) };
  };
  const prepared = p.value.boxes[0]!.bags.find((b) => b.bag.id === bagId)!;
  const told = forward(p.value).bags.find((b) => b.id === bagId)!;
  return {
    bagId,
    draws: READING_DRAWS,
    beyondH,
    hours: Object.fromEntries(factors.map((f) => [f, hoursOf(f)])) as Record<Factor, FactorHours>,
    ledger: ledgerOf(
      prepared.contents,
      {
        ...told,
        stepH: DRAW_STEP_H,
        deadlineH: p.value.deadlineH,
        guessedKh: (prepared.unsure?.logKh ?? 0) > 0,
      },
      p.value.a,
    ),
  };
}
