'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { moveCount, saveReading, strikeReading } from '@/server/stock/actions';
import { Link } from '@/ui/kit/link';
import { useState } from 'react';
import type { TankReading } from '@/server/db/ledger';
import type { FishIn, StayIn } from '@/server/stock/tanks';
import { quantities, readingWays, tankFigures, waterFigures, type TankFigure } from '@/core/measurement/quantities';
import { FishIcon } from '@/ui/drawings/fish';
import { NumberField, OtherProblems, SelectField } from '@/ui/fields/fields';
import { WhenField } from '@/ui/fields/time-fields';
import { dayClock } from '@/ui/format';
import { DraftLine } from '@/ui/fields/draft-line';
import { useDraft } from '@/ui/use-draft';
import { OwnerOnly } from '@/ui/shell/owner-only';
import { useSave } from '@/ui/use-save';

export interface TankLifeProps {
  tankId: string;
  zone: string;
  fish: FishIn[];
  stays: StayIn[];
  readings: TankReading[];
  readingCount: number;
}

/** A tank as it lives: its fish with a way to count, its water over time, a reading to add. */
export function TankLife(p: TankLifeProps) {
  return (
    <div className="mb-8 grid gap-8 lg:grid-cols-[1fr_380px]">
      <Water {...p} />
      <Fish {...p} />
    </div>
  );
}

const EMPTY: Record<string, string> = {};
/** What most kits tell; the rest is a press away. */
const asked: readonly TankFigure[] = [...waterFigures, 'nitriteMgL', 'nitrateMgL'];
const readWith = readingWays.map((w) => [w, w === '' ? 'not recorded' : w] as const);

function ReadingForm({ tankId }: { tankId: string }) {
  const { save, busy, problems } = useSave();
  const { draft, setDraft, ...keeping } = useDraft(EMPTY, null, `reading ${tankId}`);
  const [said, setSaid] = useState('');
  const [all, setAll] = useState(false);
  return (
    <form
      noValidate
      aria-label="New reading"
      className="mb-4 border-y border-rule py-3"
      onSubmit={(e) => {
        e.preventDefault();
        void save(
          (press) => saveReading(press, { ...draft, tankId }),
          () => {
            setDraft(EMPTY);
            setSaid('Saved. Readings are never overwritten; strike out a wrong one.');
          },
        );
      }}
    >
      <DraftLine {...keeping} />
      <div className="grid grid-cols-3 gap-3 sm:grid-cols-5">
        {(all ? tankFigures : asked).map((q) => (
          <NumberField
            key={q}
            label={quantities[q].label}
            unit={quantities[q].unit}
            path={q}
            problems={problems}
            value={draft[q] ?? ''}
            onChange={(v) => setDraft({ ...draft, [q]: v })}
          />
        ))}
        <SelectField
          label="Read with"
          path="how"
          value={draft.how ?? ''}
          onChange={(how) => setDraft({ ...draft, how })}
          options={readWith}
        />
        <div className="col-span-2">
          <WhenField
            label="Time (empty: now)"
            path="at"
            problems={problems}
            value={draft.at ?? ''}
            onChange={(v) => setDraft({ ...draft, at: v })}
          />
        </div>
      </div>
      <div className="mt-3 flex items-center gap-3">
        <Button tone="go" disabled={busy}>
          Record reading
        </Button>
        <Button type="button" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Fewer figures' : 'More figures'}
        </Button>
        <OtherProblems problems={problems} shown={(x) => x === 'at' || x in quantities} />
        <span className="note" role="status">
          {said}
        </span>
      </div>
    </form>
  );
}

