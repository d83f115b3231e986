import { useMemo, useState } from 'react';
import type { Compared } from '@/core/acclimation/compare';
import type { MethodCourse } from '@/core/acclimation/methods';
import { burdenMark, otherSchool, shareMark, type Judged } from '@/core/acclimation/recommend';
import { cardLanes, type CardTank } from '@/core/card/lanes';
import { isCardBagEmptied, remark, start, type CardRecord } from '@/core/card/card-record';
import { stopsOf, type TankStop } from '@/core/acclimation/tank-stops';
import { projectFacts, unstruck } from '@/core/consignment/project-facts';
import { useHere } from './words';

/** Waters change by the minute: lanes are compared anew this often, and after every word. */
const FRESH_MS = 60_000;

function Way({
  judged,
  lane,
  lead,
  big,
  hands = false,
  because,
}: {
  judged: Judged;
  lane: Compared<CardTank>;
  lead: string;
  big: boolean;
  /** The next thing to do. */
  hands?: boolean;
  /** Why it starts although the tank would harm them. */
  because: string;
}) {
  const { data, w, p, figure, tell, told } = useHere();
  // One thing at a time asks for hands: first the box has to be here.
  const arrived = projectFacts(told).arrivedAt !== null;
  const { course: m, parts, burden } = judged;
  const name = p.methods[m.id].name;
  const stopped = stopsOf(lane.stops, m.id).length > 0;
  const begin = (course: MethodCourse): void =>
    tell((t, ms) =>
      start(
        stopped ? withNote(t, lane.bagIds[0]!, `${w.ways.stops.because} ${because}`, ms) : t,
        {
          bagIds: lane.bagIds,
          method: course.id,
          tank: lane.tank.name,
          steps: course.steps,
          waterL: lane.opened.waterL,
          salinity: lane.opened.salinity,
        },
        data,
        ms,
      ),
    );
  const figures: [string, string, string][] = [
    [w.ways.ammonia, figure(m.criterionMin, m.criterionMin < 10 ? 1 : 0), shareMark(parts.ammonia)],
    [w.ways.phStep, figure(m.phStep, 1), shareMark(parts.pH)],
    [w.ways.until, w.ways.minutes(figure(m.transferAtMin, 0)), burdenMark(burden)],
  ];
  return (
    <div className={big ? 'way best' : 'way'} data-way={m.id}>
      <p>
        {lead && <span className="lead">{lead}</span>} <b>{name}</b>{' '}
        <small>{w.ways.hands(figure(m.handsMin, 0))}</small>
      </p>
      <dl>
        {figures.map(([what, value, mark]) => (
          <div key={what}>
            <dt>{what}</dt>
            <dd className={mark}>{value}</dd>
          </div>
        ))}
      </dl>
      <button
        type="button"
        className={hands && arrived && !stopped ? 'hands' : big ? 'big' : ''}
        disabled={stopped && because === ''}
        aria-label={`${w.ways.start}: ${name}, ${lane.title}`}
        onClick={() => begin(m)}
      >
        {w.ways.start}
      </button>
    </div>
  );
}

/** A remark on a bag, after what stands there already. */
function withNote(t: CardRecord, bagId: string, words: string, ms: number): CardRecord {
  const subject = { kind: 'bag' as const, id: bagId };
  const had = unstruck(t.observations).findLast(
    (o) => o.quantity === 'note' && o.subject.kind === 'bag' && o.subject.id === bagId,
  );
  return remark(t, subject, [had?.word, words].filter(Boolean).join('; '), ms);
}

/** What of the tank would harm them; a reason lets a hand start all the same. */
function Stops({
  lane,
  because,
  setBecause,
}: {
  lane: Compared<CardTank>;
  because: string;
  setBecause: (words: string) => void;
}) {
  const { w, figure } = useHere();
  if (lane.stops.length === 0) return null;
  const { stops } = w.ways;
  const say = (s: TankStop): string => {
    if (s.code === 'ammonia') return stops.ammonia(lane.tank.name, figure(s.tanMgNL, 1), figure(s.limitMgNL, 2));
    if (s.code === 'nitrite') return stops.nitrite(lane.tank.name, figure(s.mgL, 1), figure(s.limitMgL, 1));
    return 'limitC' in s
      ? stops[s.code](lane.tank.name, figure(s.tempC, 1), figure(s.limitC, 0))
      : stops[s.code](lane.tank.name);
  };
  return (
    <>
      {lane.stops.map((s) => (
        <p key={s.code} className="stop" role="alert">
          <b>{say(s)}</b>
        </p>
      ))}
      <label className="figure wide">
        <span>{stops.because}</span>
        <input maxLength={200} value={because} onInput={(e) => setBecause(e.currentTarget.value)} />
      </label>
    </>
  );
}

function Lane({ lane, first }: { lane: Compared<CardTank>; first: boolean }) {
  const { w, p, figure } = useHere();
  const { ranked, simplest, either } = lane.recommendation;
  const best = ranked[0];
  const other = otherSchool(ranked);
  const rest = ranked.filter((j) => j !== best && j !== other);
  const [because, setBecause] = useState('');
  return (
    <div className="lane" data-lane={lane.bagIds.join(' ')}>
      <h3>
        {p.card.bags(lane.title.replace(' to ', '–'))} <small>{lane.speciesNames}</small>
      </h3>
      <p>
        <small>
          {p.card.temperature} {figure(lane.opened.tempC, 1)} → {figure(lane.tank.tempC, 1)}, pH{' '}
          {figure(lane.opened.pH, 1)} → {figure(lane.tank.pH, 1)}, {lane.tank.name}
        </small>
      </p>
      {lane.path !== 'usual' && <p className="watch">{w.paths[lane.path]}</p>}
      {lane.problem && (
        <p className="stop" role="alert">
          {w.ways.contradiction}
        </p>
      )}
      <Stops lane={lane} because={because} setBecause={setBecause} />
      {best && (
        <>
          <p>{simplest ? w.ways.simplest : either ? w.ways.either : w.ways.least(p.methods[best.course.id].name)}</p>
          <Way judged={best} lane={lane} lead={p.card.recommended} big hands={first} because={because.trim()} />
          {other && <Way judged={other} lane={lane} lead={p.card.other} big={false} because={because.trim()} />}
          {rest.length > 0 && (
            <details>
              <summary>{w.ways.others}</summary>
              {rest.map((j) => (
                <Way key={j.course.id} judged={j} lane={lane} lead="" big={false} because={because.trim()} />
              ))}
            </details>
          )}
        </>
      )}
    </div>
  );
}

/** Every lane that is not begun yet, with what is recommended on what was measured, and the other school in figures. */
export function CardMethods() {
  const { data, w, p, told, now } = useHere();
  const minute = Math.floor(now / FRESH_MS) * FRESH_MS;
  const lanes = useMemo(() => cardLanes(data, told, minute), [data, told, minute]);
  const left = lanes.filter(
    (l) =>
      !told.runs.some((r) => r.bagIds.some((id) => l.bagIds.includes(id))) &&
      !l.bagIds.every((id) =>
        isCardBagEmptied(
          told,
          data.bags.find((b) => b.id === id)!,
        ),
      ),
  );
  if (left.length === 0) return null;
  return (
    <section aria-label={w.ways.title}>
      <h2>{w.ways.title}</h2>
      {left.map((l, i) => (
        <Lane key={l.bagIds.join(' ')} lane={l} first={i === 0} />
      ))}
      <p>
        <small>
          {p.card.measuring} {p.card.vet}
        </small>
      </p>
    </section>
  );
}
