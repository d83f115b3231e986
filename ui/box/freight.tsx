'use client';

import { useState } from 'react';
import { weigh } from '@/server/box/actions';
import { readDevice } from '@/server/devices/actions';
import { saveFreight } from '@/server/papers/actions';
import type { Problem } from '@/core/consignment/outcome';
import { StateMark } from '@/ui/drawings/state-mark';
import { DraftCare } from '@/ui/fields/clash-choice';
import { NumberField, OtherProblems, SelectField, TextField, num } from '@/ui/fields/fields';
import { clock, two } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import { useMoney } from '@/ui/shell/preferences';
import {
  freightDraftOf,
  freightLabel,
  freightInputOf,
  type FreightDraft as Draft,
  type FreightProps,
} from './freight-draft';
import { Sums } from './sums';

type P = FreightProps;

/** A box on the scale: typed, or read off a device; taken back with a press. */
function OnTheScale({
  p,
  box,
  save,
  busy,
  problems,
}: {
  p: P;
  box: P['boxes'][number];
  problems: readonly Problem[];
} & Pick<ReturnType<typeof useSave>, 'save' | 'busy'>) {
  const [kg, setKg] = useState('');
  const [by, setBy] = useState('');
  if (box.read)
    return (
      <span className="flex items-center justify-end gap-2">
        <span>
          <b className="num">{two(box.read.kg)}</b>
          {'\u00a0'}
          <span className="u">
            kg{box.read.method === 'stand-in' ? ', practice' : ''}, {clock(Date.parse(box.read.at), p.zone)}
          </span>
        </span>
        <Button
          type="button"
          tone="flat"
          disabled={busy}
          aria-label={`Undo the weight of box ${box.id}`}
          onClick={() => void save((press) => weigh(press, { code: p.code, boxId: box.id, kg: null }))}
        >
          Undo
        </Button>
      </span>
    );
  return (
    <span className="flex items-end justify-end gap-2">
      <NumberField
        hideLabel
        className="w-24"
        label={`Box ${box.id} on the scale`}
        unit="kg"
        path="kg"
        problems={problems}
        value={kg}
        onChange={setKg}
      />
      <Button
        type="button"
        disabled={busy || kg.trim() === ''}
        onClick={() =>
          void save((press) =>
            weigh(press, { code: p.code, boxId: box.id, kg: num(kg), method: by === kg ? 'stand-in' : 'typed' }),
          )
        }
      >
        Weighed
      </Button>
      {p.practises && (
        <Button
          type="button"
          tone="flat"
          disabled={busy}
          onClick={() =>
            void save(
              (press) => readDevice(press, { code: p.code, kind: 'scale', subject: { kind: 'box', id: box.id } }),
              (r) => {
                const now = String(r.values.weightKg ?? '');
                setKg(now);
                setBy(now);
              },
            )
          }
        >
          Read it
        </Button>
      )}
    </span>
  );
}

