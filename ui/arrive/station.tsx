'use client';

import { Button } from '@/ui/kit/button';
import { startRun } from '@/server/arrive/actions';
import { recordEvent } from '@/server/pack/actions';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FishIcon } from '@/ui/drawings/fish';
import { dayClock, one } from '@/ui/format';
import { Table } from '@/ui/kit/table';
import { useSave } from '@/ui/use-save';
import { usePresses } from '@/ui/queue/use-queue';
import { useScanned } from '@/ui/use-scanned';
import { Finish } from './finish';
import { WaterDifference, ArrivalFindings } from './arrival-findings';
import { Inspect } from './inspect';
import { MeasureForm } from './measure';
import { withReadings } from './pressed-readings';
import { PackedAsSeen, SellerBefore } from './seller';
import { Turns } from './turns';
import { IntoTank } from './into-tank';
import { Methods } from './methods';
import { WaysHere } from './method-settings';
import { kitWords } from '@/core/duties/kit';
import type { ReceiveStationProps } from '@/server/arrive/view';

/** What was lost has to be told in time: until when, and what to send. */
function ClaimLine({ p }: { p: ReceiveStationProps }) {
  if (p.claimByMs === null) return null;
  return (
    <div className="my-3 border-l-4 border-[var(--watch-mark)] bg-watch-pale px-4 py-3" role="status">
      <p className="text-15">
        Record {p.seller} by <b className="num">{dayClock(p.claimByMs, p.zone)}</b>: the count against the label,
        readings, and photos of the closed bags.
      </p>
      <a className="btn mt-2 min-h-16" href={`/consignments/${p.code}/losses`}>
        Page and pictures, in one file
      </a>
    </div>
  );
}

/** What is on its way, as it is computed to come, and what it will ask for. */
function Expected({ p }: { p: ReceiveStationProps }) {
  return (
    <section aria-label="Expected on arrival" className="min-w-0">
      <h2 className="mb-2">Expected on arrival</h2>
      <Table
        head={
          <>
            <th>Bags</th>
            <th className="r">Water °C</th>
            <th className="r">pH</th>
            <th>Recommended method, before measuring</th>
            <th className="r">min</th>
          </>
        }
      >
        {p.lanes.map((l) => (
          <tr key={l.title}>
            <td>
              <b className="font-head">{l.title}</b> <span className="mute text-13">{l.speciesNames}</span>
            </td>
            <td className="r num">{one(l.opened.tempC)}</td>
            <td className="r num">{one(l.opened.pH)}</td>
            <td>
              {l.methods[0]?.name ?? l.problem} <span className="mute text-13">{l.methods[0]?.putBack}</span>
            </td>
            <td className="r num">{l.methods[0]?.transferAtMin.toFixed(0)}</td>
          </tr>
        ))}
      </Table>
      <p className="note mt-2">
        Ready by then: {kitWords(p.lanes.some((l) => l.species.water === 'marine'))} About 4 L of matched water ready.
      </p>
    </section>
  );
}

/** The bags that are handled together, to choose from. */
function LaneTabs({
  lanes,
  at,
  choose,
}: {
  lanes: ReceiveStationProps['lanes'];
  at: number;
  choose: (i: number) => void;
}) {
  return (
    <div
      className="mb-4 grid border border-rule-strong"
      style={{ gridTemplateColumns: 'repeat(auto-fit, minmax(150px, 1fr))' }}
      role="group"
      aria-label="Bags"
    >
      {lanes.map((l, i) => (
        <button
          key={l.title}
          aria-pressed={i === at}
          className={`flex min-h-12 items-center gap-3 px-3 py-1.5 text-left ${i === at ? 'border-b-[3px] border-tide bg-[var(--water-pale)]' : ''}`}
          onClick={() => choose(i)}
        >
          <FishIcon species={l.species} width={36} />
          <span>
            <b className="font-head text-15">{l.title}</b>
            <br />
            <span className="mute text-13">
              {l.speciesNames}
              {l.runId ? ', running' : ''}
            </span>
          </span>
        </button>
      ))}
    </div>
  );
}

