import { useRef, useState } from 'react';
import type { CardBag } from '@/core/card/data';
import { isCardBagEmptied, happened, look, read, remark } from '@/core/card/card-record';
import { atHour } from '@/core/acclimation/opened';
import type { Subject } from '@/core/consignment/facts';
import { counts, sampledFigures, waterFigures, type BagFigure } from '@/core/measurement/quantities';
import type { Expected } from '@/core/consignment/plausibility';
import { SEA_FROM } from '@/core/fish/water';
import { seenOf } from '@/core/consignment/seen-signs';
import { pathOf, signIds, arrivalSigns, signsNow, type SignId } from '@/core/consignment/signs';
import { projectFacts, airIn, unstruck } from '@/core/consignment/project-facts';
import { foretoldOf, tankNow } from '@/core/card/lanes';
import { Figure } from './fields';
import { pictureText } from './store';
import { useHere } from './words';

/** What was seen of a thing: a press tells it, a second one was a slip. */
function Signs({ subject }: { subject: Subject & { kind: 'bag' | 'box' } }) {
  const { w, told, tell } = useHere();
  const now = signsNow(seenOf(told.observations, subject.kind, subject.id));
  const so = [...new Set(now.flatMap((s) => w.so[s] ?? []))];
  return (
    <>
      {[false, true].map((packed) => (
        <div key={String(packed)} className="chips">
          {packed && <small>{w.film.packed}</small>}
          {signIds
            .filter((s) => arrivalSigns[s].of === subject.kind && 'packed' in arrivalSigns[s] === packed)
            .map((s: SignId) => (
              <button
                key={s}
                type="button"
                className="chip"
                aria-pressed={now.includes(s)}
                onClick={() => tell((t, ms) => look(t, subject, s, !now.includes(s), ms))}
              >
                {w.signs[s]}
              </button>
            ))}
        </div>
      ))}
      {so.map((x) => (
        <p key={x} className="watch">
          {x}
        </p>
      ))}
    </>
  );
}

function Photos({ subject }: { subject: Subject }) {
  const { w, photos, addPhoto, dropPhoto } = useHere();
  const [problem, setProblem] = useState('');
  const pick = useRef<HTMLInputElement>(null);
  const mine = photos.filter((p) => p.subject.kind === subject.kind && p.subject.id === subject.id);
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const jpeg = await pictureText(file);
    if (jpeg === null) return setProblem(w.film.noPicture);
    setProblem(addPhoto({ subject, at: new Date().toISOString(), jpeg }) ? '' : w.film.full);
  };
  return (
    <div className="photos">
      <button type="button" onClick={() => pick.current?.click()}>
        {w.film.photo}
      </button>
      <input
        ref={pick}
        type="file"
        accept="image/*"
        capture="environment"
        hidden
        aria-label={`${w.film.photo} ${subject.id}`}
        onChange={(e) => {
          void take(e.currentTarget.files?.[0]);
          e.currentTarget.value = '';
        }}
      />
      {mine.map((p) => (
        <button
          key={p.at}
          type="button"
          className="shot"
          aria-label={`× ${subject.id}, ${p.at}`}
          style={{ backgroundImage: `url(data:image/jpeg;base64,${p.jpeg})` }}
          onClick={() => dropPhoto(p.at)}
        >
          ×
        </button>
      ))}
      {problem && (
        <small className="stop" role="alert">
          {problem}
        </small>
      )}
    </div>
  );
}

