import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import type { Problem } from '@/core/consignment/outcome';
import { NumberField, OtherProblems, SelectField } from '@/ui/fields/fields';
import { waterKeys } from '@/ui/fields/water';
import { asUsual, type Draft, type WaterDraft } from './draft';
import { MakingForm } from './making-form';
import type { BagStationProps } from '@/server/bag/view';

/** The bag plan as a table that can be typed in, and the shipping water. */
export function BagForm({
  lines,
  bagTypes,
  drafts,
  setDrafts,
  water,
  setWater,
  problems,
  busy,
  submit,
  leave,
  canLeave,
}: Pick<BagStationProps, 'lines' | 'bagTypes'> & {
  drafts: Draft[];
  setDrafts: (next: Draft[]) => void;
  water: WaterDraft;
  setWater: (next: WaterDraft) => void;
  problems: readonly Problem[];
  busy: boolean;
  submit: () => void;
  leave: () => void;
  /** There is a plan to go back to. */
  canLeave: boolean;
}) {
  return (
    <form
      className="mt-4 border-t-2 border-ink pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
      aria-label="Bag plan"
    >
      <h3 className="mb-2">Bags</h3>
      <Table
        className="min-w-[700px]"
        head={
          <>
            <th>Bag</th>
            <th className="min-w-[124px]">Size</th>
            {lines.map((l) => (
              <th key={l.id}>{l.name}</th>
            ))}
            <th>Water L</th>
            <th>Gas L</th>
            <th>Oxygen %</th>
            <th>Binder mg N</th>
            <th>Sedated</th>
            <th />
          </>
        }
      >
        {drafts.map((d, i) => (
          <BagRow
            key={d.id}
            d={d}
            i={i}
            lines={lines}
            bagTypes={bagTypes}
            problems={problems}
            edit={(change) => setDrafts(drafts.map((x, j) => (j === i ? { ...x, ...change } : x)))}
            remove={() => setDrafts(drafts.filter((_, j) => j !== i))}
          />
        ))}
      </Table>
      <Button type="button" className="mt-2" onClick={() => setDrafts([...drafts, nextBag(drafts, bagTypes[0]!.id)])}>
        Add a bag
      </Button>
      <MakingForm drafts={drafts} setDrafts={setDrafts} />
      <h3 className="mb-2 mt-5">Shipping water</h3>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-6">
        {waterKeys.map(([k, label, unit]) => (
          <NumberField
            key={k}
            label={label}
            path={`sourceWater.${k}`}
            unit={unit}
            problems={problems}
            value={water[k]}
            onChange={(v) => setWater({ ...water, [k]: v })}
          />
        ))}
      </div>
      <p className="caution mt-3">
        Compressed oxygen feeds fire: no flame, no smoking, no oil or grease on fittings; cylinder chained, valve opened
        slowly, room aired. Binders, sedatives and dyes by their own label and local law; ask a veterinarian; never for
        fish that may be eaten.
      </p>
      <OtherProblems
        problems={problems}
        shown={(path) => /^(bags\.\d+\.(waterL|gasL|oxygenFraction|binderMgN|bagTypeId)|sourceWater\.)/.test(path)}
      />
      <div className="mt-3 flex gap-3">
        <Button tone="go" disabled={busy}>
          {busy ? 'Computing …' : 'Save and compute'}
        </Button>
        {canLeave && (
          <Button type="button" onClick={leave}>
            Leave it as it was
          </Button>
        )}
      </div>
    </form>
  );
}

/** Fields of a bag: how they are called, where they stand in the plan, and in the draft. */
const figures = [
  ['Water', 'waterL', 'waterL'],
  ['Gas', 'gasL', 'gasL'],
  ['Oxygen', 'oxygenFraction', 'oxygenPct'],
  ['Binder', 'binderMgN', 'binder'],
] as const;

/** Another bag like the last, without its animals. */
function nextBag(drafts: readonly Draft[], bagTypeId: string): Draft {
  const last = drafts[drafts.length - 1];
  const letter = last?.id.replace(/\d+/, '') ?? 'A';
  let n = 1;
  while (drafts.some((d) => d.id === `${letter}${n}`)) n++;
  const first = {
    ...asUsual,
    boxId: '1',
    bagTypeId,
    waterL: '1',
    gasL: '2',
    oxygenPct: '95',
    binder: '',
    sedated: false,
  };
  return { ...(last ?? first), id: `${letter}${n}`, counts: {} };
}

function BagRow({
  d,
  i,
  lines,
  bagTypes,
  problems,
  edit,
  remove,
}: Pick<BagStationProps, 'lines' | 'bagTypes'> & {
  d: Draft;
  i: number;
  problems: readonly Problem[];
  edit: (change: Partial<Draft>) => void;
  remove: () => void;
}) {
  return (
    <tr>
      <td>
        <b>{d.id}</b>
      </td>
      <td>
        <SelectField
          hideLabel
          label={`Size of bag ${d.id}`}
          path={`bags.${i}.bagTypeId`}
          problems={problems}
          value={d.bagTypeId}
          onChange={(v) => edit({ bagTypeId: v })}
          options={bagTypes.map((t) => [t.id, t.name])}
        />
      </td>
      {lines.map((l) => (
        <td key={l.id} className="w-[72px] min-w-[64px]">
          <NumberField
            hideLabel
            label={`${l.name} in bag ${d.id}`}
            path={`bags.${i}.animals`}
            value={d.counts[l.id] ?? ''}
            onChange={(v) => edit({ counts: { ...d.counts, [l.id]: v } })}
          />
        </td>
      ))}
      {figures.map(([name, path, key]) => (
        <td key={key} className="min-w-[76px]">
          <NumberField
            hideLabel
            label={`${name} in bag ${d.id}`}
            path={`bags.${i}.${path}`}
            problems={problems}
            value={d[key]}
            onChange={(v) => edit({ [key]: v })}
          />
        </td>
      ))}
      <td className="text-center">
        <input
          type="checkbox"
          className="size-5"
          aria-label={`Bag ${d.id} sedated`}
          checked={d.sedated}
          onChange={(e) => edit({ sedated: e.target.checked })}
        />
      </td>
      <td>
        <Button type="button" tone="flat" aria-label={`Take bag ${d.id} out`} onClick={remove}>
          Remove
        </Button>
      </td>
    </tr>
  );
}
