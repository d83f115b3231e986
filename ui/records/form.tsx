'use client';

import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { applies, type Draft, type Field } from '@/records/field';
import { weekdays, parseDays, daysText } from '@/core/calendar/days';
import type { Problem } from '@/core/consignment/outcome';
import { FieldShell, NumberField, SelectField, TextField } from '@/ui/fields/fields';
import { ClockField, DateField } from '@/ui/fields/time-fields';
import { Combo } from '@/ui/fields/combo';
import type { ComboItem } from '@/ui/fields/combo-props';
import { problemAt } from '@/ui/use-save';

export type Options = Partial<Record<string, readonly ComboItem[]>>;

interface FormProps {
  fields: readonly Field[];
  draft: Draft;
  onChange: (path: string, value: string | Draft[]) => void;
  problems: readonly Problem[];
  options: Options;
}

/** A record's form, drawn from its one description, section by section. */
export function RecordForm(p: FormProps) {
  const sections: { title: string; fields: Field[] }[] = [];
  for (const f of p.fields) {
    if (!applies(f, p.draft)) continue;
    const title = f.section ?? '';
    const found = sections.find((s) => s.title === title);
    if (found) found.fields.push(f);
    else sections.push({ title, fields: [f] });
  }
  return (
    <div className="space-y-7">
      {sections.map((s) => (
        <fieldset
          key={s.title}
          className={
            s.title
              ? 'grid min-w-0 gap-x-8 gap-y-2 border-t border-rule pt-4 first:border-t-0 first:pt-0 lg:grid-cols-[180px_minmax(0,1fr)]'
              : ''
          }
        >
          {s.title && <legend className="float-left font-head text-16 font-semibold lg:w-[180px]">{s.title}</legend>}
          <div className="grid min-w-0 grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-3 xl:grid-cols-4">
            {s.fields.map((f) => (
              <div
                key={f.path}
                className={
                  f.wide || f.type === 'rows' || f.type === 'long'
                    ? 'col-span-full min-w-0'
                    : f.type === 'days'
                      ? 'col-span-2 min-w-0 sm:col-span-1'
                      : 'min-w-0'
                }
              >
                <OneField
                  field={f}
                  path={f.path}
                  value={p.draft[f.path]}
                  onChange={(v) => p.onChange(f.path, v)}
                  problems={p.problems}
                  options={p.options}
                />
                {f.hint && <p className="mt-1 text-12 leading-snug text-ink-3">{f.hint}</p>}
              </div>
            ))}
          </div>
        </fieldset>
      ))}
    </div>
  );
}

function OneField({
  field: f,
  path,
  value,
  onChange,
  problems,
  options,
  hideLabel = false,
  label = f.label,
}: {
  field: Field;
  path: string;
  value: string | Draft[] | undefined;
  onChange: (value: string | Draft[]) => void;
  problems: readonly Problem[];
  options: Options;
  hideLabel?: boolean;
  label?: string;
}) {
  const text = typeof value === 'string' ? value : '';
  const common = { label, path, problems, hideLabel, value: text, onChange };
  switch (f.type) {
    case 'rows':
      return (
        <Rows
          field={f}
          rows={Array.isArray(value) ? value : []}
          onChange={onChange}
          problems={problems}
          options={options}
        />
      );
    case 'number':
      return <NumberField {...common} {...(f.unit ? { unit: f.unit } : {})} />;
    case 'choice':
      return (
        <SelectField
          {...common}
          options={f.optional ? [['', '–'], ...f.options] : text === '' ? [['', 'Choose'], ...f.options] : f.options}
        />
      );
    case 'yes':
      return (
        <label className="flex min-h-9 items-center gap-2 self-end text-14">
          <input
            type="checkbox"
            className="size-5 accent-[var(--tide)]"
            checked={text === 'yes'}
            aria-label={label}
            onChange={(e) => onChange(e.target.checked ? 'yes' : '')}
          />
          {!hideLabel && label}
        </label>
      );
    case 'ref':
      return (
        <Combo
          label={label}
          hideLabel={hideLabel}
          options={options[f.kind] ?? []}
          value={text}
          onChange={onChange}
          error={problemAt(problems, path)}
        />
      );
    case 'days':
      return (
        <Days label={label} hideLabel={hideLabel} text={text} onChange={onChange} error={problemAt(problems, path)} />
      );
    case 'long':
      return <Long {...common} />;
    case 'clock':
      return <ClockField {...common} />;
    case 'date':
      return <DateField {...common} />;
    default:
      return <TextField {...common} type={f.type === 'phone' ? 'tel' : 'text'} />;
  }
}

