'use client';

import { useEffect, useMemo, useState } from 'react';
import { addBag, moveAnimals } from '@/core/bag/by-hand';
import { packingOf } from '@/core/calendar/legs';
import { withOverrides } from '@/core/catalogue/assumptions';
import { miscounts, miscountWords } from '@/core/consignment/rules';
import type { Problem } from '@/core/consignment/outcome';
import type { Bag, Consignment } from '@/core/consignment/schema';
import { DRAW_STEP_H } from '@/core/engine/draws';
import type { Risk } from '@/core/engine/risk';
import { StateMark } from '@/ui/drawings/state-mark';
import { NumberField, OtherProblems } from '@/ui/fields/fields';
import { guessedWords, typedOver, waterExpected, waterOf } from '@/ui/fields/water';
import { quantities, waterFigures } from '@/core/measurement/quantities';
import { Button } from '@/ui/kit/button';
import { useAnswer } from '@/ui/use-answer';
import type { BagStationProps } from '@/server/bag/view';
import { AdviceList } from './advice';
import { Doses } from './doses';
import { Board, type Handful } from './board';
import { MeetingWater } from './meeting';
import { BagSheet } from './sheet';
import type { PlanInHand } from './use-plan';
import { toldOf, Weakest } from './weakest';

/** From so many bags on only the box of the chosen one is computed at every change: the others do not feel it. */
const MANY = 60;
const scopeOf = (bags: readonly Bag[], chosen: ReadonlySet<string>): string | null =>
  bags.length <= MANY ? null : ((bags.find((b) => chosen.has(b.id)) ?? bags[0])?.boxId ?? null);

const onlyBox = (c: Consignment, boxId: string): Consignment => ({
  ...c,
  boxes: c.boxes.filter((b) => b.id === boxId),
  bags: c.bags.filter((b) => b.boxId === boxId),
  companions: [],
});

/** An answer computed once, for the plan as it is stored: what every change is measured against. */
function useBefore(risk: Risk | null, dirty: boolean): Risk | null {
  const [before, setBefore] = useState<Risk | null>(null);
  if (!dirty && risk && before !== risk) setBefore(risk);
  return before;
}

/** What the plan under the hands comes to, computed in this browser at every change. */
function useLive(p: BagStationProps, plan: PlanInHand, chosen: ReadonlySet<string>) {
  const { bags, water, drawn } = plan;
  const key = JSON.stringify([bags, water, drawn]);
  const job = {
    ...p.job,
    consignment: {
      ...p.job.consignment,
      bags: [...bags],
      sourceWater: waterOf(water),
      drawn,
    },
  };
  const scope = scopeOf(bags, chosen);
  const asked = `${key} ${scope ?? ''}`;
  const answer = useAnswer(asked, {
    ...job,
    consignment: scope === null ? job.consignment : onlyBox(job.consignment, scope),
    // They are sealed no later for being looked at alone.
    options: { stepH: DRAW_STEP_H, packing: packingOf({ ...p.job.consignment, bags: [...bags] }) },
  });
  const risk = answer?.result?.risk ?? null;
  const before = useBefore(answer?.key === asked ? risk : null, plan.dirty || scope !== null);
  // While nothing is changed the page's own figure stands: a few dozen draws would tell another of the same plan.
  const told = plan.dirty || scope !== null ? null : toldOf(p);
  return {
    key,
    job,
    scope,
    risk,
    told,
    before,
    problem: answer?.problem ?? null,
    warned: answer?.result?.warned ?? {},
  };
}

/** Ctrl Z and Ctrl Shift Z; a field takes back its own letters. */
function useUndoKeys(undo: (() => void) | null, redo: (() => void) | null): void {
  useEffect(() => {
    const keys = (e: KeyboardEvent): void => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
      if (e.target instanceof HTMLInputElement && e.target.type !== 'checkbox') return;
      const deed = e.shiftKey ? redo : undo;
      if (!deed) return;
      e.preventDefault();
      deed();
    };
    addEventListener('keydown', keys);
    return () => removeEventListener('keydown', keys);
  }, [undo, redo]);
}

