'use client';

import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Species } from '@/core/catalogue/schema';
import type { Problem } from '@/core/consignment/outcome';
import { lengthOfClass, sizeClasses, type SizeClass } from '@/core/fish/size';
import { NumberField, SelectField, TextField, num } from '@/ui/fields/fields';
import { SpeciesCombo } from '@/ui/fields/species-combo';
import { problemAt } from '@/ui/use-save';
import { withLot, withSpecies, type LineDraft, type LotOption, type TankOption } from './draft';

const NewSpecies = dynamic(() => import('./new-species').then((m) => m.NewSpecies));

/** The animals: fish of one's own tanks first, with what is free of them; any species after. */
export function Lines({
  lines,
  species,
  lots,
  tanks,
  into,
  problems,
  onChange,
  onAdd,
  onSpecies,
}: {
  lines: readonly LineDraft[];
  species: readonly Species[];
  lots: readonly LotOption[];
  tanks: readonly TankOption[];
  /** Names of the receiving tanks; asked for where there is more than one. */
  into: readonly string[];
  problems: readonly Problem[];
  onChange: (lines: LineDraft[]) => void;
  onAdd: () => void;
  /** A species that was just added. */
  onSpecies: (s: Species) => void;
}) {
  return (
    <>
      <datalist id="own-tanks">
        {tanks.map((t) => (
          <option key={t.name} value={t.name} />
        ))}
      </datalist>
      <Table
        className="rows-at-390 pairs"
        head={
          <>
            <th className="min-w-[230px]">Fish</th>
            <th className="w-[84px]">Count</th>
            <th className="w-[88px]">From tank</th>
            <th className="w-[112px]">Size</th>
            <th className="w-[98px]">Length</th>
            <th className="w-[98px]">Mass each</th>
            <th className="w-[108px]">Sex</th>
            <th className="w-[92px]">Grade</th>
            {into.length > 1 && <th className="w-[130px]">Into</th>}
            <th />
          </>
        }
      >
        {lines.map((l, i) => (
          <LineRow
            key={l.id}
            l={l}
            i={i}
            species={species}
            lots={lots}
            into={into}
            problems={problems}
            set={(line) => onChange(lines.map((x, j) => (j === i ? line : x)))}
            onSpecies={onSpecies}
            remove={lines.length > 1 ? () => onChange(lines.filter((_, j) => j !== i)) : null}
          />
        ))}
      </Table>
      <Button type="button" className="mt-2" onClick={onAdd}>
        Another kind
      </Button>
    </>
  );
}

interface RowProps {
  l: LineDraft;
  i: number;
  species: readonly Species[];
  lots: readonly LotOption[];
  problems: readonly Problem[];
  set: (line: LineDraft) => void;
  onSpecies: (s: Species) => void;
}

/** Which fish: of a tank, of the list, or a name that nobody knows yet; and its variety. */
function FishCell({ l, i, species, lots, problems, set, onSpecies }: RowProps) {
  const n = i + 1;
  const [fresh, setFresh] = useState<string | null>(null);
  const speciesOf = (id: string): Species | undefined => species.find((s) => s.id === id);
  return (
    <td data-head="Fish">
      <div className="grid gap-2 sm:grid-cols-[minmax(0,1fr)_116px]">
        <SpeciesCombo
          species={species}
          lots={lots}
          value={l.speciesId}
          lotId={l.lotId}
          label={`Species of line ${n}`}
          error={problemAt(problems, `lines.${i}.speciesId`)}
          onChange={(id) => set(withSpecies(l, speciesOf(id)!, speciesOf(l.speciesId)))}
          onNew={(name) => setFresh(name)}
          onLot={(x) => set(withLot(l, x, speciesOf(x.speciesId)!))}
        />
        <input
          className="in"
          aria-label={`Variety of line ${n}`}
          placeholder="strain, locality"
          value={l.variety}
          onChange={(e) => set({ ...l, variety: e.target.value })}
        />
      </div>
      {fresh !== null && (
        <NewSpecies
          name={fresh}
          species={species}
          leave={() => setFresh(null)}
          done={(s) => {
            onSpecies(s);
            setFresh(null);
            set(withSpecies(l, s, speciesOf(l.speciesId)));
          }}
        />
      )}
    </td>
  );
}

