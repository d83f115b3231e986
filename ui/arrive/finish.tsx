'use client';

import { useState } from 'react';
import { finishArrival, goOnArriving, tellCertificate } from '@/server/arrive/actions';
import type { ReceiveStationProps } from '@/server/arrive/view';
import { moveIn, openQuarantine } from '@/server/quarantine/actions';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayClock, one } from '@/ui/format';
import { TextField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { useSave } from '@/ui/use-save';

type Outcome = ReceiveStationProps['outcome'];

/** Bag by bag, how it was found. */
function Bags({ o }: { o: Outcome }) {
  return (
    <Table
      head={
        <>
          <th>Bag</th>
          <th className="r">Alive</th>
          <th className="r">Dead</th>
          <th className="r">Water °C</th>
          <th className="r">pH</th>
          <th>Seen</th>
          <th>Tank</th>
        </>
      }
    >
      {o.bags.map((b) => (
        <tr key={b.id} data-of={b.id} className={(b.reading?.dead ?? 0) > 0 ? 'bg-watch-pale' : ''}>
          <td>
            <b className="font-head">{b.id}</b>
          </td>
          <td className="r">
            <b className="num">{b.reading?.alive ?? '?'}</b>
            {'\u00a0'}
            <span className="u">of {b.animals}</span>
          </td>
          <td className="r num">{b.reading?.dead ?? ''}</td>
          <td className="r num">{b.reading?.tempC == null ? '' : one(b.reading.tempC)}</td>
          <td className="r num">{b.reading?.pH == null ? '' : one(b.reading.pH)}</td>
          <td>{[...b.seen, b.reading?.note].filter(Boolean).join(', ')}</td>
          <td>{b.tank}</td>
        </tr>
      ))}
    </Table>
  );
}

/** The certificate that came along is kept with the stay of the animals, for inspectors (W65). */
function Certificate({ p }: { p: ReceiveStationProps }) {
  const { save, busy, problems } = useSave();
  const was = p.outcome.certificate;
  const [number, setNumber] = useState(was);
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3 border-t border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void save((press) => tellCertificate(press, p.code, number));
      }}
    >
      <TextField
        className="w-72"
        label="Certificate of origin that came along"
        path="certificate"
        problems={problems}
        value={number}
        onChange={setNumber}
      />
      {number !== was && <Button disabled={busy}>Save the number</Button>}
      <span className="note">Keep the paper too. It proves origin; it is not a permit.</span>
    </form>
  );
}

/** All across: what came in one look, where everybody lives, and the file that tells the sender. */
export function Finish({ p }: { p: ReceiveStationProps }) {
  const { save, busy, problems } = useSave();
  const o = p.outcome;
  const came = o.bags.reduce((n, b) => n + (b.reading?.alive ?? b.animals - (b.reading?.dead ?? 0)), 0);
  const packed = o.bags.reduce((n, b) => n + b.animals, 0);
  const homeless = o.tanks.filter((t) => t.alive > 0 && !t.living);
  return (
    <section aria-label="The arrival" className="mb-8 border-2 border-t-4 border-ink p-4">
      <div className="flex flex-wrap items-baseline gap-x-8 gap-y-2">
        <h2 className="mr-auto">{o.finishedAt ? 'Finished' : 'All transferred'}</h2>
        <p className="font-head text-15">
          <b className="num text-34">{came}</b>
          {'\u00a0'}
          <span className="u">of {packed} alive</span>
        </p>
        {o.hoursClosed !== null && (
          <p className="font-head text-15">
            <b className="num text-34">{o.hoursClosed.toFixed(0)}</b>
            {'\u00a0'}
            <span className="u">h in the bag</span>
          </p>
        )}
      </div>
      <Bags o={o} />
      {o.tanks.map((t) => (
        <div key={t.name} className="mt-3 flex flex-wrap items-center gap-3 border-t border-rule pt-3" data-of={t.name}>
          <StateMark mark={t.living ? 'done' : 'now'} size={20} />
          <p className="mr-auto text-16">
            <b className="font-head">Tank {t.name}</b>: {t.who || 'none alive'}
            {t.living ? (t.quarantine ? ', in quarantine' : ', living there') : ''}
          </p>
          {!t.living && t.alive > 0 && (
            <>
              <Button
                tone="hands"
                className="min-h-16"
                disabled={busy}
                onClick={() => void save((press) => openQuarantine(press, p.code, t.name))}
              >
                Start quarantine in {t.name}
              </Button>
              {problems.some((x) => x.path === 'join') && (
                <Button
                  className="min-h-16"
                  disabled={busy}
                  onClick={() => void save((press) => openQuarantine(press, p.code, t.name, { join: true }))}
                >
                  Join them in {t.name}: quarantine restarts
                </Button>
              )}
              <Button
                className="min-h-16"
                disabled={busy}
                onClick={() => void save((press) => moveIn(press, p.code, t.name))}
              >
                They stay there
              </Button>
            </>
          )}
        </div>
      ))}
      {p.incoming && <Certificate key={o.certificate} p={p} />}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        {o.finishedAt ? (
          <>
            <p className="mr-auto text-15">Finished {dayClock(Date.parse(o.finishedAt), p.zone)}.</p>
            <Button tone="flat" disabled={busy} onClick={() => void save((press) => goOnArriving(press, p.code))}>
              Undo
            </Button>
          </>
        ) : (
          <Button
            tone={homeless.length === 0 ? 'go' : 'plain'}
            wet
            disabled={busy || homeless.length > 0}
            onClick={() => void save((press) => finishArrival(press, p.code))}
          >
            Finish the arrival
          </Button>
        )}
        <a className="btn min-h-16" href={`/consignments/${p.code}/export`}>
          File for {p.seller}: what arrived
        </a>
      </div>
      {problems[0] && (
        <p className="problem mt-2" role="alert">
          {problems[0].message}
        </p>
      )}
      <p className="note mt-2">
        Tell the sender the hours and how they arrived. Always quarantine fish; many keepers put shrimp and snails
        straight in.
      </p>
    </section>
  );
}
