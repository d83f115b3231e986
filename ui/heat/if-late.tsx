'use client';

import { useState } from 'react';
import type { DelayPlace } from '@/core/calendar/legs';
import type { BoxReading } from '@/core/evaluate/box-reading';
import { SelectField } from '@/ui/fields/fields';
import { one, slackWords } from '@/ui/format';

const placeWords: Record<DelayPlace, string> = {
  origin: 'in the last depot of the origin',
  hub: 'at a hub half way',
  destination: 'in the depot of the destination',
  door: 'at the delivery address',
};

/** The box when it is held up somewhere: a slider over the hours, and what its water comes to. */
export function Late({ reading }: { reading: BoxReading }) {
  const [i, setI] = useState(0);
  const [where, setWhere] = useState<DelayPlace>('hub');
  const { hours, figures } = reading.delays[where][i]!;
  const last = reading.delays[where].length - 1;
  return (
    <section className="min-w-0" aria-label="If it is late">
      <h2 className="mb-1">If it is late</h2>
      <SelectField
        label="Held up"
        path="late.where"
        value={where}
        onChange={(v) => setWhere(v as DelayPlace)}
        options={Object.entries(placeWords)}
      />
      <label className="mt-1 grid grid-cols-[auto_1fr_64px] items-center gap-3 text-13">
        <span>for</span>
        <input
          type="range"
          className="min-h-9"
          min={0}
          max={last}
          step={1}
          value={i}
          aria-valuetext={`${hours} hours`}
          onChange={(e) => setI(Number(e.target.value))}
        />
        <b className="num text-right">{hours} h</b>
      </label>
      <p className="text-13" role="status" data-testid="late">
        Water <b className="num">{one(figures.coldestC)}</b> to <b className="num">{one(figures.warmestC)}</b> °C until
        opened; time to spare then <b className="num">{slackWords(figures.slackH)}</b>, without random variation.
      </p>
    </section>
  );
}