function IntoCell({
  l,
  i,
  into,
  problems,
  onChange,
}: Pick<RowProps, 'l' | 'i' | 'problems'> & { into: readonly string[]; onChange: (tank: string) => void }) {
  const n = i + 1;
  return (
    <td data-head="Into">
      <SelectField
        hideLabel
        label={`Receiving tank of line ${n}`}
        path={`lines.${i}.into`}
        problems={problems}
        value={l.into || into[0]!}
        onChange={onChange}
        options={into.map((x) => [x, x] as const)}
      />
    </td>
  );
}

function LineRow({
  l,
  i,
  species,
  lots,
  into,
  problems,
  set,
  onSpecies,
  remove,
}: RowProps & { into: readonly string[]; remove: (() => void) | null }) {
  const n = i + 1;
  const lot = lots.find((x) => x.id === l.lotId);
  const short = lot?.free != null && num(l.count) > lot.free;
  const edit = (change: Partial<LineDraft>): void => set({ ...l, ...change });
  const sized = (size: string): void => {
    const s = species.find((x) => x.id === l.speciesId);
    edit({ size, ...(size && s ? { lengthCm: String(lengthOfClass(size as SizeClass, s.lengthCm)) } : {}) });
  };
  return (
    <tr className="align-top">
      <FishCell l={l} i={i} species={species} lots={lots} problems={problems} set={set} onSpecies={onSpecies} />
      <td data-head="Count">
        <NumberField
          hideLabel
          label={`Count of line ${n}`}
          path={`lines.${i}.count`}
          problems={problems}
          value={l.count}
          onChange={(count) => edit({ count })}
        />
        {lot && lot.free !== null && (
          <span className={`text-12 ${short ? 'font-semibold text-stop' : 'mute'}`}>{lot.free} free</span>
        )}
      </td>
      <td data-head="From tank">
        <TextField
          hideLabel
          label={`Tank of line ${n}`}
          list="own-tanks"
          path={`lines.${i}.tank`}
          problems={problems}
          value={l.tank}
          onChange={(tank) => edit({ tank, lotId: lot && lot.tank !== tank ? '' : l.lotId })}
        />
      </td>
      <td data-head="Size">
        <SelectField
          hideLabel
          label={`Size class of line ${n}`}
          path={`lines.${i}.size`}
          value={l.size}
          onChange={sized}
          options={[['', 'measured'], ...sizeClasses.map((s) => [s, s] as const)]}
        />
      </td>
      <td data-head="Length">
        <NumberField
          hideLabel
          label={`Length of line ${n}`}
          unit="cm"
          path={`lines.${i}.lengthCm`}
          problems={problems}
          value={l.lengthCm}
          onChange={(lengthCm) => edit({ lengthCm, size: '' })}
        />
      </td>
      <td data-head="Mass each">
        <NumberField
          hideLabel
          label={`Mass of line ${n}, if weighed`}
          unit="g"
          path={`lines.${i}.massG`}
          problems={problems}
          value={l.massG}
          onChange={(massG) => edit({ massG })}
        />
      </td>
      <td data-head="Sex">
        <SelectField
          hideLabel
          label={`Sex of line ${n}`}
          path={`lines.${i}.sex`}
          value={l.sex}
          onChange={(sex) => edit({ sex })}
          options={['unsexed', 'male', 'female', 'pair', 'mixed'].map((x) => [x, x] as const)}
        />
      </td>
      <td data-head="Grade">
        <TextField
          hideLabel
          label={`Grade of line ${n}`}
          path={`lines.${i}.grade`}
          problems={problems}
          value={l.grade}
          onChange={(grade) => edit({ grade })}
        />
      </td>
      {into.length > 1 && <IntoCell l={l} i={i} into={into} problems={problems} onChange={(x) => edit({ into: x })} />}
      <td>
        {remove && (
          <Button type="button" tone="flat" aria-label={`Remove line ${n}`} onClick={remove}>
            Remove
          </Button>
        )}
      </td>
    </tr>
  );
}
