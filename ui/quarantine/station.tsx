'use client';

import { Button } from '@/ui/kit/button';
import { useState } from 'react';
import { QUARANTINE_DAYS } from '@/core/quarantine/plan';
import { openQuarantine } from '@/server/quarantine/actions';
import type { QuarantineTank, QuarantineView } from '@/server/quarantine/view';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayMonth } from '@/ui/format';
import { useSave } from '@/ui/use-save';
import { Animals } from './animals';
import { Duties } from './duties';

/** The day on which a tank takes in its fish. */
function DayOne({ code, q }: { code: string; q: QuarantineTank }) {
  const { save, busy, problems } = useSave();
  return (
    <div className="max-w-[640px] space-y-4">
      <h2>Four weeks apart</h2>
      <p>
        Day 1 opens in tank {q.tank}, {q.volumeL} L, for {q.expected}: a plan of daily duties that appear on the Bench,
        lights down, the fast after the journey, tests, looks, water changes, and the decision on day {QUARANTINE_DAYS}.
      </p>
      {q.running.length > 0 && (
        <p className="note">
          {q.running.join(', ')} are not across yet. Open the quarantine when all of them are in the tank.
        </p>
      )}
      <Button tone="hands" wet disabled={busy} onClick={() => save((press) => openQuarantine(press, code, q.tank))}>
        Open day 1 in tank {q.tank}
      </Button>
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
      <p className="caution">
        Own net, siphon and heater for this tank; nothing returns to the display unless bleached and dried. Mains near
        water: residual-current device, drip loops. Never start a siphon by mouth. Medicines: label, local law, a
        veterinarian.
      </p>
    </div>
  );
}

/** Every receiving tank for itself: its day, who lives in it, and what is to be done. */
export function QuarantineStation(p: QuarantineView) {
  const [chosen, setChosen] = useState(p.tanks[0]?.tank ?? '');
  const q = p.tanks.find((t) => t.tank === chosen) ?? p.tanks[0];
  if (!q) return <p className="note">Nothing is ordered, so nothing arrives.</p>;
  return (
    <div>
      {p.tanks.length > 1 && (
        <div
          className="mb-5 grid border border-rule-strong"
          style={{ gridTemplateColumns: `repeat(${p.tanks.length}, 1fr)` }}
          role="group"
          aria-label="Tanks"
        >
          {p.tanks.map((t) => (
            <button
              key={t.tank}
              aria-pressed={t === q}
              className={`flex min-h-12 items-center gap-3 px-3 py-1.5 text-left ${t === q ? 'border-b-[3px] border-tide bg-[var(--water-pale)]' : ''}`}
              onClick={() => setChosen(t.tank)}
            >
              <StateMark mark={t.startedMs === null ? 'ahead' : 'now'} size={18} />
              <span>
                <b className="font-head text-15">Tank {t.tank}</b>
                <br />
                <span className="mute text-13">
                  {t.startedMs === null ? 'not opened' : `day ${t.day} of ${QUARANTINE_DAYS}`}
                </span>
              </span>
            </button>
          ))}
        </div>
      )}
      {q.startedMs === null ? (
        <DayOne key={q.tank} code={p.code} q={q} />
      ) : (
        <>
          <div className="mb-3 flex flex-wrap items-baseline gap-4">
            <h2>Tank {q.tank}</h2>
            <span>
              {q.volumeL} L, in since {dayMonth(q.startedMs, p.zone)}
            </span>
            <Animals key={q.tank} q={q} ownTanks={p.ownTanks} />
            <span className="ml-auto font-head text-15">
              Day <b className="num text-34">{q.day}</b>
              <span className="u">of {QUARANTINE_DAYS}</span>
            </span>
          </div>
          <Duties key={`${q.tank} duties`} q={q} zone={p.zone} nowMs={p.nowMs} />
        </>
      )}
    </div>
  );
}
