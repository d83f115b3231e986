import type { PackedConsignment } from '@/server/pack/run-view';
import { BagDrawing, sizeDrawnCm } from '@/ui/drawings/bag';

type Drawn = PackedConsignment['bags'][number]['drawn'];
const H = 330;
const W = 400;

/** The bag as it has to look, with water and gas in litres and in centimetres beside it. */
export function BagPicture({ bag, name }: { bag: Drawn; name: string }) {
  const size = sizeDrawnCm(bag.standing, bag.made, bag.breather);
  const scale = Math.min((H - 24) / size.highCm, 210 / size.wideCm);
  const ground = H - 6;
  const upright = !bag.breather && !bag.made.lies;
  const middle = upright ? 125 : W / 2;
  const right = middle + (size.wideCm * scale) / 2;
  const water = ground - bag.standing.waterDepthCm * scale;
  const shoulder = ground - bag.standing.shoulderCm * scale;
  const mark = (y: number, figure: string, unit: string, words: string) => (
    <g>
      <path d={`M${right - 6} ${y}h22`} stroke="var(--ink)" strokeWidth="1.6" />
      <text x={right + 22} y={y + 4} style={{ font: '650 26px var(--face-mono)', fill: 'var(--ink)' }}>
        {figure}
        <tspan style={{ font: '400 15px var(--face-text)', fill: 'var(--ink-3)' }}> {unit}</tspan>
      </text>
      <text x={right + 22} y={y + 24} style={{ font: '400 15px var(--face-text)', fill: 'var(--ink-2)' }}>
        {words}
      </text>
    </g>
  );
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="h-auto w-full max-w-[440px]"
      role="img"
      aria-label={`Bag ${name}, filled`}
    >
      <BagDrawing
        standing={bag.standing}
        inside={bag.inside}
        x={middle}
        ground={ground}
        scale={scale}
        made={bag.made as never}
        breather={bag.breather}
      />
      <path d={`M0 ${ground + 1}H${W}`} stroke="var(--ink)" strokeWidth="1.2" />
      {upright && mark(water, String(bag.waterL), 'L water', `${bag.standing.waterDepthCm.toFixed(0)} cm deep`)}
      {upright &&
        bag.gasL > 0 &&
        mark(
          Math.min(shoulder, water - 56),
          String(bag.gasL),
          bag.oxygen ? 'L oxygen' : 'L air',
          bag.twistCm === null ? '' : `twist at ${bag.twistCm.toFixed(0)} cm`,
        )}
    </svg>
  );
}
