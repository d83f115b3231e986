import type { Factor } from '@/core/bag/slack';
import { row, type Catalogue } from '@/core/catalogue/schema';
import { catalogue as shipped } from '@/core/catalogue';
import { evaluate, type EvaluateOptions, type Evaluation } from '@/core/consignment/evaluate';
import type { Overall } from '@/core/consignment/forward';
import type { KeyInstants } from '@/core/journey/legs';
import type { Consignment, Outcome } from '@/core/consignment/schema';

/** The last evaluation in short, stored beside the document: what lists and the Bench show without computing. */
export interface StoredResult extends KeyInstants, Overall {
  legs: { label: string; startMs: number; endMs: number }[];
  /** Share of runs in which every fish arrives within limits, of how many, and its standard error; null once opened. */
  chance: number | null;
  draws: number;
  standardError: number | null;
  bags: {
    id: string;
    safeH: number | null;
    worstSafeH: number | null;
    factor: Factor | null;
    slackH: number | null;
    coldestC: number;
    warmestC: number;
    byFactor: Record<Factor, number | null>;
  }[];
}

/** Rows that came with a consignment outrank the shipped ones with the same id. */
export function catalogueOf(c: Consignment): Catalogue {
  const own = c.catalogue;
  if (!own) return shipped;
  const over = <T extends { id: string }>(mine: T[], base: T[]): T[] => [
    ...mine,
    ...base.filter((b) => !mine.some((m) => m.id === b.id)),
  ];
  return {
    species: over(own.species, shipped.species),
    bags: over(own.bags, shipped.bags).sort((a, b) => a.widthCm - b.widthCm),
    boxes: over(own.boxes, shipped.boxes),
    packs: over(own.packs, shipped.packs),
    services: over(own.services, shipped.services),
  };
}

/** The rows of the catalogue that a consignment uses. */
export function usedRows(c: Consignment): Catalogue {
  const all = catalogueOf(c);
  const of = <T extends { id: string }>(rows: T[], ids: string[], what: string): T[] =>
    [...new Set(ids)].map((id) => row(rows, id, what));
  return {
    species: of(
      all.species,
      c.lines.map((l) => l.speciesId),
      'species',
    ),
    bags: of(
      all.bags,
      c.bags.map((b) => b.bagTypeId),
      'bag',
    ),
    boxes: of(
      all.boxes,
      c.boxes.map((b) => b.boxTypeId),
      'box',
    ),
    packs: of(
      all.packs,
      c.boxes.flatMap((b) => b.packs.map((p) => p.packId)),
      'pack',
    ),
    services: of(all.services, [c.serviceId], 'service'),
  };
}

/** The rows a browser's worker needs: those in use, and every pack that could be. */
export const jobRows = (c: Consignment): Catalogue => ({ ...usedRows(c), packs: catalogueOf(c).packs });

/** The chance stored with the last change; null where none was computed. */
export const chanceOf = (r: StoredResult | null): { chance: number; draws: number } | null =>
  r && typeof r.chance === 'number' ? { chance: r.chance, draws: r.draws } : null;

export function shortOf(e: Evaluation): StoredResult {
  const end = Math.min(e.steps - 1, Math.round(e.deadlineH / e.stepH));
  return {
    ...e.instants,
    legs: e.legs.map((l) => ({ label: l.label, startMs: l.startMs, endMs: l.endMs })),
    ...e.overall,
    chance: e.risk?.chance ?? null,
    draws: e.risk?.draws ?? 0,
    standardError: e.risk?.standardError ?? null,
    bags: e.bags.map((b) => {
      const until = b.tempC.subarray(0, end + 1);
      return {
        id: b.id,
        safeH: b.first?.hours ?? null,
        worstSafeH: b.worstFirst?.hours ?? null,
        factor: b.first?.factor ?? null,
        slackH: b.slackH,
        coldestC: Math.min(...until),
        warmestC: Math.max(...until),
        byFactor: b.safe,
      };
    }),
  };
}

/** Evaluates a consignment with its own catalogue rows; RangeErrors of the core become sentences. */
export function tryEvaluate(c: Consignment, options: EvaluateOptions = {}): Outcome<Evaluation> {
  try {
    return evaluate(c, catalogueOf(c), c.forecast, options);
  } catch (error) {
    if (error instanceof RangeError) return { ok: false, problems: [{ path: 'sourceWater', message: error.message }] };
    throw error;
  }
}

/** What is stored beside a document: with chances until the bags are open. */
export const resultOf = (house: { draws: number }, c: Consignment): StoredResult | null => {
  const e = tryEvaluate(c, { draws: c.actual.openedAt ? 0 : house.draws });
  return e.ok ? shortOf(e.value) : null;
};
