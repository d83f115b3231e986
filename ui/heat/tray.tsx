import { Button } from '@/ui/kit/button';
import type { PackSet } from '@/core/choose/packs';
import type { PackPlace } from '@/core/catalogue/making';
import { clock, weekday } from '@/ui/format';
import type { HeatOption, HeatStationProps } from './props';

/** Holes of 6 mm that go with a set: two beside every heat pack. */
export function usualHoles(set: PackSet, types: HeatStationProps['packTypes']): number {
  const heats = (id: string): boolean => types.find((t) => t.id === id)?.kind === 'heat';
  return Math.min(8, 2 * set.reduce((n, x) => n + (heats(x.packId) ? x.count : 0), 0));
}

const placeOf = (x: PackSet[number]): PackPlace => x.at ?? 'lid';

/** A set with one pack more at a place, or one less: from under the lid first, then from where there is one. */
export function addPack(set: PackSet, id: string, by: number, at: PackPlace = 'lid'): PackSet {
  const own = set.filter((x) => x.packId === id);
  const entry =
    by > 0 ? own.find((x) => placeOf(x) === at) : (own.find((x) => placeOf(x) === 'lid') ?? own[own.length - 1]);
  if (!entry) return by < 0 ? set : [...set, { packId: id, count: 1, ...(at === 'lid' ? {} : { at }) }];
  return set.map((x) => (x === entry ? { ...x, count: x.count + by } : x)).filter((x) => x.count > 0);
}

/** Some packs of a kind carried from one place to another; when they were opened goes with them. */
export function moved(set: PackSet, m: { packId: string; from: PackPlace; to: PackPlace; count: number }): PackSet {
  const entry = set.find((x) => x.packId === m.packId && placeOf(x) === m.from);
  if (!entry || m.from === m.to) return set;
  const n = Math.min(m.count, entry.count);
  const rest = set.map((x) => (x === entry ? { ...x, count: x.count - n } : x)).filter((x) => x.count > 0);
  const there = rest.find((x) => x.packId === m.packId && placeOf(x) === m.to);
  if (there) return rest.map((x) => (x === there ? { ...x, count: x.count + n } : x));
  const { at: _, onPaper: __, ...own } = entry;
  return [...rest, { ...own, count: n, ...(m.to === 'lid' ? {} : { at: m.to }) }];
}

/** Holes that a hand has set stay when packs change; how many would go with them. */
export function HolesByHand(p: { have: number; usual: number; busy: boolean; set: (holes: number) => void }) {
  return (
    <p className="note mt-2 flex flex-wrap items-center gap-2">
      {p.have} holes were set by hand and stay; {p.usual} go with these packs.
      <Button disabled={p.busy} onClick={() => p.set(p.usual)}>
        Use {p.usual}
      </Button>
    </p>
  );
}

/** When what the packs of a set give has fallen to half of its most; nothing without heat packs, or where it does not within the picture. */
export function fadesWords(o: HeatOption, p: Pick<HeatStationProps, 'clock' | 'stepMs' | 'zone'>): string {
  const most = Math.max(...o.packW);
  if (!(most > 0)) return '';
  let last = o.packW.length - 1;
  while (last > 0 && o.packW[last]! < most / 2) last--;
  if (last === o.packW.length - 1) return '';
  const ms = p.clock.sealMs + last * p.stepMs;
  return `fade ${weekday(ms, p.zone)} ${clock(ms, p.zone)}`;
}
