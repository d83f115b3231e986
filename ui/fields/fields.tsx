'use client';

import { useId, useState, type ReactNode } from 'react';
import type { Problem } from '@/core/consignment/outcome';
import { inOurUnit, inUsUnits } from '@/records/typed';
import { problemAt } from '@/ui/use-save';
import { useMeasures, useUnits } from '@/ui/shell/preferences';

interface Common {
  label: ReactNode;
  path: string;
  problems?: readonly Problem[];
  className?: string;
  hideLabel?: boolean;
}

/** Label above, field, and the sentence that says what is wrong with it: the one frame of every field. */
export function FieldShell({
  label,
  path,
  problems = [],
  className = '',
  hideLabel,
  children,
}: Common & { children: (id: string, error: string | undefined) => ReactNode }) {
  const id = useId();
  const error = problemAt(problems, path);
  return (
    <div className={`field ${className}`}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : undefined}>
        {label}
      </label>
      {children(id, error)}
      {error && (
        <span id={`${id}-problem`} className="problem" role="alert">
          {error}
        </span>
      )}
    </div>
  );
}

/** A figure in our unit; typed with another, "76 F" or "2 gal", it is turned into ours on leaving the field. */
export function NumberField({
  unit = '',
  value,
  onChange,
  expected,
  ...common
}: Common & {
  unit?: string;
  value: string;
  onChange: (v: string) => void;
  /** What is expected there: shown pale while the field is empty, and never sent. */
  expected?: string;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const system = useUnits();
  const measures = useMeasures();
  const quantity = /salinity$/i.test(common.path) ? 'salinity' : unit;
  const other = system === 'us' && value.trim() !== '' ? inUsUnits(num(value), quantity) : null;
  return (
    <FieldShell {...common}>
      {(id, error) => (
        <>
          <span className={unit ? 'in-u' : undefined}>
            <input
              id={id}
              className="in n"
              inputMode="decimal"
              autoComplete="off"
              name={common.path}
              placeholder={expected}
              value={typed ?? value}
              aria-invalid={error ? true : undefined}
              aria-describedby={error ? `${id}-problem` : undefined}
              onChange={(e) => {
                setTyped(e.target.value);
                onChange(inOurUnit(e.target.value, quantity, measures));
              }}
              onBlur={() => setTyped(null)}
            />
            {unit && <i aria-hidden="true">{unit}</i>}
          </span>
          {other && <span className="text-12 leading-none text-ink-3">{other}</span>}
        </>
      )}
    </FieldShell>
  );
}

export function TextField({
  value,
  onChange,
  type = 'text',
  list,
  ...common
}: Common & { value: string; onChange: (v: string) => void; type?: string; list?: string }) {
  return (
    <FieldShell {...common}>
      {(id, error) => (
        <input
          id={id}
          className="in"
          type={type}
          name={common.path}
          list={list}
          value={value}
          aria-invalid={error ? true : undefined}
          aria-describedby={error ? `${id}-problem` : undefined}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </FieldShell>
  );
}

export function SelectField({
  value,
  onChange,
  options,
  ...common
}: Common & {
  value: string;
  onChange: (v: string) => void;
  options: readonly (readonly [value: string, label: string])[];
}) {
  return (
    <FieldShell {...common}>
      {(id, error) => (
        <select
          id={id}
          className="in"
          name={common.path}
          value={value}
          aria-invalid={error ? true : undefined}
          aria-describedby={error ? `${id}-problem` : undefined}
          onChange={(e) => onChange(e.target.value)}
        >
          {options.map(([v, l]) => (
            <option key={v} value={v}>
              {l}
            </option>
          ))}
        </select>
      )}
    </FieldShell>
  );
}

/** A typed number; NaN where nothing sensible stands there, so that the server says what is wrong. */
export const num = (text: string): number => (text.trim() === '' ? NaN : Number(text.replace(',', '.')));

/** Problems that no field on the page shows. */
export function OtherProblems({ problems, shown }: { problems: readonly Problem[]; shown: (path: string) => boolean }) {
  const rest = problems.filter((p) => !shown(p.path));
  if (rest.length === 0) return null;
  return (
    <ul className="problem" role="alert">
      {rest.map((p, i) => (
        <li key={i}>
          {/^(line|file)/.test(p.path) ? `${p.path}: ` : ''}
          {p.message}
        </li>
      ))}
    </ul>
  );
}
