'use client';

import { useState } from 'react';
import { askCarrier, recordScan, takeBackScan } from '@/server/road/actions';
import type { RoadView } from '@/server/road/view';
import { durationWords } from '@/core/quantities/words';
import { MIN } from '@/core/quantities/time';
import { KraftDefs } from '@/ui/drawings/kraft';
import { StateMark } from '@/ui/drawings/state-mark';
import { CopyText } from '@/ui/fields/copy-text';
import { SelectField } from '@/ui/fields/fields';
import { WhenField } from '@/ui/fields/time-fields';
import { clock, dayClock, factorWords, slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';
import { OutcomePanel } from './outcome';
import { Twins } from './control-packs';

type Road = NonNullable<RoadView['road']>;

/** The road as a tape: legs as they went and as they are expected, where the box was seen, where it is. */
function Tape({ road, v }: { road: Road; v: RoadView }) {
  const W = 1000;
  const from = road.legs[0]?.startMs ?? v.nowMs;
  const to = Math.max(road.arriveMs, v.nowMs, road.deadlineMs) + 2 * 60 * MIN;
  const holds = road.holdsUntilMs;
  const X = (ms: number): number => 4 + ((Math.min(to, Math.max(from, ms)) - from) / Math.max(1, to - from)) * (W - 8);
  // The hour of a sighting is left off where it would touch the one before.
  const xs = road.legs.filter((l) => l.seen).map((l) => X(l.startMs));
  const isFree = (x: number): boolean => !xs.some((o) => o < x && x - o < 46);
  return (
    <svg viewBox={`0 0 ${W} 92`} className="mt-2 w-full" role="img" aria-label={roadWords(v)}>
      <KraftDefs />
      {road.legs.map((l, i) => {
        const [x, w] = [X(l.startMs), X(l.endMs) - X(l.startMs)];
        const past = Math.max(0, X(Math.min(v.nowMs, l.endMs)) - x);
        const told = l.seen !== null && isFree(x);
        return (
          <g key={i}>
            <rect x={x} y="20" width={w} height="26" fill="url(#kraft-ahead)" />
            <rect x={x} y="20" width={past} height="26" fill="url(#kraft-past)" />
            <path d={`M${x} 20V46`} stroke="var(--kraft-ink)" strokeOpacity=".4" />
            {w > l.label.length * 7 && (
              <text x={x + w / 2} y="37" textAnchor="middle" className="tape-t">
                {l.label}
              </text>
            )}
            {l.seen && (
              <>
                <circle cx={x} cy="33" r="5.5" fill="var(--surface)" stroke="var(--ink)" strokeWidth="2" />
                {told && (
                  <text x={x} y="62" textAnchor={x < 60 ? 'start' : 'middle'} className="rb-s">
                    {clock(Date.parse(l.seen.at), v.zone)}
                  </text>
                )}
              </>
            )}
          </g>
        );
      })}
      {holds !== null && (
        <g>
          {holds <= to && <path d={`M${X(holds)} 12V56`} stroke="var(--stop)" strokeWidth="2.4" />}
          <text x={W - 4} y="80" textAnchor="end" className="rb-s" style={{ fill: 'var(--stop)', fontWeight: 650 }}>
            {road.bagId} holds until {dayClock(holds, v.zone)}
            {holds > to ? ' →' : ''}
          </text>
        </g>
      )}
      <path d={`M${X(v.nowMs)} 6V56`} stroke="var(--ink)" strokeWidth="2" />
      <text x={X(v.nowMs) + 5} y="14" className="rb-n b">
        now
      </text>
    </svg>
  );
}

/** Where it is, in one sentence. */
function roadWords(v: RoadView): string {
  const { road } = v;
  if (!road) return '';
  if (v.delivered || road.leg >= road.legs.length) return 'Delivered.';
  const leg = road.legs[Math.max(0, road.leg)];
  const tracked = road.legs.some((l) => l.seen);
  const where = `${tracked ? 'Last seen' : 'Planned'}: ${leg?.label ?? 'on its way'}`;
  const eta = `expected ${dayClock(road.arriveMs, v.there.zone)} in ${v.there.name}`;
  return `${where}; ${eta}${road.lateMin > 0 ? `, ${durationWords(road.lateMin * MIN)} late` : tracked ? ', on time' : ''}.`;
}

/** What to do now: hours left, what each help gains, and words for the receiver. */
function Warning({ v, road }: { v: RoadView; road: Road }) {
  const left = road.holdsUntilMs === null ? null : road.holdsUntilMs - v.nowMs;
  if (road.helps.length === 0 && road.unseenSinceMs === null && road.lateMin === 0) return null;
  return (
    <section
      aria-label="What you can still do"
      className="my-3 border-l-4 border-[var(--watch-mark)] bg-watch-pale px-4 py-3"
    >
      <p className="flex items-start gap-2 font-head text-18 font-semibold">
        <StateMark mark={road.state} size={20} />
        <span>
          {left === null
            ? 'Safe for the whole time computed.'
            : left > 0
              ? `${durationWords(left)} left for bag ${road.bagId}${road.factor ? `: ${factorWords[road.factor]} ends first` : ''}.`
              : `Bag ${road.bagId} may be beyond a limit since ${durationWords(left)}.`}
        </span>
      </p>
      {road.unseenSinceMs !== null && (
        <p className="mt-1 text-15">
          It should have been seen at {clock(road.unseenSinceMs, v.zone)} and was not. Call the depot.
        </p>
      )}
      <ul className="mt-2 text-15">
        {road.helps.map((h) => (
          <li key={h.id} className="flex flex-wrap gap-x-3 border-t border-rule py-1.5">
            <span className="min-w-0 flex-1">{h.words}</span>
            <b>
              {h.gainsH === null
                ? 'removes the limit'
                : `${h.gainsH >= 0 ? '+' : '−'}${Math.abs(h.gainsH).toFixed(1)} h in the worst case`}
            </b>
          </li>
        ))}
      </ul>
      {v.messages.map((m) => (
        <div key={m.id} className="mt-2 flex flex-wrap items-center gap-3 border-t border-rule pt-2">
          <p className="min-w-0 flex-1 basis-64 text-15">
            <b>To the receiver.</b> {m.text}
          </p>
          <CopyText label="Copy" text={m.text} />
        </div>
      ))}
    </section>
  );
}

/** A sighting typed from the carrier’s page, or a new hour of arrival. */
function ScanForm({ v, road }: { v: RoadView; road: Road | null }) {
  const { save, busy, problems } = useSave();
  const next = Math.min(v.planned.length, Math.max(0, road?.leg ?? 0) + 1);
  const [leg, setLeg] = useState(String(next));
  const [at, setAt] = useState('');
  const [due, setDue] = useState('');
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      aria-label="Where the box was seen"
      onSubmit={(e) => {
        e.preventDefault();
        void save(
          (press) =>
            recordScan(press, {
              code: v.code,
              leg: leg === 'none' ? null : Number(leg),
              at,
              words: '',
              due,
            }),
          () => {
            setAt('');
            setDue('');
          },
        );
      }}
    >
      <SelectField
        label="Seen at"
        path="leg"
        problems={problems}
        value={leg}
        onChange={setLeg}
        options={[
          ...v.planned.map((l, i): [string, string] => [String(i), l.label]),
          [String(v.planned.length), 'Delivered'],
          ['none', 'nowhere new'],
        ]}
      />
      <WhenField label="Time (empty: now)" path="at" problems={problems} value={at} onChange={setAt} />
      <WhenField
        label={`Expected in ${v.there.name}, if they say so`}
        path="due"
        problems={problems}
        value={due}
        onChange={setDue}
      />
      <Button className="min-h-11" disabled={busy}>
        Record
      </Button>
      {v.practises && (
        <Button
          type="button"
          className="min-h-11"
          disabled={busy}
          onClick={() => void save((press) => askCarrier(press, v.code))}
        >
          Ask the simulated carrier
        </Button>
      )}
      {problems.length > 0 && !problems.some((x) => ['leg', 'at', 'due'].includes(x.path)) && (
        <p className="problem w-full" role="alert">
          {problems[0]!.message}
        </p>
      )}
    </form>
  );
}

