'use client';

import { Button } from '@/ui/kit/button';
import dynamic from 'next/dynamic';
import { findReceivers, saveOrder } from '@/server/order/actions';
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import type { Place } from '@/core/catalogue/places';
import type { Service, Species } from '@/core/catalogue/schema';
import type { Problem } from '@/core/consignment/outcome';
import { saving } from '@/ui/fields/saving';
import { OtherProblems, SelectField, TextField } from '@/ui/fields/fields';
import { DraftLine } from '@/ui/fields/draft-line';
import { useDraft, type DraftKeeping } from '@/ui/use-draft';
import { MakingPlan } from '@/ui/kit/making-plan';
import { usePlanProgress } from '@/ui/use-progress';
import { useSave } from '@/ui/use-save';
import {
  apart,
  emptyLine,
  draftEndsOf,
  follow,
  orderInputOf,
  mix,
  otherFirst,
  settleWaters,
  turned,
  withHandOver,
  withReceiver,
  type LineDraft,
  type LotOption,
  type OrderDraft,
  type ReceiverOption,
  type TankOption,
} from './draft';
import { Companions } from './companions';
import { ForTheBuyer, OrderChecks } from './buyer-note';
import { JourneyFields } from './journey';
import { Lines } from './lines';
import type { Consignment } from '@/core/consignment/schema';
import { Party } from './party';
import { useLookOver } from './use-look-over';
import { Unproven, Waters } from './waters';

/** Needed only when two people saved. */
const Meanwhile = dynamic(() => import('@/ui/records/merge').then((m) => m.Meanwhile));

export interface OrderStationProps {
  code: string | null;
  version: number | null;
  draft: OrderDraft;
  species: Species[];
  services: Service[];
  places: Place[];
  lots: LotOption[];
  tanks: TankOption[];
  unproven?: NonNullable<Consignment['unproven']>;
  /** The confirmation as text, once there is a consignment. */
  confirmation: string | null;
}

const shownPaths =
  /^(lines\.\d+\.(speciesId|count|lengthCm|massG|tank|into|variety)|companions\.\d+\.(name|weightKg)|sourceWater\.|waters\.|tank\.|otherTanks\.|sender\.(name|phone|address|place)|receiver\.(name|phone|address|place)|serviceId|handOverLocal|openingLocal|window(Start|End)Local|note|version)/;

/** The list, with rows that were added here while the page still knows the older one. */
function useSpecies(list: readonly Species[]): [Species[], (s: Species) => void] {
  const [added, setAdded] = useState<Species[]>([]);
  return [[...added.filter((s) => !list.some((x) => x.id === s.id)), ...list], (s) => setAdded((all) => [...all, s])];
}

