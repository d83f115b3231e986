'use client';

import { useState } from 'react';
import type { PrintedLabel } from '@/server/pack/labels';
import { FishShape } from '@/ui/drawings/fish';
import { Button, ButtonLink } from '@/ui/kit/button';

/** Degrees that the strip on a label shows. */
const STRIP = { from: 0, to: 40 };

function KeepAt({ min, max }: { min: number; max: number }) {
  const x = (c: number): number =>
    (100 * (Math.min(STRIP.to, Math.max(STRIP.from, c)) - STRIP.from)) / (STRIP.to - STRIP.from);
  return (
    <>
      <p>
        Keep at{' '}
        <b>
          {min} to {max}
        </b>{' '}
        °C
      </p>
      <svg viewBox="0 0 100 6" className="w-full" aria-hidden="true">
        <rect x=".3" y=".3" width="99.4" height="3" fill="none" stroke="#000" strokeWidth=".6" />
        <rect x={x(min)} y=".3" width={x(max) - x(min)} height="3" fill="#000" />
        {[5, 10, 15, 20, 25, 30, 35].map((c) => (
          <path key={c} d={`M${x(c)} 3.3V${c % 10 ? 4.4 : 5.2}`} stroke="#000" strokeWidth=".5" />
        ))}
      </svg>
    </>
  );
}

function Label({ x }: { x: PrintedLabel }) {
  return (
    <article className="baglabel" aria-label={`Label of bag ${x.bag}`}>
      <header>
        <b>{x.code}</b>
        <span>
          bag <b>{x.number}</b> of <b>{x.of}</b>
        </span>
      </header>
      <div className="who">
        <b className="id">{x.bag}</b>
        <div>
          <svg viewBox="-30 -16 60 32" width="92" height="48" aria-hidden="true" className="silhouette">
            <FishShape look={{ ...x.look, body: '#000', accent: '#000' }} x={0} y={0} length={52} />
          </svg>
          {x.animals.map((a) => (
            <p key={`${a.name} ${a.more}`}>
              <b className="count">{a.count}</b> {a.name}
              <br />
              <i>{a.scientific}</i>
              <br />
              <span className="small">
                {a.more}; from tank {a.tank}
              </span>
            </p>
          ))}
        </div>
      </div>
      {x.keepC && (
        <section>
          <KeepAt {...x.keepC} />
        </section>
      )}
      <section>
        <p>{x.filled}.</p>
        {x.treated.length > 0 && (
          <p>
            <b>In the water:</b> {x.treated.join('; ')}.
          </p>
        )}
      </section>
      {x.notes.length > 0 && (
        <section>
          {x.notes.map((n) => (
            <p key={n}>{n}</p>
          ))}
        </section>
      )}
      {x.openBefore && (
        <section className="row">
          <span>Open before, in {x.openBefore.town}</span>
          <b className="time">{x.openBefore.at}</b>
        </section>
      )}
      {x.heed.length > 0 && (
        <ul className="heed">
          {x.heed.map((h) => (
            <li key={h}>{h}</li>
          ))}
        </ul>
      )}
      <section>
        <h2>When it arrives</h2>
        <ol>
          <li>Dim the room. Look through the shut bag, and write down what you see.</li>
          <li>
            {x.breathes
              ? 'Do not float it: stand it in the room beside the tank.'
              : 'Keep it shut until net, tank and light are ready: air changes its water at once.'}
          </li>
          <li>Open it by what the sender or your own plan says; the bag water stays out of the tank.</li>
        </ol>
      </section>
      <footer>
        <p>
          <b>From</b> {x.from.name}
          <br />
          {x.from.phone}
        </p>
        <p>
          <b>To</b> {x.to.name}
          <br />
          {x.to.phone}
        </p>
      </footer>
    </article>
  );
}

/** The labels of the bags at printed size, black only: one a page, or four on a sheet. */
export function Labels({ code, labels }: { code: string; labels: PrintedLabel[] }) {
  const [sheet, setSheet] = useState<'a6' | 'a4'>('a4');
  return (
    <>
      <div className="no-print flex flex-wrap items-center gap-3 px-6 py-4">
        <h1 className="mr-auto font-head text-28 font-semibold">Labels for {code}</h1>
        <span className="seg" role="radiogroup" aria-label="Paper">
          {(
            [
              ['a4', 'four on A4'],
              ['a6', 'one on A6'],
            ] as const
          ).map(([key, name]) => (
            <button key={key} type="button" role="radio" aria-checked={sheet === key} onClick={() => setSheet(key)}>
              {name}
            </button>
          ))}
        </span>
        <ButtonLink href={`/consignments/${code}/send`}>Back to Send</ButtonLink>
        <Button tone="go" onClick={() => print()}>
          Print {labels.length === 1 ? 'the label' : `${labels.length} labels`}
        </Button>
      </div>
      {labels.length === 0 ? (
        <p className="note px-6">No bag is planned yet: there is nothing to label.</p>
      ) : (
        <div className={`baglabels ${sheet}`}>
          {labels.map((x) => (
            <Label key={x.bag} x={x} />
          ))}
        </div>
      )}
    </>
  );
}
