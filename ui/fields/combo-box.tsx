'use client';

import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useId, useState } from 'react';
import { fold } from '@/records/field';
import type { ComboItem, ComboProps } from './combo-props';

/** Options that are drawn at once; another letter narrows them. */
const MOST = 60;

/** Choose one of many by typing any part of its name, in any script, with or without accents: the one combobox. */
export function ComboBox({
  options,
  value,
  onChange,
  label,
  hideLabel = false,
  placeholder = '',
  error,
  free,
  shown,
  onType,
  wide = false,
}: ComboProps) {
  const id = useId();
  const [query, setQuery] = useState('');
  const words = fold(query).split(' ').filter(Boolean);
  const found = options
    .filter((o) => {
      if (onType) return true;
      const text = fold(`${o.label} ${o.hint ?? ''} ${o.words ?? ''}`);
      return words.every((w) => text.includes(w));
    })
    .slice(0, MOST);
  const other = query.trim() && free && !options.some((o) => fold(o.label) === fold(query)) ? free(query.trim()) : null;
  const chosen = options.find((o) => o.id === value) ?? null;
  const option = 'flex min-h-10 cursor-pointer items-center gap-2.5 px-3 data-focus:bg-sunk';
  return (
    <div className="field">
      <label htmlFor={id} className={hideLabel ? 'sr-only' : undefined}>
        {label}
      </label>
      <Combobox
        immediate
        by="id"
        value={chosen}
        onChange={(o: ComboItem | null) => o && onChange(o.id)}
        onClose={() => setQuery('')}
      >
        <ComboboxInput
          id={id}
          className="in"
          autoComplete="off"
          aria-invalid={error ? true : undefined}
          aria-describedby={error ? `${id}-problem` : undefined}
          placeholder={placeholder}
          displayValue={(o: ComboItem | null) => shown ?? o?.label ?? (free && value ? value : '')}
          onChange={(e) => {
            setQuery(e.target.value);
            onType?.(e.target.value);
          }}
        />
        <ComboboxOptions
          modal={false}
          anchor="bottom start"
          className={`z-30 max-h-80 border border-rule-strong bg-surface empty:hidden ${wide ? 'w-96' : 'min-w-64'}`}
        >
          {found.map((o) => (
            <ComboboxOption key={o.id} value={o} className={option}>
              {o.show ?? (
                <>
                  <span>{o.label}</span>
                  {o.hint && <span className="mute ml-auto text-12">{o.hint}</span>}
                </>
              )}
            </ComboboxOption>
          ))}
          {other && (
            <ComboboxOption value={other} className={`${option} italic`}>
              {other.hint ?? other.label}
            </ComboboxOption>
          )}
        </ComboboxOptions>
      </Combobox>
      {error && (
        <span id={`${id}-problem`} className="problem" role="alert">
          {error}
        </span>
      )}
    </div>
  );
}
