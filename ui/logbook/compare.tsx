import { predictedWords } from '@/core/quantities/words';
import { Link } from '@/ui/kit/link';
import type { CompareView, StoryView } from '@/server/logbook/story';
import { one } from '@/ui/format';
import { Table } from '@/ui/kit/table';
import { JourneyChart } from './journey';

/** Warmest and coldest of everything that both show, so that they stand on one scale. */
function scale(a: StoryView, b: StoryView): [number, number] {
  const values = [a, b].flatMap((s) =>
    s.boxes.flatMap((x) =>
      [x.foretold, x.outside, x.read, ...x.traces.map((t) => t.points)].flatMap((c) => c.map(([, v]) => v)),
    ),
  );
  return [Math.floor((Math.min(...values, 18) - 1) / 2) * 2, Math.ceil((Math.max(...values, 26) + 1) / 2) * 2];
}

const coldest = (s: StoryView): string => {
  const all = s.bags.flatMap((b) => (b.found?.tempC == null ? [] : [b.found.tempC]));
  return all.length > 0 ? `${one(Math.min(...all))} °C` : '';
};

/** Two consignments beside one another, on one scale. */
export function Compare({ v }: { v: CompareView }) {
  const { a, b } = v;
  if (!a || !b)
    return (
      <section className="work">
        <h1 className="text-34">Compare two</h1>
        <p className="note py-4">
          {v.codes.filter((c, i) => c && !(i === 0 ? a : b)).join(', ') || 'Two codes'} not found. Tick two lines of the{' '}
          <Link className="font-semibold text-tide" href="/logbook">
            logbook
          </Link>
          .
        </p>
      </section>
    );
  const [lo, hi] = scale(a, b);
  const rows: [string, (s: StoryView) => string][] = [
    ['With', (s) => s.title],
    ['Service', (s) => s.service],
    ['Hours in the bag', (s) => (s.row ? `${s.row.hours.toFixed(1)} h` : 'not opened')],
    ['Late', (s) => (s.row?.lateH == null ? '' : s.row.lateH > 0 ? `${s.row.lateH.toFixed(1)} h` : 'on time')],
    ['Arrived alive', (s) => (s.row && s.row.counted > 0 ? `${s.row.alive} of ${s.row.counted}` : 'not counted')],
    ['Died within 30 days', (s) => String(s.row?.lost30 ?? 0)],
    ['Predicted', (s) => (s.chance ? predictedWords(s.chance, s.row?.animals ?? 0) : 'not kept')],
    ['Coldest bag found', coldest],
    ['Heat loss of its boxes', (s) => s.boxes.flatMap((x) => (x.fit ? [`× ${x.fit.loss.toFixed(2)}`] : [])).join(', ')],
    ['Cost', (s) => (s.row && s.row.cost > 0 ? `${s.row.cost.toFixed(2)} ${s.currency}` : '')],
  ];
  return (
    <>
      <section className="chead">
        <h1>
          {a.code} and {b.code}
        </h1>
      </section>
      <section className="work">
        <Table
          head={
            <>
              <th />
              <th>
                <Link className="row-link" href={`/logbook/${a.code}`}>
                  {a.code}
                </Link>
              </th>
              <th>
                <Link className="row-link" href={`/logbook/${b.code}`}>
                  {b.code}
                </Link>
              </th>
            </>
          }
        >
          {rows.map(([words, of]) => (
            <tr key={words}>
              <td className="note">{words}</td>
              <td className={of(a) === of(b) ? '' : 'font-semibold'}>{of(a)}</td>
              <td className={of(a) === of(b) ? '' : 'font-semibold'}>{of(b)}</td>
            </tr>
          ))}
        </Table>
        {[a, b].map((s) => (
          <div key={s.code} className="mt-6">
            <h2>{s.code}</h2>
            {s.boxes.map((x) => (
              <JourneyChart key={x.id} s={s} box={x} lo={lo} hi={hi} />
            ))}
          </div>
        ))}
      </section>
    </>
  );
}
