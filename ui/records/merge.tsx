'use client';

import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { useState } from 'react';
import type { Difference } from '@/records/field';

/**
 * Somebody saved the same thing meanwhile: both versions side by side, field by field, and a choice for each. Nothing
 * is saved before the choice, nothing is lost by it.
 */
export function Meanwhile({
  rows,
  busy,
  onSave,
}: {
  rows: readonly Difference[];
  busy: boolean;
  onSave: (theirs: ReadonlySet<string>) => void;
}) {
  const [theirs, setTheirs] = useState<ReadonlySet<string>>(new Set());
  const take = (path: string, other: boolean): void => {
    const next = new Set(theirs);
    if (other) next.add(path);
    else next.delete(path);
    setTheirs(next);
  };
  const cell = (d: Difference, other: boolean) => (
    <td>
      <label
        className={`flex min-h-9 cursor-pointer items-center gap-2 px-2 ${theirs.has(d.path) === other ? 'bg-water-pale font-semibold' : ''}`}
      >
        <input
          type="radio"
          name={`meanwhile ${d.path}`}
          checked={theirs.has(d.path) === other}
          onChange={() => take(d.path, other)}
        />
        <span className="break-words">{(other ? d.theirs : d.mine) || <i className="mute">empty</i>}</span>
      </label>
    </td>
  );
  return (
    <section
      className="mb-5 border-2 border-[var(--watch-mark)] bg-watch-pale p-4"
      role="alertdialog"
      aria-label="Saved by someone else"
    >
      <h2 className="mb-1">Someone else saved this</h2>
      {rows.length === 0 ? (
        <p className="note">Their version is the same as yours.</p>
      ) : (
        <>
          <p className="note mb-2">Your changes are not lost. Choose for each field which to keep.</p>
          <Table
            className="bg-surface"
            head={
              <>
                <th className="pl-2">Field</th>
                <th>Yours, not saved yet</th>
                <th>Saved by someone else</th>
              </>
            }
          >
            {rows.map((d) => (
              <tr key={d.path}>
                <td className="pl-2">{d.label}</td>
                {cell(d, false)}
                {cell(d, true)}
              </tr>
            ))}
          </Table>
        </>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button type="button" tone="go" disabled={busy} onClick={() => onSave(theirs)}>
          Save choices
        </Button>
        <Button type="button" disabled={busy} onClick={() => onSave(new Set(rows.map((d) => d.path)))}>
          Keep theirs
        </Button>
      </div>
    </section>
  );
}
