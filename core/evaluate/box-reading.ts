import { holesOf6mm } from '@/core/box/box-construction';
import { delayPlaces, packingOf, type DelayPlace, type Packing } from '@/core/calendar/legs';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Box, Consignment, Forecast } from '@/core/consignment/schema';
import { DRAW_STEP_H } from '@/core/engine/draws';
import { forward, least } from '@/core/engine/forward';
import { heldUp, prepare, withBox, type Prepared } from '@/core/engine/prepare';
import { sampleCurve } from '@/core/quantities/sample';
import { OXYGEN_IN_AIR_DRY } from '@/core/heat/pack';

/** What a box comes to, as planned and without chance, to the end of its window. */
interface BoxFigures {
  coldestC: number;
  warmestC: number;
  /** Hours beyond the deadline of its weakest bag; null beyond what was computed. */
  slackH: number | null;
  /** Least oxygen of the box's air, as a share of fresh air. */
  leastOxygen: number;
  uaWPerK: number;
}

/** One thing of the box otherwise: what it does. */
export interface Without {
  what: string;
  figures: BoxFigures;
}

/** A box read closely: its bags' curves, its air, and what each thing of its wall and lid is worth. */
export interface BoxReading {
  boxId: string;
  figures: BoxFigures;
  /** Every half hour, °C; the oxygen of the air as a share of fresh air. */
  bags: { id: string; tempC: number[] }[];
  oxygen: number[];
  packW: number[];
  without: Without[];
  /** Late by so many hours at a place on the way: the figures then. */
  delays: Record<DelayPlace, { hours: number; figures: BoxFigures }[]>;
}

/** Delays that are looked at, h: the slider's stops. */
const DELAYS = [0, 6, 12, 18, 24, 36, 48, 60, 72] as const;

function figuresOf(p: Prepared, boxId: string, laterH = 0): BoxFigures {
  const f = forward(p);
  const bags = f.bags.filter((b) => b.boxId === boxId);
  const box = f.boxes.find((b) => b.id === boxId)!;
  const upTo = Math.min(p.steps, Math.ceil((p.deadlineH + laterH) / p.stepH) + 1);
  const slackH = least(bags.map((b) => (b.first ? b.first.hours - p.deadlineH - laterH : null)));
  return {
    coldestC: Math.min(...bags.map((b) => Math.min(...b.tempC.subarray(0, upTo)))),
    warmestC: Math.max(...bags.map((b) => Math.max(...b.tempC.subarray(0, upTo)))),
    slackH,
    leastOxygen: Math.min(...box.curves.packOxygen.subarray(0, upTo)) / OXYGEN_IN_AIR_DRY,
    uaWPerK: box.curves.uaWPerK,
  };
}

/** Things of a box, each taken away or made otherwise by itself. */
function otherwise(box: Box): { what: string; box: Box }[] {
  const out: { what: string; box: Box }[] = [];
  (box.lining ?? []).forEach((l, i) =>
    out.push({
      what: `without ${l.name.toLowerCase()}`,
      box: { ...box, lining: box.lining!.filter((_, k) => k !== i) },
    }),
  );
  const { tape: _, ...untaped } = box;
  if (box.tape) out.push({ what: 'with corners left open', box: untaped });
  if (box.tape !== 'all-round') out.push({ what: 'taped all around', box: { ...box, tape: 'all-round' } });
  if (holesOf6mm(box) > 0) out.push({ what: 'without holes', box: { ...box, ventHoles: 0 } });
  if (box.ballast) out.push({ what: 'without the bottles of water', box: { ...box, ballast: null } });
  if (box.bottle) out.push({ what: 'without the hot bottle', box: { ...box, bottle: null } });
  if (box.packs.some((p) => (p.at ?? 'lid') !== 'lid'))
    out.push({
      what: 'with all packs under the lid',
      box: { ...box, packs: box.packs.map((p) => ({ ...p, at: 'lid' as const })) },
    });
  return out;
}

/** Reads one box of a journey; null where nothing can be computed of it. Its bags are sealed when they are in their order. */
export function boxReadingOf(
  c: Consignment,
  catalogue: Catalogue,
  forecast: Forecast | null,
  boxId: string,
  packing: Packing = packingOf(c),
): BoxReading | null {
  const box = c.boxes.find((b) => b.id === boxId);
  const bags = c.bags.filter((b) => b.boxId === boxId);
  if (!box || bags.length === 0) return null;
  const alone = { ...c, boxes: [box], bags };
  const made = prepare(alone, catalogue, forecast, { stepH: DRAW_STEP_H, beyondH: 96, packing });
  if (!made.ok) return null;
  const p = made.value;
  const f = forward(p);
  const curve = (v: ArrayLike<number>, decimals: number): number[] =>
    sampleCurve(v, { stepH: DRAW_STEP_H, everyH: DRAW_STEP_H, decimals });
  return {
    boxId,
    figures: figuresOf(p, boxId),
    bags: f.bags.map((b) => ({ id: b.id, tempC: curve(b.tempC, 2) })),
    oxygen: curve(
      f.boxes[0]!.curves.packOxygen.map((x) => x / OXYGEN_IN_AIR_DRY),
      3,
    ),
    packW: curve(f.boxes[0]!.curves.packW, 2),
    without: otherwise(box).map(({ what, box: other }) => ({ what, figures: figuresOf(withBox(p, other), boxId) })),
    delays: Object.fromEntries(
      delayPlaces.map((where) => [
        where,
        DELAYS.map((hours) => ({
          hours,
          figures: figuresOf(hours === 0 ? p : heldUp(p, hours, where), boxId, hours),
        })),
      ]),
    ) as BoxReading['delays'],
  };
}