function Water(p: TankLifeProps) {
  const { save, busy } = useSave();
  const [open, setOpen] = useState(p.readings.length === 0);
  const whole = p.readings.filter((r) => r.struckBy === null);
  const rows = p.readings.slice(0, 40);
  const shown = tankFigures.filter((q) => rows.some((r) => r.figures[q] !== undefined));
  const course = (q: TankFigure) =>
    whole.flatMap((r) => (r.figures[q] === undefined ? [] : [{ ms: Date.parse(r.at), v: r.figures[q] }]));
  return (
    <section className="min-w-0">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 className="mr-auto">Water over time</h2>
        <Button aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Close' : 'Add a reading'}
        </Button>
      </div>
      {open && <ReadingForm tankId={p.tankId} />}
      {whole.length > 1 && (
        <div className="mb-3 grid gap-4 sm:grid-cols-2">
          <Course
            title="Temperature"
            unit="°C"
            digits={1}
            zone={p.zone}
            points={course('tempC')}
            colour="var(--c-temp)"
            least={4}
          />
          <Course title="pH" unit="" digits={2} zone={p.zone} points={course('pH')} colour="var(--c-co2)" least={1} />
        </div>
      )}
      {rows.length === 0 ? (
        <p className="note">Nothing measured yet. The latest reading becomes the shipping water of an order.</p>
      ) : (
        <Table
          frame="max-h-96"
          head={
            <>
              <th>When</th>
              {shown.map((q) => (
                <th key={q} className="r">
                  {quantities[q].label} {quantities[q].unit && <span className="u block">{quantities[q].unit}</span>}
                </th>
              ))}
              <th>Note</th>
              <th />
            </>
          }
        >
          {rows.map((r) => (
            <tr key={r.id} className={r.struckBy !== null ? 'text-ink-3 line-through' : ''}>
              <td className="whitespace-nowrap">{dayClock(Date.parse(r.at), p.zone)}</td>
              {shown.map((q) => (
                <td key={q} className="r num">
                  {r.figures[q] ?? ''}
                </td>
              ))}
              <td>{[r.how, r.note].filter(Boolean).join(', ')}</td>
              <td className="r">
                {r.struckBy === null && Object.keys(r.figures).length > 0 && (
                  <Button
                    tone="flat"
                    disabled={busy}
                    aria-label={`Strike out the reading of ${dayClock(Date.parse(r.at), p.zone)}`}
                    onClick={() => save((press) => strikeReading(press, r.id, 'wrong reading'))}
                  >
                    Strike out
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </Table>
      )}
      {p.readingCount > rows.length && (
        <p className="note mt-1">
          The latest {rows.length} of {p.readingCount}.{' '}
          <a className="font-semibold text-tide" href="/readings/export" download>
            Export all
          </a>
        </p>
      )}
    </section>
  );
}

/** One figure over time: a thin line with its last value at the end. */
function Course({
  title,
  unit,
  digits,
  zone,
  points,
  colour,
  least,
}: {
  title: string;
  unit: string;
  digits: number;
  zone: string;
  points: { ms: number; v: number }[];
  colour: string;
  least: number;
}) {
  if (points.length < 2) return null;
  const sorted = [...points].sort((a, b) => a.ms - b.ms);
  const [from, to] = [sorted[0]!.ms, sorted[sorted.length - 1]!.ms];
  const values = sorted.map((x) => x.v);
  const middle = (Math.min(...values) + Math.max(...values)) / 2;
  const half = Math.max(least, Math.max(...values) - Math.min(...values)) / 2;
  const x = (ms: number): number => 4 + ((ms - from) / Math.max(1, to - from)) * 262;
  const y = (v: number): number => 52 - ((v - middle) / half) * 24;
  const last = sorted[sorted.length - 1]!;
  return (
    <figure>
      <svg
        viewBox="0 0 340 98"
        className="w-full"
        role="img"
        aria-label={`${title}: ${sorted.length} readings, from ${Math.min(...values).toFixed(digits)} to ${Math.max(...values).toFixed(digits)} ${unit}, last ${last.v.toFixed(digits)}`}
      >
        <path d="M4 84H266" stroke="var(--rule-strong)" />
        {[middle - half, middle, middle + half].map((v) => (
          <path key={v} d={`M4 ${y(v)}H266`} className="hair" />
        ))}
        <path
          d={sorted.map((q, i) => `${i ? 'L' : 'M'}${x(q.ms).toFixed(1)} ${y(q.v).toFixed(1)}`).join('')}
          fill="none"
          stroke={colour}
          strokeWidth="2"
        />
        {sorted.map((q) => (
          <circle key={q.ms} cx={x(q.ms)} cy={y(q.v)} r="2.2" fill={colour} />
        ))}
        <text x="272" y={y(last.v) + 5} className="num" style={{ fill: colour, fontSize: 17, fontWeight: 650 }}>
          {last.v.toFixed(digits)}
        </text>
        <text x="4" y="11" className="rb-l b">
          {title}
          {unit && ` ${unit}`}
        </text>
        <text x="4" y="97" className="rb-s">
          {dayClock(from, zone).split(',')[0]}
        </text>
        <text x="266" y="97" textAnchor="end" className="rb-s">
          {dayClock(to, zone).split(',')[0]}
        </text>
      </svg>
    </figure>
  );
}

function Fish(p: TankLifeProps) {
  const { save, busy, problems } = useSave();
  return (
    <section>
      <div className="mb-2 flex items-center gap-3">
        <h2 className="mr-auto">Fish in it</h2>
        <OwnerOnly>
          <ButtonLink href={`/fish/new?tankId=${encodeURIComponent(p.tankId)}`}>Add fish</ButtonLink>
        </OwnerOnly>
      </div>
      {p.fish.length + p.stays.length === 0 && <p className="note">None entered.</p>}
      {p.stays.map((s) => (
        <article key={`${s.name} ${s.code}`} className="flex items-center gap-3 border-t border-rule py-3">
          {s.species && <FishIcon species={s.species} width={44} />}
          <div className="min-w-0 flex-1">
            <b className="font-head text-16">{s.name}</b>
            <p className="note">
              {s.code && (
                <>
                  from{' '}
                  <Link className="font-semibold text-tide" href={`/consignments/${s.code}/quarantine`}>
                    {s.code}
                  </Link>
                  ,{' '}
                </>
              )}
              in since {dayClock(Date.parse(s.since), p.zone)}
              {s.certificate && `, certificate ${s.certificate}`}
            </p>
          </div>
          <span className="num text-28 font-semibold">{s.count}</span>
        </article>
      ))}
      {p.fish.map((f) => {
        const promised = f.promised.reduce((n, x) => n + x.count, 0);
        return (
          <article key={f.lotId} className="border-t border-rule py-3">
            <div className="flex items-center gap-3">
              <FishIcon species={f.species} width={44} />
              <div className="min-w-0 flex-1">
                <Link className="row-link" href={`/fish/${f.lotId}`}>
                  {f.species.name}
                </Link>
                <p className="note">{f.detail}</p>
              </div>
              <span className="num text-28 font-semibold" data-testid={`count-${f.species.id}`}>
                {f.amount ?? '?'}
              </span>
            </div>
            <p className="mt-1 flex flex-wrap items-center gap-2">
              {f.amount !== null && (
                <OwnerOnly>
                  <Button
                    disabled={busy || f.amount < 1}
                    onClick={() => save((press) => moveCount(press, f.lotId, -1, 'died'))}
                  >
                    One died
                  </Button>
                  <Button disabled={busy} onClick={() => save((press) => moveCount(press, f.lotId, 1, 'found'))}>
                    One more
                  </Button>
                </OwnerOnly>
              )}
              <span className="note ml-auto">
                {promised > 0 && (
                  <>
                    {promised} promised to{' '}
                    {f.promised.map((x, i) => (
                      <span key={i}>
                        {i > 0 && ', '}
                        <Link className="font-semibold text-tide" href={`/consignments/${x.code}/order`}>
                          {x.code}
                        </Link>
                      </span>
                    ))}
                    , <b>{(f.amount ?? 0) - promised}</b> free
                  </>
                )}
              </span>
            </p>
          </article>
        );
      })}
      <OtherProblems problems={problems} shown={() => false} />
    </section>
  );
}
