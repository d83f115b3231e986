'use client';

import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useState } from 'react';
import type { Species } from '@/core/catalogue/schema';
import { fold } from '@/records/field';
import { FishIcon } from '@/ui/drawings/fish';

interface Lot {
  id: string;
  tank: string;
  speciesId: string;
  detail: string;
  free: number | null;
}

type Choice<L> = { key: string; species: Species; lot: L | null };

/** Choose fish by typing any part of a name: groups in one's own tanks first, then every species. */
export function SpeciesCombo<L extends Lot>({
  species,
  lots = [],
  value,
  lotId = '',
  onChange,
  onLot,
  label,
  error,
}: {
  species: readonly Species[];
  lots?: readonly L[];
  value: string;
  lotId?: string;
  onChange: (id: string) => void;
  onLot?: (lot: L) => void;
  label: string;
  error?: string | undefined;
}) {
  const [query, setQuery] = useState('');
  const q = fold(query);
  const choices: Choice<L>[] = [
    ...lots.flatMap((lot) => {
      const s = species.find((x) => x.id === lot.speciesId);
      return s ? [{ key: `lot ${lot.id}`, species: s, lot }] : [];
    }),
    ...species.map((s) => ({ key: s.id, species: s, lot: null })),
  ];
  const found = choices.filter(
    (c) =>
      !q ||
      fold(
        `${c.species.name} ${c.species.scientific} ${c.species.water} ${c.lot ? `tank ${c.lot.tank}` : ''}`,
      ).includes(q),
  );
  const chosen = choices.find((c) => (lotId ? c.lot?.id === lotId : c.lot === null && c.species.id === value)) ?? null;
  return (
    <div className="relative">
      <Combobox
        immediate
        by="key"
        value={chosen}
        onChange={(c: Choice<L> | null) => {
          if (!c) return;
          if (c.lot) onLot?.(c.lot);
          else onChange(c.species.id);
        }}
        onClose={() => setQuery('')}
      >
        <ComboboxInput
          className="in"
          autoComplete="off"
          aria-label={label}
          aria-invalid={error ? true : undefined}
          placeholder={lots.length > 0 ? 'Your fish, or any species' : 'Species'}
          displayValue={(c: Choice<L> | null) => c?.species.name ?? ''}
          onChange={(e) => setQuery(e.target.value)}
        />
        <ComboboxOptions
          modal={false}
          anchor="bottom start"
          className="z-30 max-h-80 w-96 border border-rule-strong bg-surface empty:hidden"
        >
          {found.map((c) => (
            <ComboboxOption
              key={c.key}
              value={c}
              className="flex min-h-11 cursor-pointer items-center gap-2.5 px-2 data-focus:bg-sunk"
            >
              <FishIcon species={c.species} />
              <span className="min-w-0 flex-1">
                <b>{c.species.name}</b> {!c.lot && <i className="mute text-[12px]">{c.species.scientific}</i>}
                <br />
                <span className="mute text-[12px]">
                  {c.lot
                    ? c.lot.detail
                    : `${c.species.water}, ${c.species.tolerance}, ${c.species.temp.hardMinC} to ${c.species.temp.hardMaxC} °C`}
                </span>
              </span>
              {c.lot && c.lot.free !== null && (
                <span className="text-right text-[12px]">
                  <b className="num text-[15px]">{c.lot.free}</b> free
                </span>
              )}
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
