'use client';

import { useState, type ReactNode } from 'react';
import type { Outcome } from '@/core/consignment/outcome';
import { useSave } from '@/ui/use-save';

/** A wish of the house that is on or off: kept as it is pressed, and back as it was where it could not be. */
export function Switch({
  title,
  on,
  set,
  children,
  note,
}: {
  title: string;
  on: boolean;
  set: (press: string, on: boolean) => Promise<Outcome<null>>;
  children: ReactNode;
  note?: string;
}) {
  const { save, sending } = useSave();
  const [shown, show] = useState(on);
  const choose = async (next: boolean): Promise<void> => {
    show(next);
    if (!(await save((press) => set(press, next)))) show(!next);
  };
  return (
    <fieldset className="max-w-[760px]">
      <legend className="mb-2 font-head text-22 font-semibold">{title}</legend>
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-5 accent-[var(--tide)]"
          checked={shown}
          disabled={sending}
          onChange={(e) => void choose(e.target.checked)}
        />
        <span>{children}</span>
      </label>
      {note && <p className="note">{note}</p>}
    </fieldset>
  );
}