/** Every box by plan, by booking and by scale, and what is paid for it. */
function Weights({
  p,
  d,
  set,
  save,
  busy,
  problems,
}: { p: P; d: Draft; set: (x: Partial<Draft>) => void; problems: readonly Problem[] } & Pick<
  ReturnType<typeof useSave>,
  'save' | 'busy'
>) {
  const money = useMoney();
  return (
    <>
      <Table
        className="min-w-[640px]"
        head={
          <>
            <th>Box</th>
            <th className="r">Planned</th>
            <th className="r">Booked</th>
            <th className="r">On the scale</th>
            <th className="r">Charged</th>
            <th className="r">Freight</th>
          </>
        }
      >
        {p.boxes.map((b) => (
          <tr key={b.id} data-testid={`weigh-${b.id}`}>
            <td>
              <span className="flex items-center gap-2">
                <StateMark mark={b.mark} size={16} /> <b>{b.id}</b>
              </span>
            </td>
            <td className="r num">{two(b.plannedKg)}</td>
            <td className="r">
              <NumberField
                hideLabel
                className="ml-auto w-24"
                label={`Booked weight of box ${b.id}`}
                unit="kg"
                path={`declared.${b.id}`}
                problems={problems}
                value={d.booked[b.id] ?? ''}
                onChange={(x) => set({ booked: { ...d.booked, [b.id]: x } })}
              />
            </td>
            <td className="r">
              <OnTheScale p={p} box={b} save={save} busy={busy} problems={problems} />
            </td>
            <td className="r whitespace-nowrap">
              <b className="num">{b.chargeableKg.toFixed(1)}</b>
              {'\u00a0'}
              <span className="u">kg by {b.by === 'volume' ? 'size' : 'weight'}</span>
            </td>
            <td className="r num">{money(b.price)}</td>
          </tr>
        ))}
      </Table>
      {p.boxes.flatMap((b) =>
        b.words.map((x) => (
          <p key={`${b.id} ${x}`} className="mt-1 flex items-start gap-2 text-13" role="status">
            <StateMark mark={b.mark} size={15} />
            <span>
              <b>Box {b.id}:</b> {x}
            </span>
          </p>
        )),
      )}
    </>
  );
}

/** What nobody can know but who was there: further sums, asked of the buyer or not. */
function Other({ d, set, problems }: { d: Draft; set: (x: Partial<Draft>) => void; problems: readonly Problem[] }) {
  const edit = (i: number, x: Partial<Draft['other'][number]>): void =>
    set({ other: d.other.map((o, k) => (k === i ? { ...o, ...x } : o)) });
  return (
    <div className="mt-2">
      {d.other.map((o, i) => (
        <div key={i} className="mb-2 grid grid-cols-[1fr_96px_auto_auto] items-end gap-2">
          <TextField
            label="Also for"
            path={`charges.other.${i}.name`}
            problems={problems}
            value={o.name}
            onChange={(name) => edit(i, { name })}
          />
          <NumberField
            label="Amount"
            path={`charges.other.${i}.amount`}
            problems={problems}
            value={o.amount}
            onChange={(amount) => edit(i, { amount })}
          />
          <label className="flex min-h-11 items-center gap-2 text-13">
            <input
              type="checkbox"
              className="size-5 accent-[var(--tide)]"
              checked={o.asked}
              onChange={(e) => edit(i, { asked: e.target.checked })}
            />
            asked
          </label>
          <Button
            type="button"
            tone="flat"
            aria-label={`Remove ${o.name || 'this cost'}`}
            onClick={() => set({ other: d.other.filter((_, k) => k !== i) })}
          >
            Remove
          </Button>
        </div>
      ))}
      <Button
        type="button"
        tone="flat"
        onClick={() => set({ other: [...d.other, { name: '', amount: '', asked: true }] })}
      >
        Another cost
      </Button>
    </div>
  );
}

/** The carrier, and what of its row decides the price. */
function ServiceWords({ service: s }: { service: P['service'] }) {
  return (
    <span className="note">
      {s.name}
      {s.approvalNumber && `, packaging approved as ${s.approvalNumber}`}
      {s.zoned && ', price of its zone'}
      {s.surchargeShare > 0 && `, surcharge ${Math.round(100 * s.surchargeShare)} %`}
    </span>
  );
}

