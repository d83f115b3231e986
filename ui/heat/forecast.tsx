'use client';

import { Button } from '@/ui/kit/button';
import { FilePick } from '@/ui/kit/file-pick';
import { importForecast, refreshForecast, typeForecast } from '@/server/heat/actions';
import { useState } from 'react';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';
import { readFileText, sent } from '@/ui/fields/file';
import type { ForecastView } from '@/server/heat/forecast-view';
import type { Outcome, Problem } from '@/core/consignment/outcome';
import { StateMark } from '@/ui/drawings/state-mark';
import { NumberField, num } from '@/ui/fields/fields';
import { dayClock, dayMonth } from '@/ui/format';

interface Props {
  code: string;
  version: number;
  zone: string;
  forecast: ForecastView;
  busy: boolean;
  problems: readonly Problem[];
  setProblems: (list: Problem[]) => void;
  save: <T>(send: (press: string) => Promise<Outcome<T>>, then?: (value: T) => void) => Promise<boolean>;
}

/** Where the weather comes from and how fresh it is; fetched anew, from a file, or typed day by day. */
export function ForecastPanel(p: Props) {
  const { forecast: f, busy, save } = p;
  const [said, setSaid] = useState('');
  const [typing, setTyping] = useState(false);
  const take = async (chosen: File | undefined): Promise<void> => {
    setSaid('');
    if (!chosen) return;
    if (chosen.size > LARGEST_FILE) return p.setProblems(tooLarge(chosen.size).problems);
    const text = (await readFileText(chosen)).text;
    await save(
      (press) => importForecast(press, p.code, sent(text), chosen.name),
      () => setSaid(`Forecast from ${chosen.name}.`),
    );
  };
  return (
    <section
      id="forecast"
      aria-label="Forecast"
      className="mt-3 border-t border-rule pt-3"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void take(e.dataTransfer.files[0]);
      }}
    >
      <div className="flex flex-wrap items-center gap-3">
        <div className="note mr-auto min-w-0 flex-1 basis-[300px]">
          <p>
            {f.old && (
              <>
                <StateMark mark="watch" size={14} />{' '}
              </>
            )}
            Forecast: {f.source},{' '}
            <span className={f.old ? 'font-semibold text-watch' : ''} title={f.madeAt}>
              {f.words}
              {f.old ? ': fetch it again, or use your own' : ''}
            </span>
            .{f.ownSpread && ' It includes its own spread; the odds use it.'}
          </p>
          {f.endsMs !== null && (
            <p className="font-semibold text-watch">
              Forecast ends {dayClock(f.endsMs, p.zone)}; after that its last day is repeated.
            </p>
          )}
          <p role="status">
            {said ||
              'Drop a file with time, place, temperature and zone here. With lowest and highest, or several runs, its spread is used.'}
          </p>
        </div>
        <FilePick accept=".csv,text/csv" onFile={(f) => void take(f)}>
          Choose a file
        </FilePick>
        <Button aria-expanded={typing} onClick={() => setTyping(!typing)}>
          Type the days
        </Button>
        <Button
          disabled={busy}
          onClick={() =>
            save(
              (press) => refreshForecast(press, p.code),
              () => setSaid('Forecast updated.'),
            )
          }
        >
          Update forecast
        </Button>
      </div>
      {typing && <TypeDays p={p} done={() => setTyping(false)} />}
    </section>
  );
}

/** Coldest and warmest of each day at both ends: what a weather page or the radio tells. */
function TypeDays({ p, done }: { p: Props; done: () => void }) {
  const [draft, setDraft] = useState(() =>
    p.forecast.places.map((place) => ({
      name: place.name,
      days: place.days.map((d) => ({
        date: d.date,
        minC: d.minC === null ? '' : String(Math.round(d.minC)),
        maxC: d.maxC === null ? '' : String(Math.round(d.maxC)),
      })),
    })),
  );
  const set = (i: number, j: number, change: { minC?: string; maxC?: string }): void =>
    setDraft(
      draft.map((place, x) =>
        x === i ? { ...place, days: place.days.map((d, y) => (y === j ? { ...d, ...change } : d)) } : place,
      ),
    );
  return (
    <form
      className="mt-3"
      aria-label="Weather by days"
      onSubmit={(e) => {
        e.preventDefault();
        void p.save(
          (press) =>
            typeForecast(press, {
              code: p.code,
              version: p.version,
              places: draft.map((place) => ({
                name: place.name,
                days: place.days.map((d) => ({ date: d.date, minC: num(d.minC), maxC: num(d.maxC) })),
              })),
            }),
          done,
        );
      }}
    >
      <div className="flex flex-wrap gap-x-10 gap-y-4">
        {draft.map((place, i) => (
          <fieldset key={place.name}>
            <legend className="mb-1 font-head text-15 font-semibold">{place.name}</legend>
            <p
              className="mb-1 grid grid-cols-[92px_104px_104px] gap-2 text-right text-13 text-ink-3"
              aria-hidden="true"
            >
              <span />
              <span>coldest</span>
              <span>warmest</span>
            </p>
            {place.days.map((d, j) => {
              const day = dayMonth(Date.parse(`${d.date}T12:00:00Z`), 'UTC');
              return (
                <div key={d.date} className="mb-1.5 grid grid-cols-[92px_104px_104px] items-center gap-2">
                  <span className="text-13">{day}</span>
                  <NumberField
                    hideLabel
                    label={`Coldest in ${place.name}, ${day}`}
                    unit="°C"
                    path={`places.${i}.days.${j}.minC`}
                    problems={p.problems}
                    value={d.minC}
                    onChange={(minC) => set(i, j, { minC })}
                  />
                  <NumberField
                    hideLabel
                    label={`Warmest in ${place.name}, ${day}`}
                    unit="°C"
                    path={`places.${i}.days.${j}.maxC`}
                    problems={p.problems}
                    value={d.maxC}
                    onChange={(maxC) => set(i, j, { maxC })}
                  />
                </div>
              );
            })}
          </fieldset>
        ))}
      </div>
      <p className="note mt-2">Lowest and highest of each day; hours follow the sun at each place.</p>
      <div className="mt-2 flex gap-2">
        <Button tone="go" disabled={p.busy}>
          Use these days
        </Button>
        <Button type="button" onClick={done}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
