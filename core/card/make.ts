import type { Curves } from '@/core/acclimation/opened';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { tanksOfBag } from '@/core/consignment/arrival-counts';
import type { Language } from '@/core/consignment/languages';
import type { Consignment } from '@/core/consignment/schema';
import { assume } from '@/core/consignment/assume';
import { tanksOf } from '@/core/consignment/waters';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { foretold } from '@/core/evaluate/opened';
import { rounded, type CardBag, type CardData, type CardAnimal } from './data';

/** Curves reach from so long before the arrival to so long after the opening, h, a value every half hour. */
const BEFORE_H = 12;
const AFTER_H = 72;
const EVERY_H = 0.5;

/** Each curve at its grid, rounded to what any instrument tells. */
function thinned(c: Curves, fromH: number, toH: number): Curves {
  const from = Math.max(0, Math.floor((fromH - c.fromH) / EVERY_H) * EVERY_H);
  const steps = Math.max(1, Math.round((toH - from) / EVERY_H));
  const each = Math.round(EVERY_H / c.stepH);
  const first = Math.round(from / c.stepH);
  const take = (of: ArrayLike<number>): number[] =>
    Array.from({ length: steps + 1 }, (_, i) => of[Math.min(of.length - 1, first + i * each)]!);
  return rounded({
    fromH: c.fromH + from,
    stepH: EVERY_H,
    tempC: take(c.tempC),
    pH: take(c.pH),
    alkalinityMeqL: take(c.alkalinityMeqL),
    tanMgNL: take(c.tanMgNL),
    oxygenMgL: take(c.oxygenMgL),
  });
}

/** What goes into the card of a consignment; what was measured of receiving tanks before it left goes along. */
export function cardData(c: Consignment, e: Evaluation, catalogue: Catalogue, language: Language): CardData {
  const { sealMs, arriveMs, openMs } = e.instants;
  const hour = (ms: number): number => (ms - sealMs) / 3600_000;
  const curves: Curves[] = [];
  const known = new Map<string, number>();
  const curveOf = (x: Curves): number => {
    const thin = thinned(x, hour(arriveMs) - BEFORE_H, Math.min(e.horizonH, hour(openMs) + AFTER_H));
    const key = JSON.stringify(thin);
    if (!known.has(key)) known.set(key, curves.push(thin) - 1);
    return known.get(key)!;
  };
  const bags = c.bags.map((b): CardBag => {
    const { curves: all, ...told } = foretold(c, e, catalogue, b.id);
    return {
      id: b.id,
      boxId: b.boxId,
      lines: b.animals.map((x) => x.lineId).join('+'),
      into: tanksOfBag(c, b),
      sedated: b.sedated,
      kinds: b.animals.map((x): CardAnimal => {
        const line = c.lines.find((l) => l.id === x.lineId)!;
        const s = row(catalogue.species, line.speciesId, 'species');
        const { name, scientific, tolerance, flags, water, kind, temp } = s;
        return { name, scientific, tolerance, flags, water, kind, temp, count: x.count, lengthCm: line.lengthCm };
      }),
      animals: b.animals.reduce((n, x) => n + x.count, 0),
      foretold: {
        ...told,
        animals: told.animals.map(({ count, massG, metabolismFactor }) => ({ count, massG, metabolismFactor })),
        curves: curveOf(all),
      },
    };
  });
  const party = ({ name, place, phone }: Consignment['sender']) => ({ name, place: place.name, phone: phone ?? '' });
  const assumed = assume(c, catalogue, e.assumptions);
  const used = new Set(bags.flatMap((b) => b.into));
  return {
    id: c.id,
    code: c.code,
    language,
    sender: party(c.sender),
    receiver: { ...party(c.receiver), zone: c.receiver.place.zone },
    sealMs,
    arriveMs,
    openMs,
    claimHours: withOverrides(c.assumptions).claimHours,
    boxes: c.boxes.map((b) => b.id),
    bags,
    tanks: tanksOf(assumed)
      .filter((t) => used.has(t.name))
      .map((t) => {
        // When its figures were read is the sender’s matter.
        const { readAt: _, inBox: __, ...tank } = t;
        return tank;
      }),
    curves,
    assumptions: e.assumptions,
  };
}
