'use client';

import { useState } from 'react';
import type { Best, PlayedJourney } from '@/core/practice/job';
import { firstChoices } from '@/core/practice/default-choices';
import type { Shipping, ShippingChoices } from '@/core/practice/schema';
import type { CrateView } from '@/server/practice/practice';
import { keepPlay } from '@/server/practice/actions';
import { dayMonth } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';
import { CrateHead, Debrief, Pick, ScoreLine } from './frame';
import { BoxLook } from './look';
import { PlayedRoad } from './road';
import { usePlayDraft, usePractice } from './use-practice';
import { Weather } from './weather';

type Set = (c: Partial<ShippingChoices>) => void;

/** How many of each pack, by plus and minus. */
function Packs({ s, ch, set, v }: { s: Shipping; ch: ShippingChoices; set: Set; v: CrateView }) {
  const change = (id: string, by: number): void =>
    set({ packs: { ...ch.packs, [id]: Math.min(6, Math.max(0, (ch.packs[id] ?? 0) + by)) } });
  if (s.options.packs.length === 0) return null;
  return (
    <fieldset className="border-b border-rule py-2">
      <legend className="float-left mr-3 w-32 pt-2 text-13 font-semibold">Packs per box</legend>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {s.options.packs.map((id) => {
          const name = v.names[id] ?? id;
          return (
            <span key={id} className="inline-flex items-center gap-1">
              <Button
                className="!min-w-9 !px-0"
                aria-label={`One ${name} fewer`}
                disabled={(ch.packs[id] ?? 0) === 0}
                onClick={() => change(id, -1)}
              >
                −
              </Button>
              <b className="num w-7 text-center text-18" aria-label={`${name}: ${ch.packs[id] ?? 0}`}>
                {ch.packs[id] ?? 0}
              </b>
              <Button className="!min-w-9 !px-0" aria-label={`One ${name} more`} onClick={() => change(id, 1)}>
                +
              </Button>
              <span className="text-13">
                {name} <span className="u">{(v.costs[id] ?? 0).toFixed(2)}</span>
              </span>
            </span>
          );
        })}
      </div>
    </fieldset>
  );
}

/** Everything that may be decided before it is sent. */
function Choosing({ v, s, ch, set }: { v: CrateView; s: Shipping; ch: ShippingChoices; set: Set }) {
  const o = s.options;
  const name = (id: string): string => v.names[id] ?? id;
  const zone = s.consignment.sender.place.zone;
  const day = (d: number): string => dayMonth(Date.parse(s.consignment.handOverAt) + d * 864e5, zone);
  return (
    <div>
      <Pick label="Drop-off" value={ch.day} options={o.days} say={day} choose={(x) => set({ day: x })} />
      {o.services.length > 1 && (
        <Pick label="By" value={ch.serviceId} options={o.services} say={name} choose={(x) => set({ serviceId: x })} />
      )}
      <Pick
        label="Without food"
        value={ch.fastH}
        options={o.fastH}
        say={(x) => (x === 0 ? 'fed this morning' : `${x} h`)}
        choose={(x) => set({ fastH: x })}
      />
      <Pick
        label="Animals per bag"
        value={ch.perBag}
        options={o.perBag}
        say={(x) => `${x}`}
        choose={(x) => set({ perBag: x })}
      />
      <Pick
        label="Water per bag"
        value={ch.waterL}
        options={o.waterL}
        say={(x) => `${x} L`}
        choose={(x) => set({ waterL: x })}
      />
      <Pick
        label="Gas above"
        value={ch.oxygen ? 'oxygen' : 'air'}
        options={['oxygen', 'air']}
        say={(x) => x}
        choose={(x) => set({ oxygen: x === 'oxygen' })}
      />
      <Pick
        label="Box"
        value={ch.boxTypeId}
        options={o.boxes}
        say={(x) => (
          <>
            {name(x)} <span className="font-normal">{(v.costs[x] ?? 0).toFixed(2)}</span>
          </>
        )}
        choose={(x) => set({ boxTypeId: x })}
      />
      <Packs s={s} ch={ch} set={set} v={v} />
      <Pick
        label="6 mm holes"
        value={ch.vents}
        options={o.vents}
        say={(x) => (x === 0 ? 'none' : `${x}`)}
        choose={(x) => set({ vents: x })}
      />
      {Object.entries(ch.packs).some(([id, n]) => n > 0 && id.startsWith('heat')) && (
        <p className="note mt-2">
          Heat packs burn and use up oxygen: outside the bags, under the lid, never against fish or in a hand.
        </p>
      )}
    </div>
  );
}

