import type { BoxView } from '@/server/box/view';
import { halfOf } from './drawings';

const ORDER = ['lining', 'bags', 'bottles', 'packs', 'lid'] as const;

/** What the box looks like by then, from above. */
function Picture({ v, shows }: { v: BoxView; shows: BoxView['fill'][number]['shows'] }) {
  const [w, d] = v.type.insideCm;
  const t = v.type.wallCm;
  const by = ORDER.indexOf(shows);
  const lids = v.packs.filter((p) => p.at === 'lid').flatMap((p) => Array.from({ length: p.count }, () => p));
  if (shows === 'lid')
    return (
      <svg viewBox={`0 0 ${w + 2 * t} ${d + 2 * t}`} className="w-[76px] shrink-0" aria-hidden="true">
        <rect width={w + 2 * t} height={d + 2 * t} rx="1" fill="var(--kraft)" stroke="var(--ink)" strokeWidth=".6" />
        <rect x="0" y={(d + 2 * t) / 2 - 2.5} width={w + 2 * t} height="5" fill="var(--surface)" fillOpacity=".65" />
      </svg>
    );
  return (
    <svg viewBox={`${-t} ${-t} ${w + 2 * t} ${d + 2 * t}`} className="w-[76px] shrink-0" aria-hidden="true">
      <rect
        x={-t}
        y={-t}
        width={w + 2 * t}
        height={d + 2 * t}
        rx="1"
        fill="var(--sunk)"
        stroke="var(--ink)"
        strokeWidth=".6"
      />
      <rect width={w} height={d} fill="var(--surface)" stroke="var(--ink)" strokeWidth=".5" />
      <rect
        x="1"
        y="1"
        width={w - 2}
        height={d - 2}
        rx="2"
        fill="none"
        stroke="var(--water-line)"
        strokeWidth=".8"
        strokeDasharray="2 1.4"
      />
      <g transform={`translate(${v.liningCm} ${v.liningCm})`}>
        {by >= 1 &&
          v.arrangement.placed.map((b) =>
            b.lying ? (
              <rect
                key={b.bagId}
                x={b.xCm - halfOf(b, 'x')}
                y={b.yCm - halfOf(b, 'y')}
                width={2 * halfOf(b, 'x')}
                height={2 * halfOf(b, 'y')}
                rx="2"
                fill="var(--water)"
                stroke="var(--water-line)"
                strokeWidth=".6"
              />
            ) : (
              <circle
                key={b.bagId}
                cx={b.xCm}
                cy={b.yCm}
                r={b.standing.diameterCm / 2 - 0.3}
                fill="var(--water)"
                stroke="var(--water-line)"
                strokeWidth=".6"
              />
            ),
          )}
        {by >= 2 &&
          v.arrangement.bottles.map((b, i) => (
            <circle
              key={i}
              cx={b.xCm}
              cy={b.yCm}
              r={b.diameterCm / 2 - 0.3}
              fill="var(--surface)"
              stroke="var(--water-line)"
              strokeWidth=".6"
              strokeDasharray="1.6 1"
            />
          ))}
      </g>
      {by >= 3 && (
        <>
          <rect x=".6" y=".6" width={w - 1.2} height={d - 1.2} fill="var(--paper)" fillOpacity=".72" />
          {lids.map((p, i) => (
            <rect
              key={i}
              x={(w * (i + 1)) / (lids.length + 1) - Math.min(p.sizeCm[0], w / lids.length - 1) / 2}
              y={d / 2 - p.sizeCm[1] / 2}
              width={Math.min(p.sizeCm[0], w / lids.length - 1)}
              height={p.sizeCm[1]}
              fill="#E9C3A4"
              stroke="var(--c-temp)"
              strokeWidth=".6"
            />
          ))}
        </>
      )}
    </svg>
  );
}

/** The order of filling in numbered pictures. */
export function FillOrder({ v }: { v: BoxView }) {
  return (
    <ol>
      {v.fill.map((x, i) => (
        <li key={i} className="flex items-center gap-3 border-b border-rule py-1.5 text-13">
          <b className="num w-4 text-ink-3">{i + 1}</b>
          <Picture v={v} shows={x.shows} />
          <span>{x.words}</span>
        </li>
      ))}
    </ol>
  );
}
