'use client';

import { useState } from 'react';
import {
  askRelease,
  bringTowards,
  endQuarantine,
  releaseTank,
  tellQuarantine,
  type ReleaseView,
} from '@/server/quarantine/actions';
import type { TankWeeks } from '@/server/quarantine/view';
import { SelectField, TextField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { StateMark } from '@/ui/drawings/state-mark';
import { useSave } from '@/ui/use-save';

type Held = TankWeeks['gate'][number];

const figure = (v: number): string => (Number.isInteger(v) ? String(v) : v.toFixed(1));

/** One line of what is waited for: its bar, its figures, and a reason where somebody waives it. */
function HeldRow({ q, h }: { q: TankWeeks; h: Held }) {
  const { save, busy, problems } = useSave();
  const [why, setWhy] = useState<string | null>(null);
  const share = h.of === 0 ? 1 : Math.min(1, h.have / h.of);
  return (
    <li className="border-b border-rule py-1.5" data-gate={h.key}>
      <div className="flex min-h-9 items-center gap-3">
        <StateMark mark={h.holds ? 'done' : 'ahead'} size={20} />
        <span className="flex-1">
          {h.words}
          {h.waived !== null && !h.holds && <span className="note"> waived: {h.waived}</span>}
        </span>
        <svg width="64" height="9" aria-hidden>
          <rect width="64" height="8" y="0.5" fill="var(--kraft-pale)" stroke="var(--kraft-deep)" />
          <rect width={64 * share} height="8" y="0.5" fill="var(--kraft)" />
        </svg>
        <span className="num w-[84px] text-right">
          <b>{figure(h.have)}</b>{' '}
          <span className="u">
            of {figure(h.of)} {h.unit}
          </span>
        </span>
        <span className="w-[68px] shrink-0 text-right">
          {!h.holds && h.waived === null && q.closedMs === null && (
            <Button
              tone="flat"
              aria-expanded={why !== null}
              aria-label={`Waive: ${h.words}`}
              onClick={() => setWhy(why === null ? '' : null)}
            >
              Waive
            </Button>
          )}
        </span>
      </div>
      {why !== null && (
        <form
          className="mt-1 flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            void save(
              (press) =>
                tellQuarantine(press, { quarantineId: q.id, told: { kind: 'waive', what: h.key, reason: why } }),
              () => setWhy(null),
            );
          }}
        >
          <TextField
            className="flex-1"
            label={`Why “${h.words.toLowerCase()}” is waived`}
            path="told.reason"
            problems={problems}
            value={why}
            onChange={setWhy}
          />
          <Button className="min-h-11" disabled={busy || why.trim() === ''}>
            Waive
          </Button>
        </form>
      )}
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
    </li>
  );
}

/** What the phase that is on still waits for, and the way to the next. */
export function PhaseGate({ q }: { q: TankWeeks }) {
  const { save, busy, problems } = useSave();
  const [reason, setReason] = useState('');
  const next = q.nextPhase;
  if (!next || q.closedMs !== null) return null;
  return (
    <section className="mt-6" aria-label="Next phase">
      <h2>
        {q.phase.title}, then {next.title.toLowerCase()}
      </h2>
      <ul className="mt-1">
        {q.phase.held.map((h) => (
          <HeldRow key={h.key} q={q} h={h} />
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        {problems.some((p) => p.path === 'reason') && (
          <TextField
            className="min-w-[220px] flex-1"
            label="Reason for starting anyway"
            path="reason"
            problems={problems}
            value={reason}
            onChange={setReason}
          />
        )}
        <Button
          tone={q.phase.over ? 'go' : 'plain'}
          className="min-h-12"
          disabled={busy}
          onClick={() =>
            void save(
              (press) =>
                tellQuarantine(press, {
                  quarantineId: q.id,
                  told: { kind: 'phase', phase: next.id, ...(reason.trim() ? { reason: reason.trim() } : {}) },
                }),
              () => setReason(''),
            )
          }
        >
          Begin {next.title.toLowerCase()}
        </Button>
        {problems[0] && problems[0].path !== 'reason' && (
          <p className="problem" role="alert">
            {problems[0].message}
          </p>
        )}
      </div>
    </section>
  );
}

/** Where they would go, in which order, and what speaks against it; and the press that brings them there. */
function Release({ q }: { q: TankWeeks }) {
  const { save, busy, problems } = useSave();
  const [into, setInto] = useState('');
  const [view, setView] = useState<ReleaseView | null>(null);
  const [said, setSaid] = useState('');
  const choose = (tank: string): void => {
    setInto(tank);
    setView(null);
    if (tank) void askRelease(q.id, tank).then((r) => setView(r.ok ? r.value : null));
  };
  return (
    <div className="mt-3">
      <SelectField
        label="They go to"
        path="into"
        problems={problems}
        value={into}
        onChange={choose}
        options={[
          ['', 'Choose a tank'],
          ...q.ownTanks.filter((t) => t !== q.tank && t !== q.twin).map((t) => [t, t] as const),
        ]}
      />
      {view && (
        <>
          <ol className="mt-2">
            {view.order.map((g, i) => (
              <li key={g.name} className="border-b border-rule py-1">
                {i + 1}. <b>{g.count}</b> {g.name}: {g.how}
              </li>
            ))}
          </ol>
          {view.warnings.map((w) => (
            <p key={w} className="mt-1 flex gap-2 bg-watch-pale px-3 py-2 text-15">
              <StateMark mark="watch" size={20} /> {w}
            </p>
          ))}
          <p className="note mt-1">
            Feed residents first, lights low. Least aggressive first, one by one. No water from {q.tank} goes with them.
          </p>
        </>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          tone={q.gateOpen ? 'go' : 'plain'}
          className="min-h-16 flex-1"
          disabled={busy || into === ''}
          onClick={() => void save((press) => releaseTank(press, q.id, into))}
        >
          Release all into {into || '…'}
        </Button>
        {into !== '' && (
          <Button
            className="min-h-16"
            disabled={busy}
            onClick={() =>
              void save(
                (press) => bringTowards(press, q.id, into),
                (n) => setSaid(`${n} days of tasks were added.`),
              )
            }
          >
            Bring the water to that of {into}
          </Button>
        )}
      </div>
      {said && (
        <p className="note" role="status">
          {said}
        </p>
      )}
      {problems
        .filter((p) => p.path !== 'into')
        .map((p) => (
          <p key={p.message} className="problem" role="alert">
            {p.message}
          </p>
        ))}
    </div>
  );
}

/** What the release waits for, line by line, and the release. */
export function ReleaseGate({ q }: { q: TankWeeks }) {
  const { save, busy, problems } = useSave();
  const nobody = q.dwellers.length === 0;
  return (
    <section className="mt-6" aria-label="Before they may leave">
      <h2>Before they may leave</h2>
      <ul className="mt-1">
        {q.gate.map((h) => (
          <HeldRow key={h.key} q={q} h={h} />
        ))}
      </ul>
      {q.closedMs === null && !nobody && <Release q={q} />}
      {q.closedMs === null && nobody && (
        <div className="mt-3">
          <p>Tank is empty.</p>
          <Button
            className="mt-2 min-h-12"
            disabled={busy}
            onClick={() => void save((press) => endQuarantine(press, q.id))}
          >
            End quarantine, clean the tank
          </Button>
          {problems[0] && (
            <p className="problem" role="alert">
              {problems[0].message}
            </p>
          )}
        </div>
      )}
    </section>
  );
}
