import { firstToFail, type Factor } from '@/core/bag/slack';
import { aliveShare, severityOf } from '@/core/bag/survival';
import type { DelayPlace } from '@/core/calendar/legs';
import { climatesAsPlanned, meansOf, type Climate, type AmbientPiece } from '@/core/weather/ambient';
import { forward, type Forward } from './forward';
import { heldUp, type Prepared } from './prepare';

/** What nobody knows when the box is closed: the truth of one journey. What is as told is 1, or 0 where it adds. */
export interface Hidden {
  /** Times the loss of each box, in their order. */
  loss?: readonly number[];
  /** Times the power of every heat pack, box by box in the order of their rows; 0 for a dud. */
  packs?: readonly (readonly number[])[];
  /** Times the oxygen use of a species. */
  use?: Readonly<Record<string, number>>;
  /** What the weather was warmer than foretold, °C. */
  warmerC?: (piece: AmbientPiece) => number;
  /** Climates of the legs, where they differ from what is assumed. */
  climates?: (p: Prepared) => Climate[];
  delayH?: number;
  delayAt?: DelayPlace;
}

/** A journey as it came: everything that `forward` computes, with when it was opened and which bags had failed by then. */
export interface Lived {
  f: Forward;
  p: Prepared;
  /** Hours from sealing. */
  openH: number;
  bags: {
    id: string;
    animals: number;
    /** How many of them live, to the nearest animal. */
    alive: number;
    /** The limit that was passed first before it was opened. */
    lost: { factor: Factor; atH: number } | null;
  }[];
}

/** Lives one journey through the same engine with what was hidden in it. Pure. */
export function lived(planned: Prepared, hidden: Hidden): Lived {
  const { delayH = 0, delayAt = 'hub' } = hidden;
  const late = delayH > 0 ? heldUp(planned, delayH, delayAt) : planned;
  const climates = hidden.climates?.(late) ?? climatesAsPlanned(late.legs, late.a);
  const meanC = new Float64Array(late.ambient.meanC.length);
  if (hidden.warmerC || hidden.climates) meansOf(late.ambient.pieces, climates, hidden.warmerC ?? null, meanC);
  else meanC.set(late.ambient.meanC);
  const p: Prepared = {
    ...late,
    ambient: { ...late.ambient, meanC },
    boxes: late.boxes.map((b, i) => ({
      ...b,
      load: {
        ...b.load,
        lossFactor: b.load.lossFactor * (hidden.loss?.[i] ?? 1),
        heatPacks: b.load.heatPacks.map((h, j) => ({ ...h, strength: h.strength * (hidden.packs?.[i]?.[j] ?? 1) })),
      },
      bags: b.bags.map((x) => ({
        ...x,
        contents: {
          ...x.contents,
          animals: x.contents.animals.map((f, j) => ({
            ...f,
            metabolismFactor: f.metabolismFactor * (hidden.use?.[x.species[j]!.id] ?? 1),
          })),
        },
      })),
    })),
  };
  const f = forward(p);
  const openH = Math.min(p.horizonH, p.openH + delayH);
  return {
    f,
    p,
    openH,
    bags: f.bags.map((b) => {
      const first = firstToFail(b.safe);
      const steps = Math.min(p.steps, Math.round(openH / p.stepH) + 1);
      const of = { curves: b.curves, dose: b.dose[steps - 1]!, limits: b.limits };
      return {
        id: b.id,
        animals: b.animals,
        alive: Math.round(b.animals * aliveShare(severityOf(of, steps, p.stepH), p.a)),
        lost: first && first.hours < openH ? { factor: first.factor, atH: first.hours } : null,
      };
    }),
  };
}