/** The order: who gets what, from which tank, to where, by which service, until when; and what a careful shipper says to it. */
export function OrderStation(p: OrderStationProps) {
  const router = useRouter();
  const { save, busy, press, problems, conflict } = useSave();
  const {
    draft: d,
    setDraft: setD,
    version,
    kept,
    ...keeping
  } = useDraft(p.draft, p.version, `order ${p.code ?? 'new'}`);
  const [reasons, setReasons] = useState<string[]>([]);
  const [species, addSpecies] = useSpecies(p.species);
  const [timeTyped, setTimeTyped] = useState(p.code !== null);
  const isNew = p.code === null;
  const set = (change: Partial<OrderDraft>): void => setD((x) => ({ ...x, ...change }));
  const usual = (handOver: string, id: string): Partial<OrderDraft> => follow(handOver, p.services, id, draftEndsOf(d));
  const incoming = d.direction === 'incoming';

  const setLines = (lines: LineDraft[]): void =>
    setD((x) => settleWaters({ ...x, lines }, species, p.tanks, isNew && !incoming && otherFirst(x, lines)));
  const pickReceiver = (r: ReceiverOption | null): void =>
    setD((x) => (r ? settleWaters(withReceiver(x, r), species, p.tanks, false) : { ...x, receiverId: '' }));
  const setHandOver = (handOver: string, day: boolean): void => setD((x) => withHandOver(x, handOver, p.services, day));

  const said = useLookOver(p, d, version, (earliest) => !timeTyped && setHandOver(earliest, true));

  const send = (draft: OrderDraft, version: number | null): void =>
    void save(
      (press) => saveOrder(press, orderInputOf(draft, p.code, version)),
      (made) => {
        kept();
        setReasons(made.reasons);
        if (isNew) router.push(`/consignments/${made.code}/bag`);
      },
    );
  const theirs = conflict?.theirs as OrderDraft | undefined;
  const merge = (taken: Parameters<typeof mix>[2]): void => {
    const merged = mix(d, theirs!, taken);
    setD(merged);
    send(merged, conflict!.version);
  };
  const handOver = (at: string, day: boolean): void => {
    setTimeTyped(true);
    setHandOver(at, day);
  };
  const party = { places: p.places, problems };
  const sender = (
    <Party {...party} title="Sender" path="sender" value={d.sender} onChange={(sender) => set({ sender })} />
  );

  const receiver = (
    <Party
      {...party}
      title="Receiver"
      path="receiver"
      value={d.receiver}
      onChange={(receiver) => set({ receiver })}
      book={findReceivers}
      bookId={d.receiverId}
      onPick={pickReceiver}
    />
  );

  return (
    <form {...saving(() => send(d, version))} aria-label="Order" noValidate>
      {conflict && theirs && <Meanwhile rows={apart(d, theirs)} busy={busy} onSave={merge} />}
      <section className="mb-7">
        <Direction value={d.direction} onChange={(to) => setD((x) => turned(x, to, p.services))} />
        <Lines
          lines={d.lines}
          species={species}
          onSpecies={addSpecies}
          lots={incoming ? [] : p.lots}
          tanks={incoming ? [] : p.tanks}
          into={d.tanks.map((t) => t.name ?? '')}
          problems={problems}
          onChange={setLines}
          onAdd={() => set({ lines: [...d.lines, emptyLine(d.lines)] })}
        />
      </section>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_352px]">
        <div className="min-w-0 space-y-7">
          <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 md:grid-cols-[2fr_3fr]">
            {incoming ? sender : receiver}
            <JourneyFields
              d={d}
              services={d.direction === 'own-move' ? p.services.filter((s) => s.kind === 'own-car') : p.services}
              problems={problems}
              onService={(serviceId) => set({ serviceId, ...usual(d.handOver, serviceId) })}
              onHandOver={(at) => handOver(at, isNew)}
              onChange={set}
            />
          </div>
          <Unproven {...p} version={version} done={kept} />
          <Waters {...{ d, species, problems }} ownTanks={d.direction === 'outgoing' ? [] : p.tanks} onChange={set} />
          <Companions list={d.companions} problems={problems} onChange={(companions) => set({ companions })} />
          <TextField label="Note" path="note" problems={problems} value={d.note} onChange={(note) => set({ note })} />
          {!incoming && <Folded title={`Sender: ${d.sender.name}, ${d.sender.town}`}>{sender}</Folded>}
        </div>
        <aside className="space-y-5">
          {!incoming && (
            <ForTheBuyer
              code={p.code}
              said={said}
              handOver={d.handOver}
              confirmation={p.confirmation}
              onHandOver={(at) => handOver(at, true)}
            />
          )}
          {said && <OrderChecks advice={said.advice} />}
          <Foot
            isNew={isNew}
            busy={busy}
            problems={problems}
            told={problems.length > 0 && !conflict}
            reasons={reasons}
            keeping={keeping}
            planning={<PlanningNow press={press} />}
          />
        </aside>
      </div>
    </form>
  );
}

/** Shown once a plan takes longer than a moment. */
function PlanningNow({ press }: { press: string | null }) {
  const { progress, stop } = usePlanProgress(press);
  return progress && <MakingPlan progress={progress} stop={stop} />;
}

function Direction({ value, onChange }: { value: string; onChange: (direction: string) => void }) {
  return (
    <div className="mb-2 flex flex-wrap items-center gap-3">
      <h2 className="mr-auto">Animals</h2>
      <SelectField
        hideLabel
        label="Direction"
        path="direction"
        value={value}
        onChange={onChange}
        options={[
          ['outgoing', 'We send'],
          ['incoming', 'We receive'],
          ['own-move', 'We move them'],
        ]}
      />
    </div>
  );
}

/** What no field shows, the way to save, and what was changed in saving. */
function Foot({
  isNew,
  busy,
  problems,
  told,
  reasons,
  keeping,
  planning,
}: {
  isNew: boolean;
  /** How far a plan is that is being made. */
  planning: ReactNode;
  busy: boolean;
  problems: readonly Problem[];
  told: boolean;
  reasons: readonly string[];
  /** What stood here from before a reload, and the way back to what was thrown away. */
  keeping: Pick<DraftKeeping, 'restored' | 'reset' | 'bringBack'>;
}) {
  return (
    <>
      <DraftLine {...keeping} />
      <p className="note">Permits, protected or invasive species, carriers’ live-animal rules: ask the authority.</p>
      <OtherProblems problems={problems} shown={(x) => shownPaths.test(x)} />
      {told && <p className="problem">Not saved yet: see the fields marked in red.</p>}
      <Button tone="go" className="w-full !min-h-11" disabled={busy}>
        {busy ? 'Computing the plan …' : isNew ? 'Create shipment' : 'Save the order'}
      </Button>
      {planning}
      {reasons.length > 0 && (
        <ul className="note" role="status">
          {reasons.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ul>
      )}
    </>
  );
}

function Folded({ title, children }: { title: string; children: ReactNode }) {
  return (
    <details>
      <summary className="min-h-9 pt-2 text-13 text-tide">{title}</summary>
      <div className="mt-2 max-w-[560px]">{children}</div>
    </details>
  );
}
