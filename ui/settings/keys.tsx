'use client';

import { setKeys } from '@/server/settings/actions';
import { useSave } from '@/ui/use-save';

/** Single-letter keys help some hands and surprise others. */
export function KeysChoice({ on }: { on: boolean }) {
  const { save, busy } = useSave();
  return (
    <fieldset className="max-w-[760px]">
      <legend className="mb-2 font-head text-22 font-semibold">Keys</legend>
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-5 accent-[var(--tide)]"
          checked={on}
          disabled={busy}
          onChange={(e) => void save(() => setKeys(e.target.checked))}
        />
        <span>
          <b>Single letters act as keys</b> where no field has the focus; <kbd>?</kbd> lists them.
        </span>
      </label>
    </fieldset>
  );
}
