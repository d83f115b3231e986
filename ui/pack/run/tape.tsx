import type { RunStep } from './steps';

interface Block {
  name: string;
  steps: RunStep[];
}

const blockName = (s: RunStep, many: boolean): string => {
  const of = many ? `${s.code.replace(/^KC-0*/, '')} ` : '';
  if (s.phase === 'labels') return 'Labels';
  if (s.phase === 'water') return 'Water';
  if (s.phase === 'stand') return 'Stand';
  if (s.phase === 'packs') return 'Packs';
  if (s.phase === 'papers') return 'Papers';
  if (s.phase === 'boxes') return `${of}Box ${s.boxId}`;
  return s.bagId ? `${of}${s.bagId}` : 'Along';
};

/** Steps as lengths of tape, by bag and box: the done ones dark, the one that is on framed. */
export function StepStrip({ steps, on, many }: { steps: readonly RunStep[]; on: RunStep | null; many: boolean }) {
  const blocks: Block[] = [];
  for (const s of steps) {
    const name = blockName(s, many);
    const last = blocks[blocks.length - 1];
    if (last?.name === name) last.steps.push(s);
    else blocks.push({ name, steps: [s] });
  }
  const W = 1232;
  const total = blocks.reduce((n, b) => n + 1 + b.steps.length * 0.35, 0);
  let x = 0;
  return (
    <svg
      viewBox={`0 0 ${W} 44`}
      className="hidden w-full md:block"
      role="img"
      aria-label={`${steps.filter((s) => s.at).length} of ${steps.length} steps done`}
    >
      {blocks.map((b, i) => {
        const w = ((1 + b.steps.length * 0.35) / total) * W;
        const at = x;
        x += w;
        const share = b.steps.filter((s) => s.at).length / b.steps.length;
        const here = on !== null && b.steps.some((s) => s.id === on.id);
        return (
          <g key={i}>
            <rect x={at} y="4" width={w} height="36" fill="url(#kraft-ahead)" />
            <rect x={at} y="4" width={w * share} height="36" fill="url(#kraft-past)" />
            <path d={`M${at} 4V40`} stroke="var(--kraft-ink)" strokeOpacity=".35" />
            {w > b.name.length * 7.2 && (
              <text x={at + w / 2} y="27" textAnchor="middle" className="tape-t">
                {b.name}
              </text>
            )}
            {here && (
              <rect x={at + 1} y="2" width={w - 2} height="40" fill="none" stroke="var(--hands-mark)" strokeWidth="3" />
            )}
          </g>
        );
      })}
    </svg>
  );
}
