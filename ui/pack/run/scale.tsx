'use client';

import { useState } from 'react';
import type { PackedConsignment } from '@/server/pack/run-view';
import { num } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { useScale } from './use-scale';

/** What the scale says of a closed box, typed or from a stand-in, against what was booked. */
export function Scale({ c, boxId, practises }: { c: PackedConsignment; boxId: string; practises: boolean }) {
  const [typed, setTyped] = useState('');
  const [told, setTold] = useState<string | null>(null);
  const scale = useScale(c.code, boxId, (kg) => {
    setTyped(String(kg));
    setTold(String(kg));
  });
  const box = c.boxes.find((b) => b.id === boxId)!;
  const kg = num(typed);
  const over = box.bookedKg !== null && kg > box.bookedKg;
  return (
    <form
      className="mt-4 max-w-[640px] space-y-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!(kg > 0)) return;
        const method = told === typed ? ('stand-in' as const) : ('typed' as const);
        press({ deed: 'weigh', code: c.code, boxId, kg, method }, `box ${boxId}: ${typed} kg`);
        press({ deed: 'tick', code: c.code, key: `weigh:${boxId}`, done: true }, `box ${boxId} weighed`);
      }}
    >
      <div className="flex flex-wrap gap-2">
        <label className="flex min-w-0 flex-1 items-baseline gap-2">
          <span className="sr-only">Weight of box {boxId}</span>
          <input
            className="in num min-h-16 w-32 !text-28"
            inputMode="decimal"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
          <span className="u">kg</span>
        </label>
        {practises && (
          <Button
            type="button"
            className="min-h-16"
            disabled={scale.shows !== null}
            onClick={() => void scale.follow()}
          >
            {scale.shows === null ? 'Read the scale' : `${scale.shows.toFixed(2)} kg …`}
          </Button>
        )}
        <Button tone="hands" className="min-h-16" disabled={!(kg > 0)}>
          Weighed
        </Button>
      </div>
      {over && (
        <p className="problem !text-16" role="alert">
          {(kg - box.bookedKg!).toFixed(1)} kg over the booked weight: the counter will refuse it. Book again, or take
          something out.
        </p>
      )}
      {scale.words && (
        <p className="problem" role="alert">
          {scale.words}
        </p>
      )}
      {box.weighed && (
        <p className="text-16">
          Scale reading <b className="num">{box.weighed.kg} kg</b>
          {box.weighed.method === 'stand-in' ? ', simulated' : ''}.
        </p>
      )}
    </form>
  );
}
