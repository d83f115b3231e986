'use client';

import { Button } from '@/ui/kit/button';
import { replanBags, saveBags } from '@/server/bag/actions';
import { useState } from 'react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import type { Bag } from '@/core/consignment/schema';
import { StateMark } from '@/ui/drawings/state-mark';
import { waterNumbers } from '@/ui/fields/water';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import { bagOf, mixPlans, planDifferences, planOf, type Draft, type Plan, type WaterDraft } from './draft';
import { BagForm } from './form';
import { Mat } from './mat';
import type { BagStationProps } from '@/server/bag/view';

/** Needed only when two people saved. */
const Meanwhile = dynamic(() => import('@/ui/records/meanwhile').then((m) => m.Meanwhile));

const BagHours = dynamic(() => import('./hours').then((m) => m.BagHours), {
  ssr: false,
  loading: () => <div className="h-[240px]" />,
});

/** Bags drawn to scale on a 5 cm mat, a table under them, one bag hour by hour beside. */
export function BagStation(p: BagStationProps) {
  const router = useRouter();
  const [chosen, setChosen] = useState(p.chosen ?? p.views[0]?.bag.id ?? '');
  const [editing, setEditing] = useState(p.views.length === 0);
  const [said, setSaid] = useState<string[]>([]);
  const plan = useDraft(planOf(p), p.version);
  const { drafts, water } = plan.draft;
  const setDrafts = (next: Draft[]): void => plan.setDraft((x) => ({ ...x, drafts: next }));
  const setWater = (next: WaterDraft): void => plan.setDraft((x) => ({ ...x, water: next }));
  const { save, busy, problems, conflict } = useSave();
  const view = p.views.find((v) => v.bag.id === chosen) ?? p.views[0];

  /** Of many bags only the chosen one came with its hours: the others are fetched when looked at. */
  const choose = (id: string): void => {
    setChosen(id);
    if (p.views.find((v) => v.bag.id === id)?.hours.length === 0) router.replace(`?bag=${id}`, { scroll: false });
  };

  // What the table does not show of a bag (tablet, kind of binder) stays as it was.
  const mine = (): Plan => ({
    bags: drafts.map((d) => ({ ...p.bags.find((b) => b.id === d.id), ...bagOf(d) })),
    sourceWater: waterNumbers(water),
  });
  const send = ({ bags, sourceWater }: Plan, version: number): void =>
    void save(
      (press) => saveBags(press, { code: p.code, version, bags: bags as Bag[], sourceWater }),
      () => {
        plan.kept();
        setEditing(false);
      },
    );
  const leave = (): void => {
    plan.reset();
    setEditing(false);
  };
  const suggest = (): void =>
    void save(
      (press) => replanBags(press, p.code, p.version),
      (reasons) => {
        setSaid(reasons);
        leave();
      },
    );
  const submit = (): void => send(mine(), plan.version ?? p.version);
  // Somebody saved other bags meanwhile: both plans side by side, bag by bag.
  const theirs = conflict?.theirs as Plan | undefined;
  return (
    <div className="grid gap-8 lg:grid-cols-[784px_1fr]">
      <section className="min-w-0">
        {theirs && (
          <Meanwhile
            rows={planDifferences(mine(), theirs)}
            busy={busy}
            onSave={(taken) => send(mixPlans(mine(), theirs, taken), conflict!.version)}
          />
        )}
        <div className="mb-1 flex flex-wrap items-center gap-3">
          <h2>{p.views.length === 1 ? 'One bag' : `${p.views.length} bags`}, drawn to scale</h2>
          <span className="mute mr-auto text-13">one square is 5 cm</span>
          <Button disabled={busy} onClick={suggest}>
            Suggest bags
          </Button>
          {!editing && (
            <Button tone="go" onClick={() => setEditing(true)}>
              Change the plan
            </Button>
          )}
        </div>
        {said.length > 0 && (
          <ul className="note mb-2" role="status">
            {said.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ul>
        )}
        {p.views.length > 0 && <Mat views={p.views} chosen={chosen} choose={choose} />}
        {editing && (
          <BagForm
            lines={p.lines}
            bagTypes={p.bagTypes}
            drafts={drafts}
            setDrafts={setDrafts}
            water={water}
            setWater={setWater}
            problems={problems}
            busy={busy}
            submit={submit}
            leave={leave}
            canLeave={p.views.length > 0}
          />
        )}
      </section>
      {view && (
        <section className="min-w-0">
          <div className="flex items-baseline gap-3">
            <h2>Bag {view.bag.id}, hour by hour</h2>
            <span className="mute ml-auto text-13">at the end of the window</span>
          </div>
          {view.hours.length > 0 ? (
            <BagHours view={view} deadlineH={p.deadlineH} />
          ) : (
            <p className="note h-[240px]" role="status">
              Its hours are being fetched …
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
          <p className="note mt-3">
            Safe hours count from sealing to the first hard limit. The limits and the settling of the fish are common
            practice (†), the chemistry is published: Emerson 1975, Benson & Krause 1984, Weiss 1974, Plummer &
            Busenberg 1982, Clarke & Johnston 1999.
          </p>
        </section>
      )}
    </div>
  );
}
