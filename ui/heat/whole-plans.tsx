'use client';

import { useCurrencySign, useMoney } from '@/ui/shell/preferences';
import { useState } from 'react';
import { comparePlans, takePlan } from '@/server/plan/actions';
import type { Comparison, PlanRow } from '@/server/plan/compare';
import { StateMark } from '@/ui/drawings/state-mark';
import { Button } from '@/ui/kit/button';
import { MakingPlan } from '@/ui/kit/making-plan';
import { Table } from '@/ui/kit/table';
import { OtherProblems } from '@/ui/fields/fields';
import { one } from '@/ui/format';
import { usePlanProgress } from '@/ui/use-progress';
import { useSave } from '@/ui/use-save';

const percent = (share: number | null): string => (share === null ? '—' : `${(100 * share).toFixed(0)} %`);

const W = 360;
const H = 190;
const LEFT = 44;
const FOOT = 34;

/** Chance over cost: every plan that nothing beats in both, and the one in use. */
function TradeOff({
  c,
  now,
  chosen,
  look,
}: {
  c: Comparison;
  now: number | null;
  chosen: PlanRow | undefined;
  look: (o: PlanRow) => void;
}) {
  const money = useMoney();
  const costs = [c.now.cost, ...c.options.map((o) => o.cost)];
  const chances = [c.wantedChance, now ?? 1, ...c.options.map((o) => o.chance ?? 0)];
  const low = Math.max(0, Math.floor(Math.min(...chances) * 10 - 0.5) / 10);
  const least = Math.min(...costs) * 0.9;
  const most = Math.max(...costs) * 1.08;
  const x = (cost: number): number => LEFT + ((W - LEFT - 14) * (cost - least)) / (most - least);
  const y = (chance: number): number => 14 + ((H - FOOT - 14) * (1 - chance)) / (1 - low);
  const marks = [low, (1 + low) / 2, 1];
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full max-w-[420px]"
      role="img"
      aria-label="Chance of the plans against cost"
    >
      {marks.map((m) => (
        <g key={m}>
          <path d={`M${LEFT} ${y(m)}H${W - 8}`} stroke="var(--grid)" />
          <text x={LEFT - 6} y={y(m) + 4} textAnchor="end" className="rb-ax">
            {percent(m)}
          </text>
        </g>
      ))}
      <path d={`M${LEFT} ${y(c.wantedChance)}H${W - 8}`} stroke="var(--tide)" strokeDasharray="5 4" />
      <text x={LEFT + 4} y={y(c.wantedChance) - 4} className="rb-ax" style={{ fill: 'var(--tide)' }}>
        wanted {percent(c.wantedChance)}
      </text>
      <path
        d={c.options.map((o, i) => `${i > 0 ? 'L' : 'M'}${x(o.cost)} ${y(o.chance ?? 0)}`).join('')}
        fill="none"
        stroke="var(--ink-3)"
      />
      {[...new Set([Math.min(...costs), Math.max(...costs)])].map((cost) => (
        <text key={cost} x={x(cost)} y={H - 16} textAnchor="middle" className="rb-ax">
          {money(cost, 0)}
        </text>
      ))}
      <text x={(LEFT + W) / 2} y={H - 2} textAnchor="middle" className="rb-ax">
        boxes, packs and freight
      </text>
      {c.options.map((o, i) => (
        <g key={o.name} onClick={() => look(o)} className="cursor-pointer">
          <circle
            cx={x(o.cost)}
            cy={y(o.chance ?? 0)}
            r={11}
            fill={o === chosen ? 'var(--tide)' : 'var(--surface)'}
            stroke="var(--tide)"
            strokeWidth="1.6"
          />
          <text
            x={x(o.cost)}
            y={y(o.chance ?? 0) + 4.5}
            textAnchor="middle"
            style={{ font: '650 12px var(--face-num)', fill: o === chosen ? 'var(--surface)' : 'var(--ink)' }}
          >
            {i + 1}
          </text>
        </g>
      ))}
      {now !== null && (
        <g transform={`translate(${x(c.now.cost)} ${y(Math.max(low, now))})`}>
          <path d="M0 -8L8 0L0 8L-8 0Z" fill="var(--kraft-deep)" stroke="var(--kraft-ink)" />
          <text x="12" y="15" className="rb-ax" style={{ fill: 'var(--kraft-ink)' }}>
            in use
          </text>
        </g>
      )}
    </svg>
  );
}

