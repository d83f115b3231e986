'use client';

import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useState } from 'react';
import type { Species } from '@/core/catalogue/schema';
import { FishIcon } from '@/ui/drawings/fish';

/** Choose a species by typing any part of its common or scientific name. */
export function SpeciesCombo({
  species,
  value,
  onChange,
  label,
  error,
}: {
  species: readonly Species[];
  value: string;
  onChange: (id: string) => void;
  label: string;
  error?: string;
}) {
  const [query, setQuery] = useState('');
  const q = query.trim().toLowerCase();
  const found = species.filter((s) => !q || `${s.name} ${s.scientific} ${s.water}`.toLowerCase().includes(q));
  return (
    <div className="relative">
      <Combobox
        immediate
        value={species.find((s) => s.id === value) ?? null}
        onChange={(s) => s && onChange(s.id)}
        onClose={() => setQuery('')}
      >
        <ComboboxInput
          className="in"
          aria-label={label}
          aria-invalid={error ? true : undefined}
          placeholder="Species"
          displayValue={(s: Species | null) => s?.name ?? ''}
          onChange={(e) => setQuery(e.target.value)}
        />
        <ComboboxOptions
          anchor="bottom start"
          className="z-30 max-h-72 w-80 border border-rule-strong bg-surface empty:hidden"
        >
          {found.map((s) => (
            <ComboboxOption
              key={s.id}
              value={s}
              className="flex min-h-10 cursor-pointer items-center gap-2 px-2 data-focus:bg-sunk"
            >
              <FishIcon species={s} />
              <span>
                <b>{s.name}</b> <i className="mute text-[12px]">{s.scientific}</i>
                <br />
                <span className="mute text-[12px]">
                  {s.water}, {s.tolerance}, {s.temp.hardMinC} to {s.temp.hardMaxC} °C
                </span>
              </span>
            </ComboboxOption>
          ))}
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
