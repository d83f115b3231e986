'use client';

import { Button } from '@/ui/kit/button';
import { changeBox } from '@/server/heat/actions';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Problem } from '@/core/consignment/outcome';
import type { BoxReading } from '@/core/evaluate/box-reading';
import type { BoxInput } from '@/server/heat/box';
import type { Risk } from '@/core/engine/risk';
import type { Job } from '@/core/evaluate/job';
import { shortfall } from '@/core/supplies/stock-forecast';
import { rankPacks } from '@/core/choose/rank';
import { type PackSet } from '@/core/choose/packs';
import { NumberField, OtherProblems, num } from '@/ui/fields/fields';
import { ForecastPanel } from './forecast';
import { HeatChart } from './chart';
import { HeatTable } from './table';
import type { HeatOption, HeatStationProps } from './props';
import { Bottles } from './bottles';
import { Late } from './if-late';
import { fadesWords, HolesByHand, usualHoles } from './tray';
import { Threats } from './threats';
import { HeatVerdict } from './verdict';
import { WholePlans } from './whole-plans';
import { useEvaluation } from '@/ui/use-evaluation';
import { useSave } from '@/ui/use-save';

/** What hands change comes after what the eye reads. */
const Crate = dynamic(() => import('./crate').then((m) => m.HeatCrate), {
  ssr: false,
  loading: () => <div className="h-[460px]" />,
});
const Wall = dynamic(() => import('./wall').then((m) => m.Wall), {
  ssr: false,
  loading: () => <div className="h-[320px]" />,
});
const AllBoxes = dynamic(() => import('./all-boxes').then((m) => m.AllBoxes), { ssr: false });
const Legs = dynamic(() => import('./legs').then((m) => m.Legs), { ssr: false });
const HomeTest = dynamic(() => import('./home-test').then((m) => m.HomeTestPanel), { ssr: false });

/** Runs of every pack set; two workers share the sets. */
const RUNS = 200;
const WORKERS = 2;

/** The sets in their first order by slack, and once the chances are in, in the order of all of it. */
function useChances(p: HeatStationProps, box: HeatStationProps['boxes'][number], stopped: boolean) {
  const jobs = Array.from({ length: WORKERS }, (_, index): Job => ({
    ...p.job,
    options: {
      stepH: 0.5,
      draws: index === 0 ? RUNS : 0,
      causes: true,
      follow: box.firstBagId,
      choosers: { packs: { boxId: box.id, draws: RUNS, part: { index, of: WORKERS } }, bags: false, days: null },
    },
  }));
  const key = `${p.code}:${p.version}:${p.shelf}:${box.id}:${stopped ? 'stopped' : 'running'}`;
  const run = useEvaluation(key, stopped ? [] : jobs);
  const rows = run.results.flatMap((r) => r.packs[box.id] ?? []);
  const known = new Map(rows.map((r) => [r.name, r]));
  const merged = box.options.map((o): HeatOption => {
    const r = known.get(o.name);
    const now = r ? { ...o, ...r } : o;
    return o.name === box.chosen ? { ...now, ...box.told } : now;
  });
  const complete = run.results.length === WORKERS;
  const options = complete ? rankPacks(merged, { a: withOverrides(p.job.consignment.assumptions) }) : merged;
  const at = run.progress.map((x) => (x?.stage === 'packs' ? x.done / x.of : 0));
  const share = complete ? 1 : at.reduce((sum, x) => sum + x, 0) / WORKERS;
  const first = run.results.find((r) => r.fans);
  return { options, complete, share, problem: run.problem, fan: first?.fans ?? null, risk: first?.risk ?? null };
}

/** Other weather: typed, then computed. */
function WhatIf(p: { shiftC: number; problems: readonly Problem[]; busy: boolean; compute: (shiftC: number) => void }) {
  const [shift, setShift] = useState(String(p.shiftC));
  return (
    <form
      className="mt-3 grid grid-cols-[1fr_auto] items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        p.compute(num(shift));
      }}
    >
      <NumberField
        label="If it is warmer by"
        unit="°C"
        path="shiftC"
        problems={p.problems}
        value={shift}
        onChange={setShift}
      />
      <Button disabled={p.busy}>Compute</Button>
    </form>
  );
}

function BoxPick({ ids, on, pick }: { ids: string[]; on: string; pick: (id: string) => void }) {
  return (
    <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label="Box">
      {ids.map((id) => (
        <Button key={id} tone={id === on ? 'go' : 'plain'} onClick={() => pick(id)}>
          Box {id}
        </Button>
      ))}
    </div>
  );
}

