'use client';

import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useId, useState } from 'react';
import { fold } from '@/records/field';

export interface RefOption {
  id: string;
  label: string;
  hint?: string;
}

/** Choose one of many by typing any part of its name, in any script, with or without accents. */
export function RefCombo({
  options,
  value,
  onChange,
  label,
  hideLabel = false,
  placeholder = '',
  error,
  free,
}: {
  options: readonly RefOption[];
  value: string;
  onChange: (id: string) => void;
  label: string;
  hideLabel?: boolean;
  placeholder?: string;
  error?: string | undefined;
  /** What typed text that is none of the options becomes; without it only options can be chosen. */
  free?: (text: string) => RefOption | null;
}) {
  const id = useId();
  const [query, setQuery] = useState('');
  const q = fold(query);
  const found = options.filter((o) => !q || fold(`${o.label} ${o.hint ?? ''}`).includes(q)).slice(0, 60);
  const other = q && free && !options.some((o) => fold(o.label) === q) ? free(query.trim()) : null;
  const chosen = options.find((o) => o.id === value) ?? null;
  return (
    <div className="field">
      <label htmlFor={id} className={hideLabel ? 'sr-only' : undefined}>
        {label}
      </label>
      <Combobox immediate value={chosen} onChange={(o) => o && onChange(o.id)} onClose={() => setQuery('')}>
        <ComboboxInput
          id={id}
          className="in"
          autoComplete="off"
          aria-invalid={error ? true : undefined}
          placeholder={placeholder}
          displayValue={(o: RefOption | null) => o?.label ?? (free && value ? value : '')}
          onChange={(e) => setQuery(e.target.value)}
        />
        <ComboboxOptions
          modal={false}
          anchor="bottom start"
          className="z-30 max-h-72 min-w-64 border border-rule-strong bg-surface empty:hidden"
        >
          {found.map((o) => (
            <ComboboxOption
              key={o.id}
              value={o}
              className="flex min-h-10 cursor-pointer items-center gap-3 px-3 data-focus:bg-sunk"
            >
              <span>{o.label}</span>
              {o.hint && <span className="mute ml-auto text-[12px]">{o.hint}</span>}
            </ComboboxOption>
          ))}
          {other && (
            <ComboboxOption
              value={other}
              className="flex min-h-10 cursor-pointer items-center px-3 italic data-focus:bg-sunk"
            >
              {other.hint ?? other.label}
            </ComboboxOption>
          )}
        </ComboboxOptions>
      </Combobox>
      {error && (
        <span className="problem" role="alert">
          {error}
        </span>
      )}
    </div>
  );
}
