'use client';

import { useState } from 'react';
import type { Problem } from '@/core/consignment/schema';
import { FieldShell } from './fields';

/** "7", "745", "7.45", "19:45" as 07:00, 07:45, 19:45; what cannot be a time of day stays as typed. */
export function clockOf(text: string): string {
  const m = /^\s*(\d{1,2})(?:[:.h]?(\d{2}))?\s*$/.exec(text);
  if (!m || Number(m[1]) > 23 || Number(m[2] ?? 0) > 59) return text.trim();
  return `${m[1]!.padStart(2, '0')}:${m[2] ?? '00'}`;
}

/** A time of day by the 24-hour clock, however the browser is set. */
function Clock({
  id,
  value,
  onChange,
  label,
  error,
}: {
  id: string;
  value: string;
  onChange: (v: string) => void;
  label?: string;
  error: string | undefined;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <input
      id={id}
      className="in n"
      inputMode="numeric"
      autoComplete="off"
      placeholder="19:30"
      aria-label={label}
      aria-invalid={error ? true : undefined}
      value={typed ?? value}
      onChange={(e) => {
        setTyped(e.target.value);
        onChange(clockOf(e.target.value));
      }}
      onBlur={() => setTyped(null)}
    />
  );
}

interface Timed {
  label: string;
  hideLabel?: boolean;
  path: string;
  problems: readonly Problem[];
  value: string;
  onChange: (v: string) => void;
}

export const ClockField = ({ value, onChange, ...common }: Timed) => (
  <FieldShell {...common}>
    {(id, error) => <Clock id={id} value={value} onChange={onChange} error={error} />}
  </FieldShell>
);

/** A day and a time of day, "2026-11-24T19:45", with its weekday. */
export function WhenField({ label, value, onChange, ...common }: Timed) {
  const [day = '', clock = ''] = value.split('T');
  const ms = Date.parse(`${day}T12:00:00Z`);
  const weekday = Number.isFinite(ms)
    ? new Intl.DateTimeFormat('en-GB', { weekday: 'short', timeZone: 'UTC' }).format(ms)
    : '';
  const join = (d: string, c: string): void => onChange(d || c ? `${d}T${c}` : '');
  return (
    <FieldShell
      {...common}
      label={
        <>
          {label} {weekday && <b className="text-ink">{weekday}</b>}
        </>
      }
    >
      {(id, error) => (
        <span className="grid grid-cols-[minmax(0,1fr)_74px] gap-1">
          <input
            id={id}
            type="date"
            className="in"
            aria-invalid={error ? true : undefined}
            value={day}
            onChange={(e) => join(e.target.value, clock || '12:00')}
          />
          <Clock
            id={`${id}-clock`}
            label={`${label}, time`}
            value={clock}
            onChange={(c) => join(day, c)}
            error={error}
          />
        </span>
      )}
    </FieldShell>
  );
}
