'use client';

import { Table } from '@/ui/kit/table';
import { Button } from '@/ui/kit/button';
import { setAssumption } from '@/server/settings/actions';
import { useState } from 'react';
import type { Assumption } from '@/core/catalogue/assumption';
import type { AssumptionName } from '@/core/catalogue/assumptions';
import { useSave } from '@/ui/use-save';

type Row = Assumption & { name: AssumptionName; own: number | null };

const marks = { published: 'published', memory: '†', practice: '†', ours: '† ours', measured: 'measured' } as const;

/** `delicateOxygenKPa` as words: "delicate oxygen" and its unit. */
const units: readonly [suffix: RegExp, unit: string][] = [
  [/MmolPerM2HKPa$/, 'mmol/(m² h kPa)'],
  [/JPerKPerM2$/, 'J/(K m²)'],
  [/MgPerGH$/, 'mg/(g h)'],
  [/MgNPerGH$/, 'mg N/(g h)'],
  [/WPerM2K$/, 'W/(m² K)'],
  [/JPerGK$/, 'J/(g K)'],
  [/MinPerBag$/, 'min a bag'],
  [/KgPerBag$/, 'kg a bag'],
  [/CPerDay$/, '°C a day'],
  [/WPerM2$/, 'W/m²'],
  [/CPerH$/, '°C/h'],
  [/LPerH$/, 'L/h'],
  [/MPerH$/, 'm/h'],
  [/MgNL$/, 'mg N/L'],
  [/MgL$/, 'mg/L'],
  [/WPerK$/, 'W/K'],
  [/PerMl$/, 'per mL'],
  [/PerH$/, '1/h'],
  [/PerL$/, 'per L'],
  [/KPa$/, 'kPa'],
  [/Dgh$/, '°dGH'],
  [/Min$/, 'min'],
  [/Cm$/, 'cm'],
  [/H$/, 'h'],
  [/C$/, '°C'],
];

function wordsOf(name: string): { words: string; unit: string } {
  const found = units.find(([suffix]) => suffix.test(name));
  const stem = found ? name.replace(found[0], '') : name;
  const words = stem
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/\bph\b/, 'pH')
    .replace(/\bco2\b/, 'CO₂')
    .replace(/\bnh3\b/, 'NH₃')
    .replace(/\bq10\b/, 'Q10');
  return { words, unit: found?.[1] ?? '' };
}

export function AssumptionList({
  groups,
  find: findable = true,
}: {
  find?: boolean;
  groups: { title: string; rows: Row[] }[];
}) {
  const [find, setFind] = useState('');
  const wanted = find.trim().toLowerCase();
  const hits = (r: Row): boolean => `${r.name} ${wordsOf(r.name).words} ${r.why}`.toLowerCase().includes(wanted);
  const shown = groups.map((g) => ({ ...g, rows: g.rows.filter(hits) })).filter((g) => g.rows.length > 0);
  return (
    <>
      {findable && (
        <label className="mb-4 block max-w-[360px] text-13 text-ink-2">
          Find a figure
          <input
            className="in mt-1"
            value={find}
            onChange={(e) => setFind(e.target.value)}
            placeholder="pack, oxygen, delay …"
          />
        </label>
      )}
      {shown.length === 0 && <p className="note">No figure has these letters.</p>}
      {shown.map((g) => (
        <section key={g.title} className="mb-6">
          <h2 className="mb-1">{g.title}</h2>
          <Table
            className="min-w-[760px] table-fixed"
            cols={
              <>
                <col className="w-[23%]" />
                <col className="w-[12%]" />
                <col className="w-[24%]" />
                <col />
              </>
            }
            head={
              <>
                <th>Figure</th>
                <th className="r">Default</th>
                <th>Your own</th>
                <th>Why</th>
              </>
            }
          >
            {g.rows.map((r) => (
              <AssumptionRow key={r.name} row={r} />
            ))}
          </Table>
        </section>
      ))}
    </>
  );
}

function AssumptionRow({ row }: { row: Row }) {
  const { save, busy, problems } = useSave();
  const [text, setText] = useState(row.own === null ? '' : String(row.own));
  const [said, setSaid] = useState('');
  const { words, unit } = wordsOf(row.name);
  const send = (value: number | null): void =>
    void save(
      (press) => setAssumption(press, { name: row.name, value }),
      (n) => {
        setText(value === null ? '' : String(value));
        setSaid(n === 1 ? 'One shipment is recomputed.' : `${n} shipments are recomputed.`);
      },
    );
  const typed = text.trim() === '' ? null : Number(text.trim().replace(',', '.'));
  const changed = typed !== row.own;
  return (
    <tr>
      <td>
        {words} <span className="u">{marks[row.provenance]}</span>
        <code className="block truncate text-12 text-ink-3" title={row.name}>
          {row.name}
        </code>
      </td>
      <td className="r">
        <span className="num">{row.value}</span>
        {'\u00a0'}
        <span className="u">{unit}</span>
      </td>
      <td>
        <form
          className="flex items-center gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (changed) send(typed);
          }}
        >
          <input
            className="in n !w-24"
            inputMode="decimal"
            aria-label={`Your own ${words}`}
            value={text}
            onChange={(e) => setText(e.target.value)}
            // Left by Tab or a tap elsewhere, what was typed is kept.
            onBlur={() => {
              if (changed && !busy) send(typed);
            }}
            placeholder="–"
          />
          <span className="u">{unit}</span>
          {changed && <Button disabled={busy}>Save</Button>}
          {!changed && row.own !== null && (
            <Button type="button" tone="flat" disabled={busy} onClick={() => send(null)}>
              Default
            </Button>
          )}
        </form>
        {problems[0] && (
          <p className="problem" role="alert">
            {problems[0].message}
          </p>
        )}
        {said && (
          <p className="note" role="status">
            {said}
          </p>
        )}
      </td>
      <td className="text-13 text-ink-2">{row.why}</td>
    </tr>
  );
}
