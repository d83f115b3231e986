import { runPosition } from '@/core/acclimation/run';
import type { RunView } from '@/server/arrive/run-view';
import { FishShape } from '@/ui/drawings/fish';

type RunLane = RunView['lanes'][number];

/** The bag as it hangs there: closed and afloat, or open. */
export function VesselDrawing({ lane, open }: { lane: RunLane; open: boolean }) {
  return (
    <svg
      viewBox="0 0 130 140"
      className="h-[118px] w-[110px] shrink-0"
      aria-hidden="true"
      style={{ ['--fish' as string]: '.55' }}
    >
      <path
        d={
          open
            ? 'M30 26Q65 14 100 26Q104 32 98 36V118Q98 128 88 128H42Q32 128 32 118V36Q26 32 30 26Z'
            : 'M34 56C34 36 60 34 62 24L52 10Q60 16 65 10Q70 16 78 10L68 24C70 34 96 36 96 56V118Q96 128 86 128H44Q34 128 34 118Z'
        }
        fill="var(--surface)"
        stroke="var(--ink-2)"
        strokeWidth="1.6"
      />
      <path
        d={open ? 'M33 66H97V118Q97 127 88 127H42Q33 127 33 118Z' : 'M35 84H95V118Q95 127 86 127H44Q35 127 35 118Z'}
        fill="var(--water)"
      />
      <path d={open ? 'M33 66H97' : 'M35 84H95'} stroke="var(--water-line)" />
      <g style={{ opacity: 0.55 }}>
        {[
          [52, 100],
          [78, 106],
          [60, 116],
        ].map(([x, y], i) => (
          <FishShape key={i} look={lane.species.look} x={x!} y={y!} length={26} flip={i === 1} />
        ))}
      </g>
      {!open && <path d="M8 84q8 -5 14 0M108 84q8 -5 14 0" stroke="var(--water-line)" fill="none" />}
    </svg>
  );
}

/** The whole sequence as a strip of tape, the past of it filled. */
export function Strip({ lane, at, now }: { lane: RunLane; at: ReturnType<typeof runPosition>; now: number }) {
  const total = lane.steps.reduce((s, x) => s + x.minutes, 0);
  const offsets = lane.steps.map((_, i) => lane.steps.slice(0, i).reduce((s, y) => s + y.minutes, 0));
  const W = 1232;
  return (
    <svg
      viewBox={`0 0 ${W} 30`}
      className="mt-4 hidden w-full md:block"
      role="img"
      aria-label={`Step ${Math.min(at.index + 1, lane.steps.length)} of ${lane.steps.length}`}
    >
      <rect width={W} height="26" y="2" fill="url(#kraft-ahead)" />
      {lane.steps.map((x, i) => {
        const a = (offsets[i]! / total) * W;
        const w = (x.minutes / total) * W;
        const named = w > x.title.length * 6.4 && (x.kind !== 'hands' || w >= 60);
        const past =
          i < at.index
            ? 1
            : i === at.index && at.endsAtMs
              ? Math.min(1, Math.max(0, 1 - (at.endsAtMs - now) / (x.minutes * 60000)))
              : 0;
        return (
          <g key={x.key}>
            <rect x={a} y="2" width={w * past} height="26" fill="url(#kraft-past)" />
            <path d={`M${a} 2V28`} stroke="var(--kraft-ink)" strokeOpacity=".35" />
            {x.kind === 'hands' && !named ? (
              <circle
                cx={a + w / 2}
                cy="15"
                r="5"
                fill={i < at.index ? 'var(--ink)' : 'none'}
                stroke={i === at.index ? 'var(--hands)' : 'var(--ink)'}
                strokeWidth="1.8"
              />
            ) : (
              named && (
                <text x={a + w / 2} y="19" textAnchor="middle" className="tape-t">
                  {x.title}
                </text>
              )
            )}
            {i === at.index && <path d={`M${a + w * past} -2V32`} stroke="var(--ink)" strokeWidth="2" />}
          </g>
        );
      })}
    </svg>
  );
}
