import { Button } from '@/ui/kit/button';
import type { PackSet } from '@/core/choose/packs';
import type { HeatStationProps } from './props';

/** Holes of 6 mm that go with a set: two beside every heat pack. */
export function usualHoles(set: PackSet, types: HeatStationProps['packTypes']): number {
  const heats = (id: string): boolean => types.find((t) => t.id === id)?.kind === 'heat';
  return Math.min(8, 2 * set.reduce((n, x) => n + (heats(x.packId) ? x.count : 0), 0));
}

/** A set with one pack more, under the lid, or one less, from there first. */
export function oneMore(set: PackSet, id: string, by: number): PackSet {
  const lies = (at: 'lid' | 'side') => (x: PackSet[number]) => x.packId === id && (x.at ?? 'lid') === at;
  const here = lies(by > 0 || set.some(lies('lid')) ? 'lid' : 'side');
  return set
    .map((x) => (here(x) ? { ...x, count: x.count + by } : x))
    .concat(set.some(here) || by < 0 ? [] : [{ packId: id, count: 1 }])
    .filter((x) => x.count > 0);
}

/** Holes that a hand has set stay when packs change; how many would go with them. */
export function HolesByHand(p: { have: number; usual: number; busy: boolean; set: (holes: number) => void }) {
  return (
    <p className="note mt-2 flex flex-wrap items-center gap-2">
      {p.have} holes were set by hand and stay; {p.usual} go with these packs.
      <Button disabled={p.busy} onClick={() => p.set(p.usual)}>
        Make it {p.usual}
      </Button>
    </p>
  );
}

/** What lies on the shelf, and how many of each are in the box. */
export function Tray({
  types,
  count,
  busy,
  add,
}: {
  types: HeatStationProps['packTypes'];
  count: (id: string) => number;
  busy: boolean;
  add: (id: string, by: number) => void;
}) {
  return (
    <ul>
      {types.map((t) => (
        <li key={t.id} className="flex items-center gap-2 border-b border-rule py-1">
          <svg width="26" height="32" viewBox="0 0 26 32" aria-hidden="true">
            <path
              d="M2 4l2-2 2 2 2-2 2 2 2-2 2 2 2-2 2 2 2-2 2 2v24l-2 2-2-2-2 2-2-2-2 2-2-2-2 2-2-2-2 2-2-2Z"
              fill={count(t.id) > 0 ? (t.kind === 'heat' ? '#E9C3A4' : 'var(--water)') : 'var(--surface)'}
              stroke={t.kind === 'heat' ? 'var(--c-temp)' : 'var(--water-line)'}
            />
          </svg>
          <span className="flex-1">{t.name}</span>
          <Button
            className="!px-3"
            aria-label={`One ${t.name} less`}
            disabled={busy || count(t.id) === 0}
            onClick={() => add(t.id, -1)}
          >
            −
          </Button>
          <b className="num w-6 text-center" data-testid={`packs-${t.id}`}>
            {count(t.id)}
          </b>
          <Button
            className="!px-3"
            aria-label={`One ${t.name} more`}
            disabled={busy || count(t.id) >= 6}
            onClick={() => add(t.id, 1)}
          >
            +
          </Button>
        </li>
      ))}
    </ul>
  );
}
