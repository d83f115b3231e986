import { Table } from '@/ui/kit/table';
import { Button } from '@/ui/kit/button';
import type { ReactNode } from 'react';
import { counted } from '@/core/quantities/words';
import { BagDrawing } from '@/ui/drawings/bag';
import { StateMark } from '@/ui/drawings/state-mark';
import { factorColour, factorWords, slackWords } from '@/ui/format';
import type { BagView } from '@/server/bag/view';

const unit = (figure: string | number, of: string) => (
  <>
    <b className="num">{figure}</b>
    <span className="u">{of}</span>
  </>
);
const grams = (g: number): string => (g < 10 ? g.toFixed(1) : g.toFixed(0));

/** What stands under each bag. */
const figures: readonly [name: string, cell: (v: BagView) => ReactNode][] = [
  [
    'Animals',
    (v) =>
      unit(
        v.inside.reduce((n, s) => n + s.count, 0),
        `${grams(v.fishG)} g in all`,
      ),
  ],
  ['Water', (v) => unit(v.bag.waterL, 'L')],
  ['Gas', (v) => unit(v.bag.gasL, `L ${Math.round(v.bag.oxygenFraction * 100)} % O₂`)],
  ['Safe for', (v) => unit(v.safeH === null ? `> ${Math.floor(v.safeBeyondH)}` : Math.round(v.safeH), 'h')],
  ['Slack', (v) => <b className="num">{slackWords(v.slackH)}</b>],
  [
    'Holds in',
    (v) =>
      v.chance === null ? (
        ''
      ) : (
        <>
          <span className="num">{(100 * v.chance).toFixed(0)}</span> % of runs
        </>
      ),
  ],
  ['Worst tenth', (v) => <span className="num">{slackWords(v.worstSlackH)}</span>],
  [
    'Fails first',
    (v) => (
      <b style={{ color: v.factor ? factorColour[v.factor] : undefined }}>
        {v.factor ? factorWords[v.factor] : 'none'}
      </b>
    ),
  ],
];

/** The bags side by side on a mat of 5 cm squares, their figures in columns under them. */
export function Mat({
  views,
  chosen,
  choose,
}: {
  views: readonly BagView[];
  chosen: string;
  choose: (id: string) => void;
}) {
  // The mat: as wide as the bags, 5 cm squares.
  const bagsCm = views.reduce((cm, v) => cm + v.standing.diameterCm + 4, 0);
  const totalCm = Math.max(40, bagsCm);
  const tallestCm = Math.max(24, ...views.map((v) => v.standing.heightCm + 3));
  const LEFT = 92;
  const width = 768;
  const scale = Math.min((width - LEFT) / totalCm, 162 / tallestCm);
  const ground = 180;
  const column = (width - LEFT) / Math.max(1, views.length);

  return (
    <div className="overflow-x-auto">
      <div className="min-w-[560px]">
        <svg
          viewBox={`0 0 ${width} 202`}
          className="w-full"
          role="img"
          aria-label={`${counted(views.length, 'bag')} standing side by side`}
        >
          {Array.from({ length: Math.floor((width - LEFT) / (5 * scale)) + 1 }, (_, i) => (
            <path key={i} d={`M${LEFT + i * 5 * scale} 6V${ground}`} stroke="var(--grid)" />
          ))}
          {Array.from({ length: Math.floor((ground - 6) / (5 * scale)) + 1 }, (_, i) => (
            <g key={i}>
              <path d={`M${LEFT} ${ground - i * 5 * scale}H${width}`} stroke="var(--grid)" />
              {i % 2 === 0 && (
                <text x={LEFT - 8} y={ground - i * 5 * scale + 4} textAnchor="end" className="rb-ax">
                  {i * 5}
                </text>
              )}
            </g>
          ))}
          <text x={LEFT - 30} y={14} className="rb-s">
            cm
          </text>
          {views.map((v, i) => (
            <g key={v.bag.id} onClick={() => choose(v.bag.id)} style={{ cursor: 'pointer' }}>
              {chosen === v.bag.id && (
                <rect x={LEFT + i * column} y="0" width={column} height="202" fill="var(--water-pale)" />
              )}
              <BagDrawing
                standing={v.standing}
                inside={v.inside}
                x={LEFT + (i + 0.5) * column}
                ground={ground}
                scale={scale}
                chosen={chosen === v.bag.id}
              />
              <text
                x={LEFT + (i + 0.5) * column}
                y="197"
                textAnchor="middle"
                style={{ font: '650 15px var(--face-head)', fill: 'var(--ink)' }}
              >
                {v.bag.id}
              </text>
            </g>
          ))}
          <path d={`M${LEFT} ${ground}H${width}`} stroke="var(--ink)" strokeWidth="1.4" />
        </svg>
        <Table
          className="bagtable table-fixed"
          cols={
            <>
              <col style={{ width: `${(LEFT / width) * 100}%` }} />
              {views.map((v) => (
                <col key={v.bag.id} />
              ))}
            </>
          }
        >
          {figures.map(([name, cell]) => (
            <tr key={name}>
              <th scope="row" className="!border-rule !text-ink">
                {name}
              </th>
              {views.map((v) => (
                <td
                  key={v.bag.id}
                  data-testid={`${name}-${v.bag.id}`}
                  className={`text-center !px-0.5 ${chosen === v.bag.id ? 'bg-[var(--water-pale)]' : ''}`}
                >
                  {cell(v)}
                </td>
              ))}
            </tr>
          ))}
          <tr className="no-print">
            <th scope="row" className="sr-only">
              Show
            </th>
            {views.map((v) => (
              <td
                key={v.bag.id}
                className={`!border-0 text-center ${chosen === v.bag.id ? 'bg-[var(--water-pale)]' : ''}`}
              >
                <Button
                  tone="flat"
                  className="w-full !px-0"
                  aria-pressed={chosen === v.bag.id}
                  onClick={() => choose(v.bag.id)}
                  aria-label={`Show bag ${v.bag.id} hour by hour`}
                >
                  <StateMark mark={v.state} />
                </Button>
              </td>
            ))}
          </tr>
        </Table>
      </div>
    </div>
  );
}
