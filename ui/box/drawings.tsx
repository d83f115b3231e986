import { counted } from '@/core/quantities/words';
import type { BoxView } from '@/server/box/view';
import { FishShape } from '@/ui/drawings/fish';
import { one } from '@/ui/format';

/** A box from above, bags to scale. */
export function FromAbove({ v }: { v: BoxView }) {
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
      role="img"
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
        {v.arrangement.placed.map((b) => {
          if (b.lying) return <LyingAbove key={b.bagId} b={b} v={v} s={s} />;
          const r = (b.standing.diameterCm / 2) * s;
          const bag = v.bags.find((x) => x.id === b.bagId)!;
          const first = v.firstToFail === b.bagId;
          return (
            <g key={b.bagId} transform={`translate(${(t + v.liningCm + b.xCm) * s} ${(t + v.liningCm + b.yCm) * s})`}>
              <circle
                r={r - 0.8}
                fill="var(--water)"
                stroke={first ? v.firstColour : 'var(--water-line)'}
                strokeWidth={first ? 2.4 : 1.2}
              />
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
                  first to fail
                </text>
              )}
            </g>
          );
        })}
      </g>
    </svg>
  );
}

type Placed = BoxView['arrangement']['placed'][number];
const halfOf = (b: Placed, axis: 'x' | 'y'): number =>
  b.lying ? (b.lying.along === axis ? b.lying.lengthCm : b.lying.acrossCm) / 2 : b.standing.diameterCm / 2;

