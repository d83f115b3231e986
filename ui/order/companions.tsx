'use client';

import { Button } from '@/ui/kit/button';
import { companionKinds } from '@/core/consignment/companions';
import type { Problem } from '@/core/consignment/outcome';
import { NumberField, SelectField, TextField } from '@/ui/fields/fields';
import type { CompanionDraft } from './draft';

/** What travels along and is no animal: plants, moss, media, food. They weigh, and they are packed; nothing else. */
export function Companions({
  list,
  problems,
  onChange,
}: {
  list: readonly CompanionDraft[];
  problems: readonly Problem[];
  onChange: (list: CompanionDraft[]) => void;
}) {
  const set = (i: number, change: Partial<CompanionDraft>): void =>
    onChange(list.map((x, j) => (j === i ? { ...x, ...change } : x)));
  const add = (): void => {
    let n = list.length + 1;
    while (list.some((x) => x.id === `P${n}`)) n++;
    onChange([...list, { id: `P${n}`, kind: 'plant', name: '', amount: '', vessel: 'bag', weightKg: '', boxId: '' }]);
  };
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Travelling with them</h2>
      {list.length > 0 && (
        <p className="note mb-2">
          Each in its own container: damp, with air, away from packs. They add weight but are not in the odds.
        </p>
      )}
      {list.map((x, i) => (
        <div key={x.id} className="mb-2 grid grid-cols-2 items-end gap-2 sm:grid-cols-[120px_2fr_1fr_110px_110px_auto]">
          <SelectField
            label="What"
            path={`companions.${i}.kind`}
            value={x.kind}
            onChange={(kind) => set(i, { kind })}
            options={companionKinds.map((k) => [k, k.replace('-', ' ')] as const)}
          />
          <TextField
            label="Name"
            path={`companions.${i}.name`}
            problems={problems}
            value={x.name}
            onChange={(name) => set(i, { name })}
          />
          <TextField
            label="How much"
            path={`companions.${i}.amount`}
            problems={problems}
            value={x.amount}
            onChange={(amount) => set(i, { amount })}
          />
          <SelectField
            label="In a"
            path={`companions.${i}.vessel`}
            value={x.vessel}
            onChange={(vessel) => set(i, { vessel })}
            options={[
              ['bag', 'bag'],
              ['bucket', 'bucket'],
              ['parcel', 'separate parcel'],
            ]}
          />
          <NumberField
            label="Weight"
            unit="kg"
            path={`companions.${i}.weightKg`}
            problems={problems}
            value={x.weightKg}
            onChange={(weightKg) => set(i, { weightKg })}
          />
          <Button
            type="button"
            tone="flat"
            aria-label={`Remove ${x.name || 'item'}`}
            onClick={() => onChange(list.filter((_, j) => j !== i))}
          >
            Remove
          </Button>
        </div>
      ))}
      <Button type="button" onClick={add}>
        {list.length === 0 ? 'Plants, media or food travel with them' : 'Add another item'}
      </Button>
    </section>
  );
}