/** Litres to draw for the bags of each tank. */
function litresByTank(p: BagStationProps, bags: readonly Bag[]): [string, number][] {
  const litres = new Map<string, number>();
  for (const b of bags) {
    const tank = p.job.consignment.lines.find((l) => l.id === b.animals[0]?.lineId)?.tank ?? '';
    litres.set(tank, (litres.get(tank) ?? 0) + b.waterL);
  }
  return [...litres].map(([tank, l]) => [litres.size > 1 ? `tank ${tank}, ${l.toFixed(1)} L` : `${l.toFixed(1)} L`, l]);
}

/** The shipping water, and what is said wherever oxygen and drops are handled. */
function ShippingWater({ p, plan, problems }: { p: BagStationProps; plan: PlanInHand; problems: readonly Problem[] }) {
  const a = withOverrides(p.job.consignment.assumptions);
  const kept = p.lines[0]?.species;
  const guessed = guessedWords(plan.water, kept, a);
  return (
    <>
      <h3 className="mb-2 mt-6">Shipping water</h3>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-6">
        {waterFigures.map((k) => (
          <NumberField
            key={k}
            label={quantities[k].label}
            path={`sourceWater.${k}`}
            unit={quantities[k].unit}
            problems={problems}
            value={plan.water[k] ?? ''}
            expected={waterExpected(k, plan.water, kept, a)}
            onChange={(v) => plan.setWater(typedOver(plan.water, k, v))}
          />
        ))}
      </div>
      {guessed && <p className="note mt-1">{guessed}</p>}
      <h3 className="mb-1 mt-5">Into all of it</h3>
      <Doses
        shelf={p.job.catalogue.treatments}
        given={plan.drawn}
        whose="all the water"
        litres={litresByTank(p, plan.bags)}
        change={plan.setDrawn}
      />
      <p className="caution mt-3">
        Compressed oxygen feeds fire: no flame, no smoking, no oil or grease on fittings; cylinder chained, valve opened
        slowly, room aired. Binders, sedatives and dyes by their own label and local law; ask a veterinarian; never for
        fish that may be eaten.
      </p>
    </>
  );
}

/** The first bag of a plan that has none. */
const blankBag = (p: BagStationProps, oxygenFraction: number): Bag => ({
  id: 'A1',
  boxId: p.job.consignment.boxes[0]!.id,
  bagTypeId: p.bagTypes[0]!.id,
  animals: [],
  waterL: 1,
  gasL: 2,
  oxygenFraction,
  sedated: false,
  binderMgN: null,
});

/** Animals without a bag, and bags with too many: told until it is mended. */
function Miscounted({ p, plan, blank }: { p: BagStationProps; plan: PlanInHand; blank: Bag }) {
  const { bags } = plan;
  const off =
    bags.length === 0
      ? p.lines.map((l) => ({ lineId: l.id, ordered: l.count, bagged: 0 }))
      : miscounts({ bags, lines: p.lines });
  return off.map((m) => {
    const line = p.lines.find((l) => l.id === m.lineId)!;
    const missing = m.ordered - m.bagged;
    return (
      <p key={m.lineId} className="my-1 flex items-center gap-2 text-13" role="status">
        <StateMark mark="stop" size={15} />
        <b>{miscountWords(m, line.name)}.</b>
        {missing > 0 && (
          <Button type="button" tone="flat" onClick={() => plan.handle(null, addBag(bags, line.id, missing, blank))}>
            A bag for {missing === 1 ? 'it' : `the ${missing}`}
          </Button>
        )}
      </p>
    );
  });
}

/** How many a drag takes, and all bags at once. */
function Tools({
  handful,
  setHandful,
  chooseAll,
}: {
  handful: Handful;
  setHandful: (h: Handful) => void;
  chooseAll: () => void;
}) {
  return (
    <div className="mb-1 flex flex-wrap items-center gap-3 text-13">
      <span className="mute">Drag animals from bag to bag; a drag takes</span>
      <span className="seg" role="radiogroup" aria-label="A drag takes">
        {(['one', 'half', 'all'] as const).map((x) => (
          <button key={x} type="button" role="radio" aria-checked={handful === x} onClick={() => setHandful(x)}>
            {x}
          </button>
        ))}
      </span>
      <Button type="button" tone="flat" className="ml-auto" onClick={chooseAll}>
        Choose all
      </Button>
    </div>
  );
}

