'use client';

import { useState } from 'react';
import type { OwnMeasure } from '@/records/own-measure';
import { setMeasures } from '@/server/settings/actions';
import { num, NumberField, OtherProblems, SelectField, TextField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

interface Row {
  name: string;
  amount: string;
  unit: OwnMeasure['unit'];
}

const rowsOf = (list: readonly OwnMeasure[]): Row[] => list.map((m) => ({ ...m, amount: String(m.amount) }));

/** Scoop, squirt, capful, bucket: measured out once, then typed wherever litres, millilitres or grams are asked. */
export function OwnMeasures({ stored }: { stored: readonly OwnMeasure[] }) {
  const [rows, setRows] = useState<Row[]>(() => rowsOf(stored));
  const { save, busy, problems } = useSave();
  const edit = (i: number, change: Partial<Row>): void =>
    setRows(rows.map((r, j) => (i === j ? { ...r, ...change } : r)));
  const dirty = JSON.stringify(rows) !== JSON.stringify(rowsOf(stored));
  return (
    <form
      className="max-w-[760px]"
      aria-label="Own dimensions"
      onSubmit={(e) => {
        e.preventDefault();
        void save((press) =>
          setMeasures(
            press,
            rows.map((r) => ({ ...r, amount: num(r.amount) })),
          ),
        );
      }}
    >
      <h2 className="mb-1 text-22">Own dimensions</h2>
      <p className="note mb-2">
        Fill it ten times, weigh or measure, divide by ten. Then you can type “2 scoops” for litres, millilitres or
        grams.
      </p>
      {rows.map((r, i) => (
        <div key={i} className="mb-2 grid grid-cols-[1fr_120px_120px_auto] items-end gap-3">
          <TextField
            label={`Measure ${i + 1}`}
            path={`${i}.name`}
            problems={problems}
            value={r.name}
            onChange={(name) => edit(i, { name })}
          />
          <NumberField
            label="holds"
            path={`${i}.amount`}
            problems={problems}
            value={r.amount}
            onChange={(amount) => edit(i, { amount })}
          />
          <SelectField
            label="of"
            path={`${i}.unit`}
            value={r.unit}
            onChange={(unit) => edit(i, { unit: unit as OwnMeasure['unit'] })}
            options={[
              ['g', 'grams'],
              ['mL', 'millilitres'],
              ['L', 'litres'],
            ]}
          />
          <Button
            type="button"
            tone="flat"
            aria-label={`Remove measure ${i + 1}`}
            onClick={() => setRows(rows.filter((_, j) => j !== i))}
          >
            Remove
          </Button>
        </div>
      ))}
      <OtherProblems problems={problems} shown={(path) => /^\d+\.(name|amount)$/.test(path)} />
      <div className="flex gap-3">
        <Button type="button" onClick={() => setRows([...rows, { name: '', amount: '', unit: 'g' }])}>
          Add a measure
        </Button>
        {dirty && (
          <Button tone="go" disabled={busy}>
            Save the measures
          </Button>
        )}
      </div>
    </form>
  );
}
