'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState, useTransition } from 'react';
import { standingBag } from '@/core/bag/geometry';
import type { QuickAnswer, QuickQuestion } from '@/core/evaluate/quick';
import type { Species } from '@/core/catalogue/schema';
import type { QuickTyped, QuickView } from '@/server/quick/quick';
import { BagDrawing } from '@/ui/drawings/bag';
import { NumberField } from '@/ui/fields/fields';
import { SpeciesCombo } from '@/ui/fields/species-combo';
import { ButtonLink } from '@/ui/kit/button';
import { StopBand } from '@/ui/kit/stop-band';
import { hoursWords, quickStop, safeDoubt, spareWords } from '@/words/en/quick';

/** Half a second after the last key the address holds what is typed, and the server answers. */
const SETTLES_MS = 350;

const addressOf = (t: QuickTyped): string =>
  `/quick?${new URLSearchParams(Object.entries(t).filter(([, v]) => v !== undefined && v !== ''))}`;

/** The filled bag to scale, with its fish. */
function Drawn({ q, a, species }: { q: QuickQuestion; a: QuickAnswer; species: Species }) {
  const standing = standingBag({ ...q, waterL: a.waterL, gasL: a.gasL, neckCm: 4 });
  const h = 190;
  const scale = Math.min(130 / standing.diameterCm, (h - 24) / (standing.heightCm + 3));
  const inside = [{ species, count: q.count, lengthCm: q.lengthCm }];
  return (
    <svg viewBox={`0 0 150 ${h}`} width={150} height={h} aria-hidden="true" className="shrink-0">
      <BagDrawing standing={standing} inside={inside} x={75} ground={h - 4} scale={scale} />
      <path d={`M0 ${h - 3}H150`} stroke="var(--ink)" strokeWidth="1.2" />
    </svg>
  );
}

const amount = (l: number): string => String(Number(l.toFixed(2)));

/** Words at the left with a line of doubt, the number at the right. */
function Row({ title, doubt, figure, bad = false }: { title: string; doubt: string; figure: string; bad?: boolean }) {
  return (
    <li className="flex flex-wrap items-center gap-x-4 border-b border-rule py-3">
      <span className="min-w-0 flex-1 basis-40">
        <b className="font-head text-18">{title}</b>
        <br />
        <span className="text-14 text-ink-2">{doubt}</span>
      </span>
      <b className={`num text-28 ${bad ? 'text-stop' : ''}`}>{figure}</b>
    </li>
  );
}

function Answer({ q, a, species }: { q: QuickQuestion; a: QuickAnswer; species: Species }) {
  const spare = spareWords(a, q.hours);
  const stop = quickStop(a, species.name, q.hours);
  return (
    <section aria-label="Answer" aria-live="polite">
      {stop && (
        <div role="alert">
          <StopBand className="px-4">
            <p className="font-head text-18 font-semibold">{stop.title}</p>
            <p className="text-14 font-semibold">{stop.todo}</p>
          </StopBand>
        </div>
      )}
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2 bg-water-pale px-4 py-4">
        <Drawn q={q} a={a} species={species} />
        <div className="flex min-w-0 flex-1 basis-32 flex-wrap gap-x-8 gap-y-2">
          <p>
            <b className="num text-46 leading-none" data-testid="water">
              {amount(a.waterL)}
            </b>{' '}
            <span className="u">L</span>
            <br />
            water
          </p>
          <p>
            <b className="num text-46 leading-none">{amount(a.gasL)}</b> <span className="u">L</span>
            <br />
            {q.gas}
          </p>
          <p className="basis-full text-14 text-ink-2">
            Water {a.depthCm.toFixed(0)} cm deep. Twist at {a.twistCm.toFixed(0)} cm. Fish weigh{' '}
            {a.fishG < 10 ? a.fishG.toFixed(1) : a.fishG.toFixed(0)} g.
          </p>
        </div>
      </div>
      <ul className="mt-2">
        <Row title="Safe for" doubt={safeDoubt(a)} figure={hoursWords(a.safeH)} />
        <Row title={spare.title} doubt={spare.doubt} figure={spare.figure} bad={spare.short} />
        {a.twice && (
          <Row
            title="Twice the fish"
            doubt={`${a.twice.count} fish. ${safeDoubt(a.twice)}`}
            figure={hoursWords(a.twice.safeH)}
          />
        )}
        {a.smallest && (
          <Row
            title="Smallest bag"
            doubt="narrowest with a day to spare, 9 times in 10"
            figure={a.smallest.name.replace(' cm', '')}
          />
        )}
      </ul>
    </section>
  );
}

