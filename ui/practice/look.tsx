import type { BoxPreview } from '@/core/practice/job';

/** The box as it would be packed, from the front and to scale, on a mat of 5 cm. */
export function BoxLook({ l }: { l: BoxPreview }) {
  const [w, , h] = l.insideCm;
  const wall = l.wallCm;
  const W = 80;
  const H = 52;
  const x0 = (W - w) / 2;
  const y1 = H - 3 - wall;
  const gap = (w - l.bagsAcross * l.bagCm.diameter) / (l.bagsAcross + 1);
  const bagH = Math.min(l.bagCm.height, h - 2);
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="mt-5 w-full max-w-md"
      role="img"
      aria-label={`A box of ${w} by ${h} cm inside with walls of ${wall} cm, ${l.bagsAcross} bags side by side, ${l.packs} packs, ${l.holes} holes`}
    >
      <defs>
        <pattern id="practice-mat" width="5" height="5" patternUnits="userSpaceOnUse">
          <path d="M5 0H0V5" fill="none" stroke="var(--grid)" strokeWidth=".2" />
        </pattern>
      </defs>
      <rect width={W} height={H} fill="url(#practice-mat)" />
      <rect
        x={x0 - wall}
        y={y1 - h - wall}
        width={w + 2 * wall}
        height={h + 2 * wall}
        fill="var(--sunk)"
        stroke="var(--rule-strong)"
        strokeWidth=".25"
      />
      <rect x={x0} y={y1 - h} width={w} height={h} fill="var(--surface)" stroke="var(--rule-strong)" strokeWidth=".2" />
      {Array.from({ length: l.bagsAcross }, (_, i) => {
        const x = x0 + gap + i * (l.bagCm.diameter + gap);
        return (
          <g key={i}>
            <rect
              x={x}
              y={y1 - bagH}
              width={l.bagCm.diameter}
              height={bagH}
              rx="2.4"
              fill="var(--water-pale)"
              stroke="var(--tide)"
              strokeWidth=".25"
            />
            <path
              d={`M${x} ${y1 - l.bagCm.water}h${l.bagCm.diameter}V${y1 - 2}q0 2 -2 2h-${l.bagCm.diameter - 4}q-2 0 -2 -2Z`}
              fill="var(--tide)"
              opacity=".3"
            />
          </g>
        );
      })}
      {Array.from({ length: l.packs }, (_, i) => (
        <rect
          key={i}
          x={x0 + 2 + (i * (w - 12)) / Math.max(1, l.packs - 1 || 1)}
          y={y1 - h + 0.3}
          width="10"
          height="1.5"
          rx=".4"
          fill="var(--c-temp)"
        />
      ))}
      {Array.from({ length: Math.min(8, l.holes) }, (_, i) => (
        <circle
          key={i}
          cx={i % 2 ? x0 + w + wall / 2 : x0 - wall / 2}
          cy={y1 - h + 4 + 4 * Math.floor(i / 2)}
          r=".5"
          fill="var(--ink)"
        />
      ))}
      <text x="1" y={H - 1} style={{ font: '400 2px var(--face-text)', fill: 'var(--ink-3)' }}>
        squares of 5 cm
      </text>
    </svg>
  );
}
