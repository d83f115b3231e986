'use client';

import { useState } from 'react';
import type { Box } from '@/core/consignment/schema';
import type { BoxInput } from '@/server/heat/box';
import { num, NumberField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';

/** A wrapped bottle of hot water as a stop-gap, and bottles of plain water that keep warmth. */
export function Bottles({ box, busy, change }: { box: Box; busy: boolean; change: (to: BoxInput['box']) => void }) {
  const [litres, setLitres] = useState(String(box.bottle?.litres ?? 0.5));
  const [warm, setWarm] = useState(String(box.bottle?.startC ?? 45));
  const [count, setCount] = useState(String(box.ballast?.count ?? 2));
  return (
    <div className="mt-2 grid gap-2 text-13">
      <form
        className="grid grid-cols-[1fr_1fr_auto] items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          change({ bottle: { litres: num(litres), startC: num(warm) } });
        }}
      >
        <NumberField
          label="Hot bottle, wrapped"
          unit="L"
          path="box.bottle.litres"
          value={litres}
          onChange={setLitres}
        />
        <NumberField label="Water temperature" unit="°C" path="box.bottle.startC" value={warm} onChange={setWarm} />
        {box.bottle ? (
          <Button type="button" disabled={busy} onClick={() => change({ bottle: null })}>
            Take out
          </Button>
        ) : (
          <Button disabled={busy}>Use</Button>
        )}
      </form>
      <form
        className="grid grid-cols-[1fr_auto] items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          change({ ballast: { litres: 1, count: num(count) } });
        }}
      >
        <NumberField label="Bottles of plain water, 1 L" path="box.ballast.count" value={count} onChange={setCount} />
        {box.ballast ? (
          <Button type="button" disabled={busy} onClick={() => change({ ballast: null })}>
            Take out
          </Button>
        ) : (
          <Button disabled={busy}>Use</Button>
        )}
      </form>
      {box.bottle && <p className="caution">Hot water scalds. Close it tight, wrap it, keep it off skin and bags.</p>}
    </div>
  );
}
