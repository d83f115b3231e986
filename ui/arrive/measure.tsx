'use client';

import { Button } from '@/ui/kit/button';
import { saveReadings } from '@/server/arrive/actions';
import type { ReceiveStationProps } from '@/server/arrive/view';
import type { Problem } from '@/core/consignment/outcome';
import { FishIcon } from '@/ui/drawings/fish';
import { DraftCare } from '@/ui/fields/clash-choice';
import { NumberField, OtherProblems, TextField, num } from '@/ui/fields/fields';
import { waterKeys } from '@/ui/fields/water';
import { one } from '@/ui/format';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import { PhotoButton } from './photo';

const figures = ['tempC', 'pH', 'salinity', 'alive', 'dead', 'doubtful'] as const;
type BagDraft = Record<(typeof figures)[number] | 'note', string>;
interface Draft {
  bags: Record<string, BagDraft>;
  tanks: Record<string, Record<string, string>>;
}

const text = (v: number | null | undefined): string => (v == null ? '' : String(v));
/** What nobody touched stays empty: it was not measured. */
const figure = (typed: string): number | null => (typed.trim() === '' ? null : num(typed));

/** What was measured so far; nothing stands where nobody measured. */
const measuredOf = (p: ReceiveStationProps): Draft => ({
  bags: Object.fromEntries(
    p.bags.map((b): [string, BagDraft] => [
      b.id,
      {
        ...(Object.fromEntries(figures.map((k) => [k, text(b.reading?.[k])])) as BagDraft),
        note: b.reading?.note ?? '',
      },
    ]),
  ),
  tanks: Object.fromEntries(
    p.tanks.map((t) => [t.name, Object.fromEntries(waterKeys.map(([k]) => [k, text(p.measured[t.name]?.[k])]))]),
  ),
});

/** What a field of this form is called: “Bag A1, pH”. */
function readingLabel(path: string): string {
  const [kind, name, field = ''] = path.split('.');
  const water = waterKeys.find(([k]) => k === field)?.[1] ?? field;
  return `${kind === 'bags' ? 'Bag' : 'Tank'} ${name}, ${water}`;
}

