import { closureWords, cornerWords, coverWords } from '@/core/bag/making';
import type { Bag } from '@/core/consignment/schema';
import { num, NumberField, SelectField, TextField } from '@/ui/fields/fields';
import { Doses } from './doses';
import { named, options, shared, type ChangeBags, type SheetProps } from './sheet-parts';

/** Layers, corners, closure, cover, and what goes in. */
export function BagConstructionFields({
  chosen,
  whose,
  change,
  shelf,
}: SheetProps & { whose: string; change: ChangeBags }) {
  const pick = (key: 'corners' | 'closure' | 'cover', label: string, none: string, of: Record<string, string>) => {
    const value = shared(chosen, (b) => b[key] ?? '');
    return (
      <SelectField
        label={named(label, `of ${whose}`)}
        path={key}
        value={value ?? '?'}
        onChange={(v) => v !== '?' && change(key, { [key]: v || undefined })}
        options={[
          ...(value === undefined ? [['?', 'They differ'] as [string, string]] : []),
          ['', none],
          ...options(of),
        ]}
      />
    );
  };
  const layers = shared(chosen, (b) => String(b.layers ?? ''));
  const tick = (key: 'lies' | 'sedated', label: string) => (
    <label className="flex min-h-9 items-center gap-2">
      <input
        type="checkbox"
        className="size-5"
        checked={shared(chosen, (b) => Boolean(b[key])) ?? false}
        onChange={(e) => change(key, { [key]: key === 'lies' ? e.target.checked || undefined : e.target.checked })}
      />
      {label}
    </label>
  );
  const binder = shared(chosen, (b) => b.binderMgN);
  const treated =
    shared(chosen, (b) => JSON.stringify(b.treatments ?? [])) === undefined ? undefined : (chosen[0]!.treatments ?? []);
  return (
    <>
      <h3 className="mt-4">How it is made</h3>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <SelectField
          label={named('Layers', `of ${whose}`)}
          path="layers"
          value={layers ?? '?'}
          onChange={(v) => v !== '?' && change('layers', { layers: v ? Number(v) : undefined })}
          options={[
            ...(layers === undefined ? [['?', 'They differ'] as [string, string]] : []),
            ['', 'As usual'],
            ['1', 'One'],
            ['2', 'Two'],
            ['3', 'Three'],
          ]}
        />
        {pick('corners', 'Corners', 'As usual', cornerWords)}
        {pick('closure', 'Closure', 'As usual', closureWords)}
        {pick('cover', 'Cover', 'None', coverWords)}
        {tick('lies', 'Lies on its side')}
        {tick('sedated', 'Sedated')}
        <NumberField
          label={named('Binder', `in ${whose}`)}
          path="binderMgN"
          unit="mg N"
          value={binder === null || binder === undefined || Number.isNaN(binder) ? '' : String(binder)}
          expected={binder === undefined ? 'differ' : 'none'}
          onChange={(v) => change('binder', { binderMgN: v.trim() === '' ? null : num(v) })}
        />
      </div>
      <TextField
        className="mt-2"
        label={named('Also on the label', `of ${whose}`)}
        path="labelNotes"
        value={shared(chosen, (b) => b.labelNotes ?? '') ?? ''}
        onChange={(v) => change('labelNotes', { labelNotes: v === '' ? undefined : v } as Partial<Bag>)}
      />
      <h3 className="mb-1 mt-4">Into {chosen.length === 1 ? 'this bag' : 'each of these bags'}</h3>
      {treated === undefined && <p className="note">They differ. What you tick applies to all.</p>}
      <Doses
        shelf={shelf}
        given={treated}
        whose={whose}
        litres={chosen.map((b) => [b.id, b.waterL] as const)}
        change={(next) => change('treatments', { treatments: next.length > 0 ? next : undefined } as Partial<Bag>)}
      />
    </>
  );
}
