import { z } from 'zod';
import { between, instant, text } from '@/core/quantities/shapes';
import { methods } from './facts';

/** Where a logger lay: in the air among the bags, in the water of a bag or taped to it, or outside on the box. */
export const tracePlaces = ['air', 'bag', 'outside'] as const;
export type TracePlace = (typeof tracePlaces)[number];
export const tracePlaceWords: Record<TracePlace, string> = {
  air: 'in the air of the box',
  bag: 'on a bag',
  outside: 'outside on the box',
};

/** Five weeks of minutes. */
export const MOST_POINTS = 50_000;

/** What a logger read on the way, as it was read: it only is added, and struck out as a whole. */
export const traceSchema = z.object({
  id: text(40).min(1),
  boxId: text(8).min(1),
  /** The bag it was with; null where it lay among them or outside. */
  bagId: text(8).nullable(),
  place: z.enum(tracePlaces),
  /** Name of its file or device. */
  source: text(120),
  method: z.enum(methods),
  points: z
    .array(
      z.tuple([
        between(Date.UTC(2000, 0, 1), Date.UTC(2100, 0, 1), 'An instant in ms'),
        between(-60, 80, 'Temperature'),
      ]),
    )
    .min(1)
    .max(MOST_POINTS, 'A logger file has at most 50,000 readings.'),
  at: instant,
  by: text(60),
});
export type Trace = z.infer<typeof traceSchema>;