/** How far the runs are, and the way to stop them or to begin again. */
function Odds({
  complete,
  stopped,
  share,
  stop,
}: {
  complete: boolean;
  stopped: boolean;
  share: number;
  stop: (stopped: boolean) => void;
}) {
  if (complete) return `${RUNS} simulated trips each, to the end of the window`;
  if (stopped)
    return (
      <>
        by margin alone
        <Button tone="flat" onClick={() => stop(false)}>
          Compute the odds
        </Button>
      </>
    );
  return (
    <>
      computing the odds
      <progress className="h-1.5 w-28" max={1} value={share} aria-label="Compare all packs" />
      <Button tone="flat" onClick={() => stop(true)}>
        Stop
      </Button>
    </>
  );
}

/** The box in use read closely, in this browser's own worker. */
function useReading(p: HeatStationProps, boxId: string): BoxReading | null {
  const { results } = useEvaluation(`box ${p.code}:${p.version}:${p.shelf}:${boxId}`, [
    { ...p.job, options: { draws: 0, stepH: 0.5, choosers: { packs: null, bags: false, box: boxId, days: null } } },
  ]);
  return results[0]?.box ?? null;
}

/** What is in the box: its packs, bottles and wall, and what threatens it. */
function InTheBox({
  p,
  risk,
  busy,
  problems,
  byHand,
  usual,
  take,
  change,
}: {
  p: HeatStationProps;
  risk: Risk | null;
  busy: boolean;
  problems: readonly Problem[];
  /** Its holes were set by a hand, and how many would go with its packs. */
  byHand: boolean;
  usual: number;
  take: (x: Pick<HeatOption, 'packs' | 'bottle'>) => void;
  change: (to: BoxInput['box'], shiftC?: number) => void;
}) {
  const box = p.boxes[0]!;
  return (
    <section>
      <h2 className="mb-2">Pack tray</h2>
      <Crate
        p={p}
        set={box.box.packs}
        busy={busy}
        change={(packs) => take({ packs, bottle: box.box.bottle ?? null })}
      />
      <Bottles box={box.box} busy={busy} change={change} />
      <WhatIf
        key={`${box.id} ${p.shiftC}`}
        shiftC={p.shiftC}
        problems={problems}
        busy={busy}
        compute={(shiftC) => change({}, shiftC)}
      />
      {byHand && (
        <HolesByHand have={box.ventHoles} usual={usual} busy={busy} set={(ventHoles) => change({ ventHoles })} />
      )}
      <p className="note mt-3">
        Open the packs at <b>{p.openAt}</b>and check each is warm before it goes in. Packs need air: two holes each
        beside them. Below about 0 °C they give half or less; wet, they stop.
      </p>
      <p className="caution mt-2">
        Heat packs burn: a 20 h pack reaches about 82 °C. Keep off skin, away from children, never against a bag.
      </p>
      {risk && <Threats risk={risk} />}
    </section>
  );
}

/** Takes the set that is looked at, or the best. */
function Use({
  chosen,
  best,
  inUse,
  busy,
  take,
}: {
  chosen: HeatOption;
  best: HeatOption;
  inUse: string;
  busy: boolean;
  take: (o: HeatOption) => void;
}) {
  const next = chosen.name !== inUse ? chosen : best;
  if (next.name === inUse) return <span className="note">{best.name} is in use: the best option.</span>;
  return (
    <Button tone="go" disabled={busy} onClick={() => take(next)}>
      Use {next.name}
    </Button>
  );
}

