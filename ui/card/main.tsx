import { useEffect, useState } from 'react';
import { createRoot } from 'react-dom/client';
import { cardOf, type CardData } from '@/core/card/data';
import { languageIds, languageNames, type Language } from '@/core/consignment/languages';
import { projectFacts } from '@/core/consignment/project-facts';
import { useAwakeScreen } from '@/ui/use-awake-screen';
import { End } from './end';
import { Bags, CardBox, Tanks } from './look';
import { Runs } from './run';
import { useClock, useStore } from './store';
import { CardMethods } from './methods';
import { HereContext, hereOf, useHere } from './words';

const THEME = 'kindly-card:theme';
const themeKept = (): boolean => {
  try {
    return localStorage.getItem(THEME) === 'lights-down';
  } catch {
    return false;
  }
};

/** The way of the bags as a tape: kraft means time, deep what is past. */
function Journey() {
  const { data, w, told, now, clock } = useHere();
  const came = projectFacts(told).arrivedAt;
  const arrive = came ? Date.parse(came) : data.arriveMs;
  const end = Math.max(data.openMs, arrive) + 2 * 3600_000;
  const at = (ms: number): string => `${Math.min(100, Math.max(0, ((ms - data.sealMs) / (end - data.sealMs)) * 100))}%`;
  return (
    <div className="journey">
      <div className="tape" aria-hidden>
        <i className="past" style={{ width: at(now) }} />
        <u style={{ left: at(arrive) }} />
        {now < end && <b style={{ left: at(now) }} />}
      </div>
      <p>
        <small>
          {w.page.shut(clock(data.sealMs))} · {came ? w.box.since(clock(arrive)) : w.page.expected(clock(arrive))}
        </small>
      </p>
    </div>
  );
}

function Card({ data }: { data: CardData }) {
  const store = useStore(data);
  const now = useClock();
  useAwakeScreen();
  const [dark, setDark] = useState(themeKept);
  const here = hereOf(data, store, now);
  const { w, p, told, tell, keeps } = here;
  useEffect(() => {
    document.documentElement.lang = p.tag;
    document.documentElement.dataset.theme = dark ? 'lights-down' : 'day';
  }, [p.tag, dark]);
  const lights = (): void => {
    setDark(!dark);
    try {
      localStorage.setItem(THEME, dark ? 'day' : 'lights-down');
    } catch {
      // It stays for as long as the page is open.
    }
  };
  const from = (x: { name: string; place: string }): string => `${x.name}, ${x.place}`;
  return (
    <HereContext value={here}>
      <header>
        <div>
          <h1>
            {p.card.title} <span>{data.code}</span>
          </h1>
          <p>
            {p.from} <b>{from(data.sender)}</b> {p.to.toLowerCase()} <b>{from(data.receiver)}</b>
          </p>
        </div>
        <p className="beside">
          <label>
            <span className="hidden">{w.page.language}</span>
            <select
              aria-label={w.page.language}
              value={told.language}
              onChange={(e) => {
                const language = e.currentTarget.value as Language;
                tell((t) => ({ ...t, language }));
              }}
            >
              {languageIds.map((id) => (
                <option key={id} value={id}>
                  {languageNames[id]}
                </option>
              ))}
            </select>
          </label>
          <button type="button" onClick={lights}>
            {dark ? w.run.lightsUp : w.run.lightsDown}
          </button>
        </p>
        <Journey />
      </header>
      <main>
        <Runs />
        <div className="cols">
          <div>
            <CardBox />
            <Bags />
          </div>
          <div>
            <Tanks />
            <CardMethods />
            <End />
          </div>
        </div>
      </main>
      <footer>
        <p>
          {p.card.call}:{' '}
          {[data.sender, data.receiver].flatMap((x) => (x.phone ? [`${x.name} ${x.phone}`] : [])).join(', ')}
        </p>
        <p>{w.page.mains}</p>
        <p className={keeps ? '' : 'stop'}>{keeps ? w.page.keeps : w.page.loses}</p>
        <button type="button" onClick={() => window.confirm(w.page.clearSure) && store.clear()}>
          {w.page.clear}
        </button>
      </footer>
    </HereContext>
  );
}

const data = cardOf(document.getElementById('card')!.textContent);
createRoot(document.getElementById('root')!).render(<Card data={data} />);
