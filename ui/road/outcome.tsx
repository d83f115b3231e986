import { useState } from 'react';
import { takeOutcome } from '@/server/road/actions';
import type { RoadView } from '@/server/road/view';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';
import { readFileText, sent } from '@/ui/fields/file';
import { one } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { FilePick } from '@/ui/kit/file-pick';
import { Table } from '@/ui/kit/table';
import { useMe } from '@/ui/shell/preferences';
import { useSave } from '@/ui/use-save';

/** What came back: the file of a card or of a consignment, or the text that a card was copied as. */
function Take({ code }: { code: string }) {
  const { save, busy, problems, setProblems } = useSave();
  const [text, setText] = useState('');
  const [last, setLast] = useState('');
  const take = (what: string, asItIs = false): void => {
    setLast(what);
    void save(
      (press) => takeOutcome(press, code, sent(what), asItIs),
      () => setText(''),
    );
  };
  const changed = problems.some((p) => p.path === 'changed');
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3">
      <FilePick
        accept=".json,application/json"
        aria-label="Import the receiver’s report"
        onFile={(file) => {
          if (file.size > LARGEST_FILE) return setProblems(tooLarge(file.size).problems);
          void readFileText(file).then((r) => take(r.text));
        }}
      >
        <span>{busy ? 'Reading …' : 'Import their report'}</span>
      </FilePick>
      <form
        className="flex flex-1 flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          take(text);
        }}
      >
        <label className="min-w-[220px] flex-1">
          <span className="text-13 font-semibold">or the text they sent</span>
          <input className="in" value={text} placeholder="kc-found:1/1:…" onChange={(e) => setText(e.target.value)} />
        </label>
        {text && <Button disabled={busy}>Use</Button>}
      </form>
      <p className="note w-full">Scan codes on their screen under Scan.</p>
      {problems[0] && (
        <p className="problem w-full" role="alert">
          {problems[0].message}{' '}
          {changed && (
            <Button disabled={busy} onClick={() => take(last, true)}>
              Import anyway
            </Button>
          )}
        </p>
      )}
    </div>
  );
}

/** Foretold beside found, once the receiver has told. */
export function OutcomePanel({ v }: { v: RoadView }) {
  const o = v.outcome;
  const owner = useMe().role === 'owner';
  return (
    <section aria-label="What the receiver reported" className="mt-6">
      <div className="flex flex-wrap items-center gap-3">
        <h2>What the receiver reported</h2>
        <a className="btn ml-auto" href={`/consignments/${v.code}/receive`}>
          Type it
        </a>
      </div>
      {owner && <Take code={v.code} />}
      {!o && <p className="note mt-1">Nothing yet. Ask for hours, temperature and losses.</p>}
      {o && (
        <>
          <p className="mt-1 text-15">
            {o.hours !== null && (
              <>
                <b className="num">{o.hours.toFixed(1)} h</b> in the bag
                {o.foretoldHours !== null && (
                  <>
                    , predicted <b className="num">{o.foretoldHours.toFixed(1)} h</b>
                  </>
                )}
                .
              </>
            )}
          </p>
          <Table
            head={
              <>
                <th>Bag</th>
                <th className="r">Water, predicted</th>
                <th className="r">found</th>
                <th className="r">pH, predicted</th>
                <th className="r">found</th>
                <th className="r">Lost</th>
                <th>Signs, and how it was opened</th>
              </>
            }
          >
            {o.bags.map((b) => (
              <tr key={b.id} className={(b.dead ?? 0) > 0 ? 'bg-stop-pale' : ''}>
                <td>
                  <b className="font-head">{b.id}</b>
                </td>
                <td className="r num mute">{b.foretoldC === null ? '' : one(b.foretoldC)}</td>
                <td className="r num">{b.foundC === null ? '?' : one(b.foundC)}</td>
                <td className="r num mute">{b.foretoldPh === null ? '' : one(b.foretoldPh)}</td>
                <td className="r num">{b.foundPh === null ? '?' : one(b.foundPh)}</td>
                <td className="r">
                  <b className="num">{b.dead ?? '?'}</b>
                  {'\u00a0'}
                  <span className="u">of {b.animals}</span>
                </td>
                <td>{[...b.seen, b.moved, b.note].filter(Boolean).join('; ')}</td>
              </tr>
            ))}
          </Table>
          {o.box.length + o.air.length > 0 && <p className="mt-2">In the box: {[...o.box, ...o.air].join(', ')}.</p>}
          {o.remarks && <p className="mt-1">They say: {o.remarks}</p>}
          {o.photos.length > 0 && (
            <p className="mt-2 flex flex-wrap gap-2">
              {o.photos.map((x) => (
                <a key={x.photo} href={`/photos/${x.photo}`} target="_blank" rel="noreferrer" className="btn">
                  Picture of {x.of}
                </a>
              ))}
            </p>
          )}
        </>
      )}
    </section>
  );
}