/** A crate to be sent: choose, send, watch, and be told why. */
export function ShippingPlay({ v, s }: { v: CrateView; s: Shipping }) {
  const [ch, setCh] = useState<ShippingChoices>(() => firstChoices(s));
  const [seed, setSeed] = useState(0);
  const [journey, setJourney] = useState<PlayedJourney | null>(null);
  const [over, setOver] = useState(false);
  const [best, setBest] = useState<Best | null | 'asked'>(null);
  const ask = usePractice();
  const draft = usePlayDraft(ask, { kind: 'draft', crate: v.crate, choices: ch });
  const { save, problems } = useSave();
  const d = draft?.kind === 'draft' ? draft.draft : null;
  const send = async (): Promise<void> => {
    const a = await ask({ kind: 'send', crate: v.crate, choices: ch, seed });
    if (a.kind !== 'sent') return;
    setOver(false);
    setBest(null);
    setJourney(a.journey);
  };
  const ended = (): void => {
    setOver(true);
    void save((press) => keepPlay(press, { crateId: v.crate.id, seed, choices: ch }));
  };
  const again = (luck: number): void => {
    setSeed(luck);
    setJourney(null);
    setOver(false);
    window.scrollTo(0, 0);
  };
  const askBest = async (): Promise<void> => {
    setBest('asked');
    const a = await ask({ kind: 'best', crate: v.crate, choices: firstChoices(s), seed });
    setBest(a.kind === 'best' ? a.best : null);
  };
  if (journey)
    return (
      <>
        <CrateHead v={v} />
        <section className="work border-t border-rule-strong">
          <PlayedRoad j={journey} running={!over} done={ended} />
          {over && (
            <>
              <ScoreLine
                s={journey.score}
                hoursWord={journey.score.hours !== null && journey.score.hours < 0 ? 'h too short' : 'h left to spare'}
              />
              <Debrief
                v={v}
                won={journey.score.won}
                told={journey.told}
                again={() => again(seed)}
                otherLuck={() => again(1 + Math.floor(Math.random() * 9000))}
              >
                <BestPlan best={best} ask={() => void askBest()} />
              </Debrief>
            </>
          )}
          {problems.map((p) => (
            <p key={p.message} className="problem mt-2" role="alert">
              {p.message}
            </p>
          ))}
        </section>
      </>
    );
  return (
    <>
      <CrateHead
        v={v}
        right={
          <div className="flex items-center gap-4">
            <p className="text-right leading-tight">
              <b className="num text-34">{d && !d.problem ? d.cost.toFixed(2) : '–'}</b>{' '}
              <span className="u">euros</span>
              <span className="c2 block">
                {d && !d.problem
                  ? `${d.bags} ${d.bags === 1 ? 'bag' : 'bags'} in ${d.boxes} ${d.boxes === 1 ? 'box' : 'boxes'}`
                  : ''}
              </span>
            </p>
            <Button
              tone="hands"
              className="!min-h-12 !px-6 !text-16"
              disabled={!d || d.problem !== null}
              onClick={() => void send()}
            >
              Send it
            </Button>
          </div>
        }
      />
      <section className="work grid gap-x-12 gap-y-6 border-t border-rule-strong lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
        <div>
          <p className="max-w-prose text-16 leading-snug">{v.crate.story}</p>
          <Weather s={s} ch={ch} />
          {d?.look && <BoxLook l={d.look} />}
        </div>
        <div>
          <Choosing v={v} s={s} ch={ch} set={(c) => setCh({ ...ch, ...c })} />
          {d?.problem && (
            <p className="problem mt-2" role="alert">
              {d.problem}
            </p>
          )}
          {seed > 0 && <p className="note mt-2">With different luck this time.</p>}
        </div>
      </section>
    </>
  );
}

function BestPlan({ best, ask }: { best: Best | null | 'asked'; ask: () => void }) {
  if (best === null)
    return (
      <p className="mt-3">
        <Button onClick={ask}>What would Kindly Crate have sent?</Button>
      </p>
    );
  if (best === 'asked')
    return (
      <p className="note mt-3" role="status">
        Comparing plans…
      </p>
    );
  return (
    <div className="mt-3 border-l-4 border-rule-strong pl-3" data-testid="best">
      <b className="font-head text-15">Kindly Crate would have sent</b>
      <p>{best.words.join(', ')}.</p>
      <p className="note">
        Predicted {best.chance === null ? 'without odds' : `${Math.floor(100 * best.chance)} %`}; with the same luck{' '}
        {best.score.alive} of {best.score.animals} arrived alive, for {best.score.spent.toFixed(0)} euros.
      </p>
    </div>
  );
}
