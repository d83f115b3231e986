'use client';

import { useState } from 'react';
import { doubtsOf } from '@/core/consignment/plausibility';
import { SEA_FROM } from '@/core/fish/water';
import {
  bagFigures,
  counts,
  quantities,
  sampledFigures,
  unbelieved,
  waterQuantities,
  type BagFigure,
  type Quantity,
  type WaterQuantity,
} from '@/core/measurement/quantities';
import type { Problem } from '@/core/consignment/outcome';
import { readDevice } from '@/server/devices/actions';
import type { ReadOf } from '@/server/arrive/readings';
import type { ReceiveStationProps } from '@/server/arrive/view';
import { FishIcon } from '@/ui/drawings/fish';
import { DraftCare } from '@/ui/fields/clash-choice';
import { NumberField, TextField, num } from '@/ui/fields/fields';
import { one } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import { PhotoButton } from './photo';

type Water = Record<WaterQuantity, string>;
type BagDraft = Record<BagFigure | 'note', string>;
interface Draft {
  bags: Record<string, BagDraft>;
  tanks: Record<string, Water>;
}
type Bag = ReceiveStationProps['bags'][number];

const more: readonly WaterQuantity[] = ['khDkh', 'ghDgh', 'tanMgNL', 'oxygenMgL', 'tdsMgL'];

const text = (v: number | null | undefined): string => (v == null ? '' : String(v));
const told = <K extends string>(keys: readonly K[], of: Partial<Record<K, number | null>> | null): Record<K, string> =>
  Object.fromEntries(keys.map((k) => [k, text(of?.[k])])) as Record<K, string>;

/** What was measured so far; nothing stands where nobody measured. */
const measuredOf = (p: Pick<ReceiveStationProps, 'bags' | 'tanks' | 'measured'>): Draft => ({
  bags: Object.fromEntries(
    p.bags.map((b): [string, BagDraft] => [b.id, { ...told(bagFigures, b.reading), note: b.reading?.note ?? '' }]),
  ),
  tanks: Object.fromEntries(p.tanks.map((t) => [t.name, told(waterQuantities, p.measured[t.name] ?? null)])),
});

/** What a field of this form is called: “Bag A1, pH”. */
function readingLabel(path: string): string {
  const [kind, name, field = ''] = path.split('.');
  return `${kind === 'bags' ? 'Bag' : 'Tank'} ${name}, ${quantities[field as Quantity]?.label ?? field}`;
}

/** Figures that were typed otherwise than they stand; one that was emptied is taken back. */
const changed = <K extends string>(keys: readonly K[], now: Record<K, string>, was: Record<K, string>) =>
  Object.fromEntries(
    keys.filter((k) => now[k].trim() !== was[k]).map((k) => [k, now[k].trim() === '' ? null : num(now[k])]),
  ) as Partial<Record<K, number | null>>;

/** What a stand-in has read of bags and tanks, as it was put into their fields: “bag A1”, “tank Q”. */
type Probed = Record<string, Partial<Record<string, string>>>;

/** Figures that a hand typed, and those that still are as a stand-in read them. */
function byHand<K extends string>(
  all: Partial<Record<K, number | null>>,
  now: Record<K, string>,
  read: Probed[string] | undefined,
): [typeof all, typeof all] {
  const standIn = (k: string): boolean => read?.[k] !== undefined && read[k] === now[k as K];
  const pick = (is: boolean): typeof all =>
    Object.fromEntries(Object.entries(all).filter(([k]) => standIn(k) === is)) as typeof all;
  return [pick(false), pick(true)];
}

interface Telling {
  of: ReadOf;
  /** Read by a stand-in: never a measurement. */
  standIn: boolean;
  words: string;
  problems: Problem[];
  doubts: string[];
}