/** Booking, scale, freight and money of a consignment: typed here, told by the carrier's row, and summed honestly. */
export function FreightAndCosts(p: P) {
  const { save, busy, problems } = useSave();
  const keeping = useDraft(freightDraftOf(p), p.version, `freight ${p.code}`);
  const { draft: d, setDraft, version, dirty, kept, reset } = keeping;
  const send = (draft: Draft, on: number | null): void =>
    void save((press) => saveFreight(press, freightInputOf(p, draft, on ?? p.version)), kept);
  const set = (x: Partial<Draft>): void => setDraft((now) => ({ ...now, ...x }));
  const text = (key: 'reference' | 'tracking' | 'depotCode', label: string) => (
    <TextField
      label={label}
      path={`booking.${key}`}
      problems={problems}
      value={d[key]}
      onChange={(x) => set({ [key]: x })}
    />
  );
  const sum = (
    key: 'packingPerBox' | 'freight' | 'hours' | 'km' | 'tolls' | 'insured',
    label: string,
    unit?: string,
    expected?: string,
  ) => (
    <NumberField
      label={label}
      path={`charges.${key}`}
      problems={problems}
      value={d[key]}
      onChange={(x) => set({ [key]: x })}
      {...(unit ? { unit } : {})}
      {...(expected ? { expected } : {})}
    />
  );
  return (
    <form
      className="mt-8 border-t border-rule-strong pt-4"
      aria-label="Freight and costs"
      onSubmit={(e) => {
        e.preventDefault();
        send(d, version);
      }}
    >
      <div className="mb-3 flex flex-wrap items-baseline gap-3">
        <h2 className="mr-auto">Freight and costs</h2>
        <ServiceWords service={p.service} />
        {dirty && (
          <>
            <Button type="button" tone="flat" onClick={reset}>
              Cancel
            </Button>
            <Button tone="go" disabled={busy}>
              Save and add up
            </Button>
          </>
        )}
      </div>
      <DraftCare keeping={keeping} labelOf={freightLabel} busy={busy} save={send} />
      <Weights p={p} d={d} set={set} save={save} busy={busy} problems={problems} />
      <div className="mt-5 grid gap-x-10 gap-y-6 lg:grid-cols-[1fr_1fr]">
        <div className="min-w-0">
          <h3 className="mb-1">Booking</h3>
          <div className="grid grid-cols-2 gap-3">
            {text('reference', 'Booking reference')}
            {text('tracking', 'Tracking number')}
            {text('depotCode', 'Airport or depot code')}
            <SelectField
              label="Pays the carrier"
              path="booking.paidBy"
              value={d.paidBy}
              onChange={(x) => set({ paidBy: x as Draft['paidBy'] })}
              options={[
                ['sender', 'we do'],
                ['receiver', 'the receiver does'],
              ]}
            />
            {sum('insured', 'Insured value')}
          </div>
          {d.insured.trim() !== '' && !p.service.approved && (
            <p className="mt-1 flex items-start gap-2 text-13" role="status">
              <StateMark mark="watch" size={15} />
              <span>
                This carrier has not approved our packaging; live freight is insured only once it has. Claims go to the
                carrier with a photo of the closed bag.
              </span>
            </p>
          )}
          <h3 className="mb-1 mt-5">Charged to the buyer</h3>
          <div className="grid grid-cols-2 gap-3">
            {p.lines.map((l) => (
              <NumberField
                key={l.id}
                label={`${l.count} ${l.name}, each`}
                path={`charges.prices.${l.id}`}
                problems={problems}
                value={d.prices[l.id] ?? ''}
                onChange={(x) => set({ prices: { ...d.prices, [l.id]: x } })}
              />
            ))}
            {sum('packingPerBox', 'Packing, a carton')}
            {sum('freight', 'Freight charged', undefined, p.costs.freight.toFixed(2))}
          </div>
          <h3 className="mb-1 mt-5">Our costs</h3>
          <div className="grid grid-cols-3 gap-3">
            {sum('hours', 'Hours of work', 'h', 'as planned')}
            {sum('km', 'Journey', 'km')}
            {sum('tolls', 'Tolls')}
          </div>
          <Other d={d} set={set} problems={problems} />
          <OtherProblems
            problems={problems}
            shown={(x) => /^kg$|^booking\.|^charges\.(packing|freight|hours|km|tolls|insured|other)/.test(x)}
          />
        </div>
        <div className="min-w-0">
          {dirty && <p className="note mb-1">Totals are of what is saved.</p>}
          <Sums p={p} />
        </div>
      </div>
    </form>
  );
}