/** A lying bag from above. */
function LyingAbove({ b, v, s }: { b: Placed; v: BoxView; s: number }) {
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
        stroke={first ? v.firstColour : 'var(--water-line)'}
        strokeWidth={first ? 2.4 : 1.2}
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

/** A lying bag from the side. */
function LyingBeside({ b, v, s, floor }: { b: Placed; v: BoxView; s: number; floor: number }) {
  const hx = halfOf(b, 'x') * s;
  const h = b.lying!.highCm * s;
  const cx = (v.type.wallCm + v.liningCm + b.xCm) * s;
  const share = b.standing.shoulderCm > 0 ? Math.min(0.95, b.standing.waterDepthCm / b.standing.shoulderCm) : 0.9;
  const first = v.firstToFail === b.bagId;
  return (
    <g>
      <rect
        x={cx - hx + 1}
        y={floor - h}
        width={2 * hx - 2}
        height={h - 1}
        rx={h * 0.4}
        fill="var(--surface)"
        fillOpacity=".85"
        stroke={first ? v.firstColour : 'var(--ink)'}
        strokeWidth={first ? 2 : 1}
      />
      <rect
        x={cx - hx + 4}
        y={floor - h * share}
        width={2 * hx - 8}
        height={h * share - 3}
        rx={h * 0.3}
        fill="var(--water)"
      />
      <text
        x={cx}
        y={floor - h / 2 + 5}
        textAnchor="middle"
        style={{ font: '650 13px var(--face-head)', fill: 'var(--ink)' }}
      >
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

/** A cut through it, with what is clear under packs and lid. */
export function FromTheSide({ v }: { v: BoxView }) {
  const [w, , h] = v.type.insideCm;
  const t = v.type.wallCm;
  const s = Math.min(352 / (w + 2 * t), 250 / (h + 2 * t));
  const W = (w + 2 * t) * s;
  const H = (h + 2 * t) * s;
  const floor = (t + h - v.liningCm) * s;
  const front = [...v.arrangement.placed].sort((a, b) => b.yCm - a.yCm);
  const tall = Math.max(0, ...front.map((b) => b.lying?.highCm ?? b.standing.heightCm));
  const lids = v.packs.filter((p) => p.at === 'lid');
  const packCm = Math.max(0, ...lids.map((p) => p.thicknessCm));
  // From the lid down: the packs and what is kept free under them.
  const keptCm = Math.max(0, h - v.liningCm - v.arrangement.roomCm);
  const fits = v.arrangement.clearCm >= 0;
  const count = lids.reduce((n, p) => n + p.count, 0);
  const packW = Math.max(0, ...lids.map((p) => p.sizeCm[0]));
  const side = v.packs.find((p) => p.at === 'side');
  return (
    <svg
      viewBox={`0 0 ${W + 36} ${H + 28}`}
      className="w-full max-w-[390px]"
      role="img"
      aria-label={
        fits
          ? `From the side: ${one(v.arrangement.clearCm)} cm clear over the tallest bag`
          : `From the side: the tallest bag is ${one(-v.arrangement.clearCm)} cm too tall`
      }
    >
      <text x={6 + W / 2} y="12" textAnchor="middle" className="rb-ax">
        cut through the box
      </text>
      <text transform={`translate(${W + 24} ${24 + H / 2}) rotate(90)`} textAnchor="middle" className="rb-ax">
        {v.outsideCm[2]} cm outside
      </text>
      <g transform="translate(6 20)">
        <rect width={W} height={H} rx="2" fill="url(#foam)" stroke="var(--ink)" strokeWidth="1.4" />
        <rect x={t * s} y={t * s} width={w * s} height={h * s} fill="var(--surface)" stroke="var(--ink)" />
        <path d={`M0 ${t * s}H${W}`} stroke="var(--ink)" strokeWidth=".8" />
        {front.map((b) =>
          b.lying ? (
            <LyingBeside key={b.bagId} b={b} v={v} s={s} floor={floor} />
          ) : (
            <BagBeside
              key={b.bagId}
              b={b}
              x={(t + v.liningCm + b.xCm - b.standing.diameterCm / 2) * s}
              floor={floor}
              s={s}
              first={v.firstToFail === b.bagId ? v.firstColour : null}
            />
          ),
        )}
        {packCm > 0 &&
          Array.from({ length: Math.min(count, 4) }, (_, i) => {
            const slot = (w * s) / Math.min(count, 4);
            return (
              <rect
                key={i}
                x={t * s + slot * (i + 0.5) - Math.min(slot * 0.44, (packW * s) / 2)}
                y={t * s + 1}
                width={Math.min(slot * 0.88, packW * s)}
                height={packCm * s}
                fill="#E9C3A4"
                stroke="var(--c-temp)"
              />
            );
          })}
        {side && (
          <rect
            x={(t + w - side.thicknessCm) * s - 1}
            y={floor - (h / 2 + side.sizeCm[1] / 2) * s}
            width={side.thicknessCm * s}
            height={side.sizeCm[1] * s}
            fill="#E9C3A4"
            stroke="var(--c-temp)"
          />
        )}
        {keptCm > 0 && (
          <path d={`M${t * s} ${(t + keptCm) * s + 1}H${(t + w) * s}`} stroke="var(--c-temp)" strokeDasharray="4 3" />
        )}
        {fits && v.arrangement.clearCm > 0.6 && (
          <g>
            <path
              d={`M${(t + w / 2) * s} ${(t + keptCm) * s + 1}V${floor - tall * s}m-4 0h8M${(t + w / 2) * s - 4} ${(t + keptCm) * s + 1}h8`}
              stroke="var(--fine)"
              fill="none"
              strokeWidth="1.4"
            />
            <text
              x={(t + w / 2) * s + 8}
              y={((t + packCm) * s + floor - tall * s) / 2 + 5}
              className="rb-fig"
              fill="var(--fine)"
            >
              {one(v.arrangement.clearCm + (packCm > 0 ? 1 : 0))} cm clear
            </text>
          </g>
        )}
        <path
          d={`M${t * s} ${floor - tall * s}H${(t + w) * s}`}
          stroke={fits ? 'var(--fine)' : 'var(--stop)'}
          strokeDasharray="4 3"
        />
      </g>
    </svg>
  );
}

function BagBeside({
  b,
  x,
  floor,
  s,
  first,
}: {
  b: BoxView['arrangement']['placed'][number];
  x: number;
  floor: number;
  s: number;
  /** Its colour, where it is the first to fail. */
  first: string | null;
}) {
  const bw = b.standing.diameterCm * s;
  const sh = b.standing.shoulderCm * s;
  const wt = b.standing.waterDepthCm * s;
  const top = floor - sh;
  const neck = (b.standing.heightCm - b.standing.shoulderCm) * s;
  const cx = x + bw / 2;
  return (
    <g>
      <path
        d={`M${x + 1} ${floor - 1}V${top + 18}Q${x + 2} ${top} ${cx - 5} ${top}L${cx - 3} ${top - neck * 0.4}L${cx + neck * 0.8} ${top - neck * 0.9}L${cx + 4} ${top - neck * 0.2}L${cx + 5} ${top}Q${x + bw - 2} ${top} ${x + bw - 1} ${top + 18}V${floor - 1}Z`}
        fill="var(--surface)"
        fillOpacity=".85"
        stroke={first ?? 'var(--ink)'}
        strokeWidth={first ? 2 : 1}
      />
      <rect x={x + 2} y={floor - wt} width={bw - 4} height={wt - 2} fill="var(--water)" />
      <text
        x={cx}
        y={floor - Math.max(wt + 10, sh * 0.55)}
        textAnchor="middle"
        style={{ font: '650 13px var(--face-head)', fill: 'var(--ink)' }}
      >
        {b.bagId}
      </text>
    </g>
  );
}