/** What the form would tell: of each bag and tank only what changed, with what cannot be and what looks odd. */
function tellingOf(p: ReceiveStationProps, { bags, tanks }: Draft, stored: Draft, probed: Probed): Telling[] {
  const odd = (path: string, figures: Partial<Record<BagFigure, number | null>>): Problem[] =>
    Object.entries(figures).flatMap(([k, v]) => {
      const message = v === null ? null : unbelieved(k as BagFigure, v);
      return message ? [{ path: `${path}.${k}`, message }] : [];
    });
  const ofBags = p.bags.flatMap((b): Telling[] => {
    const [now, was] = [bags[b.id]!, stored.bags[b.id]!];
    const all = changed(bagFigures, now, was);
    const [figures, practice] = byHand(all, now, probed[`bag ${b.id}`]);
    const note = now.note === was.note ? {} : { note: now.note };
    const practised: Telling[] =
      Object.keys(practice).length > 0
        ? [
            {
              of: { kind: 'bag', id: b.id, figures: practice },
              standIn: true,
              words: `bag ${b.id} by the simulated instrument`,
              problems: odd(`bags.${b.id}`, practice),
              doubts: [],
            },
          ]
        : [];
    if (Object.keys(figures).length === 0 && !('note' in note)) return practised;
    // A count is judged with the others of its bag.
    const counted = counts.some((k) => k in figures)
      ? Object.fromEntries(counts.map((k) => [k, now[k].trim() === '' ? null : num(now[k])]))
      : {};
    return [
      ...practised,
      {
        of: { kind: 'bag', id: b.id, figures: { ...figures, ...counted }, ...note },
        standIn: false,
        words: `bag ${b.id} as read`,
        problems: odd(`bags.${b.id}`, figures),
        doubts: doubtsOf({ ...figures, ...counted }, { animals: b.animals, marine: b.species.water === 'marine' }).map(
          (d) => `${b.id}: ${d.words}`,
        ),
      },
    ];
  });
  const ofTanks = p.tanks.flatMap((t): Telling[] => {
    const all = changed(waterQuantities, tanks[t.name]!, stored.tanks[t.name]!);
    return byHand(all, tanks[t.name]!, probed[`tank ${t.name}`]).flatMap((figures, i): Telling[] =>
      Object.keys(figures).length === 0
        ? []
        : [
            {
              of: { kind: 'tank', id: t.name, figures },
              standIn: i === 1,
              words: `tank ${t.name} ${i === 1 ? 'by the simulated instrument' : 'as read'}`,
              problems: odd(`tanks.${t.name}`, figures),
              doubts: doubtsOf(figures, { animals: null, marine: t.salinity >= SEA_FROM }).map(
                (d) => `Tank ${t.name}: ${d.words}`,
              ),
            },
          ],
    );
  });
  return [...ofBags, ...ofTanks];
}

/** What a receiving tank is taken for while nobody has measured it; behind a guess stands a ?. */
const tankExpected = (t: ReceiveStationProps['tanks'][number], k: WaterQuantity): { expected?: string } =>
  k === 'oxygenMgL' || t[k] === undefined
    ? {}
    : { expected: `${t[k].toFixed(quantities[k].digits)}${(t.guessed as string[]).includes(k) ? '?' : ''}` };

