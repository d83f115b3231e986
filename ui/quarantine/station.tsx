'use client';

import { cautions } from '@/words/en/cautions';
import { Link } from '@/ui/kit/link';
import { useState } from 'react';
import { openQuarantine } from '@/server/quarantine/actions';
import type { QuarantineTank, QuarantineView } from '@/server/quarantine/view';
import { StateMark } from '@/ui/drawings/state-mark';
import { SelectField } from '@/ui/fields/fields';
import { dayMonth } from '@/ui/format';
import { Button, ButtonLink } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

/** The day on which a tank takes in its fish: by which plan, and whose weeks begin anew with them. */
function DayOne({ p, q }: { p: QuarantineView; q: QuarantineTank }) {
  const { save, busy, problems } = useSave();
  const [plan, setPlan] = useState('');
  const [twin, setTwin] = useState('');
  const moves = p.plans.find((x) => x.id === plan)?.twin === true;
  const open = (join: boolean, shut = false): void =>
    void save((press) =>
      openQuarantine(press, p.code, q.tank, {
        ...(plan ? { plan } : {}),
        ...(twin ? { twin } : {}),
        ...(join ? { join } : {}),
        ...(shut ? { shut } : {}),
      }),
    );
  return (
    <div className="max-w-[640px] space-y-4">
      <h2>Quarantine in {q.tank}</h2>
      <p>
        Day 1 starts in tank {q.tank}, {q.volumeL} L, for {q.expected}: tasks on the Bench, tests with values, doses by
        label, and a release that waits until every check is passed.
      </p>
      {q.running.length > 0 && (
        <p className="note">
          {q.running.join(', ')} are not transferred yet. Start quarantine when all are in the tank.
        </p>
      )}
      {q.there === null && (
        <div className="flex flex-wrap gap-3">
          <SelectField
            label="Plan"
            path="plan"
            problems={problems}
            value={plan}
            onChange={setPlan}
            options={[['', 'recommended'], ...p.plans.map((x) => [x.id, x.name] as const)]}
          />
          {moves && (
            <SelectField
              label="Other bare tank"
              path="twin"
              problems={problems}
              value={twin}
              onChange={setTwin}
              options={[['', 'not named yet'], ...p.ownTanks.filter((t) => t !== q.tank).map((t) => [t, t] as const)]}
            />
          )}
        </div>
      )}
      {q.there !== null && (
        <p className="flex gap-2 bg-watch-pale px-3 py-2">
          <StateMark mark="watch" size={20} />
          <span>
            {q.there} are already in quarantine there. All in, all out is safer: joining restarts quarantine for all.
          </span>
        </p>
      )}
      <Button tone="hands" wet disabled={busy} onClick={() => open(q.there !== null)}>
        {q.there === null ? `Start quarantine in tank ${q.tank}` : `Join and restart in tank ${q.tank}`}
      </Button>
      {problems
        .filter((x) => x.path !== 'plan' && x.path !== 'twin')
        .map((x) => (
          <p key={x.message} className="problem" role="alert">
            {x.message}
            {x.path === 'shut' && (
              <Button className="mt-2 min-h-16 w-full" disabled={busy} onClick={() => open(q.there !== null, true)}>
                They are in the tank: start day 1
              </Button>
            )}
          </p>
        ))}
      <p className="caution">{cautions.quarantine}</p>
    </div>
  );
}

/** Every receiving tank of a consignment: its weeks, or the way to open them. */
export function QuarantineStation(p: QuarantineView) {
  if (p.tanks.length === 0) return <p className="note">Nothing ordered, so nothing arrives.</p>;
  const going = p.tanks.filter((t) => t.startedMs !== null);
  const waiting = p.tanks.filter((t) => t.startedMs === null);
  return (
    <div className="space-y-8">
      {going.map((t) => (
        <article key={t.tank} className="border-t-2 border-ink pt-3">
          <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
            <h2 className="text-28">Tank {t.tank}</h2>
            <p className="flex-1">
              {t.words}, in since {dayMonth(t.startedMs!, p.zone)}.{' '}
              {t.ended ? 'Released; quarantine ended.' : `${t.phase}.`}
            </p>
            <p className="font-head text-15">
              Day <b className="num text-34">{t.day}</b>
              {'\u00a0'}
              <span className="u">of {t.ofDays}</span>
            </p>
            <ButtonLink tone={t.ended ? 'plain' : 'go'} className="min-h-16" href={`/quarantine/${t.id}`}>
              {t.ended ? 'Records' : `Open tank ${t.tank}`}
            </ButtonLink>
          </div>
        </article>
      ))}
      {waiting.map((t) => (
        <DayOne key={t.tank} p={p} q={t} />
      ))}
      {going.length > 0 && (
        <p>
          <Link className="font-semibold text-tide" href="/quarantine">
            All quarantine tanks, in walking order
          </Link>
        </p>
      )}
    </div>
  );
}
