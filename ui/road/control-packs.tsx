'use client';

import { Term } from '@/ui/kit/term';
import { useState } from 'react';
import { openTwin, readTwin } from '@/server/road/actions';
import type { RoadView } from '@/server/road/view';
import { StateMark } from '@/ui/drawings/state-mark';
import { num, NumberField } from '@/ui/fields/fields';
import { clock, slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

type Twin = RoadView['twins'][number];

function One({ v, t }: { v: RoadView; t: Twin }) {
  const [surface, setSurface] = useState('');
  const [room, setRoom] = useState('20');
  const { save, busy, problems } = useSave();
  const last = t.readings.at(-1);
  if (t.openedAt === null)
    return (
      <p className="flex flex-wrap items-center gap-3 border-b border-rule py-2">
        <span className="mr-auto">{t.name}: no control pack was opened.</span>
        <Button
          disabled={busy}
          onClick={() => void save((press) => openTwin(press, { code: v.code, packId: t.packId }))}
        >
          One was opened and stays here
        </Button>
      </p>
    );
  return (
    <div className="border-b border-rule py-2">
      <p>
        <b>{t.name}</b>, opened {clock(Date.parse(t.openedAt), v.zone)}
        {last && (
          <>
            {': '}
            <b className="num">{last.surfaceC.toFixed(0)}</b> °C at {clock(Date.parse(last.at), v.zone)};{' '}
            {last.proof.words}
          </>
        )}
      </p>
      {t.fading !== null && (
        <p className="my-1 flex items-start gap-2 bg-watch-pale px-3 py-2" role="status">
          <StateMark mark="watch" size={20} />
          <span>
            It gives about <b className="num">{Math.round(100 * t.fading)} %</b> of what it should. If those in the box
            fade the same way, the margin in a bad case is{' '}
            {t.ifAlike ? <b className="num">{slackWords(t.ifAlike.thenH)}</b> : 'less'}
            {t.ifAlike && <> instead of {slackWords(t.ifAlike.nowH)}</>}: see what can still be done.
          </span>
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <NumberField
          label="It reads"
          unit="°C"
          path="surfaceC"
          value={surface}
          onChange={setSurface}
          problems={problems}
          className="w-28"
        />
        <NumberField
          label="Room"
          unit="°C"
          path="roomC"
          value={room}
          onChange={setRoom}
          problems={problems}
          className="w-28"
        />
        <Button
          disabled={busy || surface.trim() === ''}
          onClick={() =>
            void save(
              (press) => readTwin(press, { code: v.code, packId: t.packId, surfaceC: num(surface), roomC: num(room) }),
              () => setSurface(''),
            )
          }
        >
          Record
        </Button>
      </div>
    </div>
  );
}

/** Packs of the same batch that lie open at home: what they read warns while the box is on the road. */
export function Twins({ v }: { v: RoadView }) {
  if (v.twins.length === 0 || v.delivered) return null;
  return (
    <section aria-label="Control packs" className="mt-4">
      <h3>
        <Term of="control pack">Control pack</Term>
      </h3>
      <p className="note">
        Open one extra pack of the same batch, keep it in paper at home, and measure it now and then. A weak batch shows
        here first. It is as hot as the others: keep it off skin and from children.
      </p>
      {v.twins.map((t) => (
        <One key={t.packId} v={v} t={t} />
      ))}
    </section>
  );
}
