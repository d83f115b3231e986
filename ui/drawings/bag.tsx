import type { StandingBag } from '@/core/bag/geometry';
import type { Species } from '@/core/catalogue/schema';
import type { Bag } from '@/core/consignment/schema';
import { FishShape } from './fish';

interface Inside {
  species: Species;
  count: number;
  lengthCm: number;
}

/** How it is made, as far as it is drawn. */
export type Made = Partial<Pick<Bag, 'lies' | 'layers' | 'corners' | 'cover' | 'tabletOxygenMg' | 'locked'>>;

interface Drawn {
  standing: StandingBag;
  inside: readonly Inside[];
  x: number;
  ground: number;
  scale: number;
  chosen?: boolean;
  made?: Made;
  /** Film that breathes: flat, loosely full of water, no gas. */
  breather?: boolean;
}

/** How large a filled bag is drawn, cm: a lying one on its side, one of breather film flat on the table. */
export const sizeDrawnCm = (s: StandingBag, made: Made = {}, breather = false): { wideCm: number; highCm: number } =>
  breather
    ? { wideCm: (s.diameterCm * Math.PI) / 2, highCm: BREATHER_HIGH_CM + 2 }
    : made.lies
      ? { wideCm: s.heightCm, highCm: s.diameterCm }
      : { wideCm: s.diameterCm, highCm: s.heightCm };

/** A loosely filled bag of breather film, flat on the table, cm (†). */
const BREATHER_HIGH_CM = 5;

/** Up to so many animals are drawn in a bag. */
const DRAWN = 14;

const eachOf = (inside: readonly Inside[]): Inside[] =>
  inside.flatMap((s) => Array.from({ length: Math.min(s.count, DRAWN) }, () => s));

/** Animals in rows in a box of water. */
function Fish({
  inside,
  x,
  y,
  w,
  h,
  scale,
}: {
  inside: readonly Inside[];
  x: number;
  y: number;
  w: number;
  h: number;
  scale: number;
}) {
  const fish = eachOf(inside);
  const span = fish.reduce((sum, s) => sum + s.lengthCm * scale, 0);
  const rows = Math.max(1, Math.min(Math.floor(h / 11), fish.length, Math.ceil((span * 0.8) / w)));
  const perRow = Math.ceil(fish.length / rows);
  return (
    <g style={{ opacity: 'var(--fish, 1)' }}>
      {fish.map((s, i) => {
        const row = Math.floor(i / perRow);
        const inRow = Math.min(perRow, fish.length - row * perRow);
        const slot = w / inRow;
        const length = Math.min(s.lengthCm * scale, slot * 1.05, (h / rows) * 2);
        return (
          <FishShape
            key={i}
            look={s.species.look}
            x={x + slot * ((i % perRow) + 0.5) + (row % 2 ? 2 : -2)}
            y={y + (h * (row + 0.58)) / rows}
            length={Math.max(7, length)}
            flip={(i + row) % 2 === 1}
          />
        );
      })}
    </g>
  );
}

/** Shred, moss or mesh at the bottom of the water. */
function CoverDrawn({ cover, x, y, w }: { cover: NonNullable<Made['cover']>; x: number; y: number; w: number }) {
  const n = Math.max(3, Math.floor(w / 9));
  const at = (i: number): number => x + (w * (i + 0.5)) / n;
  if (cover === 'mesh')
    return (
      <path
        d={Array.from({ length: n }, (_, i) => `M${at(i) - 4} ${y}l8 -8M${at(i) + 4} ${y}l-8 -8`).join('')}
        stroke="var(--ink-3)"
        strokeWidth=".8"
        fill="none"
      />
    );
  return (
    <path
      d={Array.from({ length: n }, (_, i) => `M${at(i)} ${y}q${i % 2 ? 6 : -6} -5 0 -9t${i % 2 ? -4 : 4} -5`).join('')}
      stroke={cover === 'moss' ? 'var(--fine)' : 'var(--tide)'}
      strokeWidth="1.1"
      strokeOpacity=".75"
      fill="none"
    />
  );
}

