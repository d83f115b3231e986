import { legWords, type Leg } from '@/core/calendar/legs';

/** Legs of a journey in hours from sealing, up to its opening; alike neighbours are one. */
export function placeAlong(
  legs: readonly Leg[],
  sealMs: number,
  openH: number,
): { label: string; from: number; to: number }[] {
  const out: { label: string; from: number; to: number }[] = [];
  for (const l of legs) {
    const from = Math.max(0, (l.startMs - sealMs) / 3600_000);
    const to = Math.min(openH, (l.endMs - sealMs) / 3600_000);
    if (!(to > from)) continue;
    const label = l.label || legWords[l.kind];
    const before = out[out.length - 1];
    if (before?.label === label) before.to = to;
    else out.push({ label, from, to });
  }
  return out;
}
