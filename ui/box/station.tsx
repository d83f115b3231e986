'use client';

import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { saveBoxes } from '@/server/box/actions';
import { useState } from 'react';
import type { Box } from '@/core/consignment/schema';
import type { BoxStationView, BoxView } from '@/server/box/view';
import { StateMark } from '@/ui/drawings/state-mark';
import dynamic from 'next/dynamic';
import type { FreightView } from '@/server/box/freight-view';
import { useMoney } from '@/ui/shell/wishes';
import { FromAbove, FromTheSide } from './drawings';
import { OtherProblems, SelectField } from '@/ui/fields/fields';
import { one, two } from '@/ui/format';
import { useSave } from '@/ui/use-save';

/** Money comes after what the eye reads. */
const FreightAndCosts = dynamic(() => import('./freight').then((m) => m.FreightAndCosts), {
  ssr: false,
  loading: () => <div className="h-[420px]" />,
});

const lidPacks = (v: BoxView): boolean => v.packs.some((p) => p.at === 'lid');

type BoxStationProps = BoxStationView & { code: string; version: number; money: FreightView; zone: string };

/** Boxes to scale from above and the side, the weight that is paid for, the order of filling. */
export function BoxStation(p: BoxStationProps) {
  const { save, busy, problems } = useSave();
  const [at, setAt] = useState(0);
  const v = p.views[Math.min(at, p.views.length - 1)];
  const boxes = p.views.map((x) => x.box);
  const inBox = (): Record<string, string> =>
    Object.fromEntries(p.views.flatMap((x) => x.bags.map((b) => [b.id, x.box.id])));
  const send = (next: Box[], where = inBox()): void =>
    void save((press) => saveBoxes(press, { code: p.code, version: p.version, boxes: next, inBox: where }));
  if (!v) return <p className="note">Make a bag plan first; then the boxes can be chosen.</p>;
  const addBox = (): void => {
    const id = String(Math.max(...boxes.map((b) => Number(b.id))) + 1);
    send([...boxes, { id, boxTypeId: v.box.boxTypeId, packs: v.box.packs, ventHoles: v.box.ventHoles }]);
  };
  return (
    <div data-version={p.version}>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[390px_390px_1fr]">
        <section>
          <div className="mb-3 flex items-center gap-2">
            <h2 className="mr-auto">{p.views.length > 1 ? `Box ${v.box.id}, from above` : 'From above'}</h2>
            {p.views.length > 1 &&
              p.views.map((x, i) => (
                <Button key={x.box.id} tone={i === at ? 'go' : 'plain'} onClick={() => setAt(i)}>
                  {x.box.id}
                  {x.sentences.length > 0 && <StateMark mark="stop" />}
                </Button>
              ))}
          </div>
          <FromAbove v={v} />
          <div className="mt-3 grid grid-cols-[1fr_auto] items-end gap-2">
            <SelectField
              label="Box"
              path="boxTypeId"
              value={v.box.boxTypeId}
              onChange={(id) => send(boxes.map((b) => (b.id === v.box.id ? { ...b, boxTypeId: id } : b)))}
              options={p.boxTypes.map((t) => [t.id, `${t.name}, ${t.insideCm.join(' × ')} cm inside`])}
            />
            <Button disabled={busy} onClick={addBox}>
              Add a box
            </Button>
          </div>
          <OtherProblems problems={problems} shown={() => false} />
        </section>
        <section>
          <div className="mb-3 flex items-baseline gap-3">
            <h2>From the side</h2>
            <span className="mute text-13">one square is 5 cm</span>
          </div>
          <FromTheSide v={v} />
          <Clearance v={v} />
          {v.sentences.slice(1).map((x) => (
            <p key={x} className="problem mt-1">
              {x}
            </p>
          ))}
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
                      value={inBox()[id] ?? v.box.id}
                      onChange={(to) => send(boxes, { ...inBox(), [id]: to })}
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
                setAt(0);
                send(boxes.filter((b) => b.id !== v.box.id));
              }}
            >
              Take this empty box away
            </Button>
          )}
        </section>
        <section>
          <Weight v={v} divisor={p.divisor} stepKg={p.stepKg} />
          <h2 className="mb-1 mt-5">Fill in this order</h2>
          <ol>
            {p.fillOrder.map((x, i) => (
              <li key={i} className="flex gap-3 border-b border-rule py-1.5 text-13">
                <b className="num text-ink-3">{i + 1}</b>
                {x}
              </li>
            ))}
          </ol>
        </section>
      </div>
      <FreightAndCosts {...p.money} code={p.code} version={p.version} zone={p.zone} />
    </div>
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
            ...(v.weights.companionsKg > 0 ? ([['Travelling along', v.weights.companionsKg]] as const) : []),
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
            <span className="u">kg</span>
          </td>
        </tr>
        <tr>
          <td>
            By size, {v.outsideCm.join(' × ')} cm ÷ {divisor}
          </td>
          <td className="r">
            <b className="num">{two(v.freight.volumetric)}</b>
            <span className="u">kg</span>
          </td>
        </tr>
      </Table>
      <p className="mt-2 flex items-baseline border-t-2 border-ink pt-2">
        <b className="font-head text-15">Chargeable</b>
        <span className="num ml-auto text-28 font-semibold">{v.freight.chargeable.toFixed(1)}</span>
        <span className="u">kg</span>
      </p>
      <p className="note">
        Rounded up to {stepKg} kg. {v.freight.chargedBy === 'volume' ? 'Size decides here.' : 'Weight decides here.'}
        {v.price > 0 && ` About ${money(v.price)} by the carrier’s row.`}
      </p>
      {v.weights.totalKg > 23 && <p className="caution mt-2">Over 23 kg: two people lift.</p>}
    </>
  );
}