const localTime = (ms: number, zone: string): string =>
  new Intl.DateTimeFormat('sv-SE', { timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(ms);

/** The box: when it came, what is seen in it before any bag is touched. */
export function CardBox() {
  const { data, w, p, told, tell, now, clock } = useHere();
  const { arrivedAt } = projectFacts(told);
  return (
    <section aria-label={w.box.title}>
      <h2>{w.box.title}</h2>
      {arrivedAt === null ? (
        <button type="button" className="hands" onClick={() => tell((t, ms) => happened(t, 'arrived', ms, ms))}>
          {w.box.here}
        </button>
      ) : (
        <p className="row">
          <b>{w.box.since(clock(Date.parse(arrivedAt)))}</b>
          <label className="inline">
            {w.box.earlier}{' '}
            <input
              type="time"
              value={localTime(Date.parse(arrivedAt), data.receiver.zone)}
              onChange={(e) => {
                // The last such hour of the day or the day before: nothing came in the future.
                const [h, m] = e.currentTarget.value.split(':').map(Number);
                if (h === undefined || m === undefined || Number.isNaN(h + m)) return;
                const [h0, m0] = localTime(now, data.receiver.zone).split(':').map(Number);
                const back = (((h0! * 60 + m0! - h * 60 - m) % 1440) + 1440) % 1440;
                const at = Math.floor(now / 60_000) * 60_000 - back * 60_000;
                tell((t, ms) => happened(t, 'arrived', at, ms));
              }}
            />
          </label>
          <button type="button" onClick={() => tell((t, ms) => happened(t, 'arrived', null, ms))}>
            {w.box.slip}
          </button>
        </p>
      )}
      <p>{p.arrival.dim}</p>
      <h3>{p.card.doNotTitle}</h3>
      <ul>
        {p.card.doNot.map((x) => (
          <li key={x}>{x}</li>
        ))}
      </ul>
      <h3>{w.box.ask}</h3>
      {data.boxes.map((id) => (
        <div key={id}>
          {data.boxes.length > 1 && <b>{id}</b>}
          <Signs subject={{ kind: 'box', id }} />
          <div className="figures">
            <Figure
              of={id}
              named={w.box.air}
              figure="tempC"
              value={airIn(told.observations, id)}
              expected={{ animals: null, marine: false }}
              keep={(v) => tell((t, ms) => read(t, { kind: 'box', id }, 'tempC', v, ms))}
            />
          </div>
          <Photos subject={{ kind: 'box', id }} />
        </div>
      ))}
    </section>
  );
}

/** What is read of a bag: in the sea its salt instead of its hardness. */
const waterFields = (sea: boolean): BagFigure[] => [
  ...waterFigures.filter((k) => k !== (sea ? 'ghDgh' : 'salinity')),
  'oxygenMgL',
];

/** Figures of a bag, each in its field. */
function Read({ bag, figures, expected }: { bag: CardBag; figures: readonly BagFigure[]; expected: Expected }) {
  const { told, tell } = useHere();
  const reading = projectFacts(told).bags.find((r) => r.bagId === bag.id);
  return (
    <div className="figures">
      {figures.map((k) => (
        <Figure
          key={k}
          of={bag.id}
          figure={k}
          value={reading?.[k] ?? null}
          expected={expected}
          keep={(v) => tell((x, ms) => read(x, { kind: 'bag', id: bag.id }, k, v, ms))}
        />
      ))}
    </div>
  );
}

/** One bag: what is seen through its film, how many live, what was measured of it. */
function Bag({ bag, first }: { bag: CardBag; first: boolean }) {
  const { data, w, told, tell, figure, now } = useHere();
  const subject = { kind: 'bag' as const, id: bag.id };
  const reading = projectFacts(told).bags.find((r) => r.bagId === bag.id);
  const seen = signsNow(seenOf(told.observations, 'bag', bag.id));
  const path = pathOf(seen, bag.sedated);
  const f = foretoldOf(data, bag);
  const arrivedAt = projectFacts(told).arrivedAt;
  const hours = ((arrivedAt ? now : data.arriveMs) - data.sealMs) / 3600_000;
  const [t, pH] = [atHour(f.curves, f.curves.tempC, hours), atHour(f.curves, f.curves.pH, hours)];
  const sea = f.salinity >= SEA_FROM;
  const expected = { animals: bag.animals, marine: sea };
  // Of a dense lot ten are looked at closely.
  const sampled =
    bag.animals >= data.assumptions.sampledFromAnimals || sampledFigures.some((k) => reading?.[k] != null);
  const counted = counts.some((k) => reading?.[k] != null);
  const sum = counts.reduce((n, k) => n + (reading?.[k] ?? 0), 0);
  const note = unstruck(told.observations).findLast(
    (o) => o.quantity === 'note' && o.subject.kind === 'bag' && o.subject.id === bag.id,
  );
  return (
    <details className="bag" open={first}>
      <summary>
        <b>{bag.id}</b>
        <span>
          {bag.kinds.map((k) => `${k.count} ${k.name}`).join(', ')}
          <small>
            {w.film.computed(figure(t, 1), figure(pH, 1))}
            {isCardBagEmptied(told, bag) && `, ${w.page.noneAlive}`}
          </small>
        </span>
        <i aria-hidden className={counted || reading ? 'done' : 'ahead'} />
      </summary>
      {path !== 'usual' && <p className="watch">{w.paths[path]}</p>}
      <Signs subject={subject} />
      <div className="figures">
        {counts.map((k) => (
          <Figure
            key={k}
            of={bag.id}
            figure={k}
            value={reading?.[k] ?? null}
            placeholder={k === 'alive' ? String(bag.animals) : '0'}
            expected={expected}
            keep={(v) => tell((x, ms) => read(x, subject, k, v, ms))}
          />
        ))}
        {!counted && (
          <button
            type="button"
            className="all"
            onClick={() => tell((x, ms) => read(read(x, subject, 'alive', bag.animals, ms), subject, 'dead', 0, ms))}
          >
            {w.figures.alive}: {bag.animals}
          </button>
        )}
      </div>
      {counted && sum !== bag.animals && <p className="watch">{w.ask.sum(sum, bag.animals)}</p>}
      <h3>{w.film.measure}</h3>
      <Read bag={bag} figures={[...waterFields(sea), ...(sampled ? sampledFigures : [])]} expected={expected} />
      <Photos subject={subject} />
      <Remark
        of={bag.id}
        label={w.film.note}
        value={note?.word ?? ''}
        keep={(x) => tell((y, ms) => remark(y, subject, x, ms))}
      />
    </details>
  );
}

/** Words that are kept when the field is left. */
export function Remark({
  of,
  label,
  value,
  keep,
}: {
  of: string;
  label: string;
  value: string;
  keep: (words: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <label className="figure wide">
      <span>{label}</span>
      <textarea
        rows={2}
        maxLength={300}
        aria-label={`${of} ${label}`.trim()}
        value={typed ?? value}
        onChange={(e) => setTyped(e.currentTarget.value)}
        onBlur={() => {
          if (typed !== null) keep(typed.trim());
          setTyped(null);
        }}
      />
    </label>
  );
}

export function Bags() {
  const { data, w } = useHere();
  return (
    <section aria-label={w.film.title}>
      <h2>{w.film.title}</h2>
      <p>{w.film.hint}</p>
      {data.bags.map((b, i) => (
        <Bag key={b.id} bag={b} first={i === 0} />
      ))}
    </section>
  );
}

/** The receiver’s own tanks: as they told the sender, and as they measure them now. */
export function Tanks() {
  const { data, w, told, tell, figure } = useHere();
  return (
    <>
      {data.tanks.map(({ name }) => {
        const tank = tankNow(data, told, name);
        const sea = tank.salinity >= SEA_FROM;
        const subject = { kind: 'tank' as const, id: name };
        const read1 = projectFacts(told).tanks[name];
        const fields = waterFigures.filter(
          (k) => k !== 'tanMgNL' && (sea ? k !== 'ghDgh' : k !== 'salinity' || tank.salinity > 1),
        );
        return (
          <section key={name} aria-label={w.tank.title(name)}>
            <h2>{w.tank.title(name)}</h2>
            <p>{w.tank.hint}</p>
            <div className="figures">
              {fields.map((k) => (
                <Figure
                  key={k}
                  of={name}
                  figure={k}
                  value={read1?.[k] ?? null}
                  placeholder={`${figure(tank[k], k === 'tempC' || k === 'pH' ? 1 : 0)}${tank.guessed.includes(k) ? ' ?' : ''}`}
                  expected={{ animals: null, marine: sea }}
                  keep={(v) => tell((t, ms) => read(t, subject, k, v, ms))}
                />
              ))}
            </div>
            {tank.guessed.length > 0 && <p className="watch">? {w.tank.guessed}</p>}
          </section>
        );
      })}
    </>
  );
}