/** After the counter: where the box is, what is left, what can still be done, and what was found. */
export function RoadSection({ v }: { v: RoadView }) {
  const { save, busy } = useSave();
  const { road, last } = v;
  return (
    <section aria-label="Journey" className="mb-8">
      <h2>On the way</h2>
      {v.problem && (
        <p className="problem" role="alert">
          {v.problem}
        </p>
      )}
      {road && (
        <>
          <p className="mt-1 text-16">
            {roadWords(v)} Margin, worst case <b className="num">{slackWords(road.worstSlackH)}</b>.
          </p>
          <Tape road={road} v={v} />
          <Warning v={v} road={road} />
          {last && (
            <p className="note">
              {last.words}, {dayClock(Date.parse(last.at), v.zone)}
              {last.method === 'stand-in' ? ', simulated, for practice' : ''}.{' '}
              <Button
                tone="flat"
                disabled={busy}
                onClick={() => void save((press) => takeBackScan(press, v.code, last.leg))}
              >
                Undo
              </Button>
              {v.weather && ` Weather: ${v.weather.source}, of ${dayClock(v.weather.madeMs, v.zone)}.`}
            </p>
          )}
          {!v.delivered && <ScanForm key={last?.leg ?? -1} v={v} road={road} />}
        </>
      )}
      <Twins v={v} />
      <OutcomePanel v={v} />
    </section>
  );
}
