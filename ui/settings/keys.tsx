'use client';

import { useState } from 'react';
import { setKeys } from '@/server/settings/actions';
import { useSave } from '@/ui/use-save';

/** Single-letter keys help some hands and surprise others. */
export function KeysChoice({ on }: { on: boolean }) {
  const { save, sending } = useSave();
  const [shown, show] = useState(on);
  const choose = async (next: boolean): Promise<void> => {
    show(next);
    if (!(await save((press) => setKeys(press, next)))) show(!next);
  };
  return (
    <fieldset className="max-w-[760px]">
      <legend className="mb-2 font-head text-22 font-semibold">Keys</legend>
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-5 accent-[var(--tide)]"
          checked={shown}
          disabled={sending}
          onChange={(e) => void choose(e.target.checked)}
        />
        <span>
          <b>Single letters act as keys</b> where no field has the focus; <kbd>?</kbd> lists them.
        </span>
      </label>
    </fieldset>
  );
}
