import type { ReactNode } from 'react';
import { LineChart, ResponsiveContainer } from 'recharts';

/** The frame of every small plot: as wide as there is room, of a height, without movement. */
export function Plot<Row extends object>({
  data,
  height,
  margin,
  children,
}: {
  data: readonly Row[];
  height: number;
  margin: { top: number; right: number; bottom: number; left: number };
  children: ReactNode;
}) {
  return (
    <div style={{ height }}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 240, height }}>
        <LineChart data={[...data]} margin={margin}>
          {children}
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}

/** An axis of figures without a line. */
export const quiet = {
  axisLine: false,
  tickLine: false,
  tick: { fontSize: 12, fill: 'var(--ink-3)', fontFamily: 'var(--face-num)' },
} as const;

/** A curve that stands still. */
export const plainLine = { dot: false, isAnimationActive: false } as const;
