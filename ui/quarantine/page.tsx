'use client';

import { cautions } from '@/words/en/cautions';
import { Link } from '@/ui/kit/link';
import { useState } from 'react';
import type { TankWeeks } from '@/server/quarantine/view';
import { PhotoButton } from '@/ui/arrive/photo';
import { FishIcon } from '@/ui/drawings/fish';
import { dayClock, dayMonth } from '@/ui/format';
import { Button, ButtonLink } from '@/ui/kit/button';
import { Concerns } from '@/ui/kit/concerns';
import { AnimalMoves } from './animals';
import { Deeds } from './deeds';
import { DoseForm } from './dose-form';
import { Duties } from './duties';
import { ReleaseGate, PhaseGate } from './gate';
import { Log } from './log';
import { lostWords } from '@/words/en/lost';
import { LostForm, missingIn } from './lost-form';
import { LookForm, allWell } from './look-form';
import { Measured } from './measured';
import { PlanForm } from './plan-form';
import { SeenStrip } from './seen-strip';
import { QuarantineTimeline } from './tape';
import { TestForm } from './test-form';

type Open = 'look' | 'lost' | 'test' | 'dose' | 'plan' | 'log' | null;

/** What hands tell most: a look, a test, a dose; one is open at a time. */
function Tell({ q, open, setOpen }: { q: TankWeeks; open: Open; setOpen: (o: Open) => void }) {
  const invertebrates = q.dwellers.length > 0 && q.dwellers.every((d) => d.species?.flags.includes('invertebrate'));
  const toggle = (o: Open): void => setOpen(open === o ? null : o);
  const looked = q.entries.find((e) => e.kind === 'look' && !e.struck && Date.parse(e.at) > q.nowMs - 6 * 3600_000);
  const done = (): void => setOpen(null);
  return (
    <section aria-label="Record">
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-5">
        <Button
          tone={looked ? 'plain' : 'hands'}
          className="min-h-16 col-span-2 sm:col-span-1"
          onClick={() => allWell(q.id, q.tank)}
        >
          All well, all ate
        </Button>
        <Button className="min-h-16" aria-expanded={open === 'look'} onClick={() => toggle('look')}>
          Record signs
        </Button>
        <Button className="min-h-16" aria-expanded={open === 'test'} onClick={() => toggle('test')}>
          Test
        </Button>
        <Button className="min-h-16" aria-expanded={open === 'dose'} onClick={() => toggle('dose')}>
          Dose
        </Button>
        <Button className="min-h-16" aria-expanded={open === 'lost'} onClick={() => toggle('lost')}>
          {lostWords.title}
        </Button>
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        {looked && open === null && <p className="note">Looked at {dayClock(Date.parse(looked.at), q.zone)}.</p>}
        <span className="ml-auto">
          <PhotoButton code={q.codes[0]!} kind="tank" id={q.tank} taken={q.photos.length} />
        </span>
      </div>
      {open === 'look' && <LookForm id={q.id} tank={q.tank} invertebrates={invertebrates} done={done} />}
      {open === 'test' && (
        <TestForm
          id={q.id}
          tank={q.tank}
          first={
            q.water.some((w) => /copper/.test(w.medicine.kind))
              ? ['copperMgL', 'tanMgNL', 'pH', 'tempC']
              : ['tanMgNL', 'nitriteMgL', 'pH', 'tempC']
          }
          copperTop={q.copperTop}
          copperAskTimes={q.copperAskTimes}
          done={done}
        />
      )}
      {open === 'lost' && (
        <LostForm id={q.id} tank={q.tank} dwellers={q.dwellers} missing={missingIn(q.concerns)} done={done} />
      )}
      {open === 'dose' && (
        <div className="mt-3 border-y border-rule py-3">
          <DoseForm q={q} />
        </div>
      )}
    </section>
  );
}

