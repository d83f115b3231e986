'use client';

import { useState } from 'react';
import {
  methodSettingProblem,
  methodSettings,
  type MethodSettingName,
  type MethodSettings,
} from '@/core/acclimation/method-settings';
import type { Problem } from '@/core/consignment/outcome';
import { askWays, setWays } from '@/server/arrive/actions';
import type { ReceiveStationProps } from '@/server/arrive/view';
import type { Effect } from '@/server/arrive/method-settings';
import { NumberField, num } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { useSave } from '@/ui/use-save';

const numbers = methodSettings.filter((w) => !('yes' in w));
const switches = methodSettings.filter((w) => 'yes' in w);
const tidy = (v: number): string => String(Number(v.toFixed(3)));

const figures = (m: Effect['now']): string =>
  m === null
    ? 'cannot be used'
    : `${m.minutes.toFixed(0)} min, ${m.criterionMin.toFixed(1)} min ammonia exposure, overall stress ${m.burden.toFixed(2)}`;

/** What would change with other ways, method by method; what stays the same is not told. */
function Effects({ effects }: { effects: readonly Effect[] }) {
  const told = effects.filter((e) => figures(e.now) !== figures(e.then));
  if (told.length === 0) return <p className="note mt-2">No figure changes.</p>;
  return (
    <Table
      className="mt-2"
      head={
        <>
          <th>Method</th>
          <th className="r">Now</th>
          <th className="r">Then</th>
        </>
      }
    >
      {told.map((e) => (
        <tr key={e.id}>
          <td>{e.name}</td>
          <td className="r num text-ink-2">{figures(e.now)}</td>
          <td className="r num font-semibold">{figures(e.then)}</td>
        </tr>
      ))}
    </Table>
  );
}

/** How it is done here, and what is at hand: what would change is shown before anything is kept. */
export function WaysHere({ code, bagId, now }: { code: string; bagId: string; now: ReceiveStationProps['ways'] }) {
  const { save, busy, problems, setProblems } = useSave();
  const [typed, setTyped] = useState<Partial<Record<MethodSettingName, string>>>({});
  const [effects, setEffects] = useState<readonly Effect[] | null>(null);
  const changed = (d: typeof typed): MethodSettings =>
    Object.fromEntries(
      Object.entries(d).flatMap(([k, v]) => (v !== tidy(now[k as MethodSettingName]) ? [[k, num(v)]] : [])),
    ) as MethodSettings;
  const own = changed(typed);
  const any = Object.keys(own).length > 0;
  const wrongIn = (d: MethodSettings): Problem[] =>
    Object.entries(d).flatMap(([k, v]) => {
      const message = methodSettingProblem(k as MethodSettingName, v);
      return message ? [{ path: `ways.${k}`, message }] : [];
    });
  const set = (name: MethodSettingName, value: string): void => {
    const next = { ...typed, [name]: value };
    setTyped(next);
    setEffects(null);
    const wrong = wrongIn(changed(next));
    setProblems(wrong);
    if (wrong.length > 0 || Object.keys(changed(next)).length === 0) return;
    void askWays({ code, ways: changed(next) }, bagId)
      .then((r) => (r.ok ? setEffects(r.value) : setProblems(r.problems)))
      .catch(() => undefined);
  };
  return (
    <details className="mt-6 border-y border-rule" data-of="ways">
      <summary className="flex min-h-12 cursor-pointer items-center font-head text-15 font-semibold">
        How you do it, and what you have
      </summary>
      <form
        aria-label="How you do it"
        className="pb-3"
        onSubmit={(e) => {
          e.preventDefault();
          void save(
            (press) => setWays(press, { code, ways: own }),
            () => {
              setTyped({});
              setEffects(null);
            },
          );
        }}
      >
        <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
          {numbers.map((w) => (
            <NumberField
              key={w.name}
              label={w.label}
              unit={w.unit}
              path={`ways.${w.name}`}
              problems={problems}
              value={typed[w.name] ?? tidy(now[w.name])}
              onChange={(v) => set(w.name, v)}
            />
          ))}
        </div>
        <div className="mt-3 flex flex-wrap gap-2">
          {switches.map((w) => {
            const on = Number(typed[w.name] ?? now[w.name]) > 0;
            return (
              <Button
                key={w.name}
                type="button"
                className="min-h-12"
                tone={on ? 'go' : 'plain'}
                aria-pressed={on}
                onClick={() => set(w.name, on ? '0' : '1')}
              >
                {w.label}
              </Button>
            );
          })}
        </div>
        {any && effects && <Effects effects={effects} />}
        {any && (
          <p className="mt-3 flex flex-wrap gap-2">
            <Button tone="go" className="min-h-12" disabled={busy || problems.length > 0}>
              Use for this arrival
            </Button>
            <Button
              type="button"
              className="min-h-12"
              onClick={() => {
                setTyped({});
                setEffects(null);
                setProblems([]);
              }}
            >
              Cancel
            </Button>
          </p>
        )}
        <p className="note mt-2">For every arrival: Species, Assumptions, Floating and opening.</p>
      </form>
    </details>
  );
}