function Long({
  value,
  onChange,
  ...common
}: {
  label: string;
  path: string;
  problems: readonly Problem[];
  value: string;
  onChange: (v: string) => void;
}) {
  return (
    <FieldShell {...common}>
      {(id) => (
        <textarea id={id} className="in min-h-20 py-2" value={value} onChange={(e) => onChange(e.target.value)} />
      )}
    </FieldShell>
  );
}

/** Seven buttons for seven days. */
function Days({
  label,
  hideLabel,
  text,
  onChange,
  error,
}: {
  label: string;
  hideLabel: boolean;
  text: string;
  onChange: (v: string) => void;
  error: string | undefined;
}) {
  const days = parseDays(text) ?? [];
  return (
    <div className="field" role="group" aria-label={label}>
      {!hideLabel && <span>{label}</span>}
      <span className="flex">
        {weekdays.map((name, i) => {
          const on = days.includes(i + 1);
          return (
            <button
              key={name}
              type="button"
              aria-pressed={on}
              aria-label={name}
              className={`min-h-9 min-w-0 flex-1 border border-l-0 border-rule-strong text-13 first:rounded-l-[3px] first:border-l last:rounded-r-[3px] ${on ? 'bg-tide font-semibold text-[var(--on-ink)]' : 'bg-surface text-ink-3'}`}
              onClick={() => onChange(daysText(on ? days.filter((d) => d !== i + 1) : [...days, i + 1]))}
            >
              {name.slice(0, 2)}
            </button>
          );
        })}
      </span>
      {error && (
        <span className="problem" role="alert">
          {error}
        </span>
      )}
    </div>
  );
}

/** A short list inside a record: tanks of a receiver, legs of a service. */
function Rows({
  field: f,
  rows,
  onChange,
  problems,
  options,
}: {
  field: Extract<Field, { type: 'rows' }>;
  rows: Draft[];
  onChange: (rows: Draft[]) => void;
  problems: readonly Problem[];
  options: Options;
}) {
  const set = (i: number, path: string, value: string | Draft[]): void =>
    onChange(rows.map((r, j) => (j === i ? { ...r, [path]: value } : r)));
  const error = problemAt(problems, f.path);
  return (
    <div>
      {rows.length > 0 && <p className="text-13 font-semibold">{f.label}</p>}
      {rows.length > 0 && (
        <Table
          className="w-auto min-w-full"
          head={
            <>
              {f.of.map((c) => (
                <th key={c.path}>
                  {c.label}
                  {'unit' in c && c.unit ? <span className="u">{c.unit}</span> : null}
                </th>
              ))}
              <th />
            </>
          }
        >
          {rows.map((r, i) => (
            <tr key={i} className="align-top">
              {f.of.map((c) => (
                <td
                  key={c.path}
                  className={
                    c.type === 'number'
                      ? 'min-w-20'
                      : c.type === 'yes'
                        ? ''
                        : c.type === 'days'
                          ? 'min-w-56'
                          : 'min-w-28'
                  }
                >
                  <OneField
                    field={'unit' in c ? { ...c, unit: '' } : c}
                    path={`${f.path}.${i}.${c.path}`}
                    label={`${c.label} of ${f.one} ${i + 1}`}
                    hideLabel
                    value={r[c.path]}
                    onChange={(v) => set(i, c.path, v)}
                    problems={problems}
                    options={options}
                  />
                </td>
              ))}
              <td>
                <Button
                  type="button"
                  tone="flat"
                  aria-label={`Remove ${f.one} ${i + 1}`}
                  onClick={() => onChange(rows.filter((_, j) => j !== i))}
                >
                  Remove
                </Button>
              </td>
            </tr>
          ))}
        </Table>
      )}
      {error && (
        <p className="problem" role="alert">
          {error}
        </p>
      )}
      <Button
        type="button"
        className="mt-2"
        onClick={() =>
          onChange([
            ...rows,
            Object.fromEntries(f.of.map((c) => [c.path, c.type === 'choice' && !c.optional ? c.options[0]![0] : ''])),
          ])
        }
      >
        {rows.length === 0 ? `Add a ${f.one}` : `Another ${f.one}`}
      </Button>
    </div>
  );
}
