'use client';

import { useState } from 'react';
import type { PackedConsignment } from '@/server/pack/run-view';
import { StateMark, type Mark } from '@/ui/drawings/state-mark';
import { num } from '@/ui/fields/fields';
import { clock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import type { Verdict } from '@/core/heat/proof';

type Pack = PackedConsignment['packs'][number];
const marks: Record<Verdict, Mark> = { early: 'ahead', fine: 'fine', slow: 'watch', hot: 'watch', dud: 'stop' };

/** One pack on the bench: what it reads, by steps of a degree or typed; judged by what it should read at its age. */
function Reading({ p, c }: { p: Pack; c: PackedConsignment }) {
  const right = p.rightNowC === null ? 40 : Math.round(p.rightNowC);
  const [typed, setTyped] = useState(String(right));
  const [batch, setBatch] = useState('');
  const last = p.readings[p.readings.length - 1];
  const bad = last && (last.proof.verdict === 'dud' || last.proof.verdict === 'slow');
  const step = (by: number): void => setTyped((x) => String(Math.round((num(x) || right) + by)));
  const batches = c.batches.filter((b) => b.typeId === p.typeId);
  return (
    <li className="border-b border-rule py-3">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <b className="font-head text-18">Pack {p.number}</b>
        <span className="text-15">
          {p.name}, box {p.boxId}
        </span>
        {p.openedAt && <span className="num ml-auto text-13">open since {clock(Date.parse(p.openedAt), c.zone)}</span>}
      </p>
      {p.openedAt && (
        <div className="mt-2 flex flex-wrap gap-2">
          <Button
            className="min-h-16 min-w-16 !text-26"
            aria-label={`Pack ${p.number} colder`}
            onClick={() => step(-1)}
          >
            −
          </Button>
          <label className="flex items-baseline gap-1">
            <span className="sr-only">Surface of pack {p.number}</span>
            <input
              className="in num min-h-16 w-24 text-center !text-26"
              inputMode="decimal"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
            <span className="u">°C</span>
          </label>
          <Button className="min-h-16 min-w-16 !text-26" aria-label={`Pack ${p.number} warmer`} onClick={() => step(1)}>
            +
          </Button>
          <Button
            className="min-h-16 flex-1"
            onClick={() =>
              press(
                { deed: 'readPack', code: c.code, packId: p.id, surfaceC: num(typed), roomC: 20, method: 'typed' },
                `pack ${p.number}: ${typed} °C`,
              )
            }
          >
            It reads {typed} °C
          </Button>
        </div>
      )}
      {last && (
        <p className="mt-2 flex items-start gap-2 text-16">
          <StateMark mark={marks[last.proof.verdict]} size={20} />
          <span>
            <b className="num">{last.surfaceC} °C</b>: {last.proof.words}
          </span>
        </p>
      )}
      {bad && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          {batches.length > 1 && (
            <select className="in min-h-16" aria-label="Batch" value={batch} onChange={(e) => setBatch(e.target.value)}>
              <option value="">batch not known</option>
              {batches.map((b) => (
                <option key={b.batch}>{b.batch}</option>
              ))}
            </select>
          )}
          <Button
            className="min-h-16"
            onClick={() =>
              press(
                {
                  deed: 'openPack',
                  code: c.code,
                  packId: p.id,
                  batch: batch || (batches[0]?.batch ?? ''),
                  nth: p.opened + 1,
                },
                `another pack for ${p.number}`,
              )
            }
          >
            Another one opened in its place
          </Button>
        </div>
      )}
    </li>
  );
}

export const Packs = ({
  c,
  typeId,
  otherSets,
}: {
  c: PackedConsignment;
  typeId: string;
  otherSets: React.ReactNode;
}) => (
  <div className="max-w-[640px]">
    <ul>
      {c.packs
        .filter((p) => p.typeId === typeId)
        .map((p) => (
          <Reading key={`${p.id} ${p.opened}`} p={p} c={c} />
        ))}
    </ul>
    {c.duds
      .filter((d) => d.typeId === typeId)
      .map((d) => (
        <p key={d.words} className="note mt-2">
          {d.words}
        </p>
      ))}
    {otherSets}
  </div>
);
