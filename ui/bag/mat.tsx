import { Table } from '@/ui/kit/table';
import { Button } from '@/ui/kit/button';
import type { ReactNode } from 'react';
import { counted } from '@/core/quantities/words';
import { groupIdentical, namesOf } from '@/core/bag/bag-groups';
import { BagDrawing, sizeDrawnCm } from '@/ui/drawings/bag';
import { StateMark } from '@/ui/drawings/state-mark';
import { factorColour, factorWords, slackWords } from '@/ui/format';
import type { BagView } from '@/server/bag/view';

const unit = (figure: string | number, of: string) => (
  <>
    <b className="num">{figure}</b>
    {'\u00a0'}
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
        `weigh ${grams(v.fishG)} g`,
      ),
  ],
  ['Water', (v) => unit(v.bag.waterL, 'L')],
  ['Gas', (v) => unit(v.bag.gasL, `L, ${Math.round(v.bag.oxygenFraction * 100)} % O₂`)],
  ['Safe for', (v) => unit(v.safeH === null ? `> ${Math.floor(v.safeBeyondH)}` : Math.round(v.safeH), 'h')],
  ['Margin', (v) => <b className="num">{slackWords(v.slackH)}</b>],
  [
    'Good in',
    (v) =>
      v.chance === null ? (
        ''
      ) : (
        <>
          <span className="num">{(100 * v.chance).toFixed(0)}</span> of 100 trips
        </>
      ),
  ],
  ['Bad case (1 in 10)', (v) => <span className="num">{slackWords(v.worstSlackH)}</span>],
  [
    'Limited by',
    (v) => (
      <b style={{ color: v.factor ? factorColour[v.factor] : undefined }}>
        {v.factor ? factorWords[v.factor] : 'none'}
      </b>
    ),
  ],
];

/** Up to so many stand side by side by themselves; more of them as groups of alike ones, and many groups as a shelf. */
const BESIDE = 8;

/** The weakest of a group stands for it. */
const weakestOf = (group: readonly BagView[]): BagView =>
  group.reduce((x, v) => ((v.worstSlackH ?? Infinity) < (x.worstSlackH ?? Infinity) ? v : x));

/** A column of the mat: a bag, or many alike. */
interface Column {
  v: BagView;
  name: string;
  ids: string[];
}

const columnsOf = (views: readonly BagView[]): Column[] =>
  (views.length <= BESIDE ? views.map((v) => [v]) : groupIdentical(views, (v) => v.bag)).map((group) => {
    const ids = group.map((v) => v.bag.id);
    return { v: weakestOf(group), ids, name: namesOf(ids) };
  });

/** The bags to scale with their figures: side by side on a mat, or, where they are many and unlike, on a shelf. */
export function Mat(p: { views: readonly BagView[]; chosen: string; choose: (id: string) => void }) {
  const columns = columnsOf(p.views);
  return columns.length <= BESIDE ? (
    <SideBySide columns={columns} chosen={p.chosen} choose={p.choose} />
  ) : (
    <Shelf columns={columns} chosen={p.chosen} choose={p.choose} />
  );
}

interface Columns {
  columns: readonly Column[];
  chosen: string;
  choose: (id: string) => void;
}

/** Many unlike bags, a card each: drawn to one scale, with what decides. */
function Shelf({ columns, chosen, choose }: Columns) {
  const size = (v: BagView) => sizeDrawnCm(v.standing, v.bag, v.breather);
  const highCm = Math.max(12, ...columns.map(({ v }) => size(v).highCm));
  const scale = columns.length > 30 ? 2.4 : 3.2;
  const h = highCm * scale + 20;
  return (
    <div className="bagboard" role="list" aria-label="Bags">
      {columns.map(({ v, ids, name }) => {
        const w = Math.max(88, size(v).wideCm * scale + 18);
        const on = ids.includes(chosen);
        return (
          <div key={v.bag.id} role="listitem" className={`bagcard ${on ? 'chosen' : ''}`}>
            <button
              className="block"
              aria-pressed={on}
              aria-label={`Show bag ${v.bag.id} hour by hour`}
              onClick={() => choose(v.bag.id)}
            >
              <svg viewBox={`0 0 ${w} ${h}`} width={w} height={h} aria-hidden="true" className="block">
                <BagDrawing
                  standing={v.standing}
                  inside={v.inside}
                  x={w / 2}
                  ground={h - 3}
                  scale={scale}
                  chosen={on}
                  made={v.bag}
                  breather={v.breather}
                />
                <path d={`M0 ${h - 2}H${w}`} stroke="var(--ink)" strokeWidth="1.2" />
              </svg>
              <span className="flex items-center justify-center gap-1 text-13">
                <StateMark mark={v.state} size={13} />
                <b className="font-head">{name}</b>
                {ids.length > 1 && <span className="num">× {ids.length}</span>}
              </span>
              <span className="block text-12 leading-tight text-ink-2">
                <span className="num">{v.animals}</span> in <span className="num">{v.bag.waterL}</span> L
              </span>
              <b className="num text-13">{slackWords(v.slackH)}</b>
            </button>
          </div>
        );
      })}
    </div>
  );
}

/** The bags side by side on a mat of 5 cm squares, their figures in columns under them. */
function SideBySide({ columns, chosen, choose }: Columns) {
  const views = columns.map((c) => c.v);
  const isChosen = (i: number): boolean => columns[i]!.ids.includes(chosen);
  // The mat: as wide as the bags, 5 cm squares.
  const size = (v: BagView) => sizeDrawnCm(v.standing, v.bag, v.breather);
  const bagsCm = views.reduce((cm, v) => cm + size(v).wideCm + 4, 0);
  // Every column is as wide as the widest bag asks for.
  const totalCm = Math.max(40, bagsCm, views.length * (Math.max(...views.map((v) => size(v).wideCm)) + 2));
  const tallestCm = Math.max(24, ...views.map((v) => size(v).highCm + 3));
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
          aria-label={`${counted(
            columns.reduce((n, c) => n + c.ids.length, 0),
            'bag',
          )} standing side by side`}
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
              {isChosen(i) && <rect x={LEFT + i * column} y="0" width={column} height="202" fill="var(--water-pale)" />}
              <BagDrawing
                standing={v.standing}
                inside={v.inside}
                x={LEFT + (i + 0.5) * column}
                ground={ground}
                scale={scale}
                chosen={isChosen(i)}
                made={v.bag}
                breather={v.breather}
              />
              <text
                x={LEFT + (i + 0.5) * column}
                y="197"
                textAnchor="middle"
                style={{ font: '650 15px var(--face-head)', fill: 'var(--ink)' }}
              >
                {columns[i]!.name}
                {columns[i]!.ids.length > 1 && ` × ${columns[i]!.ids.length}`}
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
              {views.map((v, i) => (
                <td
                  key={v.bag.id}
                  data-testid={`${name}-${v.bag.id}`}
                  className={`text-center !px-0.5 ${isChosen(i) ? 'bg-[var(--water-pale)]' : ''}`}
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
            {views.map((v, i) => (
              <td key={v.bag.id} className={`!border-0 text-center ${isChosen(i) ? 'bg-[var(--water-pale)]' : ''}`}>
                <Button
                  tone="flat"
                  className="w-full !px-0"
                  aria-pressed={isChosen(i)}
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
