import { row, type Catalogue, type PackType } from '@/core/catalogue/schema';
import type { Box, Consignment } from '@/core/consignment/schema';
import { evaluate, type Evaluation } from '@/core/consignment/evaluate';

export type PackSet = Box['packs'];

/** Two holes of 6 mm beside every heat pack: with fewer they starve one another. */
export const ventHolesFor = (packs: PackSet): number =>
  Math.min(8, 2 * packs.reduce((n, p) => n + (p.packId.startsWith('cold') ? 0 : p.count), 0));

export interface PackOption {
  packs: PackSet;
  ventHoles: number;
  name: string;
  /** Bag water of this box until the deadline, over all bags, °C. */
  coldestC: number;
  warmestC: number;
  slackH: number | null;
  worstSlackH: number | null;
  state: 'fine' | 'watch' | 'stop';
  cost: number;
  massG: number;
  /** The warmest-burning bag's curve: one line for the chart. */
  tempC: Float64Array;
  packW: Float64Array;
  lossW: Float64Array;
  reason: string;
}

/** Beyond this much worst-case slack more heat buys nothing. */
const ENOUGH_H = 24;

export function packSetName(packs: PackSet, catalogue: Catalogue): string {
  if (packs.length === 0) return 'No pack';
  return packs
    .map((p) => {
      const type = row(catalogue.packs, p.packId, 'pack');
      return `${p.count} × ${type.name.replace(' heat pack', '').replace('Cold pack, ', 'cold ')}`;
    })
    .join(' + ');
}

/** The sets that are tried: none, one to four of each heat pack, the long pack with a shorter one, one cold pack. */
export function candidateSets(packs: readonly PackType[]): PackSet[] {
  const heat = packs.filter((p) => p.kind === 'heat');
  const cold = packs.filter((p) => p.kind === 'cold');
  return [
    [],
    ...[1, 2, 3, 4].flatMap((count) => heat.map((p) => [{ packId: p.id, count }])),
    ...heat.slice(0, -1).map((p) => [
      { packId: heat[heat.length - 1]!.id, count: 1 },
      { packId: p.id, count: 1 },
    ]),
    ...cold.map((p) => [{ packId: p.id, count: 1 }]),
  ];
}

const signed = (h: number | null): number => Math.min(ENOUGH_H, h ?? ENOUGH_H);

function reasonFor(o: Omit<PackOption, 'reason'>, e: Evaluation, boxId: string): string {
  const bag = e.bags
    .filter((b) => b.boxId === boxId)
    .reduce((x, b) => ((b.worstSlackH ?? Infinity) < (x.worstSlackH ?? Infinity) ? b : x));
  const first = bag.worstFirst;
  if (first?.factor === 'temperature') {
    const at = Math.min(bag.tempC.length - 1, Math.ceil(first.hours / e.stepH));
    const cold = bag.tempC[at]! < (bag.limits.tempHardMinC + bag.limits.tempHardMaxC) / 2;
    const edge = cold ? `under the ${bag.limits.tempHardMinC} °C` : `over the ${bag.limits.tempHardMaxC} °C`;
    const when = `${first.hours.toFixed(0)} h after sealing`;
    if (first.hours < e.deadlineH)
      return `Too ${cold ? 'cold' : 'hot'}: bag ${bag.id} is ${edge} it can stand ${when}.`;
    return `Holds until ${when}; then bag ${bag.id} is too ${cold ? 'cold' : 'hot'}, ${(first.hours - e.deadlineH).toFixed(0)} h after the window.`;
  }
  const end = Math.round(e.deadlineH / e.stepH);
  const later = o.tempC[Math.min(o.tempC.length - 1, end + Math.round(24 / e.stepH))]!;
  return `Water stays ${o.coldestC.toFixed(1)} to ${o.warmestC.toFixed(1)} °C, and a day late it is still ${later.toFixed(1)} °C.`;
}

/**
 * Compares pack sets for one box, everything else as planned. Best first: enough worst-case slack (a day is enough),
 * then nearest the middle of the fish's ease, then cheapest.
 */
export function comparePacks(c: Consignment, boxId: string, catalogue: Catalogue, stepH = 1 / 4): PackOption[] {
  const base = c.boxes.find((b) => b.id === boxId);
  if (!base) throw new RangeError(`There is no box ${boxId}.`);
  const sets = candidateSets(catalogue.packs);
  const key = (s: PackSet): string => JSON.stringify(s);
  if (!sets.some((s) => key(s) === key(base.packs))) sets.push(base.packs);
  const options: (PackOption & { miss: number })[] = [];
  // What cooks with two packs cooks with three: not tried.
  const cooks = new Set<string>();
  const only = { ...c, boxes: [base], bags: c.bags.filter((b) => b.boxId === boxId) };
  for (const packs of sets) {
    if (packs.length === 1 && cooks.has(packs[0]!.packId) && key(packs) !== key(base.packs)) continue;
    const ventHoles = key(packs) === key(base.packs) ? base.ventHoles : ventHolesFor(packs);
    const r = evaluate({ ...only, boxes: [{ ...base, packs, ventHoles }] }, catalogue, { stepH, beyondH: 72 });
    if (!r.ok) continue;
    const e = r.value;
    const bags = e.bags.filter((b) => b.boxId === boxId);
    if (bags.length === 0) continue;
    const end = Math.round(e.deadlineH / e.stepH);
    let coldestC = Infinity;
    let warmestC = -Infinity;
    for (const b of bags)
      for (let i = 0; i <= end; i++) {
        coldestC = Math.min(coldestC, b.tempC[i]!);
        warmestC = Math.max(warmestC, b.tempC[i]!);
      }
    const hardMaxC = Math.min(...bags.map((b) => b.limits.tempHardMaxC));
    if (packs.length === 1 && warmestC > hardMaxC) cooks.add(packs[0]!.packId);
    const soft = { min: Math.max(...bags.map((b) => b.softC.min)), max: Math.min(...bags.map((b) => b.softC.max)) };
    const worst = bags.reduce<number | null>(
      (m, b) => (b.worstSlackH === null ? m : Math.min(m ?? Infinity, b.worstSlackH)),
      null,
    );
    const slackH = bags.reduce<number | null>(
      (m, b) => (b.slackH === null ? m : Math.min(m ?? Infinity, b.slackH)),
      null,
    );
    const types = packs.map((p) => ({ ...p, type: row(catalogue.packs, p.packId, 'pack') }));
    const box = e.boxes.find((b) => b.id === boxId)!;
    const option = {
      packs,
      ventHoles,
      name: packSetName(packs, catalogue),
      coldestC,
      warmestC,
      slackH,
      worstSlackH: worst,
      state:
        worst === null
          ? ('fine' as const)
          : worst < 0
            ? ('stop' as const)
            : worst < 10
              ? ('watch' as const)
              : ('fine' as const),
      cost: types.reduce((s, p) => s + p.count * p.type.cost, 0),
      massG: types.reduce((s, p) => s + p.count * p.type.massG, 0),
      tempC: bags[0]!.tempC,
      packW: box.curves.packW,
      lossW: box.curves.lossW,
    };
    // Discomfort counts in whole degrees: less than that does not buy a pack.
    const miss = Math.floor(Math.max(0, soft.min - coldestC) + Math.max(0, warmestC - soft.max));
    options.push({ ...option, miss, reason: reasonFor(option, e, boxId) });
  }
  return options.sort(
    (x, y) =>
      signed(y.worstSlackH) - signed(x.worstSlackH) || x.miss - y.miss || x.cost - y.cost || (x.name < y.name ? -1 : 1),
  );
}
