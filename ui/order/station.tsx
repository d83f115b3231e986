'use client';

import dynamic from 'next/dynamic';
import { checkOrder, findReceivers, saveOrder } from '@/server/order/actions';
import { useRouter } from 'next/navigation';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { Place } from '@/core/catalogue/places';
import type { Service, Species } from '@/core/catalogue/schema';
import type { Advice } from '@/core/calendar/departure';
import { StateMark } from '@/ui/drawings/state-mark';
import { CopyText } from '@/ui/fields/copy-text';
import { OtherProblems, SelectField, TextField } from '@/ui/fields/fields';
import { WhenField } from '@/ui/fields/time-fields';
import { dayClock } from '@/ui/format';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import {
  emptyLine,
  flat,
  follow,
  inputOf,
  mix,
  settleWaters,
  type LineDraft,
  type LotOption,
  type OrderDraft,
  type PartyDraft,
  type ReceiverOption,
  type TankOption,
} from './draft';
import { Companions } from './companions';
import { Lines } from './lines';
import { Party } from './party';
import { Waters } from './waters';

/** Needed only when two people saved. */
const Meanwhile = dynamic(() => import('@/ui/records/meanwhile').then((m) => m.Meanwhile));

export interface OrderStationProps {
  code: string | null;
  version: number | null;
  draft: OrderDraft;
  species: Species[];
  services: Service[];
  places: Place[];
  lots: LotOption[];
  tanks: TankOption[];
  /** The confirmation as text, once there is a consignment. */
  confirmation: string | null;
}

interface Said {
  sentence: string;
  advice: Advice[];
  earliest: string | null;
}

/** Time without typing after which the order is looked over. */
const PAUSE_MS = 350;

const shownPaths =
  /^(lines\.\d+\.(speciesId|count|lengthCm|massG|tank|into|variety)|companions\.\d+\.(name|weightKg)|sourceWater\.|waters\.|tank\.|otherTanks\.|sender\.(name|phone|address|place)|receiver\.(name|phone|address|place)|serviceId|handOverLocal|openingLocal|window(Start|End)Local|note|version)/;