/** Bags as hands work on them: a board of bags to scale, and a sheet for the chosen ones. */
export function Workbench({
  p,
  plan,
  first,
  problems,
  busy,
  submit,
  leave,
}: {
  p: BagStationProps;
  plan: PlanInHand;
  /** The bag that is chosen to begin with. */
  first: string;
  problems: readonly Problem[];
  busy: boolean;
  submit: () => void;
  leave: (() => void) | null;
}) {
  const { bags, handle, undo, redo } = plan;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set([first]));
  const [opened, setOpened] = useState<ReadonlySet<string>>(() => new Set());
  const [handful, setHandful] = useState<Handful>('one');
  const a = useMemo(() => withOverrides(p.job.consignment.assumptions), [p.job.consignment.assumptions]);
  const { key, job, scope, risk, told, before, problem, warned } = useLive(p, plan, chosen);
  const choose = (ids: readonly string[], more: boolean): void =>
    setChosen((now) => {
      if (!more) return new Set(ids);
      const next = new Set(now);
      const all = ids.every((id) => next.has(id));
      for (const id of ids)
        if (all) next.delete(id);
        else next.add(id);
      return next;
    });
  const here = bags.filter((b) => chosen.has(b.id));
  useUndoKeys(undo, redo);
  return (
    <form
      aria-label="Bag plan"
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
    >
      <div className="bagbar">
        <Weakest risk={risk} told={told} before={before} box={scope} problem={problem} />
        <span className="ml-auto flex flex-wrap gap-2">
          <Button type="button" disabled={!undo} onClick={() => undo?.()}>
            Undo
          </Button>
          <Button type="button" disabled={!redo} onClick={() => redo?.()}>
            Redo
          </Button>
          {leave && (
            <Button type="button" onClick={leave}>
              Discard changes
            </Button>
          )}
          <Button tone="go" disabled={busy}>
            {busy ? 'Computing …' : 'Save and compute'}
          </Button>
        </span>
      </div>
      <OtherProblems
        problems={problems}
        shown={(path) =>
          /^(bags\.\d+\.(waterL|gasL|oxygenFraction|filledAfterH|binderMgN|bagTypeId|tabletOxygenMg)|sourceWater\.)/.test(
            path,
          )
        }
      />
      <Miscounted p={p} plan={plan} blank={blankBag(p, a.purityFlushed)} />
      {plan.said && (
        <p className="note my-1" role="status">
          {plan.said}
        </p>
      )}
      <div className="grid gap-x-8 lg:grid-cols-[1fr_392px] lg:grid-rows-[auto_1fr]">
        <div className="min-w-0">
          <Tools
            handful={handful}
            setHandful={setHandful}
            chooseAll={() => setChosen(new Set(bags.map((b) => b.id)))}
          />
          <Board
            bags={bags}
            lines={p.lines}
            bagTypes={p.bagTypes}
            a={a}
            risks={told ?? risk?.bags ?? []}
            chosen={chosen}
            choose={choose}
            opened={opened}
            open={(id) => setOpened(new Set([...opened, id]))}
            handful={handful}
            boxes={p.job.consignment.boxes.length}
            move={(m) => handle(null, moveAnimals(bags, m))}
          />
        </div>
        <BagSheet
          bags={bags}
          chosen={here}
          lines={p.lines}
          bagTypes={p.bagTypes}
          a={a}
          problems={problems}
          handle={handle}
          shelf={p.job.catalogue.treatments}
          warned={warned}
        />
        <div className="min-w-0 lg:col-start-1">
          <AdviceList planKey={key} job={job} handle={handle} />
          <ShippingWater p={p} plan={plan} problems={problems} />
          <MeetingWater p={p} plan={plan} a={a} />
        </div>
      </div>
    </form>
  );
}
