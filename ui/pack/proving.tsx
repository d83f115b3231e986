'use client';

import { useState } from 'react';
import { readDevice } from '@/server/devices/actions';
import { takeBackPack } from '@/server/pack/actions';
import type { PackedConsignment } from '@/server/pack/run-view';
import { StateMark, type Mark } from '@/ui/drawings/state-mark';
import { num, NumberField, SelectField } from '@/ui/fields/fields';
import { clock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { useSave } from '@/ui/use-save';
import type { PackVerdict } from '@/core/heat/proof';

type Pack = PackedConsignment['packs'][number];
const marks: Record<PackVerdict, Mark> = { early: 'ahead', fine: 'fine', slow: 'watch', hot: 'watch', dud: 'stop' };

/** One pack: opened, read, judged; a dud makes room for another. */
function Proved({
  p,
  code,
  zone,
  room,
  batch,
  practises,
}: {
  p: Pack;
  code: string;
  zone: string;
  room: string;
  batch: string;
  practises: boolean;
}) {
  const { save, busy, problems } = useSave();
  const [surface, setSurface] = useState('');
  /** The device whose figure stands in the field; a figure typed over it is typed. */
  const [by, setBy] = useState<{ name: string; surface: string } | null>(null);
  const read = by?.surface === surface ? 'stand-in' : 'typed';
  const last = p.readings[p.readings.length - 1];
  const open = (): void =>
    press({ deed: 'openPack', code, packId: p.id, batch, nth: p.opened + 1 }, `pack ${p.number} opened`);
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
              className="min-h-16"
              disabled={surface.trim() === ''}
              onClick={() => {
                press(
                  {
                    deed: 'readPack',
                    code,
                    packId: p.id,
                    surfaceC: num(surface),
                    roomC: num(room),
                    method: read,
                  },
                  `pack ${p.number}: ${surface} °C`,
                );
                setSurface('');
              }}
            >
              Read
            </Button>
            {practises && (
              <Button
                className="min-h-16"
                disabled={busy}
                onClick={() =>
                  void save(
                    (press) => readDevice(press, { code, kind: 'infrared', subject: { kind: 'pack', id: p.id } }),
                    (told) => {
                      const now = String(told.values.surfaceC ?? '');
                      setSurface(now);
                      setBy({ name: told.name, surface: now });
                    },
                  )
                }
              >
                Point at it
              </Button>
            )}
          </>
        ) : (
          <Button className="min-h-16" onClick={open}>
            Opened now
          </Button>
        )}
        {p.openedAt && (
          <Button
            tone="flat"
            className="min-h-16"
            disabled={busy}
            aria-label={`Undo the last of No. ${p.number}`}
            onClick={() => void save((press) => takeBackPack(press, code, p.id))}
          >
            Undo
          </Button>
        )}
        {last && (last.proof.verdict === 'dud' || last.proof.verdict === 'slow') && (
          <Button className="min-h-16" onClick={open}>
            Replace it
          </Button>
        )}
      </div>
      {by?.surface === surface && <p className="note mt-1">Read by the {by.name}: stored as practice.</p>}
      {last && (
        <p className="mt-1 flex gap-2 text-13" role="status">
          <StateMark mark={marks[last.proof.verdict]} size={16} />
          <span>
            <b className="num">{last.surfaceC}</b> °C{last.method === 'stand-in' && ' (practice)'} at{' '}
            {clock(Date.parse(last.at), zone)}; {last.proof.words}.
          </span>
        </p>
      )}
    </li>
  );
}

/** The packs of one kind, each a thing with a number, proved before it goes in. */
export function Proving({ c, typeId, practises }: { c: PackedConsignment; typeId: string; practises: boolean }) {
  const { code, zone } = c;
  const packs = c.packs.filter((x) => x.typeId === typeId);
  const batches = c.batches.filter((b) => b.typeId === typeId).map((b) => b.batch);
  const duds = c.duds.filter((d) => d.typeId === typeId).map((d) => d.words);
  const [room, setRoom] = useState('20');
  const [batch, setBatch] = useState(batches.length === 1 ? batches[0]! : '');
  return (
    <div className="mb-2 md:ml-10" role="group" aria-label={`Check ${packs[0]?.name ?? ''}`}>
      <div className="mb-2 flex gap-3">
        <NumberField className="w-28" label="The room" unit="°C" path="room" value={room} onChange={setRoom} />
        {batches.length > 0 && (
          <SelectField
            className="w-40"
            label="From batch"
            path="batch"
            value={batch}
            onChange={setBatch}
            options={[['', 'not recorded'], ...batches.map((b): [string, string] => [b, b])]}
          />
        )}
      </div>
      {duds.map((words) => (
        <p key={words} className="note mb-1">
          {words}
        </p>
      ))}
      <ul>
        {packs.map((p) => (
          <Proved key={p.id} p={p} code={code} zone={zone} room={room} batch={batch} practises={practises} />
        ))}
      </ul>
    </div>
  );
}