/** What the eye and the probe find in every bag, through the film, and in every tank. */
export function MeasureForm({ p, done }: { p: ReceiveStationProps; done: () => void }) {
  const { save, busy, problems } = useSave();
  const typed = useDraft(measuredOf(p), p.version, `readings ${p.code}`);
  const { bags, tanks } = typed.draft;
  const set = (id: string, change: Partial<BagDraft>): void =>
    typed.setDraft((x) => ({ ...x, bags: { ...x.bags, [id]: { ...x.bags[id]!, ...change } } }));
  const allAlive = (b: ReceiveStationProps['bags'][number]): Partial<BagDraft> => ({
    alive: String(b.animals),
    dead: '0',
    doubtful: '0',
  });

  const send = ({ bags, tanks }: Draft, on: number | null): void =>
    void save(
      (press) =>
        saveReadings(press, {
          code: p.code,
          version: on ?? p.version,
          tanks: Object.fromEntries(
            Object.entries(tanks).flatMap(([name, w]) => {
              const told = waterKeys.filter(([k]) => w[k]!.trim() !== '').map(([k]) => [k, num(w[k]!)]);
              return told.length > 0 ? [[name, Object.fromEntries(told)]] : [];
            }),
          ),
          bags: p.bags.map((b) => {
            const d = bags[b.id]!;
            const read = Object.fromEntries(figures.map((k) => [k, figure(d[k])])) as Record<
              (typeof figures)[number],
              number | null
            >;
            return { bagId: b.id, ...read, note: d.note };
          }),
        }),
      () => {
        typed.kept();
        done();
      },
    );

  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        send(typed.draft, typed.version);
      }}
      aria-label="Arrival readings"
    >
      <DraftCare keeping={typed} labelOf={readingLabel} busy={busy} save={send} />
      <p className="note mb-1">Pale figures are computed. What you leave empty counts as not measured.</p>
      <Button
        type="button"
        className="w-full"
        onClick={() => p.bags.forEach((b) => set(b.id, allAlive(b)))}
        disabled={busy}
      >
        Looked at every bag: all alive
      </Button>
      {p.bags.map((b, i) => (
        <BagFields
          key={b.id}
          b={b}
          i={i}
          code={p.code}
          d={bags[b.id]!}
          problems={problems}
          set={(change) => set(b.id, change)}
        />
      ))}
      {p.tanks.map((t) => (
        <fieldset key={t.name}>
          <legend className="mt-3 font-head text-15 font-semibold">Tank {t.name}</legend>
          <div className="mt-1 grid grid-cols-3 gap-2">
            {waterKeys.map(([k, label, unit, digits]) => (
              <NumberField
                key={k}
                label={label}
                unit={unit}
                path={`tanks.${t.name}.${k}`}
                problems={problems}
                expected={t[k].toFixed(digits)}
                value={tanks[t.name]![k]!}
                onChange={(v) =>
                  typed.setDraft((x) => ({ ...x, tanks: { ...x.tanks, [t.name]: { ...x.tanks[t.name], [k]: v } } }))
                }
              />
            ))}
          </div>
        </fieldset>
      ))}
      <OtherProblems
        problems={problems}
        shown={(x) => /^(bags\.\d+\.(tempC|pH|salinity|alive|dead|doubtful|note)|tanks\..+\.\w+$)/.test(x)}
      />
      <p className="note my-2">Photograph any loss in the unopened bag. Still and pale is not dead: do not poke.</p>
      <Button tone="go" className="min-h-16 w-full" disabled={busy}>
        Save and compare
      </Button>
    </form>
  );
}

function BagFields({
  b,
  i,
  code,
  d,
  problems,
  set,
}: {
  b: ReceiveStationProps['bags'][number];
  i: number;
  code: string;
  d: BagDraft;
  problems: readonly Problem[];
  set: (change: Partial<BagDraft>) => void;
}) {
  return (
    <fieldset className="border-b border-rule py-2">
      <legend className="sr-only">Bag {b.id}</legend>
      <div className="mb-1 flex items-center gap-2 font-head text-15 font-semibold">
        {b.id} <FishIcon species={b.species} />{' '}
        <span className="mute mr-auto font-text text-13 font-normal">
          {b.animals} {b.species.name}
        </span>
        <PhotoButton code={code} kind="bag" id={b.id} taken={b.photos.length} />
      </div>
      <div className="grid grid-cols-3 gap-2">
        <NumberField
          label="Water"
          unit="°C"
          path={`bags.${i}.tempC`}
          problems={problems}
          expected={one(b.expectedC)}
          value={d.tempC}
          onChange={(v) => set({ tempC: v })}
        />
        <NumberField
          label="pH"
          path={`bags.${i}.pH`}
          problems={problems}
          expected={one(b.expectedPh)}
          value={d.pH}
          onChange={(v) => set({ pH: v })}
        />
        {b.species.water === 'fresh' ? (
          <span />
        ) : (
          <NumberField
            label="Salinity"
            path={`bags.${i}.salinity`}
            problems={problems}
            value={d.salinity}
            onChange={(v) => set({ salinity: v })}
          />
        )}
        {(['alive', 'dead', 'doubtful'] as const).map((k) => (
          <NumberField
            key={k}
            label={k[0]!.toUpperCase() + k.slice(1)}
            path={`bags.${i}.${k}`}
            problems={problems}
            value={d[k]}
            onChange={(v) => set({ [k]: v })}
          />
        ))}
        <TextField
          className="col-span-3"
          label="Seen"
          path={`bags.${i}.note`}
          problems={problems}
          value={d.note}
          onChange={(v) => set({ note: v })}
        />
      </div>
    </fieldset>
  );
}
