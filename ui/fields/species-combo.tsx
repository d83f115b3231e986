'use client';

import type { Species } from '@/core/catalogue/schema';
import { FishIcon } from '@/ui/drawings/fish';
import { Combo } from './combo';
import type { ComboItem } from './combo-props';

interface Lot {
  id: string;
  tank: string;
  speciesId: string;
  detail: string;
  free: number | null;
}

const NEW = 'new:';

const shown = (s: Species, detail: string, free: number | null) => (
  <>
    <FishIcon species={s} />
    <span className="min-w-0 flex-1">
      <b>{s.name}</b> {free === null && <i className="mute text-12">{s.scientific}</i>}
      <br />
      <span className="mute text-12">{detail}</span>
    </span>
    {free !== null && (
      <span className="text-right text-12">
        <b className="num text-15">{free}</b> free
      </span>
    )}
  </>
);

/** Choose fish by any part of a name: groups in one's own tanks first, then every species; a new name where allowed. */
export function SpeciesCombo<L extends Lot>({
  species,
  lots = [],
  value,
  lotId = '',
  onChange,
  onLot,
  onNew,
  label,
  placeholder,
  error,
}: {
  species: readonly Species[];
  lots?: readonly L[];
  value: string;
  lotId?: string;
  onChange: (id: string) => void;
  onLot?: (lot: L) => void;
  /** A name that none of them has. */
  onNew?: (name: string) => void;
  label: string;
  placeholder?: string;
  error?: string | undefined;
}) {
  const items: ComboItem[] = [
    ...lots.flatMap((lot) => {
      const s = species.find((x) => x.id === lot.speciesId);
      return s
        ? [
            {
              id: `lot ${lot.id}`,
              label: s.name,
              words: `${s.scientific} ${s.otherNames ?? ''} tank ${lot.tank}`,
              show: shown(s, lot.detail, lot.free ?? 0),
            },
          ]
        : [];
    }),
    ...species.map((s) => ({
      id: s.id,
      label: s.name,
      words: `${s.scientific} ${s.otherNames ?? ''} ${s.water}`,
      show: shown(s, `${s.water}, ${s.tolerance}, ${s.temp.cold24C} to ${s.temp.warm24C} °C`, null),
    })),
  ];
  return (
    <Combo
      wide
      hideLabel
      label={label}
      options={items}
      value={lotId ? `lot ${lotId}` : value}
      placeholder={placeholder ?? (lots.length > 0 ? 'Your fish, or any species' : 'Species')}
      error={error}
      onChange={(id) => {
        const lot = lots.find((l) => id === `lot ${l.id}`);
        if (lot) onLot?.(lot);
        else if (id.startsWith(NEW)) onNew?.(id.slice(NEW.length));
        else onChange(id);
      }}
      {...(onNew
        ? { free: (text: string) => ({ id: `${NEW}${text}`, label: text, hint: `“${text}” is new: add it` }) }
        : {})}
    />
  );
}
