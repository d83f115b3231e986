'use client';

import { predictedWords } from '@/core/quantities/words';
import { Link } from '@/ui/kit/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { StoryView } from '@/server/logbook/story';
import { tellLater, takeLaterBack } from '@/server/logbook/actions';
import { practisePast } from '@/server/practice/actions';
import { FishIcon } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import { num, NumberField } from '@/ui/fields/fields';
import { dayClock, one, slackWords, two } from '@/ui/format';
import { Button, ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { useSave } from '@/ui/use-save';
import { JourneyChart } from './journey';
import { LoggerForm } from './logger';

/** What was foretold beside what was found, and how far apart. */
function Pair({
  was,
  is,
  write,
}: {
  was: number | null | undefined;
  is: number | null | undefined;
  write: (v: number) => string;
}) {
  if (is == null) return <span className="note">{was == null ? '' : `${write(was)} predicted`}</span>;
  return (
    <span className="whitespace-nowrap">
      {was != null && <span className="num text-ink-3">{write(was)} → </span>}
      <b className="num">{write(is)}</b>
    </span>
  );
}

function Bags({ s }: { s: StoryView }) {
  return (
    <Table
      className="rows-at-390"
      head={
        <>
          <th>Bag</th>
          <th>Animals</th>
          <th>Arrived alive</th>
          <th>Water °C</th>
          <th>pH</th>
          <th>Ammonia mg N/L</th>
          <th>Method</th>
        </>
      }
    >
      {s.bags.map((b) => (
        <tr key={b.id}>
          <td>
            <b>{b.id}</b>
          </td>
          <td data-head="Animals">{b.animalsWords}</td>
          <td data-head="Arrived alive">
            <span className="inline-flex items-center gap-1.5">
              {b.counted > 0 && <StateMark mark={b.alive < b.counted ? 'stop' : 'fine'} size={15} />}
              <span className="num">{b.counted > 0 ? `${b.alive} of ${b.counted}` : 'not counted'}</span>
            </span>
          </td>
          <td data-head="Water °C">
            <Pair was={b.foretold?.tempC} is={b.found?.tempC} write={one} />
          </td>
          <td data-head="pH">
            <Pair was={b.foretold?.pH} is={b.found?.pH} write={two} />
          </td>
          <td data-head="Ammonia mg N/L">
            <Pair was={b.foretold?.tanMgNL} is={b.found?.tanMgNL} write={one} />
          </td>
          <td data-head="Method">{b.method}</td>
        </tr>
      ))}
    </Table>
  );
}

/** What the readings say of the boxes and packs as they lay there. */
function Fits({ s }: { s: StoryView }) {
  const of = s.boxes.filter((b) => b.fit);
  if (of.length === 0) return null;
  return (
    <section>
      <h2 className="mb-1">What the readings say</h2>
      {of.map(({ id, fit }) => (
        <p key={id} className="border-b border-rule py-2">
          Box {id} lost heat <b className="num">× {fit!.loss.toFixed(2)}</b> predicted
          {fit!.packs.map((p) => (
            <span key={p.id}>
              , {s.packNames[p.id] ?? p.id} gave <b className="num">× {p.strength.toFixed(2)}</b>
            </span>
          ))}
          .{' '}
          <span className="note">
            From {fit!.hours === 1 ? 'one reading' : `${fit!.hours} hourly readings`}: {one(fit!.reckonedOffC)} °C off
            the prediction, {one(fit!.scatterC)} °C off the fit.
          </span>
          {fit!.dud && <span className="block font-semibold text-stop">One pack probably stayed cold.</span>}
        </p>
      ))}
      <p className="note mt-1">
        <Link className="font-semibold text-tide" href="/logbook/learned">
          What all boxes show
        </Link>
      </p>
    </section>
  );
}

function Later({ s }: { s: StoryView }) {
  const [count, setCount] = useState('');
  const [day, setDay] = useState('3');
  const { save, busy, problems } = useSave();
  const told = (s.row?.lost30 ?? 0) > 0;
  return (
    <section className="no-print">
      <h2 className="mb-1">Died later</h2>
      <p className="note">
        Reported by the keeper: within 7 days {s.row?.lost7 ?? 0}, within 30 days {s.row?.lost30 ?? 0}.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <NumberField
          label="Animals"
          path="count"
          problems={problems}
          value={count}
          onChange={setCount}
          className="w-24"
        />
        <NumberField
          label="Day after opening"
          path="day"
          problems={problems}
          value={day}
          onChange={setDay}
          className="w-32"
        />
        <Button
          disabled={busy || count.trim() === ''}
          onClick={() =>
            void save(
              (press) => tellLater(press, { code: s.code, count: num(count), day: num(day) }),
              () => setCount(''),
            )
          }
        >
          Record
        </Button>
        {told && (
          <Button disabled={busy} onClick={() => void save((press) => takeLaterBack(press, s.code))}>
            Undo last
          </Button>
        )}
      </div>
      {problems
        .filter((p) => p.path !== 'count' && p.path !== 'day')
        .map((p) => (
          <p key={p.message} className="problem" role="alert">
            {p.message}
          </p>
        ))}
    </section>
  );
}

/** Makes a practice crate of it, and goes there. */
function Practise({ code }: { code: string }) {
  const router = useRouter();
  const { save, busy, problems } = useSave();
  return (
    <>
      <Button
        disabled={busy}
        onClick={() =>
          void save(
            (press) => practisePast(press, code),
            (id) => router.push(`/practice/${id}`),
          )
        }
      >
        Practise this
      </Button>
      {problems.map((p) => (
        <span key={p.message} className="problem" role="alert">
          {p.message}
        </span>
      ))}
    </>
  );
}

/** One consignment, from what was foretold to what came of it. */
export function ShipmentStory({ s }: { s: StoryView }) {
  const r = s.row;
  const lost = r ? r.counted - r.alive : 0;
  return (
    <>
      <section className="chead flex-wrap gap-y-1 py-2">
        <h1>{s.code}</h1>
        <div className="mr-auto">
          <p className="c1 flex flex-wrap items-center gap-x-3">
            <b>{s.title}</b>
            {s.lines.map((l) => (
              <span key={l.id} className="inline-flex items-center gap-1">
                <FishIcon species={l.species} width={28} /> <span className="num">{l.count}</span>
              </span>
            ))}
          </p>
          <p className="c2">
            {s.service}, {dayClock(s.sealMs, s.zone)}
            {r && (
              <>
                , <span className="num">{r.hours.toFixed(1)}</span> h in the bag
                {r.lateH !== null && r.lateH > 6 && <b className="text-watch">, {r.lateH.toFixed(0)} h late</b>}
                {r.cost > 0 && (
                  <>
                    , cost{' '}
                    <span className="num">
                      {r.cost.toFixed(2)} {s.currency}
                    </span>
                  </>
                )}
              </>
            )}
          </p>
        </div>
        {r ? (
          <div className="text-right">
            <p className="flex items-baseline justify-end gap-2">
              <span className="font-head text-15 font-semibold">{r.counted > 0 ? 'Arrived alive' : 'Not counted'}</span>
              {r.counted > 0 && (
                <>
                  <b className={`num text-46 leading-none ${lost > 0 ? 'text-stop' : 'text-fine'}`}>{r.alive}</b>
                  {'\u00a0'}
                  <span className="u">of {r.counted}</span>
                </>
              )}
            </p>
            <p className="c2">
              {s.chance ? (
                <>
                  predicted {predictedWords(s.chance, r.animals)}, worst margin {slackWords(s.slackH)}
                </>
              ) : (
                'no prediction was stored at drop-off'
              )}
            </p>
          </div>
        ) : (
          <p className="c2">Not opened yet.</p>
        )}
      </section>
      <section className="border-t border-rule-strong px-6 pt-3">
        {s.boxes.map((b) => (
          <JourneyChart key={b.id} s={s} box={b} />
        ))}
      </section>
      <section className="work">
        <Bags s={s} />
        <div className="mt-7 grid gap-x-12 gap-y-7 lg:grid-cols-2">
          <Fits s={s} />
          <section className="no-print">
            <h2 className="mb-1">A logger in the box</h2>
            <LoggerForm s={s} />
          </section>
          <section>
            <h2 className="mb-1">Notes</h2>
            {s.remarks.length === 0 && <p className="note">No notes.</p>}
            <ul>
              {s.remarks.map((m, i) => (
                <li key={i} className="border-b border-rule py-1">
                  <span className="note num">{dayClock(Date.parse(m.at), s.zone)}</span> {m.words}
                  {m.by && <span className="note"> {m.by}</span>}
                </li>
              ))}
            </ul>
            {s.photos.length > 0 && (
              <p className="mt-2 flex flex-wrap gap-2">
                {s.photos.map((p) => (
                  <a key={p.hash} href={`/photos/${p.hash}`} className="btn">
                    Picture of {p.of}
                  </a>
                ))}
              </p>
            )}
          </section>
          <Later s={s} />
        </div>
        <p className="no-print mt-7 flex flex-wrap gap-3">
          <ButtonLink href={`/consignments/${s.code}`}>Its pages</ButtonLink>
          {!s.incoming && <ButtonLink href={`/consignments/${s.code}/papers`}>Its papers</ButtonLink>}
          <Practise code={s.code} />
          <ButtonLink href="/logbook">All of the logbook</ButtonLink>
        </p>
      </section>
    </>
  );
}
