import type { StandingBag } from '@/core/bag/geometry';
import type { Species } from '@/core/catalogue/schema';
import { FishShape } from './fish';

interface Inside {
  species: Species;
  count: number;
  lengthCm: number;
}

/** A filled bag standing on y = ground, centred at x; everything in pixels at `scale` px a cm. */
export function BagDrawing({
  standing,
  inside,
  x,
  ground,
  scale,
  chosen = false,
}: {
  standing: StandingBag;
  inside: readonly Inside[];
  x: number;
  ground: number;
  scale: number;
  chosen?: boolean;
}) {
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
  const fish = inside.flatMap((s) => Array.from({ length: Math.min(s.count, 14) }, () => s));
  const room = w - 14;
  const span = fish.reduce((sum, s) => sum + s.lengthCm * scale, 0);
  const rows = Math.max(1, Math.min(Math.floor(water / 11), fish.length, Math.ceil((span * 0.8) / room)));
  const perRow = Math.ceil(fish.length / rows);
  return (
    <g>
      <path d={body} fill="var(--surface)" fillOpacity=".75" />
      <path
        d={`M${l + 1} ${level}L${r - 1} ${level}L${r - 1} ${ground - 6}Q${r - 1} ${ground - 1} ${r - 6} ${ground - 1}L${l + 6} ${ground - 1}Q${l + 1} ${ground - 1} ${l + 1} ${ground - 6}Z`}
        fill="var(--water)"
      />
      <g style={{ opacity: 'var(--fish, 1)' }}>
        {fish.map((s, i) => {
          const row = Math.floor(i / perRow);
          const inRow = Math.min(perRow, fish.length - row * perRow);
          const col = i % perRow;
          const slot = room / inRow;
          const length = Math.min(s.lengthCm * scale, slot * 1.05, (water / rows) * 2);
          return (
            <FishShape
              key={i}
              look={s.species.look}
              x={l + 7 + slot * (col + 0.5) + (row % 2 ? 2 : -2)}
              y={level + (water * (row + 0.58)) / rows}
              length={Math.max(7, length)}
              flip={(i + row) % 2 === 1}
            />
          );
        })}
      </g>
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
    </g>
  );
}
