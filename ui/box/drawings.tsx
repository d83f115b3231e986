import { counted } from '@/core/quantities/words';
import type { BoxView } from '@/server/box/view';
import { FishShape } from '@/ui/drawings/fish';
import type { SVGProps } from 'react';

/** What makes a bag of the drawing something that hands can move: its place while it is carried, and what it listens to. */
export interface Grip {
  at: (bagId: string) => { xCm: number; yCm: number } | null;
  /** It stands in another while it is carried. */
  clashes: (bagId: string) => boolean;
  of: (bagId: string) => SVGProps<SVGGElement>;
}

/** Where the inner left front corner stands in the drawing from above, and how large a centimetre is. */
export function scaleOf(v: BoxView): { s: number; x0: number; y0: number } {
  const [w, d] = v.type.insideCm;
  const t = v.type.wallCm;
  const s = Math.min(352 / (w + 2 * t), 250 / (d + 2 * t));
  return { s, x0: 30 + (t + v.liningCm) * s, y0: 20 + (t + v.liningCm) * s };
}

/** A box from above, bags to scale; with a grip they can be moved. */
export function FromAbove({ v, grip }: { v: BoxView; grip?: Grip }) {
  const [w, d] = v.type.insideCm;
  const t = v.type.wallCm;
  const s = Math.min(352 / (w + 2 * t), 250 / (d + 2 * t));
  const W = (w + 2 * t) * s;
  const D = (d + 2 * t) * s;
  const sides = v.packs.filter((p) => p.at === 'side').flatMap((p) => Array.from({ length: p.count }, () => p));
  return (
    <svg
      viewBox={`0 0 ${W + 36} ${D + 28}`}
      className="w-full max-w-[390px]"
      role={grip ? 'group' : 'img'}
      aria-label={`Box ${v.box.id} from above, ${counted(v.arrangement.placed.length, 'bag')}`}
    >
      <text x={30 + W / 2} y="12" textAnchor="middle" className="rb-ax">
        {v.outsideCm[0]} cm outside
      </text>
      <text transform={`translate(12 ${24 + D / 2}) rotate(-90)`} textAnchor="middle" className="rb-ax">
        {v.outsideCm[1]} cm outside
      </text>
      <g transform="translate(30 20)">
        <pattern id="foam" width="7" height="7" patternUnits="userSpaceOnUse">
          <rect width="7" height="7" fill="var(--sunk)" />
          <circle cx="2" cy="2" r=".8" fill="var(--rule-strong)" />
          <circle cx="5.5" cy="5" r=".6" fill="var(--rule-strong)" />
        </pattern>
        <rect width={W} height={D} rx="2" fill="url(#foam)" stroke="var(--ink)" strokeWidth="1.4" />
        <rect x={t * s} y={t * s} width={w * s} height={d * s} rx="2" fill="var(--surface)" stroke="var(--ink)" />
        {Array.from({ length: Math.floor(w / 5) }, (_, i) => (
          <path key={`v${i}`} d={`M${(t + 5 * (i + 1)) * s} ${t * s}V${(t + d) * s}`} stroke="var(--grid)" />
        ))}
        {Array.from({ length: Math.floor(d / 5) }, (_, i) => (
          <path key={`h${i}`} d={`M${t * s} ${(t + 5 * (i + 1)) * s}H${(t + w) * s}`} stroke="var(--grid)" />
        ))}
        {sides.map((p, i) => (
          <rect
            key={`side${i}`}
            x={(t + w - p.thicknessCm) * s - 1}
            y={(t + (d * (i + 1)) / (sides.length + 1)) * s - Math.min(p.sizeCm[0], d / sides.length - 1) * (s / 2)}
            width={p.thicknessCm * s}
            height={Math.min(p.sizeCm[0], d / sides.length - 1) * s}
            fill="#E9C3A4"
            stroke="var(--c-temp)"
          />
        ))}
        <Inside v={v} s={s} />
        {v.box.bottle && (
          <circle cx={(t + w - 4.5) * s} cy={(t + d / 2) * s} r={4 * s} fill="#E9C3A4" stroke="var(--c-temp)" />
        )}
        {v.arrangement.placed.map((placed) => {
          const b = { ...placed, ...grip?.at(placed.bagId) };
          const clash = grip?.clashes(b.bagId) ?? false;
          if (b.lying)
            return (
              <g key={b.bagId} {...grip?.of(b.bagId)}>
                <LyingAbove b={b} v={v} s={s} clash={clash} />
              </g>
            );
          const r = (b.standing.diameterCm / 2) * s;
          const bag = v.bags.find((x) => x.id === b.bagId)!;
          const first = v.firstToFail === b.bagId;
          return (
            <g
              key={b.bagId}
              transform={`translate(${(t + v.liningCm + b.xCm) * s} ${(t + v.liningCm + b.yCm) * s})`}
              {...grip?.of(b.bagId)}
            >
              <circle
                r={r - 0.8}
                fill="var(--water)"
                stroke={clash ? 'var(--stop)' : first ? v.firstColour : 'var(--water-line)'}
                strokeWidth={clash || first ? 2.4 : 1.2}
              />
              {b.byHand && <circle r={r - 3.4} fill="none" stroke="var(--ink)" strokeDasharray="2 3" />}
              <circle r={r * 0.8} fill="var(--water-pale)" fillOpacity=".7" />
              {Array.from({ length: 8 }, (_, i) => (
                <path
                  key={i}
                  d={`M0 0L${r * 0.72 * Math.cos((i * Math.PI) / 4 + 0.3)} ${r * 0.72 * Math.sin((i * Math.PI) / 4 + 0.3)}`}
                  stroke="var(--water-line)"
                  strokeOpacity=".35"
                />
              ))}
              <g style={{ opacity: 'var(--fish, 1)' }}>
                <FishShape look={bag.species.look} x={0} y={-r * 0.42} length={Math.min(44, r * 0.85)} />
              </g>
              <circle r={Math.min(6, r * 0.14)} fill="var(--kraft-deep)" stroke="var(--kraft-ink)" strokeWidth=".8" />
              <text
                y={r * 0.5 + 5}
                textAnchor="middle"
                style={{ font: '650 14px var(--face-head)', fill: 'var(--ink)' }}
              >
                {b.bagId}
              </text>
              {first && r > 46 && (
                <text
                  y={r * 0.5 - 9}
                  textAnchor="middle"
                  style={{ font: '600 12px var(--face-text)', fill: v.firstColour }}
                >
                  weakest
                </text>
              )}
            </g>
          );
        })}
      </g>
    </svg>
  );
}

