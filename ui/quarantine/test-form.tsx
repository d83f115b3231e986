'use client';

import { useState } from 'react';
import { oddTest } from '@/core/quarantine/copper-plausibility';
import { dropTest, ppmToDkh } from '@/core/quarantine/kits';
import { quantities, tankFigures, unbelieved, type TankFigure } from '@/core/measurement/quantities';
import { NumberField, SelectField, num } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';

type How = 'drops' | 'strip' | 'meter';

/** By what it was tested; drops are counted, and what one stands for is on the kit. */
function Kits({ how, setHow, put }: { how: How; setHow: (how: How) => void; put: (k: TankFigure, v: string) => void }) {
  const [drops, setDrops] = useState({ of: 'khDkh' as TankFigure, n: '', each: '1' });
  const perDrop = num(drops.each);
  const count = num(drops.n);
  return (
    <>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <SelectField
          label="By"
          path="how"
          value={how}
          onChange={(v) => setHow(v as How)}
          options={[
            ['drops', 'drops'],
            ['strip', 'a strip'],
            ['meter', 'a meter'],
          ]}
        />
        <SelectField
          label="Drops of"
          path="dropsOf"
          value={drops.of}
          onChange={(of) => setDrops({ ...drops, of: of as TankFigure })}
          options={(['khDkh', 'ghDgh', 'tanMgNL', 'copperMgL'] as const).map((k) => [k, quantities[k].label] as const)}
        />
        <NumberField
          className="w-20"
          label="Drops"
          path="drops"
          value={drops.n}
          onChange={(n) => setDrops({ ...drops, n })}
        />
        <NumberField
          className="w-24"
          label="One drop is"
          path="each"
          value={drops.each}
          onChange={(each) => setDrops({ ...drops, each })}
        />
        <Button
          type="button"
          disabled={!(count >= 0 && perDrop > 0)}
          onClick={() => put(drops.of, String(Number(dropTest(count, perDrop).toFixed(3))))}
        >
          Use
        </Button>
      </div>
      <p className="note mt-1">
        A strip that tells KH in ppm: 100 ppm are {ppmToDkh(100).toFixed(1)} °dKH. Ammonia given as NH₃/NH₄: × 0.78 is
        mg N/L.
      </p>
    </>
  );
}

/** A test of the water, by drops, a strip or a meter; what looks like a slip is asked about once. */
export function TestForm({
  id,
  tank,
  first,
  copperTop,
  copperAskTimes,
  done,
}: {
  id: string;
  tank: string;
  /** What is asked for at once; every other figure is a press away. */
  first: readonly TankFigure[];
  copperTop: number;
  copperAskTimes: number;
  done?: () => void;
}) {
  const [typed, setTyped] = useState<Partial<Record<TankFigure, string>>>({});
  const [how, setHow] = useState<How>('drops');
  const [all, setAll] = useState(false);
  const [problem, setProblem] = useState('');
  const [odd, setOdd] = useState<string | null>(null);
  const send = (sure: boolean): void => {
    const figures: Partial<Record<TankFigure, number>> = {};
    for (const [k, text] of Object.entries(typed) as [TankFigure, string][]) {
      if (text.trim() === '') continue;
      const v = num(text);
      const wrong = unbelieved(k, v);
      if (wrong) return setProblem(`${quantities[k].label}: ${wrong}`);
      figures[k] = v;
    }
    if (Object.keys(figures).length === 0) return setProblem('Give at least one figure.');
    setProblem('');
    const doubt = oddTest(figures, copperTop, copperAskTimes);
    setOdd(sure ? null : doubt);
    if (doubt && !sure) return;
    press(
      { deed: 'quarantine', quarantineId: id, told: { kind: 'test', figures, how, ...(sure ? { sure } : {}) } },
      `test of ${tank}`,
    );
    setTyped({});
    done?.();
  };
  const shown = all ? [...first, ...tankFigures.filter((k) => !first.includes(k))] : first;
  return (
    <form
      aria-label={`Test of ${tank}`}
      className="mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        send(false);
      }}
    >
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        {shown.map((k) => (
          <NumberField
            key={k}
            label={quantities[k].label}
            unit={quantities[k].unit}
            path={k}
            value={typed[k] ?? ''}
            onChange={(v) => setTyped((x) => ({ ...x, [k]: v }))}
          />
        ))}
      </div>
      {all && <Kits how={how} setHow={setHow} put={(k, v) => setTyped((x) => ({ ...x, [k]: v }))} />}
      {problem && (
        <p className="problem mt-1" role="alert">
          {problem}
        </p>
      )}
      {odd && (
        <p className="mt-2 border-l-4 border-[var(--watch-mark)] bg-watch-pale px-3 py-2 text-15" role="alert">
          {odd}{' '}
          <Button type="button" className="min-h-12" onClick={() => send(true)}>
            Value is right: save
          </Button>
        </p>
      )}
      <div className="mt-2 flex gap-2">
        <Button tone="go" className="min-h-16 flex-1">
          Record test
        </Button>
        <Button type="button" className="min-h-16" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Fewer' : 'More figures'}
        </Button>
      </div>
    </form>
  );
}