/** The order: who gets what, from which tank, to where, by which service, until when; and what a careful shipper says to it. */
export function OrderStation(p: OrderStationProps) {
  const router = useRouter();
  const { save, busy, problems, conflict } = useSave();
  const { draft: d, setDraft: setD, version, kept } = useDraft(p.draft, p.version);
  const [reasons, setReasons] = useState<string[]>([]);
  // Rows that were added here while the page still knows the older list.
  const [added, setAdded] = useState<Species[]>([]);
  const species = [...added.filter((s) => !p.species.some((x) => x.id === s.id)), ...p.species];
  const [said, setSaid] = useState<Said | null>(null);
  const [timeTyped, setTimeTyped] = useState(p.code !== null);
  const isNew = p.code === null;
  const set = (change: Partial<OrderDraft>): void => setD((x) => ({ ...x, ...change }));
  const service = (id: string): Service | undefined => p.services.find((s) => s.id === id);
  const incoming = d.direction === 'incoming';

  const setLines = (lines: LineDraft[]): void =>
    setD((x) => settleWaters({ ...x, lines }, species, p.tanks, isNew && !incoming));
  const pickReceiver = (r: ReceiverOption | null): void =>
    setD((x) =>
      r
        ? settleWaters(
            {
              ...x,
              receiverId: r.id,
              receiver: { name: r.name, phone: r.phone, address: r.address, ...r.place },
              tanks: r.tanks.length > 0 ? [{ ...x.tanks[0]!, ...r.tanks[0]! }] : x.tanks,
              lines: x.lines.map((l) => ({ ...l, into: '' })),
            },
            species,
            p.tanks,
            false,
          )
        : { ...x, receiverId: '' },
    );
  const setHandOver = (handOver: string): void =>
    set({ handOver, ...(isNew ? follow(handOver, service(d.serviceId)) : {}) });

  // The order is looked over while it is typed; an answer to an older state is dropped.
  const asked = useRef(0);
  const look = useEffectEvent(async (): Promise<void> => {
    if (d.lines.every((l) => l.speciesId === '' || l.count === '')) return;
    const turn = ++asked.current;
    const lines = d.lines
      .filter((l) => l.speciesId !== '' && l.count !== '')
      .map((l) => ({ ...l, tank: l.tank || '?', lengthCm: l.lengthCm || '3' }));
    // What is not typed yet stands in for itself: an unknown town is looked over as the sender's own.
    const whole = (x: PartyDraft): PartyDraft => ({
      ...(x.lat === '' ? (incoming ? d.receiver : d.sender) : x),
      name: x.name || '?',
      phone: x.phone,
      address: x.address,
    });
    const named = { ...d, lines, receiver: whole(d.receiver), sender: whole(d.sender) };
    const answer = await checkOrder(inputOf(named, p.code, version)).catch(() => null);
    if (turn !== asked.current || !answer?.ok) return;
    setSaid(answer.value);
    if (isNew && !incoming && !timeTyped && answer.value.earliest && answer.value.earliest !== d.handOver)
      setHandOver(answer.value.earliest);
  });
  useEffect(() => {
    const t = setTimeout(() => void look(), PAUSE_MS);
    return () => clearTimeout(t);
  }, [d]);

  const send = (draft: OrderDraft, version: number | null): void =>
    void save(
      () => saveOrder(inputOf(draft, p.code, version)),
      (made) => {
        kept();
        setReasons(made.reasons);
        if (isNew) router.push(`/consignments/${made.code}/bag`);
      },
    );
  const theirs = conflict?.theirs as OrderDraft | undefined;
  const rows = theirs
    ? [...flat(d)].flatMap(([path, mine]) => {
        const other = flat(theirs).get(path)?.text ?? '';
        return other === mine.text ? [] : [{ path, label: mine.label, mine: mine.text, theirs: other }];
      })
    : [];
  const time = (label: string, path: string, value: string, onChange: (v: string) => void) => (
    <WhenField label={label} path={path} problems={problems} value={value} onChange={onChange} />
  );

  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        send(d, version);
      }}
      onKeyDown={(e) => {
        if (e.key === 's' && (e.ctrlKey || e.metaKey)) {
          e.preventDefault();
          send(d, version);
        }
      }}
      aria-label="Order"
      noValidate
    >
      {conflict && theirs && (
        <Meanwhile
          rows={rows}
          busy={busy}
          onSave={(taken) => {
            const merged = mix(d, theirs, taken);
            setD(merged);
            send(merged, conflict.version);
          }}
        />
      )}
      <section className="mb-7">
        <div className="mb-2 flex flex-wrap items-center gap-3">
          <h2 className="mr-auto">Animals</h2>
          <SelectField
            hideLabel
            label="Direction"
            path="direction"
            value={d.direction}
            onChange={(direction) =>
              direction !== d.direction &&
              set({
                direction,
                ...(direction === 'incoming' || incoming
                  ? { sender: d.receiver, receiver: d.sender, receiverId: '' }
                  : {}),
              })
            }
            options={[
              ['outgoing', 'We send'],
              ['incoming', 'We receive'],
              ['own-move', 'We move them ourselves'],
            ]}
          />
        </div>
        <Lines
          lines={d.lines}
          species={species}
          onSpecies={(s) => setAdded((all) => [...all, s])}
          lots={incoming ? [] : p.lots}
          tanks={incoming ? [] : p.tanks}
          into={d.tanks.map((t) => t.name ?? '')}
          problems={problems}
          onChange={setLines}
          onAdd={() => set({ lines: [...d.lines, emptyLine(d.lines)] })}
        />
      </section>
      <div className="grid gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_352px]">
        <div className="min-w-0 space-y-7">
          <div className="grid gap-x-8 gap-y-6 md:grid-cols-[2fr_3fr]">
            {incoming ? (
              <Party
                title="Sender"
                path="sender"
                value={d.sender}
                onChange={(sender) => set({ sender })}
                places={p.places}
                problems={problems}
              />
            ) : (
              <Party
                title="Receiver"
                path="receiver"
                value={d.receiver}
                onChange={(receiver) => set({ receiver })}
                places={p.places}
                problems={problems}
                book={findReceivers}
                bookId={d.receiverId}
                onPick={pickReceiver}
              />
            )}
            <fieldset>
              <legend className="mb-2 font-head text-18 font-semibold">Journey</legend>
              <div className="grid gap-2 sm:grid-cols-2">
                <SelectField
                  className="sm:col-span-2"
                  label="Service"
                  path="serviceId"
                  problems={problems}
                  value={d.serviceId}
                  onChange={(serviceId) => set({ serviceId, ...follow(d.handOver, service(serviceId)) })}
                  options={p.services.map((s) => [s.id, s.live ? s.name : `${s.name} (no live animals)`])}
                />
                {time(`Hand-over, ${d.sender.town || 'local'} time`, 'handOverLocal', d.handOver, (x) => {
                  setTimeTyped(true);
                  setHandOver(x);
                })}
                {time(`Planned opening, ${d.receiver.town || 'local'} time`, 'openingLocal', d.opening, (opening) =>
                  set({ opening }),
                )}
                {time(
                  `Delivery from, ${d.receiver.town || 'local'} time`,
                  'windowStartLocal',
                  d.windowStart,
                  (windowStart) => set({ windowStart }),
                )}
                {time('Delivery until', 'windowEndLocal', d.windowEnd, (windowEnd) => set({ windowEnd }))}
              </div>
            </fieldset>
          </div>
          <Waters d={d} ownTanks={d.direction === 'outgoing' ? [] : p.tanks} problems={problems} onChange={set} />
          <Companions list={d.companions} problems={problems} onChange={(companions) => set({ companions })} />
          <TextField label="Note" path="note" problems={problems} value={d.note} onChange={(note) => set({ note })} />
          {!incoming && (
            <details>
              <summary className="min-h-9 pt-2 text-13 text-tide">
                Sender: {d.sender.name}, {d.sender.town}
              </summary>
              <div className="mt-2 max-w-[560px]">
                <Party
                  title="Sender"
                  path="sender"
                  value={d.sender}
                  onChange={(sender) => set({ sender })}
                  places={p.places}
                  problems={problems}
                />
              </div>
            </details>
          )}
        </div>
        <aside className="space-y-5">
          {!incoming && (
            <section>
              <h2 className="mb-2">For the buyer</h2>
              {said ? (
                <p className="text-16 leading-snug" data-testid="leaves">
                  {said.sentence}
                </p>
              ) : (
                <p className="note">Once there are animals, this says when they leave, and why then.</p>
              )}
              {said?.earliest && said.earliest !== d.handOver && (
                <button
                  type="button"
                  className="btn mt-2"
                  onClick={() => {
                    setTimeTyped(true);
                    setHandOver(said.earliest!);
                  }}
                >
                  Hand over at the earliest, {dayClock(Date.parse(`${said.earliest}:00Z`), 'UTC')}
                </button>
              )}
              {p.confirmation !== null && (
                <div className="mt-3 flex flex-wrap gap-2">
                  <CopyText label="Copy confirmation and kit list" text={p.confirmation} />
                  <a className="btn" href={`/consignments/${p.code}/confirmation`} target="_blank">
                    As PDF
                  </a>
                </div>
              )}
            </section>
          )}
          {said && said.advice.length > 0 && (
            <section aria-label="To mind">
              <h2 className="mb-1">To mind</h2>
              <ul>
                {said.advice.map((x, i) => (
                  <li key={i} className="flex gap-2.5 border-b border-rule py-2 text-13">
                    <StateMark mark={x.level === 'stop' ? 'stop' : 'watch'} size={16} />
                    <span>{x.message}</span>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <p className="note">
            Permits, protected and invasive species and carriers’ live-animal rules: ask the authority.
          </p>
          <OtherProblems problems={problems} shown={(x) => shownPaths.test(x)} />
          {problems.length > 0 && !conflict && <p className="problem">Not saved yet: see the fields marked in red.</p>}
          <button className="btn go w-full !min-h-11" disabled={busy}>
            {busy ? 'Computing the plan …' : isNew ? 'Make the consignment' : 'Save the order'}
          </button>
          {reasons.length > 0 && (
            <ul className="note" role="status">
              {reasons.map((s) => (
                <li key={s}>{s}</li>
              ))}
            </ul>
          )}
        </aside>
      </div>
    </form>
  );
}
