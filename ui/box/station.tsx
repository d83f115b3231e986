'use client';

import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { saveBoxes } from '@/server/box/actions';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import type { Box } from '@/core/consignment/schema';
import type { BoxesInput } from '@/server/box/boxes';
import type { BoxStationView, BoxView } from '@/server/box/view';
import { StateMark } from '@/ui/drawings/state-mark';
import dynamic from 'next/dynamic';
import type { FreightView } from '@/server/box/freight-view';
import { useMoney } from '@/ui/shell/preferences';
import { Floor } from './floor';
import { FillOrder } from './fill';
import { OtherBoxes } from './sets';
import { FromTheSide } from './side';
import { OtherProblems, SelectField } from '@/ui/fields/fields';
import { one, two } from '@/ui/format';
import { useSave } from '@/ui/use-save';

/** Money comes after what the eye reads. */
const FreightAndCosts = dynamic(() => import('./freight').then((m) => m.FreightAndCosts), {
  ssr: false,
  loading: () => <div className="h-[420px]" />,
});

/** Three dimensions come when they are asked for. */
const Look = dynamic(() => import('./look').then((m) => m.BoxIn3d), {
  ssr: false,
  loading: () => <div className="h-[340px] w-full max-w-[390px] bg-sunk" />,
});

const lidPacks = (v: BoxView): boolean => v.packs.some((p) => p.at === 'lid');

type BoxStationProps = BoxStationView & { code: string; version: number; money: FreightView; zone: string };
type Spots = NonNullable<BoxesInput['spots']>;

type Hands = ReturnType<typeof useBoxes>;

/** Adds a misfit to what a box has taken on, or takes one away. */
const accepting = (list: Box[], boxId: string, rule: string, on: boolean): Box[] =>
  list.map((b) => {
    if (b.id !== boxId) return b;
    const { accepted = [], ...rest } = b;
    const others = accepted.filter((x) => x.rule !== rule);
    const now = on ? [...others, { rule, reason: 'Bags are squeezed: risk accepted.' }] : others;
    return now.length > 0 ? { ...rest, accepted: now } : rest;
  });

/** How a refusal names what could be taken on: its box and its rule. */
const offerOf = (path: string): { boxId: string; rule: string } | null => {
  const m = /^gives\.([^.]+)\.(.+)$/.exec(path);
  return m ? { boxId: m[1]!, rule: m[2]! } : null;
};

/** What hands do with boxes and bags: each press is a save, and what was refused but gives way can be sent again. */
function useBoxes(p: BoxStationProps) {
  const { save, busy, problems } = useSave();
  const [tried, setTried] = useState<{ boxes: Box[]; where: Record<string, string>; spots: Spots } | null>(null);
  const boxes = p.views.map((x) => x.box);
  const inBox: Record<string, string> = Object.fromEntries(p.views.flatMap((x) => x.bags.map((b) => [b.id, x.box.id])));
  const send = (next: Box[], where = inBox, spots: Spots = {}): void => {
    setTried({ boxes: next, where, spots });
    void save(
      (press) => saveBoxes(press, { code: p.code, version: p.version, boxes: next, inBox: where, spots }),
      () => setTried(null),
    );
  };
  const offered = tried ? problems.flatMap((x) => offerOf(x.path) ?? []) : [];
  return {
    save,
    busy,
    problems,
    boxes,
    inBox,
    send,
    /** The box of one kind or another. */
    ofType: (boxId: string, boxTypeId: string): void =>
      send(boxes.map((b) => (b.id === boxId ? { ...b, boxTypeId } : b))),
    stand: (spots: Spots): void => send(boxes, inBox, spots),
    accept: (boxId: string, rule: string, on: boolean): void => send(accepting(boxes, boxId, rule, on)),
    /** Sends again what was refused, with everything that gives way taken on; null where nothing of it does. */
    allTheSame:
      tried && offered.length > 0
        ? (): void =>
            send(
              offered.reduce((list, o) => accepting(list, o.boxId, o.rule, true), tried.boxes),
              tried.where,
              tried.spots,
            )
        : null,
  };
}

