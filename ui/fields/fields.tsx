'use client';

import { useId, type ReactNode } from 'react';
import type { Problem } from '@/core/consignment/schema';
import { problemAt } from '@/ui/use-save';

interface Common {
  label: string;
  path: string;
  problems?: readonly Problem[];
  className?: string;
  hideLabel?: boolean;
}

function Shell({
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

export function NumberField({
  unit,
  value,
  onChange,
  step,
  min,
  max,
  ...common
}: Common & {
  unit?: string;
  value: string;
  onChange: (v: string) => void;
  step?: number;
  min?: number;
  max?: number;
}) {
  return (
    <Shell {...common}>
      {(id, error) => (
        <span className={unit ? 'in-u' : undefined}>
          <input
            id={id}
            className="in n"
            inputMode="decimal"
            type="number"
            name={common.path}
            step={step ?? 'any'}
            min={min}
            max={max}
            value={value}
            aria-invalid={error ? true : undefined}
            aria-describedby={error ? `${id}-problem` : undefined}
            onChange={(e) => onChange(e.target.value)}
          />
          {unit && <i aria-hidden="true">{unit}</i>}
        </span>
      )}
    </Shell>
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
    <Shell {...common}>
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
    </Shell>
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
    <Shell {...common}>
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
    </Shell>
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