/** Whole plans for this order beside the one in use: bags, boxes, lining, bottles and packs chosen together. */
export function WholePlans({ code, version, chance }: { code: string; version: number; chance: number | null }) {
  const sign = useCurrencySign();
  const { save, busy, press, problems } = useSave();
  const [found, setFound] = useState<{ of: string; comparison: Comparison } | null>(null);
  const [at, setAt] = useState(0);
  const { progress, stop } = usePlanProgress(press);
  const key = `${code} ${version}`;
  const c = found?.of === key ? found.comparison : null;
  const chosen = c?.options[Math.min(at, c.options.length - 1)];

  const compare = (): void =>
    void save(
      (p) => comparePlans(p, code),
      (comparison) => {
        setFound({ of: key, comparison });
        const reached = comparison.options.findIndex((o) => (o.chance ?? 0) >= comparison.wantedChance);
        setAt(reached >= 0 ? reached : comparison.options.length - 1);
      },
    );
  const take = (o: PlanRow): void => void save((p) => takePlan(p, { code, version, bags: o.bags, boxes: o.boxes }));

  return (
    <section className="mt-6" aria-label="Whole plans">
      <div className="mb-1 flex flex-wrap items-center gap-3">
        <h2 className="mr-auto">Whole plans: chance against cost</h2>
        {!press && (
          <Button disabled={busy} onClick={compare}>
            {c ? 'Compare again' : 'Compare whole plans'}
          </Button>
        )}
      </div>
      {press ? (
        <MakingPlan progress={progress} stop={stop} />
      ) : (
        !c && (
          <p className="note">
            Compares more water, thicker walls, lining, water bottles and packs together. Nothing changes until you use
            a plan.
          </p>
        )
      )}
      <OtherProblems problems={problems} shown={() => false} />
      {c && !press && (
        <div className="grid gap-6 xl:grid-cols-[400px_1fr]">
          <TradeOff c={c} now={chance} chosen={chosen} look={(o) => setAt(c.options.indexOf(o))} />
          <div className="min-w-0">
            <Table
              head={
                <>
                  <th />
                  <th>Plan</th>
                  <th className="r">Chance</th>
                  <th className="r">Cost {sign}</th>
                  <th className="r">Weight kg</th>
                </>
              }
            >
              {c.options.map((o, i) => (
                <tr key={o.name} className={o === chosen ? 'bg-[var(--water-pale)]' : ''}>
                  <td className="num">{i + 1}</td>
                  <td>
                    <button
                      className="min-h-7 text-left font-semibold"
                      aria-pressed={o === chosen}
                      onClick={() => setAt(i)}
                    >
                      {o.name}
                    </button>
                  </td>
                  <td className="r num">{percent(o.chance)}</td>
                  <td className="r num">{o.cost.toFixed(2)}</td>
                  <td className="r num">{one(o.kg)}</td>
                </tr>
              ))}
            </Table>
            {chosen && chosen.changes.length > 0 && (
              <div className="mt-3">
                <h3 className="text-13 font-semibold">Plan {at + 1} would change</h3>
                <ul className="mb-2 list-disc pl-5 text-13">
                  {chosen.changes.map((s) => (
                    <li key={s}>{s}</li>
                  ))}
                </ul>
                {chosen.lacks.length > 0 && (
                  <p className="mb-2 flex items-start gap-1.5 text-13">
                    <StateMark mark="watch" size={15} />
                    <span>
                      Not enough in stock: <b>{chosen.lacks.join('; ')}</b>.
                    </span>
                  </p>
                )}
                <Button tone="go" disabled={busy} onClick={() => take(chosen)}>
                  Use plan {at + 1}
                </Button>
              </div>
            )}
            {chosen?.changes.length === 0 && <p className="note mt-3">Plan {at + 1} is the one in use.</p>}
          </div>
        </div>
      )}
    </section>
  );
}
