import { waterFigures } from '@/core/measurement/quantities';
import type { Bag, Consignment } from './schema';
import type { SignId } from './signs';

/** How a box or bag was packed by a look at it, where its plan here is only what is usual. */
export interface AsSeen {
  of: string;
  what: string;
  from: string;
  to: string;
}

/** Shares of a bag that are water, as the eye tells them (common practice †). */
const waterShares: Partial<Record<SignId, number>> = { waterThird: 1 / 3, waterHalf: 1 / 2, waterMost: 0.8 };
const layersSeen: Partial<Record<SignId, number>> = { oneLayer: 1, twoLayers: 2, threeLayers: 3 };
const USUAL_LAYERS = 2;
/** An eye tells no smaller difference of shares than this († ours). */
const SAME_SHARE = 0.07;

const first = <T>(now: readonly SignId[], of: Partial<Record<SignId, T>>): T | null =>
  now.flatMap((s) => of[s] ?? [])[0] ?? null;
const litres = (l: number): string => `${l.toFixed(2)} L`;
const round = (l: number): number => Number(l.toFixed(3));

/** Water and gas of a bag by the share of water that was seen in it. */
function filled(b: Bag, now: readonly SignId[]): Pick<Bag, 'waterL' | 'gasL'> | null {
  const share = first(now, waterShares);
  const whole = b.waterL + b.gasL;
  if (share === null || Math.abs(b.waterL / whole - share) < SAME_SHARE) return null;
  return { waterL: round(whole * share), gasL: round(whole * (1 - share)) };
}

type Seen = (kind: 'bag' | 'box', id: string) => readonly SignId[];

/** Whether how it was packed is only guessed here: nobody sent a file of it. */
const packingGuessed = (c: Pick<Consignment, 'direction' | 'sourceWater'>): boolean =>
  c.direction === 'incoming' && waterFigures.some((k) => c.sourceWater[k] === undefined);

/** What a look would change of a guessed packing, in words. */
export function packingAsSeen(c: Consignment, seen: Seen): AsSeen[] {
  if (!packingGuessed(c)) return [];
  const bags = c.bags.flatMap((b): AsSeen[] => {
    const now = seen('bag', b.id);
    const water = filled(b, now);
    const layers = first(now, layersSeen);
    const had = b.layers ?? USUAL_LAYERS;
    return [
      ...(water ? [{ of: `bag ${b.id}`, what: 'water', from: litres(b.waterL), to: litres(water.waterL) }] : []),
      ...(layers !== null && layers !== had
        ? [{ of: `bag ${b.id}`, what: 'layers', from: String(had), to: String(layers) }]
        : []),
    ];
  });
  const boxes = c.boxes.flatMap((b): AsSeen[] => {
    const packs = b.packs.reduce((n, p) => n + p.count, 0);
    return seen('box', b.id).includes('noPack') && packs > 0
      ? [{ of: `box ${b.id}`, what: 'packs', from: String(packs), to: '0' }]
      : [];
  });
  return [...bags, ...boxes];
}

/** The same, with what was seen in place of what was guessed. */
export function withSeen(c: Consignment, seen: Seen): Consignment {
  if (!packingGuessed(c)) return c;
  return {
    ...c,
    bags: c.bags.map((b) => {
      const now = seen('bag', b.id);
      const layers = first(now, layersSeen);
      return { ...b, ...filled(b, now), ...(layers === null ? {} : { layers }) };
    }),
    boxes: c.boxes.map((b) => (seen('box', b.id).includes('noPack') ? { ...b, packs: [] } : b)),
  };
}
