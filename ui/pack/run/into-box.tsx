'use client';

import { useState } from 'react';
import { intoBox, notIn } from '@/core/duties/into-box';
import type { PackedConsignment } from '@/server/pack/run-view';
import { StateMark } from '@/ui/drawings/state-mark';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { Live } from '@/ui/scan/look';
import type { TickedMs } from './steps';

/** Bags into their box by number: by a tap, by what stands on the label, or by the camera. A stranger is refused. */
export function IntoBox({ c, boxId, tickedMs }: { c: PackedConsignment; boxId: string; tickedMs: TickedMs }) {
  const [typed, setTyped] = useState('');
  const [told, setTold] = useState<{ ok: boolean; words: string } | null>(null);
  const [camera, setCamera] = useState(false);
  const box = c.boxes.find((b) => b.id === boxId)!;
  const isIn = (bagId: string): boolean => tickedMs(c.code, `in:${bagId}`) !== null;
  const put = (scanned: string): void => {
    const r = intoBox(c, boxId, scanned);
    if (!r.ok) {
      setTold({ ok: false, words: r.problems[0]!.message });
      navigator.vibrate?.([200, 80, 200]);
      return;
    }
    setTyped('');
    if (isIn(r.value)) return setTold({ ok: true, words: `Bag ${r.value} is in already.` });
    press({ deed: 'tick', code: c.code, key: `in:${r.value}`, done: true }, `bag ${r.value} into box ${boxId}`);
    setTold({ ok: true, words: `Bag ${r.value} is in.` });
  };
  const missing = notIn(c, boxId, isIn);
  return (
    <div className="mt-4 max-w-[640px] space-y-3">
      <ul className="flex flex-wrap gap-2" aria-label={`Bags of box ${boxId}`}>
        {box.bagIds.map((id) => (
          <li key={id}>
            <Button
              className="min-h-16 min-w-20 !text-20"
              aria-pressed={isIn(id)}
              onClick={() =>
                press(
                  { deed: 'tick', code: c.code, key: `in:${id}`, done: !isIn(id) },
                  `bag ${id} ${isIn(id) ? 'out of' : 'into'} box ${boxId}`,
                )
              }
            >
              <StateMark mark={isIn(id) ? 'done' : 'ahead'} size={20} /> {id}
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          put(typed);
        }}
      >
        <label className="sr-only" htmlFor="label-number">
          Number on the label
        </label>
        <input
          id="label-number"
          className="in num min-h-16 min-w-0 flex-1 !text-20"
          placeholder={`${c.code}/${missing[0] ?? box.bagIds[0] ?? 'A1'}`}
          value={typed}
          autoComplete="off"
          autoCapitalize="characters"
          onChange={(e) => setTyped(e.target.value)}
        />
        <Button className="min-h-16">Check in</Button>
        <Button type="button" className="min-h-16" onClick={() => setCamera(!camera)}>
          {camera ? 'Stop' : 'Scan'}
        </Button>
      </form>
      {camera && (
        <Live
          found={(text) => {
            put(text);
            setCamera(false);
            return false;
          }}
          stop={(why) => {
            setTold({ ok: false, words: why });
            setCamera(false);
          }}
        />
      )}
      {told && (
        <p className={told.ok ? 'text-16 font-semibold' : 'problem !text-16'} role={told.ok ? 'status' : 'alert'}>
          {told.words}
        </p>
      )}
      <p className="text-16">
        {missing.length === 0 ? 'All bags of this box are in.' : `Not in yet: ${missing.join(', ')}.`}
      </p>
    </div>
  );
}