/** The floor of the box, its kind, and other boxes for the same bags. */
function Above({ p, v, hands, pick }: { p: BoxStationProps; v: BoxView; hands: Hands; pick: React.ReactNode }) {
  const { boxes, busy, problems, send, stand } = hands;
  const byHand = v.arrangement.placed.filter((b) => b.byHand).map((b) => b.bagId);
  const addBox = (): void => {
    const id = String(Math.max(...boxes.map((b) => Number(b.id))) + 1);
    send([...boxes, { id, boxTypeId: v.box.boxTypeId, packs: v.box.packs, ventHoles: v.box.ventHoles }]);
  };
  return (
    <section>
      <div className="mb-3 flex min-h-11 items-center gap-2">
        <h2 className="mr-auto">{p.views.length > 1 ? `Box ${v.box.id}, from above` : 'From above'}</h2>
        {pick}
      </div>
      <Floor
        key={`${p.version} ${v.box.id}`}
        v={v}
        insideCm={[v.insideCm[0], v.insideCm[1]]}
        busy={busy}
        stand={(id, spot) => stand({ [id]: spot })}
      />
      <p className="note mt-1">
        Drag a bag, or move it with arrow keys and set it down with Enter.
        {byHand.length > 0 && (
          <Button tone="flat" disabled={busy} onClick={() => stand(Object.fromEntries(byHand.map((id) => [id, null])))}>
            Place bags automatically
          </Button>
        )}
      </p>
      <div className="mt-3 grid grid-cols-[1fr_auto] items-end gap-2">
        <SelectField
          label="Box"
          path="boxTypeId"
          value={v.box.boxTypeId}
          onChange={(id) => hands.ofType(v.box.id, id)}
          options={p.boxTypes.map((t) => [t.id, `${t.name}, ${t.insideCm.join(' × ')} cm inside`])}
        />
        <Button disabled={busy} onClick={addBox}>
          Add a box
        </Button>
      </div>
      <OtherProblems problems={problems} shown={() => false} />
      {hands.allTheSame && (
        <Button className="mt-1" disabled={busy} onClick={hands.allTheSame}>
          Squeeze them anyway
        </Button>
      )}
      <OtherBoxes
        key={p.version}
        code={p.code}
        save={hands.save}
        busy={busy}
        take={(s) => send(s.boxes, s.inBox, Object.fromEntries(p.bagIds.map((id) => [id, null])))}
      />
    </section>
  );
}

/** A cut through it, or the whole of it to be turned; what clears, what does not, and which bag goes into which box. */
function Beside({ p, v, hands, left }: { p: BoxStationProps; v: BoxView; hands: Hands; left: () => void }) {
  const [turned, setTurned] = useState(false);
  const { boxes, inBox, busy, send } = hands;
  return (
    <section>
      <div className="mb-3 flex min-h-11 items-center gap-3">
        <h2>{turned ? 'Turned' : 'From the side'}</h2>
        <span className="mute text-13">{turned ? 'drag, or arrow keys' : 'one square is 5 cm'}</span>
        <Button tone="flat" className="ml-auto" aria-pressed={turned} onClick={() => setTurned(!turned)}>
          {turned ? 'From the side' : 'Turn it in 3-D'}
        </Button>
      </div>
      {turned ? <Look v={v} /> : <FromTheSide v={v} />}
      <Clearance v={v} />
      <Misfits
        v={v}
        busy={busy}
        takeType={(id) => hands.ofType(v.box.id, id)}
        accept={(rule, on) => hands.accept(v.box.id, rule, on)}
      />
      {p.views.length > 1 && (
        <Table className="mt-3">
          {p.bagIds.map((id) => (
            <tr key={id}>
              <td className="w-20">
                <b>{id}</b>
              </td>
              <td>
                <SelectField
                  hideLabel
                  label={`Box of bag ${id}`}
                  path={`box-${id}`}
                  value={inBox[id] ?? v.box.id}
                  onChange={(to) => send(boxes, { ...inBox, [id]: to })}
                  options={boxes.map((b) => [b.id, `box ${b.id}`])}
                />
              </td>
            </tr>
          ))}
        </Table>
      )}
      {p.views.length > 1 && v.bags.length === 0 && (
        <Button
          className="mt-2"
          disabled={busy}
          onClick={() => {
            left();
            send(boxes.filter((b) => b.id !== v.box.id));
          }}
        >
          Take this empty box away
        </Button>
      )}
    </section>
  );
}

/** Boxes to scale from above and the side, bags moved by hand, the weight that is paid for, the order of filling. */
export function BoxStation(p: BoxStationProps) {
  const hands = useBoxes(p);
  // The label of a box leads to it.
  const scanned = useSearchParams().get('box');
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      p.views.findIndex((x) => x.box.id === scanned),
    ),
  );
  const v = p.views[Math.min(at, p.views.length - 1)];
  if (!v) return <p className="note">Make a bag plan first; then the boxes can be chosen.</p>;
  const pick =
    p.views.length > 1 &&
    p.views.map((x, i) => (
      <Button key={x.box.id} tone={i === at ? 'go' : 'plain'} onClick={() => setAt(i)}>
        {x.box.id}
        {x.sentences.length > 0 && <StateMark mark="stop" />}
      </Button>
    ));
  return (
    <div data-version={p.version}>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[390px_390px_1fr]">
        <Above p={p} v={v} hands={hands} pick={pick} />
        <Beside p={p} v={v} hands={hands} left={() => setAt(0)} />
        <section>
          <Weight v={v} divisor={p.divisor} stepKg={p.stepKg} />
          <h2 className="mb-1 mt-5">Fill in this order</h2>
          <FillOrder v={v} />
        </section>
      </div>
      <FreightAndCosts {...p.money} code={p.code} version={p.version} zone={p.zone} />
    </div>
  );
}

