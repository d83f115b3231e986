'use client';

import { useState } from 'react';
import type { BoxReading } from '@/core/evaluate/wall';
import { one, slackWords } from '@/ui/format';

/** The box when it is held up at the hub: a slider over the hours, and what its water comes to. */
export function Late({ reading }: { reading: BoxReading }) {
  const [i, setI] = useState(0);
  const { hours, figures } = reading.delays[i]!;
  const last = reading.delays.length - 1;
  return (
    <section className="min-w-0" aria-label="If it is late">
      <h2 className="mb-1">If it is late</h2>
      <label className="grid grid-cols-[auto_1fr_64px] items-center gap-3 text-13">
        <span>Held up at the hub</span>
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
        it is opened; slack then <b className="num">{slackWords(figures.slackH)}</b>, as planned and without chance.
      </p>
    </section>
  );
}
