import type { HeldView } from '@/server/logbook/list';
import { StateMark } from '@/ui/drawings/state-mark';
import { Table } from '@/ui/kit/table';
import { Tabs } from '@/ui/shell/tabs';
import { Left } from './still-loading';

const percent = (v: number): string => `${Math.round(100 * v)} %`;
/** Chances crowd near the sure end: the axes stretch there, so that 95 and 99 stand apart. */
const at = (v: number): number => {
  const [a, b] =
    v < 0.5 ? [v / 0.5, 0] : v < 0.8 ? [(v - 0.5) / 0.3, 1] : v < 0.95 ? [(v - 0.8) / 0.15, 2] : [(v - 0.95) / 0.05, 3];
  return (a + b) / 4;
};
const TICKS = [0, 0.5, 0.8, 0.95, 1] as const;

/** Said against held: on the line nothing has to be learned. */
function Reliability({ v }: { v: HeldView }) {
  const x = (p: number): number => 56 + 380 * at(p);
  const y = (p: number): number => 400 - 380 * at(p);
  const most = Math.max(1, ...v.bins.map((b) => b.n));
  return (
    <svg
      viewBox="0 0 460 446"
      className="w-full max-w-xl"
      role="img"
      aria-label={
        v.bins.map((b) => `Predicted ${percent(b.said)}: ${b.held} of ${b.n} held`).join('; ') || 'Nothing yet'
      }
    >
      {TICKS.map((t) => (
        <g key={t}>
          <path d={`M56 ${y(t)}H436`} stroke="var(--rule)" />
          <path d={`M${x(t)} 20V400`} stroke="var(--rule)" />
          <text x="48" y={y(t) + 4} textAnchor="end" className="rb-ax">
            {Math.round(100 * t)}
          </text>
          <text x={x(t)} y="418" textAnchor="middle" className="rb-ax">
            {Math.round(100 * t)}
          </text>
        </g>
      ))}
      <path d={`M56 400L436 20`} stroke="var(--tide)" strokeWidth="1.5" />
      <text x="246" y="440" textAnchor="middle" className="rb-l">
        said, %
      </text>
      <text x="14" y="210" textAnchor="middle" transform="rotate(-90 14 210)" className="rb-l">
        held, %
      </text>
      {v.bins.map((b) => (
        <g key={b.from}>
          <path d={`M${x(b.said)} ${y(b.low)}V${y(b.high)}`} stroke="var(--ink-2)" strokeWidth="2" />
          <path
            d={`M${x(b.said) - 5} ${y(b.low)}h10M${x(b.said) - 5} ${y(b.high)}h10`}
            stroke="var(--ink-2)"
            strokeWidth="2"
          />
          <circle
            cx={x(b.said)}
            cy={y(b.share)}
            r={5 + 7 * Math.sqrt(b.n / most)}
            fill={b.said < b.low || b.said > b.high ? 'var(--watch-mark)' : 'var(--tide)'}
            stroke="var(--surface)"
            strokeWidth="2"
          />
          <text
            x={x(b.said) + (at(b.said) > 0.85 ? -9 : 9)}
            y={y(b.low) - 4}
            textAnchor={at(b.said) > 0.85 ? 'end' : 'start'}
            className="rb-n b"
          >
            {b.held} of {b.n}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Whether what is foretold comes so: the picture, the score, the seasons. */
export function ForecastAccuracy({ v }: { v: HeldView }) {
  const enough = v.n >= v.verdictFrom;
  return (
    <>
      <section className="chead flex-wrap gap-y-1 py-2">
        <h1>Forecast accuracy</h1>
        <p className="c2 mr-auto max-w-xl">What was predicted at drop-off, next to what arrived.</p>
        {v.brier !== null && (
          <p className="text-right">
            <span className="font-head text-15 font-semibold">Brier score</span>{' '}
            <b className="num text-34">{v.brier.toFixed(3)}</b>
            <span className="c2 block">
              {v.base !== null && `${v.base.toFixed(3)} by always giving the average; 0 is perfect`}
            </span>
          </p>
        )}
      </section>
      <Tabs at="/logbook/held" />
      <section className="work grid grid-cols-[minmax(0,1fr)] gap-x-12 gap-y-6 lg:grid-cols-[minmax(0,540px)_minmax(0,1fr)]">
        <div>
          <Left n={v.left} />
          <Reliability v={v} />
        </div>
        <div>
          <div className={`flex gap-3 p-4 ${v.drift ? 'bg-watch-pale' : 'bg-water-pale'}`}>
            <StateMark mark={v.drift ? 'watch' : enough ? 'fine' : 'ahead'} size={28} />
            <p>
              <b className="font-head text-18">
                {v.drift
                  ? 'It drifts'
                  : enough
                    ? 'Differences are within chance'
                    : `${v.n} of ${v.verdictFrom} boxes needed for a verdict`}
              </b>
              <span className="block">
                {v.drift
                  ? v.drift.words
                  : enough
                    ? 'Recent predictions match what arrived (9 times in 10).'
                    : 'A box counts once it was dropped off with a prediction, opened, and every bag counted.'}
              </span>
            </p>
          </div>
          <h2 className="mb-1 mt-6">By season</h2>
          <Table
            className="pairs"
            head={
              <>
                <th>Season</th>
                <th className="r">Boxes</th>
                <th className="r">Predicted</th>
                <th className="r">Arrived well</th>
                <th className="r">9 in 10 between</th>
                <th className="r">Brier</th>
              </>
            }
          >
            {v.seasons.map((s) => (
              <tr key={s.words}>
                <td>{s.words}</td>
                <td className="r num" data-head="Boxes">
                  {s.n}
                </td>
                <td className="r num" data-head="Predicted">
                  {percent(s.said)}
                </td>
                <td className="r num" data-head="Arrived well">
                  <b>{percent(s.share)}</b>
                </td>
                <td className="r num" data-head="9 in 10 between">
                  {percent(s.low)} and {percent(s.high)}
                </td>
                <td className="r num" data-head="Brier">
                  {s.n >= v.verdictFrom ? s.brier.toFixed(3) : 'few'}
                </td>
              </tr>
            ))}
          </Table>
          {v.seasons.length === 0 && <p className="note">No box with a prediction and a count yet.</p>}
          <p className="note mt-6 max-w-prose">
            Each dot: how often boxes with that prediction arrived well. Its stem: where the true share is, 9 times in
            10 (Wilson). A coloured dot is off by more than chance. The score is the mean squared error (Brier).
          </p>
        </div>
      </section>
    </>
  );
}