/** Flat, loosely full, no gas: film that breathes. */
function BreatherDrawing({ standing, inside, x, ground, scale, chosen, made }: Drawn) {
  const w = sizeDrawnCm(standing, {}, true).wideCm * scale;
  const h = BREATHER_HIGH_CM * scale;
  const [l, r, t] = [x - w / 2, x + w / 2, ground - h];
  const body = `M${l} ${ground - h * 0.35}Q${l + 2} ${ground} ${l + w * 0.18} ${ground}H${r - w * 0.18}Q${r - 2} ${ground} ${r} ${ground - h * 0.35}Q${r - w * 0.1} ${t} ${x} ${t}Q${l + w * 0.1} ${t} ${l} ${ground - h * 0.35}Z`;
  return (
    <g>
      <path d={body} fill="var(--water)" />
      {made?.cover && <CoverDrawn cover={made.cover} x={l + w * 0.15} y={ground - 2} w={w * 0.7} />}
      <Fish inside={inside} x={l + w * 0.12} y={t + h * 0.2} w={w * 0.76} h={h * 0.75} scale={scale} />
      <path
        d={body}
        fill="none"
        stroke={chosen ? 'var(--tide)' : 'var(--ink)'}
        strokeWidth={chosen ? 2.4 : 1.3}
        strokeDasharray="5 2.5"
      />
    </g>
  );
}

/** On its side: a long surface. */
function LyingDrawing({ standing, inside, x, ground, scale, chosen, made }: Drawn) {
  const w = standing.heightCm * scale;
  const h = standing.diameterCm * scale;
  const neck = Math.min(w * 0.2, (standing.heightCm - standing.shoulderCm) * scale);
  const share = standing.shoulderCm > 0 ? Math.min(0.97, standing.waterDepthCm / standing.shoulderCm) : 0.5;
  const level = ground - Math.max(6, h * share);
  const l = x - w / 2;
  const r = x + w / 2 - neck;
  const t = ground - h;
  const body = `M${l + 8} ${ground}Q${l} ${ground} ${l} ${ground - h / 2}Q${l} ${t} ${l + 8} ${t}H${r - 14}Q${r} ${t + 2} ${r} ${ground - h / 2 - 4}V${ground - h / 2 + 4}Q${r} ${ground - 2} ${r - 14} ${ground}Z`;
  const stroke = chosen ? 'var(--tide)' : 'var(--ink)';
  const mid = ground - h / 2;
  return (
    <g>
      <path d={body} fill="var(--surface)" fillOpacity=".75" />
      <clipPath id={`lie-${x}-${ground}-${w}`}>
        <path d={body} />
      </clipPath>
      <g clipPath={`url(#lie-${x}-${ground}-${w})`}>
        <rect x={l} y={level} width={w} height={ground - level} fill="var(--water)" />
      </g>
      {made?.cover && <CoverDrawn cover={made.cover} x={l + 12} y={ground - 2} w={w - neck - 24} />}
      <Fish inside={inside} x={l + 10} y={level} w={r - l - 20} h={ground - level} scale={scale} />
      <path d={`M${l + 4} ${level}H${r - 4}`} stroke="var(--water-line)" strokeWidth="1" />
      <path d={body} fill="none" stroke={stroke} strokeWidth={chosen ? 2.4 : 1.3} />
      <path
        d={`M${r + 3} ${mid - 4}L${r + neck + 3} ${mid - 12}Q${r + neck} ${mid} ${r + neck + 3} ${mid + 12}L${r + 3} ${mid + 4}Z`}
        fill="var(--surface)"
        stroke={stroke}
        strokeWidth="1.2"
      />
      <rect
        x={r - 1}
        y={mid - 5}
        width="5"
        height="10"
        rx="1"
        fill="var(--kraft-deep)"
        stroke="var(--kraft-ink)"
        strokeWidth=".7"
      />
      <Layers made={made} l={l} r={r} ground={ground} />
    </g>
  );
}

