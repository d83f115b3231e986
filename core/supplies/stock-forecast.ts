import type { Need } from './needs';

/** A batch on the shelf. `amount` null where nobody counted it. */
export interface ShelfRow {
  id: string;
  key: string;
  amount: number | null;
  /** Last local day of use, as 2027-03-31. */
  expires: string | null;
  lowMark: number | null;
  soldBy: number | null;
}

/** What a planned consignment takes, and when. */
export interface DatedNeed {
  code: string;
  atIso: string;
  needs: readonly Need[];
}

export interface Outlook {
  key: string;
  /** What is usable now; null where no batch was counted. */
  onHand: number | null;
  reserved: number;
  /** What no planned consignment takes. */
  free: number | null;
  /** The planned consignment at which it runs out, and how many are missing there. */
  bites: { atIso: string; code: string; short: number } | null;
  /** Fewer than the warning mark now, or once the planned boxes are packed. */
  low: boolean;
  /** How many to buy so that nothing bites and the mark is kept; in whole packs as they are sold. */
  buy: number;
}

/** Batches in the order they are used: the soonest use-by day first, those without one last. */
export const bySoonest = (x: { expires: string | null }, y: { expires: string | null }): number =>
  (x.expires ?? '9999') < (y.expires ?? '9999') ? -1 : (x.expires ?? '9999') > (y.expires ?? '9999') ? 1 : 0;

/**
 * How the shelf stands against what is planned, for every type that is on the shelf or needed: batches are used up
 * soonest use-by first, and none after its day.
 */
export function outlook(shelf: readonly ShelfRow[], planned: readonly DatedNeed[], nowIso: string): Outlook[] {
  const inTime = [...planned].sort((x, y) => (x.atIso < y.atIso ? -1 : x.atIso > y.atIso ? 1 : 0));
  const keys = new Set([...shelf.map((r) => r.key), ...planned.flatMap((p) => p.needs.map((n) => n.key))]);
  return [...keys].map((key) => {
    const rows = shelf
      .filter((r) => r.key === key)
      // Used up beyond its count, it was counted wrong: nothing less than nothing lies there.
      .map((r) => ({ ...r, amount: r.amount === null ? null : Math.max(0, r.amount) }))
      .sort(bySoonest);
    const counted = rows.some((r) => r.amount !== null);
    const good = (r: ShelfRow, iso: string): boolean => r.expires === null || r.expires >= iso.slice(0, 10);
    const usable = (iso: string): number => rows.filter((r) => good(r, iso)).reduce((n, r) => n + (r.amount ?? 0), 0);
    const onHand = counted ? usable(nowIso) : null;
    let reserved = 0;
    let short = 0;
    let bites: Outlook['bites'] = null;
    let lastIso = nowIso;
    for (const p of inTime) {
      let need = p.needs.filter((n) => n.key === key).reduce((s, n) => s + n.amount, 0);
      if (need === 0) continue;
      reserved += need;
      lastIso = p.atIso > lastIso ? p.atIso : lastIso;
      if (!counted) continue;
      for (const r of rows) {
        if (!good(r, p.atIso) || (r.amount ?? 0) <= 0) continue;
        const take = Math.min(need, r.amount!);
        r.amount! -= take;
        need -= take;
      }
      if (need > 1e-9) {
        short += need;
        bites ??= { atIso: p.atIso, code: p.code, short: need };
      }
    }
    const mark = rows.reduce<number | null>((m, r) => (r.lowMark === null ? m : Math.max(m ?? 0, r.lowMark)), null);
    const left = usable(lastIso);
    const low = counted && (bites !== null || (mark !== null && Math.min(onHand!, left) < mark));
    const want = counted ? short + Math.max(0, (mark ?? 0) - left) : 0;
    const by = rows.find((r) => r.soldBy !== null)?.soldBy ?? 1;
    return {
      key,
      onHand,
      reserved,
      free: onHand === null ? null : onHand - reserved,
      bites,
      low,
      buy: want > 0 ? Math.ceil(want / by - 1e-9) * by : 0,
    };
  });
}

/** What a set takes beyond what is free of each thing, by its id; things that nobody counted are never short. */
export function shortfall(
  takes: readonly { packId: string; count: number }[],
  free: Readonly<Record<string, number>>,
): { packId: string; short: number }[] {
  const wanted = new Map<string, number>();
  for (const t of takes) wanted.set(t.packId, (wanted.get(t.packId) ?? 0) + t.count);
  return [...wanted].flatMap(([packId, n]) => {
    const there = free[packId];
    return there !== undefined && n > there ? [{ packId, short: n - Math.max(0, there) }] : [];
  });
}