/** What does not fit, what would, and what a hand has taken on since bags give way. */
function Misfits({
  v,
  busy,
  takeType,
  accept,
}: {
  v: BoxView;
  busy: boolean;
  takeType: (boxTypeId: string) => void;
  accept: (rule: string, on: boolean) => void;
}) {
  return (
    <>
      {v.apart && (
        <p className="mt-1 flex items-start gap-2 text-13" role="status">
          <StateMark mark="stop" size={15} /> {v.apart}
        </p>
      )}
      {v.misfits.map((m, i) => (
        <p key={m.rule} className="mt-1 flex flex-wrap items-center gap-2 text-13">
          {i > 0 && <span className="problem">{m.words}</span>}
          {m.gives && (
            <Button disabled={busy} onClick={() => accept(m.rule, true)}>
              Squeeze it: accept risk
            </Button>
          )}
        </p>
      ))}
      {v.wouldFit.map((t) => (
        <p key={t.boxTypeId} className="mt-1 flex items-center gap-2 text-13">
          <span>
            In <b>{t.name}</b> everything fits.
          </span>
          <Button disabled={busy} onClick={() => takeType(t.boxTypeId)}>
            Use
          </Button>
        </p>
      ))}
      {v.takenOn.map((m) => (
        <p key={m.rule} className="mt-1 flex flex-wrap items-center gap-2 text-13">
          <StateMark mark="watch" size={15} />
          <span>
            <b>Risk accepted:</b> {m.words}
          </span>
          <Button tone="flat" disabled={busy} onClick={() => accept(m.rule, false)}>
            Withdraw
          </Button>
        </p>
      ))}
    </>
  );
}

/** Whether packs and lid clear the bags, and by how much. */
function Clearance({ v }: { v: BoxView }) {
  const fits = v.arrangement.problems.length === 0;
  return (
    <p className={`mt-3 flex items-center gap-2 p-2.5 ${fits ? 'bg-fine-pale' : 'bg-stop-pale'}`} role="status">
      <StateMark mark={fits ? 'fine' : 'stop'} />
      <span>
        {fits ? (
          <>
            <b>
              {lidPacks(v) ? 'Packs clear the bags' : 'The lid clears the bags'} by{' '}
              {one(v.arrangement.clearCm + (lidPacks(v) ? 1 : 0))}
            </b>
            {'\u00a0'}
            <span className="u">cm{lidPacks(v) ? ', and need 1.0 cm' : ''}</span>
          </>
        ) : (
          v.sentences[0]
        )}
      </span>
    </p>
  );
}

/** What the scale shows, what the size weighs, and which of them is paid for. */
function Weight({ v, divisor, stepKg }: { v: BoxView; divisor: number; stepKg: number }) {
  const money = useMoney();
  return (
    <>
      <h2 className="mb-2">Weight to pay for</h2>
      <Table>
        {(
          [
            ['Water', v.weights.waterKg],
            ['Animals', v.weights.fishKg],
            ...(v.weights.companionsKg > 0 ? ([['Travelling with them', v.weights.companionsKg]] as const) : []),
            ['Foam box and carton', v.weights.boxKg],
            ['Packs, bags, paper', v.weights.restKg],
          ] as const
        ).map(([n, kg]) => (
          <tr key={n}>
            <td>{n}</td>
            <td className="r num">{two(kg)}</td>
          </tr>
        ))}
        <tr>
          <td className="!border-t !border-t-ink">
            <b>On the scale</b>
          </td>
          <td className="r !border-t !border-t-ink">
            <b className="num" data-testid="on-the-scale">
              {two(v.weights.totalKg)}
            </b>
            {'\u00a0'}
            <span className="u">kg</span>
          </td>
        </tr>
        <tr>
          <td>
            By volume, {v.outsideCm.join(' × ')} cm ÷ {divisor}
          </td>
          <td className="r">
            <b className="num">{two(v.freight.volumetric)}</b>
            {'\u00a0'}
            <span className="u">kg</span>
          </td>
        </tr>
      </Table>
      <p className="mt-2 flex items-baseline border-t-2 border-ink pt-2">
        <b className="font-head text-15">Chargeable</b>
        <span className="num ml-auto text-28 font-semibold">{v.freight.chargeable.toFixed(1)}</span>
        {'\u00a0'}
        <span className="u">kg</span>
      </p>
      <p className="note">
        Rounded up to {stepKg} kg. {v.freight.chargedBy === 'volume' ? 'Volume decides.' : 'Weight decides.'}
        {v.price > 0 && ` About ${money(v.price)} at the carrier’s price.`}
      </p>
      {v.weights.totalKg > 23 && <p className="caution mt-2">Over 23 kg: lift with two people.</p>}
    </>
  );
}