/** How much water and for how long, without an order: a fish is enough, everything else has a usual value. */
export function Quick({
  typed,
  species,
  usual,
  question,
  answer,
  problems,
  all,
}: QuickView & { all: readonly Species[] }) {
  const router = useRouter();
  const [draft, setDraft] = useState(typed);
  const [pending, start] = useTransition();
  const wait = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(wait.current), []);
  const set = (k: keyof QuickTyped, v: string): void => {
    // Another fish has its own length and warmth.
    const next = { ...draft, ...(k === 'fish' ? { length: '', warmth: '' } : {}), [k]: v };
    setDraft(next);
    clearTimeout(wait.current);
    const ask = (): void => start(() => router.replace(addressOf(next), { scroll: false }));
    if (k === 'fish' || k === 'gas') ask();
    else wait.current = setTimeout(ask, SETTLES_MS);
  };
  const field = (k: keyof QuickTyped, label: string, path: string, unit: string, expected: number | undefined) => (
    <NumberField
      label={label}
      path={path}
      unit={unit}
      problems={problems}
      value={draft[k] ?? ''}
      expected={expected === undefined ? '' : String(expected)}
      onChange={(v) => set(k, v)}
    />
  );
  return (
    <>
      <section className="chead">
        <h1>Quick answer</h1>
        <p className="c2 pt-2">How much water, and how long is it safe? No order needed.</p>
      </section>
      <section className="work grid gap-x-10 gap-y-5 border-t border-rule-strong lg:grid-cols-[440px_minmax(0,640px)]">
        <form
          aria-label="Question"
          onSubmit={(e) => e.preventDefault()}
          className="grid grid-cols-2 content-start gap-3"
        >
          <div className="fld col-span-2">
            <span className="text-13 text-ink-2" aria-hidden="true">
              Fish
            </span>
            <SpeciesCombo
              species={all}
              value={draft.fish ?? ''}
              label="Fish"
              placeholder="Any part of a name"
              onChange={(id) => set('fish', id)}
            />
          </div>
          {field('count', 'How many', 'count', '', usual?.count)}
          {field('hours', 'Hours in the bag', 'hours', 'h', usual?.hours)}
          {field('width', 'Bag width, flat', 'widthCm', 'cm', usual?.widthCm)}
          {field('height', 'Bag height', 'heightCm', 'cm', usual?.heightCm)}
          <details className="col-span-2" open={Boolean(typed.length || typed.warmth || typed.fasted || typed.gas)}>
            <summary className="flex min-h-11 cursor-pointer items-center font-semibold text-tide">
              Length, warmth, oxygen: usual values
            </summary>
            <div className="grid grid-cols-2 gap-3 pb-2">
              {field('length', 'Length', 'lengthCm', 'cm', usual?.lengthCm)}
              {field('warmth', 'Warmth all the way', 'tempC', '°C', usual?.tempC)}
              {field('fasted', 'Without food before', 'fastedH', 'h', usual?.fastedH)}
              <div className="fld">
                <label htmlFor="quick-gas">Over the water</label>
                <select id="quick-gas" value={draft.gas ?? 'oxygen'} onChange={(e) => set('gas', e.target.value)}>
                  <option value="oxygen">Oxygen from a bottle</option>
                  <option value="air">Air</option>
                </select>
              </div>
            </div>
          </details>
          <p className="note col-span-2">
            The water is of the usual kind for this fish, not measured. A planning aid, no guarantee.
          </p>
        </form>
        <div className={pending ? 'opacity-60' : ''}>
          {!species && <p className="text-18">Choose a fish. Everything else has a usual value.</p>}
          {species && question && answer && (
            <>
              <Answer q={question} a={answer} species={species} />
              <ButtonLink
                tone="go"
                wet
                className="mt-4 w-full"
                href={`/consignments/new?fish=${species.id}&count=${question.count}&length=${question.lengthCm}`}
              >
                Plan a shipment from this
              </ButtonLink>
            </>
          )}
          {species && problems.length > 0 && (
            <p className="problem" role="alert">
              {problems[0]!.message}
            </p>
          )}
        </div>
      </section>
    </>
  );
}
