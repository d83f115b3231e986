'use client';

import { CalendarDays } from 'lucide-react';
import { useRef, useState } from 'react';
import { dateOf, dateText } from '@/core/calendar/typed-date';
import type { Problem } from '@/core/consignment/outcome';
import { FieldShell } from './fields';

/** "7", "745", "7.45", "19:45" as 07:00, 07:45, 19:45; what cannot be a time of day stays as typed. */
export function parseClock(text: string): string {
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
      aria-describedby={error ? `${id}-problem` : undefined}
      value={typed ?? value}
      onChange={(e) => {
        setTyped(e.target.value);
        onChange(parseClock(e.target.value));
      }}
      onBlur={() => setTyped(null)}
    />
  );
}

/** A day, shown and typed day before month; the calendar of the browser opens beside it. */
function Day({
  id,
  value,
  onChange,
  error,
}: {
  id: string;
  value: string;
  onChange: (iso: string) => void;
  error: string | undefined;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const today = (): string => new Date().toISOString().slice(0, 10);
  return (
    <span className="relative block">
      <input
        id={id}
        className="in pr-9"
        autoComplete="off"
        placeholder="28 Nov 2026"
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-problem` : undefined}
        value={typed ?? dateText(value)}
        onChange={(e) => {
          setTyped(e.target.value);
          onChange(dateOf(e.target.value, value || today()) ?? e.target.value.trim());
        }}
        onBlur={() => setTyped(null)}
      />
      <button
        type="button"
        tabIndex={-1}
        className="absolute inset-y-0 right-0 grid w-9 place-items-center text-ink-3"
        aria-label="Open the calendar"
        onClick={() => picker.current?.showPicker()}
      >
        <CalendarDays size={16} aria-hidden="true" />
      </button>
      <input
        ref={picker}
        type="date"
        tabIndex={-1}
        aria-hidden="true"
        className="pointer-events-none absolute bottom-0 right-0 h-0 w-0 opacity-0"
        value={/^\d{4}-\d{2}-\d{2}$/.test(value) ? value : ''}
        onChange={(e) => onChange(e.target.value)}
      />
    </span>
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

export const DateField = ({ value, onChange, ...common }: Timed) => (
  <FieldShell {...common}>{(id, error) => <Day id={id} value={value} onChange={onChange} error={error} />}</FieldShell>
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
          <Day id={id} value={day} onChange={(d) => join(d, clock || '12:00')} error={error} />
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
