'use client';

import { useRef, useState } from 'react';
import type { Place } from '@/core/catalogue/places';
import type { Problem } from '@/core/consignment/outcome';
import { NumberField, TextField } from '@/ui/fields/fields';
import { Combo } from '@/ui/fields/combo';
import { problemAt } from '@/ui/use-save';
import type { PartyDraft, ReceiverOption } from './draft';

const OWN = 'own coordinates';

/** Who, and where: somebody of the address book, or somebody new; a town of the list, or any point of the earth. */
export function Party({
  title,
  path,
  value: v,
  onChange,
  places,
  problems,
  book,
  bookId = '',
  onPick,
}: {
  title: string;
  path: string;
  value: PartyDraft;
  onChange: (v: PartyDraft) => void;
  places: readonly Place[];
  problems: readonly Problem[];
  book?: ((text: string) => Promise<ReceiverOption[]>) | undefined;
  bookId?: string;
  onPick?: (r: ReceiverOption | null) => void;
}) {
  const label = (p: { name: string; country: string }): string => `${p.name}, ${p.country}`;
  const known = places.find((p) => p.name === v.town && (!v.country || p.country === v.country));
  const set = (change: Partial<PartyDraft>): void => onChange({ ...v, ...change });
  const pick = (id: string): void => {
    if (id.startsWith(OWN))
      return set({ town: id.slice(OWN.length), country: '', lat: '', lon: '', zone: '', altitudeM: '' });
    const p = places.find((x) => label(x) === id);
    if (p)
      set({
        town: p.name,
        country: p.country,
        lat: String(p.lat),
        lon: String(p.lon),
        zone: p.zone,
        altitudeM: p.altitudeM === undefined ? '' : String(p.altitudeM),
      });
  };
  return (
    <fieldset>
      <legend className="mb-2 font-head text-18 font-semibold">{title}</legend>
      <div className="grid grid-cols-2 gap-2">
        <NameField
          value={v.name}
          error={problemAt(problems, `${path}.name`)}
          book={book}
          bookId={bookId}
          onType={(name) => (onPick?.(null), set({ name }))}
          onPick={(r) => onPick?.(r)}
        />
        <TextField
          label="Phone"
          type="tel"
          path={`${path}.phone`}
          problems={problems}
          value={v.phone}
          onChange={(phone) => set({ phone })}
        />
        <TextField
          label="Address"
          path={`${path}.address`}
          problems={problems}
          value={v.address}
          onChange={(address) => set({ address })}
        />
        <Combo
          label="Town"
          placeholder="Town"
          options={places.map((p) => ({ id: label(p), label: p.name, hint: p.country }))}
          value={known ? label(known) : v.town}
          error={
            known ? undefined : (problemAt(problems, `${path}.place.name`) ?? problemAt(problems, `${path}.place`))
          }
          onChange={pick}
          free={(text) => ({ id: `${OWN}${text}`, label: text, hint: `“${text}”, by its coordinates` })}
        />
        {!known && v.town !== '' && (
          <>
            <NumberField
              label="Latitude"
              unit="°"
              path={`${path}.place.lat`}
              problems={problems}
              value={v.lat}
              onChange={(lat) => set({ lat })}
            />
            <NumberField
              label="Longitude"
              unit="°"
              path={`${path}.place.lon`}
              problems={problems}
              value={v.lon}
              onChange={(lon) => set({ lon })}
            />
            <TextField
              label="Country, two letters"
              path={`${path}.place.country`}
              problems={problems}
              value={v.country}
              onChange={(country) => set({ country })}
            />
            <TextField
              label="Time zone; empty: found"
              path={`${path}.place.zone`}
              problems={problems}
              value={v.zone}
              onChange={(zone) => set({ zone })}
            />
          </>
        )}
      </div>
    </fieldset>
  );
}

/** A name that is typed, or chosen from the address book while it is typed. */
function NameField({
  value,
  error,
  book,
  bookId,
  onType,
  onPick,
}: {
  value: string;
  error: string | undefined;
  book: ((text: string) => Promise<ReceiverOption[]>) | undefined;
  bookId: string;
  onType: (name: string) => void;
  onPick: (r: ReceiverOption) => void;
}) {
  const [found, setFound] = useState<ReceiverOption[]>([]);
  const asked = useRef(0);
  const ask = async (text: string): Promise<void> => {
    const turn = ++asked.current;
    const list = book ? await book(text).catch(() => []) : [];
    if (turn === asked.current) setFound(list);
  };
  return (
    <div onFocus={() => void ask(bookId ? '' : value)}>
      <Combo
        label="Name"
        options={found.map((r) => ({ id: r.id, label: r.name, hint: r.place.town }))}
        value={bookId}
        shown={value}
        error={error}
        onType={(text) => {
          onType(text);
          void ask(text);
        }}
        onChange={(id) => {
          const r = found.find((x) => x.id === id);
          if (r) onPick(r);
        }}
      />
    </div>
  );
}
