'use client';

import { Button } from '@/ui/kit/button';
import { saveBags } from '@/server/bag/actions';
import { useState } from 'react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { namesOf } from '@/core/bag/bag-groups';
import type { Otherwise } from '@/core/evaluate/what-if';
import type { Bag } from '@/core/consignment/schema';
import { StateMark } from '@/ui/drawings/state-mark';
import { waterOf } from '@/ui/fields/water';
import { DraftLine } from '@/ui/fields/draft-line';
import { useSave } from '@/ui/use-save';
import { mixPlans, planDifferences, type BagPlan } from './draft';
import { Mat } from './mat';
import { usePlan } from './use-plan';
import type { BagStationProps } from '@/server/bag/view';

/** Needed only when two people saved. */
const Meanwhile = dynamic(() => import('@/ui/records/merge').then((m) => m.Meanwhile));
/** Needed only by hands. */
const Workbench = dynamic(() => import('./workbench').then((m) => m.Workbench), {
  ssr: false,
  loading: () => <div className="h-[420px]" />,
});
const Reading = dynamic(() => import('./reading').then((m) => m.Reading), { ssr: false });
const WhatIfs = dynamic(() => import('./what-ifs').then((m) => m.WhatIfs), { ssr: false });
const Plans = dynamic(() => import('./plans').then((m) => m.Plans), { ssr: false });

const BagHours = dynamic(() => import('./hours').then((m) => m.BagHours), {
  ssr: false,
  loading: () => <div className="h-[240px]" />,
});

/** One bag hour by hour, and what speaks against it. */
function Hours({ p, view }: { p: BagStationProps; view: BagStationProps['views'][number] }) {
  const [other, setOther] = useState<Otherwise | null>(null);
  return (
    <section className="min-w-0">
      <div className="flex items-baseline gap-3">
        <h2>Bag {view.bag.id}, hour by hour</h2>
        <span className="mute ml-auto text-13">at the end of the window</span>
      </div>
      {view.hours.length > 0 ? (
        <BagHours view={view} deadlineH={p.deadlineH} other={other} />
      ) : (
        <p className="note h-[240px]" role="status">
          Loading …
        </p>
      )}
      {view.warnings.length > 0 && (
        <ul className="mt-3 border-t border-rule">
          {view.warnings.map((w) => (
            <li key={w} className="flex gap-2 border-b border-rule py-1.5 text-13">
              <StateMark mark="watch" size={15} />
              {w}
            </li>
          ))}
        </ul>
      )}
      {(view.bag.accepted ?? []).map((x) => (
        <p key={x.rule} className="flex gap-2 border-b border-rule py-1.5 text-13 text-ink-2">
          <StateMark mark="done" size={15} />
          <span>
            {x.rule} <b>Risk accepted:</b> {x.reason}
          </span>
        </p>
      ))}
      {view.hours.length > 0 && <Reading key={view.bag.id} p={p} bagId={view.bag.id} />}
      {view.hours.length > 0 && (
        <WhatIfs
          key={`${p.code} ${p.version} ${view.bag.id}`}
          p={p}
          bagId={view.bag.id}
          show={setOther}
          shown={other}
        />
      )}
      <p className="note mt-3">
        Safe hours count from sealing to the first hard limit. Limits and how fish calm down are common practice (†);
        the chemistry is published: Emerson 1975, Benson & Krause 1984, Weiss 1974, Plummer & Busenberg 1982, Clarke &
        Johnston 1999.
      </p>
    </section>
  );
}

/** "4.7 L in A1 to A3, 2.6 L in B1": what a shop is asked for. */
function gasByBag(bags: readonly Bag[]): string {
  const by = new Map<number, string[]>();
  for (const b of bags) if (b.gasL > 0) by.set(b.gasL, [...(by.get(b.gasL) ?? []), b.id]);
  return [...by].map(([litres, ids]) => `${litres} L in ${namesOf(ids)}`).join(', ');
}

/** Litres against the cylinder, and what to bring where somebody else fills. */
function OxygenOfTheEvening({ p }: { p: BagStationProps }) {
  const { here, evening, others, onHand } = p.oxygen;
  const elsewhere = p.bags.filter((b) => b.filledElsewhere && b.gasL > 0);
  if (here === 0 && elsewhere.length === 0) return null;
  const short = onHand !== null && evening > onHand;
  return (
    <section className="mt-5 text-13" aria-label="Oxygen">
      {here > 0 && (
        <p className="flex items-start gap-2">
          {short && <StateMark mark="watch" size={15} />}
          <span>
            <b>Oxygen:</b> <b className="num">{here.toFixed(0)}</b> L for these bags, flushing included
            {others.length > 0 && (
              <>
                , <b className="num">{evening.toFixed(0)}</b> L for the whole evening ({others.join(', ')} too)
              </>
            )}
            {onHand === null ? '; the cylinder was never counted.' : `; ${onHand.toFixed(0)} L in the cylinder.`}
          </span>
        </p>
      )}
      {elsewhere.length > 0 ? (
        <p className="mt-1">
          <b>Filled elsewhere:</b> bring bags with water and fish, necks loosely closed, and {Math.ceil(p.bands)} bands;
          ask for {gasByBag(elsewhere)}. They have air until then; the curves show it.
        </p>
      ) : (
        <p className="note mt-1">
          A shop can fill them too: {gasByBag(p.bags)}, {Math.ceil(p.bands)} bands. Choose “Oxygen, filled elsewhere”;
          the curve then includes the hours on air.
        </p>
      )}
      <p className="note mt-1">Never put the cylinder in the box.</p>
    </section>
  );
}

