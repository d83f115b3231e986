import type { Species } from '@/core/catalogue/schema';

const BODY = { deep: 0.62, slim: 0.34, flat: 0.44, shrimp: 0.34, shell: 0.8, urchin: 1, star: 1, coral: 0.8 } as const;

/** One animal facing right, `length` wide, centred at x, y. Drawn from its species' shape and two colours. */
export function FishShape({
  look,
  x,
  y,
  length,
  flip = false,
}: {
  look: Species['look'];
  x: number;
  y: number;
  length: number;
  flip?: boolean;
}) {
  const l = length;
  const h = l * BODY[look.shape];
  const transform = `translate(${x} ${y}) scale(${flip ? -1 : 1} 1)`;
  if (look.shape === 'shell')
    return (
      <g transform={transform}>
        <path
          d={`M${-l * 0.4} ${h * 0.35}C${-l * 0.55} ${-h * 0.5} ${l * 0.3} ${-h * 0.75} ${l * 0.42} ${h * 0.2}Q${l * 0.2} ${h * 0.45} ${-l * 0.4} ${h * 0.35}Z`}
          fill={look.body}
        />
        <path
          d={`M${-l * 0.15} ${h * 0.1}a${l * 0.14} ${h * 0.16} 0 1 1 ${l * 0.24} 0`}
          fill="none"
          stroke={look.accent}
          strokeWidth={l * 0.06}
        />
      </g>
    );
  if (look.shape === 'star' || look.shape === 'urchin') {
    const star = look.shape === 'star';
    const arms = star ? 5 : 16;
    const ends = Array.from({ length: arms }, (_, i) => {
      const a = (2 * Math.PI * i) / arms - Math.PI / 2;
      return `M0 0L${(l * 0.46 * Math.cos(a)).toFixed(2)} ${(l * 0.46 * Math.sin(a)).toFixed(2)}`;
    });
    return (
      <g transform={transform} strokeLinecap="round" fill="none">
        <path d={ends.join('')} stroke={star ? look.body : look.accent} strokeWidth={l * (star ? 0.15 : 0.04)} />
        <circle r={l * (star ? 0.14 : 0.27)} fill={star ? look.accent : look.body} />
      </g>
    );
  }
  if (look.shape === 'coral')
    return (
      <g transform={transform} strokeLinecap="round" fill="none">
        <path
          d={[-0.34, -0.18, 0, 0.18, 0.34]
            .map((at, i) => `M${l * at * 0.35} ${h * 0.42}Q${l * at * 0.6} 0 ${l * at} ${-h * (i % 2 ? 0.42 : 0.28)}`)
            .join('')}
          stroke={look.body}
          strokeWidth={l * 0.1}
        />
        <path
          d={[-0.34, -0.18, 0, 0.18, 0.34].map((at, i) => `M${l * at} ${-h * (i % 2 ? 0.42 : 0.28)}v0.01`).join('')}
          stroke={look.accent}
          strokeWidth={l * 0.12}
        />
      </g>
    );
  if (look.shape === 'shrimp')
    return (
      <g transform={transform} fill="none" strokeLinecap="round">
        <path
          d={`M${l * 0.42} ${-h * 0.1}C${l * 0.1} ${-h * 0.7} ${-l * 0.35} ${-h * 0.3} ${-l * 0.42} ${h * 0.4}`}
          stroke={look.body}
          strokeWidth={h * 0.42}
        />
        <path
          d={`M${l * 0.2} ${h * 0.1}l${l * 0.05} ${h * 0.4}M0 ${h * 0.05}l0 ${h * 0.45}M${-l * 0.18} ${h * 0.05}l${-l * 0.05} ${h * 0.42}M${l * 0.42} ${-h * 0.2}q${l * 0.2} ${-h * 0.5} ${l * 0.12} ${-h * 0.8}`}
          stroke={look.accent}
          strokeWidth={Math.max(0.7, h * 0.07)}
        />
      </g>
    );
  return (
    <g transform={transform}>
      <path d={`M${-l * 0.3} 0L${-l * 0.5} ${-h * 0.36}Q${-l * 0.43} 0 ${-l * 0.5} ${h * 0.36}Z`} fill={look.accent} />
      <path d={`M${-l * 0.06} ${-h * 0.38}Q${l * 0.06} ${-h * 0.78} ${l * 0.2} ${-h * 0.36}Z`} fill={look.accent} />
      <path d={`M${-l * 0.1} ${h * 0.36}Q${-l * 0.02} ${h * 0.7} ${l * 0.12} ${h * 0.4}Z`} fill={look.accent} />
      <path
        d={`M${l * 0.5} ${look.shape === 'flat' ? h * 0.16 : 0}C${l * 0.3} ${-h * 0.6} ${-l * 0.12} ${-h * 0.56} ${-l * 0.36} 0C${-l * 0.12} ${look.shape === 'flat' ? h * 0.3 : h * 0.56} ${l * 0.3} ${look.shape === 'flat' ? h * 0.34 : h * 0.6} ${l * 0.5} ${look.shape === 'flat' ? h * 0.16 : 0}Z`}
        fill={look.body}
      />
      <path
        d={`M${-l * 0.3} 0Q${l * 0.06} ${-h * 0.12} ${l * 0.26} ${-h * 0.02}`}
        fill="none"
        stroke="#fff"
        strokeOpacity=".38"
        strokeWidth={Math.max(0.6, h * 0.06)}
        strokeLinecap="round"
      />
      <circle cx={l * 0.34} cy={-h * 0.1} r={Math.max(1, h * 0.09)} fill="#fff" />
      <circle cx={l * 0.35} cy={-h * 0.1} r={Math.max(0.6, h * 0.05)} fill="#14292E" />
    </g>
  );
}

/** A small picture of a species for lists. */
export function FishIcon({ species, width = 34 }: { species: Species; width?: number }) {
  return (
    <svg
      width={width}
      height={width * 0.62}
      viewBox="-17 -10.5 34 21"
      aria-hidden="true"
      style={{ opacity: 'var(--fish, 1)' }}
    >
      <FishShape look={species.look} x={0} y={0} length={28} />
    </svg>
  );
}
