'use client';

import { Button } from '@/ui/kit/button';
import { savePacks } from '@/server/heat/actions';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Problem } from '@/core/consignment/outcome';
import type { Job } from '@/core/evaluate/job';
import { shortfall } from '@/core/supplies/outlook';
import { rankPacks } from '@/core/choose/rank';
import { type PackSet } from '@/core/choose/packs';
import { NumberField, OtherProblems, num } from '@/ui/fields/fields';
import { ForecastPanel } from './forecast';
import { HeatChart } from './chart';
import { HeatTable } from './table';
import type { HeatOption, HeatStationProps } from './props';
import { HolesByHand, oneMore, Tray, usualHoles } from './tray';
import { Threats } from './threats';
import { WholePlans } from './whole-plans';
import { useEvaluation } from '@/ui/use-evaluation';
import { useSave } from '@/ui/use-save';

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
  const key = `${p.code}:${p.version}:${box.id}:${stopped ? 'stopped' : 'running'}`;
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

/** Other holes, other weather: typed, then computed. */
function WhatIf(p: {
  ventHoles: number;
  shiftC: number;
  problems: readonly Problem[];
  busy: boolean;
  compute: (ventHoles: number, shiftC: number) => void;
}) {
  const [vents, setVents] = useState(String(p.ventHoles));
  const [shift, setShift] = useState(String(p.shiftC));
  return (
    <form
      className="mt-3 grid grid-cols-[1fr_1fr_auto] items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        p.compute(num(vents), num(shift));
      }}
    >
      <NumberField label="Holes of 6 mm" path="ventHoles" problems={p.problems} value={vents} onChange={setVents} />
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
  if (complete) return `${RUNS} runs of each, to the end of the window`;
  if (stopped)
    return (
      <>
        by slack alone
        <Button tone="flat" onClick={() => stop(false)}>
          Run the odds
        </Button>
      </>
    );
  return (
    <>
      running the odds
      <progress className="h-1.5 w-28" max={1} value={share} aria-label="Odds of every set" />
      <Button tone="flat" onClick={() => stop(true)}>
        Stop
      </Button>
    </>
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
  const best = options[0]!;
  const inUse = options.find((o) => o.name === box.chosen) ?? best;
  const chosen = options.find((o) => o.name === (looked ?? box.chosen)) ?? best;
  const none = options.find((o) => o.packs.length === 0 && !o.bottle);
  const list = all ? options : options.filter((o, i) => i < 5 || o === chosen || o === none || o === inUse);
  const drawn = list.slice(0, 7);

  const pack = (set: Pick<HeatOption, 'packs' | 'ventHoles' | 'bottle'>, shiftC = p.shiftC): void =>
    void save(
      (press) => savePacks(press, { code: p.code, version: p.version, boxId: box.id, ...set, shiftC }),
      () => setLooked(null),
    );
  const holesFor = (set: PackSet): number => usualHoles(set, p.packTypes);
  /** Holes that a hand has set stay; others go with the packs. */
  const byHand = box.ventHoles !== holesFor(inUse.packs);
  const holesWith = (set: PackSet): number => (byHand ? box.ventHoles : holesFor(set));
  const take = ({ packs, bottle }: HeatOption): void => pack({ packs, ventHoles: holesWith(packs), bottle });
  /** What the shelf lacks for a set, the other boxes as they are. */
  const elsewhere = p.job.consignment.boxes.filter((b) => b.id !== box.id).flatMap((b) => b.packs);
  const short = (o: HeatOption): string => {
    // Without a pack nothing is lacking, whatever the other boxes take.
    if (o.packs.length === 0) return '';
    const missing = shortfall([...o.packs, ...elsewhere], p.freePacks).reduce((n, x) => n + x.short, 0);
    return missing > 0 ? `the shelf lacks ${missing}` : '';
  };
  const count = (id: string): number => inUse.packs.reduce((n, x) => n + (x.packId === id ? x.count : 0), 0);
  const add = (id: string, by: number): void => take({ ...inUse, packs: oneMore(inUse.packs, id, by) });
  return (
    <div>
      <div className="-mx-6 -mt-4 hidden md:block">
        <HeatChart p={p} box={box} drawn={drawn} chosen={chosen} fan={chosen === inUse ? fan : null} />
      </div>
      {p.boxIds.length > 1 && (
        <BoxPick ids={p.boxIds} on={box.id} pick={(id) => router.replace(`?box=${id}`, { scroll: false })} />
      )}
      <div className="mt-4 grid gap-8 lg:grid-cols-[328px_1fr]">
        <section>
          <h2 className="mb-2">Pack tray</h2>
          <Tray types={p.packTypes} count={count} busy={busy} add={add} />
          <WhatIf
            key={`${box.id} ${box.ventHoles} ${p.shiftC}`}
            ventHoles={box.ventHoles}
            shiftC={p.shiftC}
            problems={problems}
            busy={busy}
            compute={(ventHoles, shiftC) => pack({ packs: inUse.packs, bottle: inUse.bottle, ventHoles }, shiftC)}
          />
          {byHand && (
            <HolesByHand
              have={box.ventHoles}
              usual={holesFor(inUse.packs)}
              busy={busy}
              set={(ventHoles) => pack({ packs: inUse.packs, bottle: inUse.bottle, ventHoles })}
            />
          )}
          <p className="note mt-3">
            Open the packs at <b>{p.openAt}</b>, prove each one warm before it goes in. Packs need air: two holes each
            beside them.
          </p>
          <p className="caution mt-2">
            Heat packs can burn: a 20 h pack reaches about 82 °C. Keep from skin and children; never against a bag.
          </p>
          {risk && <Threats risk={risk} />}
        </section>
        <section className="min-w-0">
          <div className="mb-1 flex flex-wrap items-center gap-3">
            <h2>
              {options.length} ways to heat {p.boxIds.length > 1 ? `box ${box.id}` : 'this box'}
            </h2>
            <span className="mute mr-auto flex items-center gap-2 text-13" role="status" data-testid="chances">
              {problem ?? <Odds complete={complete} stopped={stopped} share={share} stop={setStopped} />}
            </span>
            {chosen.name !== box.chosen ? (
              <Button tone="go" disabled={busy} onClick={() => take(chosen)}>
                Use {chosen.name}
              </Button>
            ) : best.name !== box.chosen ? (
              <Button tone="go" disabled={busy} onClick={() => take(best)}>
                Use {best.name}
              </Button>
            ) : (
              <span className="note">{best.name} is in use: the best here.</span>
            )}
          </div>
          <HeatTable
            list={list}
            best={best}
            chosen={chosen}
            inUse={inUse}
            band={p.band}
            short={short}
            look={setLooked}
          />
          {options.length > list.length && (
            <Button tone="flat" onClick={() => setAll(true)}>
              Show all {options.length}
            </Button>
          )}
          <WholePlans code={p.code} version={p.version} chance={p.chance} />
          <ForecastPanel {...p} busy={busy} save={save} problems={problems} setProblems={setProblems} />
          <OtherProblems
            problems={problems}
            shown={(x) => x === 'ventHoles' || x === 'shiftC' || x.startsWith('places')}
          />
        </section>
      </div>
    </div>
  );
}