/** What the eye and the probe find in every bag, through the film, and in every tank. */
export function MeasureForm({ p, done }: { p: ReceiveStationProps; done: () => void }) {
  const stored = measuredOf(p);
  const typed = useDraft(stored, p.version, `readings ${p.code}`);
  const { bags, tanks } = typed.draft;
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [doubts, setDoubts] = useState<readonly string[]>([]);
  const [probed, setProbed] = useState<Probed>({});
  const { save, busy } = useSave();
  const probe = (kind: 'bag' | 'tank', id: string): void =>
    void save(
      (name) => readDevice(name, { code: p.code, kind: 'probe', subject: { kind, id } }),
      (r) => {
        const read = Object.fromEntries(Object.entries(r.values).map(([k, v]) => [k, String(v)]));
        setProbed((x) => ({ ...x, [`${kind} ${id}`]: read }));
        if (kind === 'bag') set(id, read);
        else setTank(id, read);
      },
    );
  const setTank = (name: string, change: Partial<Water>): void =>
    typed.setDraft((x) => ({ ...x, tanks: { ...x.tanks, [name]: { ...x.tanks[name]!, ...change } } }));
  const [all, setAll] = useState(() => more.some((k) => p.bags.some((b) => b.reading?.[k] != null)));
  const set = (id: string, change: Partial<BagDraft>): void =>
    typed.setDraft((x) => ({ ...x, bags: { ...x.bags, [id]: { ...x.bags[id]!, ...change } } }));
  const allAlive = (b: Bag): Partial<BagDraft> => ({ alive: String(b.animals), dead: '0', doubtful: '0' });

  const send = (draft: Draft, sure = false): void => {
    const telling = tellingOf(p, draft, stored, probed);
    const wrong = telling.flatMap((t) => t.problems);
    const asked = telling.flatMap((t) => t.doubts);
    setProblems(wrong);
    setDoubts(sure || wrong.length > 0 ? [] : asked);
    if (wrong.length > 0 || (asked.length > 0 && !sure)) return;
    for (const standIn of [true, false]) {
      const some = telling.filter((t) => t.standIn === standIn);
      if (some.length > 0)
        press(
          {
            deed: 'readings',
            code: p.code,
            of: some.map((t) => t.of),
            sure,
            ...(standIn ? { method: 'stand-in' as const } : {}),
          },
          some.map((t) => t.words).join(', '),
        );
    }
    typed.kept();
    done();
  };

  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        send(typed.draft);
      }}
      aria-label="Arrival readings"
    >
      <DraftCare keeping={typed} labelOf={readingLabel} busy={false} save={(draft) => send(draft)} />
      <p className="note mb-1">Pale figures are computed. Empty fields count as not measured.</p>
      <div className="flex flex-wrap gap-2">
        <Button type="button" className="min-h-16 flex-1" onClick={() => p.bags.forEach((b) => set(b.id, allAlive(b)))}>
          Looked at every bag: all alive
        </Button>
        <Button type="button" className="min-h-16" aria-pressed={all} onClick={() => setAll(!all)}>
          {all ? 'Fewer figures' : 'More figures'}
        </Button>
      </div>
      {p.bags.map((b) => (
        <BagFields
          key={b.id}
          b={b}
          lot={p.bags.reduce((n, x) => n + (x.species.id === b.species.id ? x.animals : 0), 0)}
          sampledFrom={p.sampledFrom}
          all={all}
          code={p.code}
          d={bags[b.id]!}
          problems={problems}
          set={(change) => set(b.id, change)}
          probe={p.practises ? () => probe('bag', b.id) : null}
          busy={busy}
        />
      ))}
      {p.tanks.map((t) => (
        <fieldset key={t.name}>
          <legend className="mt-3 font-head text-15 font-semibold">Tank {t.name}</legend>
          {p.practises && (
            <Button type="button" tone="flat" disabled={busy} onClick={() => probe('tank', t.name)}>
              Simulated probe
            </Button>
          )}
          <div className="mt-1 grid grid-cols-3 gap-2">
            {waterQuantities
              .filter((k) => all || (k !== 'oxygenMgL' && k !== 'tdsMgL'))
              .map((k) => (
                <NumberField
                  key={k}
                  label={quantities[k].label}
                  unit={quantities[k].unit}
                  path={`tanks.${t.name}.${k}`}
                  problems={problems}
                  {...tankExpected(t, k)}
                  value={tanks[t.name]![k]}
                  onChange={(v) => setTank(t.name, { [k]: v })}
                />
              ))}
          </div>
        </fieldset>
      ))}
      <p className="note my-2">
        Photograph any loss in the unopened bag. Salinity may be typed as 1.024 SG (of a hydrometer made for 25 °C; SG20
        or SG60F for one made for that), temperature as 76 F. A colour card tells total ammonia: type its step.
      </p>
      <Doubts doubts={doubts} sure={() => send(typed.draft, true)} />
      <Button tone="go" className="min-h-16 w-full">
        Save and compare
      </Button>
    </form>
  );
}

