import type { NumberedPack } from './numbered';
import { wilson } from '@/core/quantities/wilson';

/** How packs of one kind and batch proved: of how many, how many were duds, and between what shares the true one lies nine times in ten. */
export interface Duds {
  typeId: string;
  /** Empty where nobody told it. */
  batch: string;
  proved: number;
  duds: number;
  slow: number;
  low: number;
  high: number;
}

/**
 * Counts what was proved, by kind and batch. Each opening counts once, by its last verdict that says anything; practice
 * with a stand-in does not count.
 */
export function dudsOf(packs: readonly NumberedPack[]): Duds[] {
  const by = new Map<string, Omit<Duds, 'low' | 'high'>>();
  for (const p of packs)
    for (const o of p.openings) {
      const told = o.readings.filter((r) => r.method !== 'stand-in' && r.proof.verdict !== 'early');
      const last = told[told.length - 1];
      if (!last) continue;
      const key = `${p.type.id} ${o.batch}`;
      const row = by.get(key) ?? { typeId: p.type.id, batch: o.batch, proved: 0, duds: 0, slow: 0 };
      row.proved++;
      if (last.proof.verdict === 'dud') row.duds++;
      if (last.proof.verdict === 'slow') row.slow++;
      by.set(key, row);
    }
  return [...by.values()].map((r) => ({ ...r, ...wilson(r.duds, r.proved) }));
}

const percent = (x: number): string => `${Math.round(100 * x)}`;

/** "Of 31 proved 2 were duds: 6 %, nine times in ten between 2 and 18." */
export const dudWords = (d: Duds): string =>
  `${d.batch ? `Batch ${d.batch}: of` : 'Of'} ${d.proved} checked ${d.duds === 0 ? 'none failed' : d.duds === 1 ? 'one failed' : `${d.duds} failed`}: ${percent(d.duds / d.proved)} %; 9 times in 10 between ${percent(d.low)} and ${percent(d.high)}${d.slow > 0 ? `; ${d.slow} slow` : ''}.`;