/** Bags drawn to scale on a 5 cm mat, a table under them, one bag hour by hour beside; a board to change them. */
export function BagStation(p: BagStationProps) {
  const router = useRouter();
  const [chosen, setChosen] = useState(p.chosen ?? p.views[0]?.bag.id ?? '');
  const [editing, setEditing] = useState(p.views.length === 0);
  const [comparing, setComparing] = useState(false);
  const [said, setSaid] = useState<string[]>([]);
  const plan = usePlan(p);
  const { save, busy, problems, setProblems, conflict } = useSave();
  const view = p.views.find((v) => v.bag.id === chosen) ?? p.views[0];

  /** Of many bags only the chosen one came with its hours: the others are fetched when looked at. */
  const choose = (id: string): void => {
    setChosen(id);
    if (p.views.find((v) => v.bag.id === id)?.hours.length === 0) router.replace(`?bag=${id}`, { scroll: false });
  };
  const mine = (): BagPlan => ({
    bags: [...plan.bags],
    sourceWater: waterOf(plan.water),
    drawn: plan.drawn,
  });
  const send = ({ bags, sourceWater, drawn }: BagPlan, version: number): void =>
    void save(
      (press) => saveBags(press, { code: p.code, version, bags: bags as Bag[], sourceWater, drawn: drawn ?? [] }),
      () => {
        plan.kept();
        setEditing(false);
      },
    );
  const leave = (): void => {
    plan.reset();
    setProblems([]);
    setEditing(false);
  };
  // Somebody saved other bags meanwhile: both plans side by side, bag by bag.
  const theirs = conflict?.theirs as BagPlan | undefined;
  const meanwhile = theirs && (
    <Meanwhile
      rows={planDifferences(mine(), theirs)}
      busy={busy}
      onSave={(taken) => send(mixPlans(mine(), theirs, taken), conflict!.version)}
    />
  );
  const reasons = said.length > 0 && (
    <ul className="note mb-2" role="status">
      {said.map((s) => (
        <li key={s}>{s}</li>
      ))}
    </ul>
  );
  const aside = plan.keeping.bringBack && (
    <DraftLine
      restored={false}
      reset={leave}
      bringBack={() => {
        plan.keeping.bringBack?.();
        setEditing(true);
      }}
    />
  );
  const plans = comparing && (
    <Plans
      p={p}
      leave={() => setComparing(false)}
      taken={(because) => {
        setSaid(because);
        setComparing(false);
        leave();
      }}
    />
  );
  const count = p.views.length;
  if (editing || plan.keeping.restored)
    return (
      <section className="min-w-0">
        {meanwhile}
        <div className="mb-1 flex flex-wrap items-center gap-3">
          <h2 className="mr-auto">Edit the bags</h2>
          <Button type="button" disabled={busy} aria-expanded={comparing} onClick={() => setComparing(!comparing)}>
            Plans side by side
          </Button>
        </div>
        {plans}
        <Workbench
          p={p}
          plan={plan}
          first={chosen}
          problems={problems}
          busy={busy}
          submit={() => send(mine(), plan.version ?? p.version)}
          leave={count > 0 ? leave : null}
        />
      </section>
    );
  return (
    <div className="grid gap-8 lg:grid-cols-[784px_1fr]">
      <section className="min-w-0">
        <div className="mb-1 flex flex-wrap items-center gap-3">
          <h2>{count === 1 ? 'One bag' : `${count} bags`}, drawn to scale</h2>
          <span className="mute mr-auto text-13">one square is 5 cm</span>
          <Button disabled={busy} aria-expanded={comparing} onClick={() => setComparing(!comparing)}>
            Plans side by side
          </Button>
          <Button tone="go" onClick={() => setEditing(true)}>
            Change the plan
          </Button>
        </div>
        {plans}
        {aside}
        {reasons}
        <Mat views={p.views} chosen={chosen} choose={choose} />
        <OxygenOfTheEvening p={p} />
      </section>
      {view && <Hours key={view.bag.id} p={p} view={view} />}
    </div>
  );
}