/** What looks odd is asked about once, before it is kept. */
function Doubts({ doubts, sure }: { doubts: readonly string[]; sure: () => void }) {
  if (doubts.length === 0) return null;
  return (
    <div className="mb-2 border-l-4 border-[var(--watch-mark)] bg-watch-pale px-3 py-2" role="alert">
      {doubts.map((d) => (
        <p key={d} className="text-15">
          {d}
        </p>
      ))}
      <Button type="button" className="mt-2 min-h-16 w-full" onClick={sure}>
        Value is right: save
      </Button>
    </div>
  );
}

function BagFields({
  b,
  lot,
  sampledFrom,
  all,
  code,
  d,
  problems,
  set,
  probe,
  busy,
}: {
  b: Bag;
  /** Animals of its species in all that came, and from how many on some are sampled. */
  lot: number;
  sampledFrom: number;
  /** Hardness, ammonia, oxygen and solids too. */
  all: boolean;
  code: string;
  d: BagDraft;
  problems: readonly Problem[];
  set: (change: Partial<BagDraft>) => void;
  /** Reads it by the stand-in of a probe; null where nobody practises. */
  probe: (() => void) | null;
  busy: boolean;
}) {
  const salty = b.species.water !== 'fresh';
  // Of a dense lot ten are looked at closely.
  const sampled = lot >= sampledFrom || sampledFigures.some((k) => b.reading?.[k] != null);
  const shown = waterQuantities.filter((k) => (k === 'salinity' ? salty || all : !more.includes(k) || all));
  const expected: Partial<Record<WaterQuantity, string>> = { tempC: one(b.expectedC), pH: one(b.expectedPh) };
  return (
    <fieldset className="border-b border-rule py-2">
      <legend className="sr-only">Bag {b.id}</legend>
      <div className="mb-1 flex items-center gap-2 font-head text-15 font-semibold">
        {b.id} <FishIcon species={b.species} />{' '}
        <span className="mute mr-auto font-text text-13 font-normal">
          {b.animals} {b.species.name}
        </span>
        {probe && (
          <Button type="button" tone="flat" disabled={busy} onClick={probe}>
            Simulated probe
          </Button>
        )}
        <PhotoButton code={code} kind="bag" id={b.id} taken={b.photos.length} />
      </div>
      <div className="grid grid-cols-3 gap-2">
        {shown.map((k) => (
          <NumberField
            key={k}
            label={quantities[k].label}
            unit={quantities[k].unit}
            path={`bags.${b.id}.${k}`}
            problems={problems}
            {...(expected[k] === undefined ? {} : { expected: expected[k] })}
            value={d[k]}
            onChange={(v) => set({ [k]: v })}
          />
        ))}
        {shown.length % 3 === 2 && <span />}
        {counts.map((k) => (
          <NumberField
            key={k}
            label={k[0]!.toUpperCase() + k.slice(1)}
            path={`bags.${b.id}.${k}`}
            problems={problems}
            value={d[k]}
            onChange={(v) => set({ [k]: v })}
          />
        ))}
        {sampled &&
          sampledFigures.map((k) => (
            <NumberField
              key={k}
              label={k === 'tornFins' ? 'Torn fins, of ten' : 'Length, mean of ten'}
              unit={k === 'tornFins' ? '' : 'cm'}
              path={`bags.${b.id}.${k}`}
              problems={problems}
              value={d[k]}
              onChange={(v) => set({ [k]: v })}
            />
          ))}
        {sampled && <span />}
        <TextField
          className="col-span-3"
          label="Seen"
          path={`bags.${b.id}.note`}
          problems={problems}
          value={d.note}
          onChange={(v) => set({ note: v })}
        />
      </div>
    </fieldset>
  );
}
