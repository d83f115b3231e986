'use client';

import { useState } from 'react';
import { withOverrides } from '@/core/catalogue/assumptions';
import { EVERY_BOX, rankPacks } from '@/core/choose/rank';
import type { PackRow, Job } from '@/core/evaluate/job';
import { changeBox } from '@/server/heat/actions';
import { StateMark } from '@/ui/drawings/state-mark';
import { one, slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { useCurrencySign } from '@/ui/shell/preferences';
import { useEvaluation } from '@/ui/use-evaluation';
import type { useSave } from '@/ui/use-save';
import type { HeatStationProps } from './props';
import { usualHoles } from './tray';

/** Runs of every set over all boxes; two workers share the sets. */
const RUNS = 100;
const WORKERS = 2;
const SHOWN = 6;

/** The same packs in every box, ranked by the chance that all of them arrive; the plan as it stands is always among them. */
export function AllBoxes({
  p,
  save,
  busy,
}: { p: HeatStationProps } & Pick<ReturnType<typeof useSave>, 'save' | 'busy'>) {
  const [asked, setAsked] = useState(false);
  const sign = useCurrencySign();
  const jobs = Array.from({ length: WORKERS }, (_, index): Job => ({
    ...p.job,
    options: {
      stepH: 0.5,
      draws: 0,
      choosers: {
        packs: { boxId: null, draws: RUNS, part: { index, of: WORKERS }, together: true },
        bags: false,
        days: null,
      },
    },
  }));
  const run = useEvaluation(`all ${p.code}:${p.version}:${p.shelf}:${asked}`, asked ? jobs : []);
  const done = run.results.length === WORKERS;
  const share =
    run.progress.map((x) => (x?.stage === 'packs' ? x.done / x.of : 0)).reduce((s, x) => s + x, 0) / WORKERS;
  if (!asked)
    return (
      <p className="mt-3">
        <Button onClick={() => setAsked(true)}>Rank packs over all boxes {p.boxIds.length} boxes</Button>
      </p>
    );
  if (run.problem) return <p className="problem mt-3">{run.problem}</p>;
  if (!done)
    return (
      <p className="note mt-3 flex items-center gap-2" role="status">
        Every pack set in all boxes {p.boxIds.length} boxes, {RUNS} simulated trips each
        <progress className="h-1.5 w-28" max={1} value={share} aria-label="Sets over all boxes" />
        <Button tone="flat" onClick={() => setAsked(false)}>
          Stop
        </Button>
      </p>
    );
  const all = rankPacks(
    run.results.flatMap((r) => r.packs[EVERY_BOX] ?? []),
    { a: withOverrides(p.job.consignment.assumptions) },
  );
  const [first] = all;
  const isNow = (o: PackRow): boolean => o.asItIs === true || sameAsNow(o, p);
  const rows = all.filter((o, i) => i < SHOWN || isNow(o) || (o.packs.length === 0 && !o.bottle && !o.asItIs));
  const take = (o: PackRow): void =>
    void save((press) =>
      changeBox(press, {
        code: p.code,
        version: p.version,
        boxId: null,
        box: { packs: o.packs, ventHoles: usualHoles(o.packs, p.packTypes), bottle: o.bottle },
      }),
    );
  return (
    <section className="mt-4" aria-label="Sets over all boxes">
      <h2 className="mb-1">The same in all {p.boxIds.length} boxes</h2>
      <Table
        className="min-w-[620px]"
        head={
          <>
            <th />
            <th>Packs in every box</th>
            <th className="r">All arrive</th>
            <th className="r">Water °C</th>
            <th className="r">Margin</th>
            <th className="r">Cost {sign}</th>
            <th className="r">Weight g</th>
            <th />
          </>
        }
      >
        {rows.map((o) => (
          <tr key={o.name}>
            <td>
              <StateMark mark={o.state} />
            </td>
            <td>
              <b className="whitespace-nowrap">{o.name}</b>
              <span className="block text-12 leading-tight text-tide">
                {[o === first ? 'best' : '', isNow(o) ? 'current plan' : ''].filter(Boolean).join(', ')}
              </span>
              <span className="block text-12 leading-tight text-ink-2">{o.reason}</span>
            </td>
            <td className="r num whitespace-nowrap">
              {o.chance === null ? '–' : `${Math.floor(100 * o.chance + 1e-9)} %`}
            </td>
            <td className="r num whitespace-nowrap">
              {one(o.coldestC)} to {one(o.warmestC)}
            </td>
            <td className="r num whitespace-nowrap">{slackWords(o.slackH)}</td>
            <td className="r num">{o.cost.toFixed(2)}</td>
            <td className="r num">{o.massG}</td>
            <td className="r">
              {!isNow(o) && o.fits && (
                <Button disabled={busy} aria-label={`Use ${o.name} in every box`} onClick={() => take(o)}>
                  Use in all
                </Button>
              )}
            </td>
          </tr>
        ))}
      </Table>
      <p className="note mt-1">
        {all.length} sets, {RUNS} simulated trips each. Using one replaces packs, holes and bottle of every box; undo
        restores them.
      </p>
    </section>
  );
}

/** Every box has just this set now. */
function sameAsNow(o: PackRow, p: HeatStationProps): boolean {
  const key = (x: { packs: PackRow['packs']; bottle?: PackRow['bottle'] | undefined }): string =>
    JSON.stringify([x.packs, x.bottle ?? null]);
  return p.job.consignment.boxes.every((b) => key(b) === key(o));
}
