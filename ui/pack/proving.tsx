'use client';

import { useState } from 'react';
import { openPack, readPack, takeBackPack } from '@/server/pack/actions';
import type { SendView } from '@/server/pack/view';
import type { Problem } from '@/core/consignment/outcome';
import { StateMark, type Mark } from '@/ui/drawings/state-mark';
import { num, NumberField } from '@/ui/fields/fields';
import { clock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import type { useSave } from '@/ui/use-save';
import type { Verdict } from '@/core/heat/proof';

type Pack = SendView['packs'][number];
const marks: Record<Verdict, Mark> = { early: 'ahead', fine: 'fine', slow: 'watch', hot: 'watch', dud: 'stop' };

/** One pack: opened, read, judged; a dud makes room for another. */
function Proved({
  p,
  code,
  zone,
  room,
  busy,
  save,
  problems,
}: { p: Pack; code: string; zone: string; room: string; problems: readonly Problem[] } & Pick<
  ReturnType<typeof useSave>,
  'save' | 'busy'
>) {
  const [surface, setSurface] = useState('');
  const last = p.readings[p.readings.length - 1];
  return (
    <li className="border-t border-rule px-2 py-2">
      <div className="flex flex-wrap items-end gap-3">
        <b className="num w-16 self-center text-18">No. {p.number}</b>
        {p.openedAt ? (
          <>
            <span className="self-center text-13">
              opened <b className="num">{clock(Date.parse(p.openedAt), zone)}</b>
              {p.opened > 1 && <span className="mute">, the {p.opened}. in its place</span>}
            </span>
            <NumberField
              className="w-28"
              label={`Surface of No. ${p.number}`}
              unit="°C"
              path={`surface.${p.id}`}
              problems={problems}
              value={surface}
              onChange={setSurface}
            />
            <Button
              disabled={busy || surface.trim() === ''}
              onClick={() =>
                void save(
                  (press) => readPack(press, { code, packId: p.id, surfaceC: num(surface), roomC: num(room) }),
                  () => setSurface(''),
                )
              }
            >
              Read
            </Button>
          </>
        ) : (
          <Button disabled={busy} onClick={() => void save((press) => openPack(press, code, p.id))}>
            Opened now
          </Button>
        )}
        {p.openedAt && (
          <Button
            tone="flat"
            disabled={busy}
            aria-label={`Take back the last of No. ${p.number}`}
            onClick={() => void save((press) => takeBackPack(press, code, p.id))}
          >
            Take back
          </Button>
        )}
        {last && (last.proof.verdict === 'dud' || last.proof.verdict === 'slow') && (
          <Button disabled={busy} onClick={() => void save((press) => openPack(press, code, p.id))}>
            Another in its place
          </Button>
        )}
      </div>
      {last && (
        <p className="mt-1 flex gap-2 text-13" role="status">
          <StateMark mark={marks[last.proof.verdict]} size={16} />
          <span>
            <b className="num">{last.surfaceC}</b> °C at {clock(Date.parse(last.at), zone)}; {last.proof.words}.
          </span>
        </p>
      )}
    </li>
  );
}

/** The packs of one kind, each a thing with a number, proved before it goes in. */
export function Proving({
  packs,
  code,
  zone,
  save,
  busy,
  problems,
}: { packs: Pack[]; code: string; zone: string; problems: readonly Problem[] } & Pick<
  ReturnType<typeof useSave>,
  'save' | 'busy'
>) {
  const [room, setRoom] = useState('20');
  return (
    <div className="mb-2 ml-10" role="group" aria-label={`Prove ${packs[0]?.name ?? ''}`}>
      <NumberField className="mb-2 w-28" label="The room" unit="°C" path="room" value={room} onChange={setRoom} />
      <ul>
        {packs.map((p) => (
          <Proved key={p.id} p={p} code={code} zone={zone} room={room} save={save} busy={busy} problems={problems} />
        ))}
      </ul>
    </div>
  );
}