/** Look and measure through the film, then the methods side by side on this water. */
export function ReceiveStation(given: ReceiveStationProps) {
  const presses = usePresses();
  const p = { ...given, ...withReadings(given, presses) };
  useScanned();
  const { save, busy, problems } = useSave();
  const router = useRouter();
  const [laneAt, setLane] = useState(0);
  const [editing, setEditing] = useState(p.arrivedAt !== null && p.bags.every((b) => !b.reading));
  const lane = p.lanes[Math.min(laneAt, p.lanes.length - 1)];
  const taking = presses.some((x) => x.deed.deed === 'readings' || x.deed.deed === 'sign' || x.deed.deed === 'into');
  const start = (method: string, because: string): void =>
    void save(
      (press) => startRun(press, p.code, lane!.bagIds[0]!, method, because),
      () => router.push(`/consignments/${p.code}/run`),
    );

  if (!p.arrivedAt)
    return (
      <div className="grid gap-8 lg:grid-cols-[minmax(0,520px)_1fr]">
        <div className="space-y-4">
          <h2>When the box is here</h2>
          <p>
            Planned for {dayClock(p.arrivePlanMs, p.zone)}. Be home; keep the box out of sun and frost. Dim the room and
            open the lid a crack.
          </p>
          <Button
            tone="hands"
            wet
            disabled={busy}
            onClick={() => save((press) => recordEvent(press, p.code, p.version, 'arrivedAt', true))}
          >
            Box is here
          </Button>
          <p className="caution">
            Cut tape only, no long blade near the bags. Keep every bag closed until you choose a method. Packs may still
            be hot.
          </p>
          {problems[0] && (
            <p className="problem" role="alert">
              {problems[0].message}
            </p>
          )}
        </div>
        <Expected p={p} />
      </div>
    );

  const opening = (
    <>
      <div className="grid gap-6 lg:grid-cols-[356px_1fr] lg:gap-8">
        <section className="min-w-0">
          <SellerBefore p={p} />
          {!p.openedAt && <Turns p={p} />}
          <Inspect p={p} />
          <PackedAsSeen p={p} />
          <div className="mb-1 flex items-center gap-3">
            <h2>Through the film</h2>
            {!editing && (
              <Button className="ml-auto" onClick={() => setEditing(true)}>
                {p.bags.some((b) => b.reading) ? 'Change' : 'Measure'}
              </Button>
            )}
          </div>
          {editing ? (
            <MeasureForm p={p} done={() => setEditing(false)} />
          ) : (
            <>
              <ArrivalFindings p={p} />
              <ClaimLine p={p} />
              {lane && <WaterDifference lane={lane} measured={p.measured} />}
            </>
          )}
          <Button
            tone="flat"
            className="mt-3 !whitespace-normal text-left"
            disabled={busy}
            onClick={() => save((press) => recordEvent(press, p.code, p.version, 'arrivedAt', false))}
          >
            Undo: arrived {dayClock(Date.parse(p.arrivedAt), p.zone)}
          </Button>
          {problems[0] && (
            <p className="problem" role="alert">
              {problems[0].message}
            </p>
          )}
        </section>
        <section className="min-w-0">
          {p.lanes.length > 1 && <LaneTabs lanes={p.lanes} at={laneAt} choose={setLane} />}
          {lane?.problem && (
            <p className="problem" role="alert">
              {lane.problem}
            </p>
          )}
          {taking && (
            <p className="note mb-2" role="status" data-testid="taking">
              Updating. The figures below are from before your reading.
            </p>
          )}
          {lane && <IntoTank key={lane.title} p={p} lane={lane} />}
          {lane && lane.methods.length > 0 && (
            <Methods key={`methods ${lane.title}`} code={p.code} lane={lane} busy={busy} start={start} />
          )}
          {lane && <WaysHere key={`ways ${lane.title}`} code={p.code} bagId={lane.bagIds[0]!} now={p.ways} />}
        </section>
      </div>
    </>
  );
  if (!p.outcome.allAcross) return opening;
  return (
    <>
      <Finish p={p} />
      <details className="border-t border-rule">
        <summary className="flex min-h-12 cursor-pointer items-center font-head text-15 font-semibold">
          What arrived, and how to open it
        </summary>
        {opening}
      </details>
    </>
  );
}