/** More layers than usual as thin lines beside the wall, tape or bands at the corners. */
function Layers({ made, l, r, ground }: { made: Made | undefined; l: number; r: number; ground: number }) {
  if (!made) return null;
  const tied = made.corners === 'taped' || made.corners === 'banded';
  return (
    <>
      {tied &&
        [l, r].map((at) => (
          <path
            key={at}
            d={`M${at - 5} ${ground - 3}L${at + 5} ${ground - 13}M${at + 5} ${ground - 3}L${at - 5} ${ground - 13}`}
            stroke={made.corners === 'taped' ? 'var(--ink-3)' : 'var(--kraft-ink)'}
            strokeWidth={made.corners === 'taped' ? 3 : 1.6}
            strokeOpacity=".8"
          />
        ))}
      {Array.from({ length: Math.max(0, (made.layers ?? 2) - 2) }, (_, i) => (
        <path
          key={i}
          d={`M${l - 3.5 - 3 * i} ${ground - 40}V${ground + 1}M${r + 3.5 + 3 * i} ${ground - 40}V${ground + 1}`}
          stroke="var(--ink)"
          strokeOpacity=".55"
          strokeWidth="1"
        />
      ))}
    </>
  );
}

/** A filled bag on y = ground, centred at x; everything in pixels at `scale` px a cm. */
export function BagDrawing(d: Drawn) {
  if (d.breather) return <BreatherDrawing {...d} />;
  return d.made?.lies ? <LyingDrawing {...d} /> : <StandingDrawing {...d} />;
}

function StandingDrawing({ standing, inside, x, ground, scale, chosen = false, made }: Drawn) {
  const w = standing.diameterCm * scale;
  const water = standing.waterDepthCm * scale;
  const shoulder = Math.max(water + 6, standing.shoulderCm * scale);
  const curve = Math.min(w * 0.42, (shoulder - water) * 0.6);
  const top = ground - shoulder - 6;
  const l = x - w / 2;
  const r = x + w / 2;
  const level = ground - water;
  const body = `M${l + 5} ${ground}Q${l} ${ground} ${l} ${ground - 6}L${l} ${top + curve + 6}C${l} ${top + curve * 0.35} ${x - 9} ${top + 4} ${x - 4} ${top}L${x + 4} ${top}C${x + 9} ${top + 4} ${r} ${top + curve * 0.35} ${r} ${top + curve + 6}L${r} ${ground - 6}Q${r} ${ground} ${r - 5} ${ground}Z`;
  const stroke = chosen ? 'var(--tide)' : 'var(--ink)';
  return (
    <g>
      <path d={body} fill="var(--surface)" fillOpacity=".75" />
      <path
        d={`M${l + 1} ${level}L${r - 1} ${level}L${r - 1} ${ground - 6}Q${r - 1} ${ground - 1} ${r - 6} ${ground - 1}L${l + 6} ${ground - 1}Q${l + 1} ${ground - 1} ${l + 1} ${ground - 6}Z`}
        fill="var(--water)"
      />
      {made?.cover && <CoverDrawn cover={made.cover} x={l + 6} y={ground - 2} w={w - 12} />}
      {(made?.tabletOxygenMg ?? 0) > 0 && (
        <ellipse cx={x} cy={ground - 5} rx="6" ry="3" fill="var(--surface)" stroke="var(--ink-3)" />
      )}
      <Fish inside={inside} x={l + 7} y={level} w={w - 14} h={water} scale={scale} />
      <ellipse
        cx={x}
        cy={level}
        rx={w / 2 - 1}
        ry="4"
        fill="var(--water-pale)"
        stroke="var(--water-line)"
        strokeWidth=".9"
      />
      <path d={body} fill="none" stroke={stroke} strokeWidth={chosen ? 2.4 : 1.3} />
      <path
        d={`M${x - 4} ${top - 3}L${x - 13} ${top - 17}Q${x - 5} ${top - 13} ${x} ${top - 17}Q${x + 6} ${top - 20} ${x + 13} ${top - 16}L${x + 4} ${top - 3}Z`}
        fill="var(--surface)"
        stroke={stroke}
        strokeWidth="1.2"
      />
      <rect
        x={x - 5}
        y={top - 4}
        width="10"
        height="5"
        rx="1"
        fill="var(--kraft-deep)"
        stroke="var(--kraft-ink)"
        strokeWidth=".7"
      />
      <path
        d={`M${x - 6} ${top + 8}L${x - w * 0.22} ${top + curve * 0.8 + 8}M${x} ${top + 6}L${x - 2} ${top + curve + 12}M${x + 6} ${top + 8}L${x + w * 0.22} ${top + curve * 0.8 + 8}`}
        stroke="var(--ink)"
        strokeOpacity=".22"
        fill="none"
      />
      <Layers made={made} l={l} r={r} ground={ground} />
    </g>
  );
}
