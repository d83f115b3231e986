import { Table } from '@/ui/kit/table';
import type { Problem } from '@/core/consignment/outcome';
import { NumberField, OtherProblems, SelectField } from '@/ui/fields/fields';
import { waterKeys } from '@/ui/fields/water';
import { type Draft, type WaterDraft } from './draft';
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
  const edit = (i: number, change: Partial<Draft>): void =>
    setDrafts(drafts.map((d, j) => (j === i ? { ...d, ...change } : d)));
  const addBag = (): void => {
    const last = drafts[drafts.length - 1];
    const letter = last?.id.replace(/\d+/, '') ?? 'A';
    let n = 1;
    while (drafts.some((d) => d.id === `${letter}${n}`)) n++;
    setDrafts([
      ...drafts,
      last
        ? { ...last, id: `${letter}${n}`, counts: {} }
        : {
            id: 'A1',
            boxId: '1',
            bagTypeId: bagTypes[0]!.id,
            counts: {},
            waterL: '1',
            gasL: '2',
            oxygenPct: '95',
            binder: '',
            sedated: false,
          },
    ]);
  };
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
            <th className="w-[120px]">Size</th>
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
          <tr key={d.id}>
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
                onChange={(v) => edit(i, { bagTypeId: v })}
                options={bagTypes.map((t) => [t.id, t.name])}
              />
            </td>
            {lines.map((l) => (
              <td key={l.id} className="w-[84px]">
                <NumberField
                  hideLabel
                  label={`${l.name} in bag ${d.id}`}
                  path={`bags.${i}.animals`}
                  value={d.counts[l.id] ?? ''}
                  onChange={(v) => edit(i, { counts: { ...d.counts, [l.id]: v } })}
                />
              </td>
            ))}
            <td>
              <NumberField
                hideLabel
                label={`Water in bag ${d.id}`}
                path={`bags.${i}.waterL`}
                problems={problems}
                value={d.waterL}
                onChange={(v) => edit(i, { waterL: v })}
              />
            </td>
            <td>
              <NumberField
                hideLabel
                label={`Gas in bag ${d.id}`}
                path={`bags.${i}.gasL`}
                problems={problems}
                value={d.gasL}
                onChange={(v) => edit(i, { gasL: v })}
              />
            </td>
            <td>
              <NumberField
                hideLabel
                label={`Oxygen in bag ${d.id}`}
                path={`bags.${i}.oxygenFraction`}
                problems={problems}
                value={d.oxygenPct}
                onChange={(v) => edit(i, { oxygenPct: v })}
              />
            </td>
            <td>
              <NumberField
                hideLabel
                label={`Binder in bag ${d.id}`}
                path={`bags.${i}.binderMgN`}
                problems={problems}
                value={d.binder}
                onChange={(v) => edit(i, { binder: v })}
              />
            </td>
            <td className="text-center">
              <input
                type="checkbox"
                className="size-5"
                aria-label={`Bag ${d.id} sedated`}
                checked={d.sedated}
                onChange={(e) => edit(i, { sedated: e.target.checked })}
              />
            </td>
            <td>
              <button
                type="button"
                className="btn flat"
                aria-label={`Take bag ${d.id} out`}
                onClick={() => setDrafts(drafts.filter((_, j) => j !== i))}
              >
                Remove
              </button>
            </td>
          </tr>
        ))}
      </Table>
      <button type="button" className="btn mt-2" onClick={addBag}>
        Add a bag
      </button>
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
        <button className="btn go" disabled={busy}>
          {busy ? 'Computing …' : 'Save and compute'}
        </button>
        {canLeave && (
          <button type="button" className="btn" onClick={leave}>
            Leave it as it was
          </button>
        )}
      </div>
    </form>
  );
}
