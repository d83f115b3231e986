'use client';

import { useState } from 'react';
import { findBoxes } from '@/server/box/actions';
import type { BoxSetRow } from '@/server/box/boxes';
import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { useMoney } from '@/ui/shell/preferences';
import type { useSave } from '@/ui/use-save';

/** Other boxes of the shelf for the same bags, least to pay for first; nothing changes until one is taken. */
export function OtherBoxes({
  code,
  save,
  busy,
  take,
}: { code: string; take: (set: BoxSetRow) => void } & Pick<ReturnType<typeof useSave>, 'save' | 'busy'>) {
  const [sets, setSets] = useState<BoxSetRow[] | null>(null);
  const [looked, setLooked] = useState<BoxSetRow | null>(null);
  const money = useMoney();
  if (!sets)
    return (
      <p className="mt-3">
        <Button disabled={busy} onClick={() => void save((press) => findBoxes(press, code), setSets)}>
          {busy ? 'Looking …' : 'Find better boxes'}
        </Button>
      </p>
    );
  return (
    <section className="mt-3" aria-label="Other boxes">
      <Table
        head={
          <>
            <th>Boxes</th>
            <th className="r">Charged</th>
            <th className="r">Boxes and freight</th>
            <th />
          </>
        }
      >
        {sets.map((s) => (
          <tr key={s.name}>
            <td>
              <b>{s.name}</b>
            </td>
            <td className="r whitespace-nowrap">
              <b className="num">{s.chargeableKg.toFixed(1)}</b>
              {'\u00a0'}
              <span className="u">kg</span>
            </td>
            <td className="r num">{money(s.cost)}</td>
            <td className="r">
              {s.inUse ? (
                <span className="note">in use</span>
              ) : (
                <Button aria-label={`Look at ${s.name}`} aria-pressed={s === looked} onClick={() => setLooked(s)}>
                  Look
                </Button>
              )}
            </td>
          </tr>
        ))}
      </Table>
      {looked && (
        <div className="mt-2 border-l-4 border-rule-strong pl-3">
          <h3>What {looked.name} would change</h3>
          <ul className="mb-2 list-disc pl-5 text-13">
            {looked.changes.map((x) => (
              <li key={x}>{x}</li>
            ))}
          </ul>
          <Button tone="go" disabled={busy} onClick={() => take(looked)}>
            Use {looked.name}
          </Button>
        </div>
      )}
      <p className="note mt-1">
        Bags and packs stay; places set by hand are lost. A smaller box cools faster: check Heat afterwards.
      </p>
      <Button tone="flat" onClick={() => setSets(null)}>
        Close
      </Button>
    </section>
  );
}
