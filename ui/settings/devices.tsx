'use client';

import { useState } from 'react';
import { setPractises } from '@/server/devices/actions';
import { useSave } from '@/ui/use-save';

/** Instruments: stand-ins to practise with; real ones by hand or by their files. */
export function DevicesChoice({ on }: { on: boolean }) {
  const { save, sending } = useSave();
  const [shown, show] = useState(on);
  const choose = async (next: boolean): Promise<void> => {
    show(next);
    if (!(await save((press) => setPractises(press, next)))) show(!next);
  };
  return (
    <fieldset className="max-w-[760px]">
      <legend className="mb-2 font-head text-22 font-semibold">Devices</legend>
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-5 accent-[var(--tide)]"
          checked={shown}
          disabled={sending}
          onChange={(e) => void choose(e.target.checked)}
        />
        <span>
          <b>Stand-ins to practise with</b>: an infrared thermometer, a scale, a water probe and a logger that read what
          the house computes. Their readings are kept as practice, never as measurements.
        </span>
      </label>
      <p className="note">
        A real instrument is read by eye and typed; the file of a temperature logger is taken where it is asked for.
      </p>
    </fieldset>
  );
}
