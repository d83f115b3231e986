import type { RibbonData } from '@/server/consignment/view';
import { clock, weekday } from '@/ui/format';
import { LEFT, RIGHT, axisTicks, ribbonScale } from './scale';

/** Where the parts of the ribbon stand, px. */
export const TAPE_Y = 36;
export const TAPE_H = 33;
export const LANE_Y = 95;
export const LANE_H = 78;
export const ROWS_Y = LANE_Y + LANE_H + 12;
export const ROW_H = 17;

export interface RibbonMoment {
  ms: number;
  label: string;
  strong?: boolean;
}

/** The moments of a consignment in the order in which they are named. */
export function ribbonMomentsOf(data: RibbonData, zone: string, there: { name: string; zone: string }): RibbonMoment[] {
  return (
    [
      data.lastFeedMs
        ? { ms: data.lastFeedMs, label: `Last feed ${weekday(data.lastFeedMs, zone)} ${clock(data.lastFeedMs, zone)}` }
        : null,
      data.sealMs ? { ms: data.sealMs, label: 'Bag' } : null,
      { ms: data.handOverMs, label: `Drop-off ${clock(data.handOverMs, zone)}`, strong: true },
      data.windowMs
        ? {
            ms: data.windowMs.start,
            label: `Delivery ${weekday(data.windowMs.start, there.zone)} ${clock(data.windowMs.start, there.zone)} to ${clock(data.windowMs.end, there.zone)} in ${there.name}`,
            strong: true,
          }
        : null,
      { ms: data.openMs, label: 'Open' },
    ] as (RibbonMoment | null)[]
  ).filter((m): m is RibbonMoment => m !== null);
}

/** Labels on one line, left to right, none over another; those that find no room near their moment are left out. */
export function placedLabels(
  moments: readonly RibbonMoment[],
  xOf: (ms: number) => number,
  nowX: number,
): (RibbonMoment & { x: number; at: number })[] {
  const placed: (RibbonMoment & { x: number; at: number })[] = [];
  let free = 24;
  for (const m of [...moments].sort((a, b) => a.ms - b.ms)) {
    const x = xOf(m.ms);
    const width = m.label.length * (m.strong ? 6.5 : 6.1);
    let at = Math.max(free, Math.min(x - 4, 1140 - width));
    if (at < nowX + 42 && at + width > nowX - 42) {
      if (!m.strong) continue;
      at = nowX + 42;
    }
    if (at > x + 190) continue;
    placed.push({ ...m, x, at });
    free = at + width + 14;
  }
  return placed;
}

/** Everything that the parts of the ribbon are drawn from. */
export function ribbonDrawing(data: RibbonData, zone: string) {
  const s = ribbonScale(data);
  const hourOf = (ms: number): number =>
    Number(clock(ms, zone).slice(0, 2)) + (clock(ms, zone).endsWith(':00') ? 0 : 0.5);
  const ticks = axisTicks(s, hourOf);
  const middle = (a: number, b: number): [number, number] => [Math.max(LEFT, s.x(a)), Math.min(RIGHT, s.x(b))];
  const all = [...data.tempC, ...data.ambientC];
  const shown = data.tempC.length > 0;
  const end = shown ? Math.min(data.tempC.length - 1, Math.floor((s.endMs - data.sealMs!) / data.stepMs)) : 0;
  const lo =
    Math.min(data.band.min, ...all.slice(0, 1), ...data.tempC.slice(0, end), ...data.ambientC.slice(0, end)) - 1;
  const hi = Math.max(data.band.max, ...data.tempC.slice(0, end), ...data.ambientC.slice(0, end)) + 1;
  const y = (t: number): number => LANE_Y + LANE_H - ((t - lo) / (hi - lo)) * LANE_H;
  const path = (values: number[], from: number, to: number, yOf: (v: number) => number): string => {
    let d = '';
    for (let i = from; i <= to; i++)
      d += `${i === from ? 'M' : 'L'}${s.x(data.sealMs! + i * data.stepMs).toFixed(1)} ${yOf(values[i]!).toFixed(1)}`;
    return d;
  };
  const deadlineI = shown ? Math.min(end, Math.round((data.deadlineMs! - data.sealMs!) / data.stepMs)) : 0;
  const deadlineX = data.deadlineMs ? s.x(data.deadlineMs) : RIGHT;
  const until = data.tempC.slice(0, deadlineI + 1);
  const warmest = shown ? until.indexOf(Math.max(...until)) : 0;
  return {
    data,
    zone,
    s,
    ticks,
    nowX: s.x(data.nowMs),
    middle,
    shown,
    end,
    lo,
    y,
    path,
    deadlineI,
    deadlineX,
    until,
    warmest,
  };
}
export type Drawing = ReturnType<typeof ribbonDrawing>;
