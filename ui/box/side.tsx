import type { BoxView } from '@/server/box/view';
import { one } from '@/ui/format';
import { halfOf, type Placed } from './drawings';

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