export type Placed = BoxView['arrangement']['placed'][number];
export const halfOf = (b: Placed, axis: 'x' | 'y'): number =>
  b.lying ? (b.lying.along === axis ? b.lying.lengthCm : b.lying.acrossCm) / 2 : b.standing.diameterCm / 2;

/** A lying bag from above. */
function LyingAbove({ b, v, s, clash }: { b: Placed; v: BoxView; s: number; clash: boolean }) {
  const t = v.type.wallCm + v.liningCm;
  const [hx, hy] = [halfOf(b, 'x') * s - 0.8, halfOf(b, 'y') * s - 0.8];
  const bag = v.bags.find((x) => x.id === b.bagId)!;
  const first = v.firstToFail === b.bagId;
  return (
    <g transform={`translate(${(t + b.xCm) * s} ${(t + b.yCm) * s})`}>
      <rect
        x={-hx}
        y={-hy}
        width={2 * hx}
        height={2 * hy}
        rx={Math.min(hx, hy) * 0.7}
        fill="var(--water)"
        stroke={clash ? 'var(--stop)' : first ? v.firstColour : 'var(--water-line)'}
        strokeWidth={clash || first ? 2.4 : 1.2}
      />
      <g style={{ opacity: 'var(--fish, 1)' }} transform={hy > hx ? 'rotate(90)' : undefined}>
        <FishShape
          look={bag.species.look}
          x={0}
          y={-Math.min(hx, hy) * 0.35}
          length={Math.min(44, Math.max(hx, hy) * 0.8)}
        />
      </g>
      <text y={Math.min(hy, 16)} textAnchor="middle" style={{ font: '650 14px var(--face-head)', fill: 'var(--ink)' }}>
        {b.bagId}
      </text>
    </g>
  );
}

/** What lines the box, and bottles of plain water in the gaps, from above. */
function Inside({ v, s }: { v: BoxView; s: number }) {
  const [w, d] = v.type.insideCm;
  const t = v.type.wallCm;
  return (
    <>
      {v.liningCm > 0 && (
        <rect
          x={(t + v.liningCm / 2) * s}
          y={(t + v.liningCm / 2) * s}
          width={(w - v.liningCm) * s}
          height={(d - v.liningCm) * s}
          fill="none"
          stroke="var(--rule-strong)"
          strokeWidth={v.liningCm * s}
          strokeOpacity=".5"
        />
      )}
      {v.arrangement.bottles.map((b, i) => (
        <g key={`bottle${i}`} transform={`translate(${(t + v.liningCm + b.xCm) * s} ${(t + v.liningCm + b.yCm) * s})`}>
          <circle
            r={(b.diameterCm / 2) * s - 0.8}
            fill="var(--surface)"
            stroke="var(--water-line)"
            strokeDasharray="4 3"
          />
          <text y="4" textAnchor="middle" className="rb-ax">
            {v.box.ballast!.litres} L
          </text>
        </g>
      ))}
    </>
  );
}