/** A tank in its weeks: where it stands, what it asks for, what was measured, and when they may leave. */
export function TankWeeksPage({ q }: { q: TankWeeks }) {
  const [open, setOpen] = useState<Open>(null);
  const closed = q.closedMs !== null;
  return (
    <>
      <Concerns list={q.concerns} zone={q.zone} here={`/quarantine/${q.id}`} />
      <section className="weeks-head px-3 pt-2 md:px-6">
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
          <h1 className="text-46 leading-none">{q.tank}</h1>
          <div className="order-last w-full min-w-0 md:order-none md:w-auto md:flex-1">
            <p className="flex flex-wrap items-center gap-x-3 text-16">
              {q.dwellers.map((d) => (
                <span key={d.speciesId} className="flex items-center gap-2">
                  {d.species && <FishIcon species={d.species} />}
                  <b>{d.count}</b> {d.name}
                </span>
              ))}
              <span>
                from{' '}
                {q.codes.map((code) => (
                  <Link key={code} className="mr-2 font-semibold text-tide" href={`/consignments/${code}/quarantine`}>
                    {code}
                  </Link>
                ))}
              </span>
            </p>
            <p className="mute">
              In tank since {dayMonth(q.clockMs, q.zone)}. {q.volumeL} L tank, {q.waterL.toFixed(0)} L of water
              {q.waterMeasured ? '' : ' as recorded'}
              {q.latest.tempC && `, ${q.latest.tempC.value.toFixed(1)} °C`}. {q.plan.name}.{' '}
              {closed
                ? `Ended ${dayMonth(q.closedMs!, q.zone)}.`
                : `Ends ${dayMonth(q.endMs, q.zone)} if every point below is met.`}
              {q.twin && ` They are in ${q.tankNow} now.`}
            </p>
          </div>
          <p className="ml-auto font-head text-18">
            Day <b className="num text-46 leading-none">{q.day}</b> <span className="u">of {q.ofDays}</span>
          </p>
        </div>
        <div className="mt-1 h-2.5 border border-[var(--kraft-deep)] bg-[var(--kraft-pale)] md:hidden" aria-hidden>
          <div className="h-full bg-[var(--kraft)]" style={{ width: `${Math.min(100, (q.day / q.ofDays) * 100)}%` }} />
        </div>
        <div className="mt-2">
          <QuarantineTimeline q={q} />
        </div>
      </section>
      <section className="work grid gap-x-8 gap-y-6 border-t border-rule-strong lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
        <div className="min-w-0 lg:order-2">
          {!closed && <Tell q={q} open={open} setOpen={setOpen} />}
          <Duties q={q} tellOf={setOpen} />
          {!closed && <Deeds q={q} />}
          <PhaseGate q={q} />
          <ReleaseGate q={q} />
        </div>
        <div className="min-w-0">
          <Measured q={q} />
          <section className="mt-6" aria-label="Animals">
            <h2 className="mb-2">Animals in the tank</h2>
            <AnimalMoves q={q} />
            <SeenStrip q={q} />
            {q.photos.length > 0 && (
              <ul className="mt-2 flex flex-wrap gap-2" aria-label="Pictures">
                {q.photos.slice(0, 8).map((x) => (
                  <li key={x.hash}>
                    <a
                      href={`/photos/${x.hash}`}
                      aria-label={`Picture of ${q.tank}, ${dayClock(Date.parse(x.at), q.zone)}`}
                      className="block h-20 w-20 bg-cover bg-center"
                      style={{ backgroundImage: `url(/photos/${x.hash})` }}
                    />
                  </li>
                ))}
              </ul>
            )}
          </section>
        </div>
        <div className="min-w-0 lg:order-3 lg:col-span-2">
          <div className="flex flex-wrap gap-2">
            <Button aria-expanded={open === 'log'} onClick={() => setOpen(open === 'log' ? null : 'log')}>
              All records
            </Button>
            {!closed && (
              <Button aria-expanded={open === 'plan'} onClick={() => setOpen(open === 'plan' ? null : 'plan')}>
                Plan and litres
              </Button>
            )}
            {q.isRecord && (
              <>
                <a className="btn" href={`/tanks/${encodeURIComponent(q.tankId)}/card`}>
                  Print tank card
                </a>
                <ButtonLink href={`/tanks/${encodeURIComponent(q.tankId)}`}>Tank</ButtonLink>
              </>
            )}
            <ButtonLink href="/quarantine">All tanks, in walking order</ButtonLink>
          </div>
          <div className="mt-3">
            {open === 'log' && <Log q={q} />}
            {open === 'plan' && <PlanForm key={q.version} q={q} />}
          </div>
          <p className="caution mt-4">{cautions.quarantine}</p>
        </div>
      </section>
    </>
  );
}
