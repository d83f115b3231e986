'use client';

import { Button } from '@/ui/kit/button';
import { useState } from 'react';
import type { Species } from '@/core/catalogue/schema';
import { addSpecies } from '@/server/records/actions';
import { SpeciesCombo } from '@/ui/fields/species-combo';
import { useSave } from '@/ui/use-save';

/** A name that nobody knows becomes a row of one's own: like which one is it? Its figures can be changed later. */
export function NewSpecies({
  name,
  species,
  done,
  leave,
}: {
  name: string;
  species: readonly Species[];
  done: (s: Species) => void;
  leave: () => void;
}) {
  const { save, busy, problems } = useSave();
  const [like, setLike] = useState('');
  return (
    <div className="mt-1 border-l-2 border-tide bg-paper p-2" role="group" aria-label={`New species ${name}`}>
      <p className="mb-1 text-13">
        <b>{name}</b> is new here. Tolerance and oxygen use like
      </p>
      <SpeciesCombo
        species={species}
        value={like}
        onChange={setLike}
        label={`Species that ${name} is like`}
        placeholder="a species that you know"
      />
      <div className="mt-2 flex gap-2">
        <Button
          type="button"
          tone="go"
          disabled={busy || like === ''}
          onClick={() => void save((press) => addSpecies(press, name, like), done)}
        >
          Add it
        </Button>
        <Button type="button" onClick={leave}>
          Discard
        </Button>
      </div>
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
    </div>
  );
}