/** The bag's temperature for every pack set on the ribbon's own clock, the heat balance, and the ways ranked. */
export function HeatStation(p: HeatStationProps) {
  const { save, busy, problems, setProblems } = useSave();
  const router = useRouter();
  const box = p.boxes[0]!;
  const [looked, setLooked] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const [stopped, setStopped] = useState(false);
  const { options, complete, share, problem, fan, risk } = useChances(p, box, stopped);
  const reading = useReading(p, box.id);
  const best = options[0]!;
  const inUse = options.find((o) => o.name === box.chosen) ?? best;
  const chosen = options.find((o) => o.name === (looked ?? box.chosen)) ?? best;
  const none = options.find((o) => o.packs.length === 0 && !o.bottle);
  const list = all ? options : options.filter((o, i) => i < 5 || o === chosen || o === none || o === inUse);
  const drawn = list.slice(0, 7);

  const change = (to: BoxInput['box'], shiftC?: number): void =>
    void save(
      (press) =>
        changeBox(press, {
          code: p.code,
          version: p.version,
          boxId: box.id,
          box: to,
          ...(shiftC === undefined ? {} : { shiftC }),
        }),
      () => setLooked(null),
    );
  const holesFor = (set: PackSet): number => usualHoles(set, p.packTypes);
  /** Holes that a hand has set stay; others go with the packs. */
  const byHand = box.ventHoles !== holesFor(inUse.packs);
  const holesWith = (set: PackSet): number => (byHand ? box.ventHoles : holesFor(set));
  const take = ({ packs, bottle }: Pick<HeatOption, 'packs' | 'bottle'>): void =>
    change({ packs, ventHoles: holesWith(packs), bottle });
  /** What the shelf lacks for a set, the other boxes as they are. */
  const elsewhere = p.job.consignment.boxes.filter((b) => b.id !== box.id).flatMap((b) => b.packs);
  const short = (o: HeatOption): string => {
    // Without a pack nothing is lacking, whatever the other boxes take.
    if (o.packs.length === 0) return '';
    const missing = shortfall([...o.packs, ...elsewhere], p.freePacks).reduce((n, x) => n + x.short, 0);
    return missing > 0 ? `short by ${missing}` : '';
  };
  return (
    <div data-version={p.version}>
      <div className="-mx-6 -mt-4 hidden md:block">
        <HeatChart
          p={p}
          box={box}
          drawn={drawn}
          chosen={chosen}
          fan={chosen === inUse ? fan : null}
          reading={chosen === inUse ? reading : null}
        />
      </div>
      {p.boxIds.length > 1 && (
        <BoxPick ids={p.boxIds} on={box.id} pick={(id) => router.replace(`?box=${id}`, { scroll: false })} />
      )}
      <div className="mt-4 grid gap-8 lg:grid-cols-[328px_1fr]">
        <InTheBox
          p={p}
          risk={risk}
          busy={busy}
          problems={problems}
          byHand={byHand}
          usual={holesFor(inUse.packs)}
          take={take}
          change={change}
        />
        <section className="min-w-0">
          <div className="mb-1 flex flex-wrap items-center gap-3">
            <h2>
              {options.length} ways to heat {p.boxIds.length > 1 ? `box ${box.id}` : 'this box'}
            </h2>
            <span className="mute mr-auto flex items-center gap-2 text-13" role="status" data-testid="chances">
              {problem ?? <Odds complete={complete} stopped={stopped} share={share} stop={setStopped} />}
            </span>
            <Use chosen={chosen} best={best} inUse={box.chosen} busy={busy} take={take} />
          </div>
          <HeatVerdict p={p} best={best} complete={complete} />
          <HeatTable
            list={list}
            best={best}
            chosen={chosen}
            inUse={inUse}
            band={p.band}
            short={short}
            fades={(o) => fadesWords(o, p)}
            look={setLooked}
          />
          {options.length > list.length && (
            <Button tone="flat" onClick={() => setAll(true)}>
              Show all {options.length}
            </Button>
          )}
          <div className="mt-5 grid gap-x-8 gap-y-5 xl:grid-cols-[1fr_1fr]">
            <Wall
              key={`${p.version} ${box.id}`}
              p={p}
              box={box.box}
              reading={reading}
              busy={busy}
              problems={problems}
              save={(to) => change(to as BoxInput['box'])}
            />
            <div className="min-w-0">
              {reading && <Late reading={reading} />}
              <HomeTest p={p} a={withOverrides(p.job.consignment.assumptions)} save={save} busy={busy} />
            </div>
          </div>
          <Legs key={`${p.version} ${p.boxes[0]!.id}`} p={p} save={save} busy={busy} problems={problems} />
          {p.boxIds.length > 1 && <AllBoxes key={`all ${p.version}`} p={p} save={save} busy={busy} />}
          <WholePlans code={p.code} version={p.version} chance={p.chance} />
          <ForecastPanel {...p} busy={busy} save={save} problems={problems} setProblems={setProblems} />
          <OtherProblems
            problems={problems}
            shown={(x) => x === 'shiftC' || x.startsWith('places') || x.startsWith('box.') || x.startsWith('legs.')}
          />
        </section>
      </div>
    </div>
  );
}
