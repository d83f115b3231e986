/** Fibres of the kraft tape, made once from a fixed sequence so that server and browser draw the same paper. */
function fibres(seed: number, count: number): string {
  let s = seed;
  const next = (): number => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s / 2 ** 32;
  };
  let d = '';
  for (let i = 0; i < count; i++) {
    const dx = 3 + next() * 8;
    d += `M${(next() * 240).toFixed(1)} ${(next() * 48).toFixed(1)}q${(dx / 2).toFixed(1)} ${((next() - 0.5) * 4).toFixed(1)} ${dx.toFixed(1)} ${((next() - 0.5) * 5).toFixed(1)}`;
  }
  return d;
}
const DARK = fibres(7, 90);
const LIGHT = fibres(77, 80);

/** Patterns of past and coming time. Tape texture appears only where something has a length in hours or days. */
export function KraftDefs() {
  const paper = (id: string, ground: string) => (
    <pattern id={id} width="240" height="48" patternUnits="userSpaceOnUse">
      <rect width="240" height="48" fill={ground} />
      <path d={DARK} fill="none" stroke="var(--fib-dark)" strokeOpacity=".26" strokeWidth=".6" />
      <path d={LIGHT} fill="none" stroke="var(--fib-light)" strokeOpacity="var(--fib-a)" strokeWidth=".7" />
    </pattern>
  );
  return (
    <defs>
      {paper('kraft-past', 'var(--kraft)')}
      {paper('kraft-ahead', 'var(--kraft-pale)')}
      <pattern id="window-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="7" height="7" fill="none" />
        <path d="M0 0V7" stroke="var(--kraft-ink)" strokeOpacity=".5" strokeWidth="1.4" />
      </pattern>
    </defs>
  );
}

/** A torn end of tape at x: `side` is where the paper lies. */
export function tornEdge(x: number, y: number, height: number, side: 'left' | 'right'): string {
  const out = side === 'left' ? 3 : -3;
  const teeth = Math.round(height / 5);
  let d = `M${x} ${y}`;
  for (let i = 1; i <= teeth; i++) d += `L${x + (i % 2 ? out : 0)} ${y + (i * height) / teeth}`;
  return d;
}
