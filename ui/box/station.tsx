'use client';

import { saveBoxes } from '@/server/box/actions';
import { useState } from 'react';
import { counted } from '@/core/quantities/words';
import type { Box } from '@/core/consignment/schema';
import type { BoxStationView, BoxView } from '@/server/box/view';
import { FishShape } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import { OtherProblems, SelectField } from '@/ui/fields/fields';
import { one, two } from '@/ui/format';
import { useSave } from '@/ui/use-save';

const lidPacks = (v: BoxView): boolean => v.packs.some((p) => p.at === 'lid');

type BoxStationProps = BoxStationView & { code: string; version: number };

function FromAbove({ v }: { v: BoxView }) {
  const [w, d] = v.type.insideCm;
  const t = v.type.wallCm;
  const s = Math.min(352 / (w + 2 * t), 250 / (d + 2 * t));
  const W = (w + 2 * t) * s;
  const D = (d + 2 * t) * s;
  const sides = v.packs.filter((p) => p.at === 'side').flatMap((p) => Array.from({ length: p.count }, () => p));
  return (
    <svg
      viewBox={`0 0 ${W + 36} ${D + 28}`}
      className="w-full max-w-[390px]"
      role="img"
      aria-label={`Box ${v.box.id} from above, ${counted(v.arrangement.placed.length, 'bag')}`}
    >
      <text x={30 + W / 2} y="12" textAnchor="middle" className="rb-ax">
        {v.outsideCm[0]} cm outside
      </text>
      <text transform={`translate(12 ${24 + D / 2}) rotate(-90)`} textAnchor="middle" className="rb-ax">
        {v.outsideCm[1]} cm outside
      </text>
      <g transform="translate(30 20)">
        <pattern id="foam" width="7" height="7" patternUnits="userSpaceOnUse">
          <rect width="7" height="7" fill="var(--sunk)" />
          <circle cx="2" cy="2" r=".8" fill="var(--rule-strong)" />
          <circle cx="5.5" cy="5" r=".6" fill="var(--rule-strong)" />
        </pattern>
        <rect width={W} height={D} rx="2" fill="url(#foam)" stroke="var(--ink)" strokeWidth="1.4" />
        <rect x={t * s} y={t * s} width={w * s} height={d * s} rx="2" fill="var(--surface)" stroke="var(--ink)" />
        {Array.from({ length: Math.floor(w / 5) }, (_, i) => (
          <path key={`v${i}`} d={`M${(t + 5 * (i + 1)) * s} ${t * s}V${(t + d) * s}`} stroke="var(--grid)" />
        ))}
        {Array.from({ length: Math.floor(d / 5) }, (_, i) => (
          <path key={`h${i}`} d={`M${t * s} ${(t + 5 * (i + 1)) * s}H${(t + w) * s}`} stroke="var(--grid)" />
        ))}
        {sides.map((p, i) => (
          <rect
            key={`side${i}`}
            x={(t + w - p.thicknessCm) * s - 1}
            y={(t + (d * (i + 1)) / (sides.length + 1)) * s - Math.min(p.sizeCm[0], d / sides.length - 1) * (s / 2)}
            width={p.thicknessCm * s}
            height={Math.min(p.sizeCm[0], d / sides.length - 1) * s}
            fill="#E9C3A4"
            stroke="var(--c-temp)"
          />
        ))}
        {v.box.bottle && (
          <circle cx={(t + w - 4.5) * s} cy={(t + d / 2) * s} r={4 * s} fill="#E9C3A4" stroke="var(--c-temp)" />
        )}
        {v.arrangement.placed.map((b) => {
          const r = (b.standing.diameterCm / 2) * s;
          const bag = v.bags.find((x) => x.id === b.bagId)!;
          const first = v.firstToFail === b.bagId;
          return (
            <g key={b.bagId} transform={`translate(${(t + b.xCm) * s} ${(t + b.yCm) * s})`}>
              <circle
                r={r - 0.8}
                fill="var(--water)"
                stroke={first ? v.firstColour : 'var(--water-line)'}
                strokeWidth={first ? 2.4 : 1.2}
              />
              <circle r={r * 0.8} fill="var(--water-pale)" fillOpacity=".7" />
              {Array.from({ length: 8 }, (_, i) => (
                <path
                  key={i}
                  d={`M0 0L${r * 0.72 * Math.cos((i * Math.PI) / 4 + 0.3)} ${r * 0.72 * Math.sin((i * Math.PI) / 4 + 0.3)}`}
                  stroke="var(--water-line)"
                  strokeOpacity=".35"
                />
              ))}
              <g style={{ opacity: 'var(--fish, 1)' }}>
                <FishShape look={bag.species.look} x={0} y={-r * 0.42} length={Math.min(44, r * 0.85)} />
              </g>
              <circle r={Math.min(6, r * 0.14)} fill="var(--kraft-deep)" stroke="var(--kraft-ink)" strokeWidth=".8" />
              <text
                y={r * 0.5 + 5}
                textAnchor="middle"
                style={{ font: '650 14px var(--face-head)', fill: 'var(--ink)' }}
              >
                {b.bagId}
              </text>
              {first && r > 46 && (
                <text
                  y={r * 0.5 - 9}
                  textAnchor="middle"
                  style={{ font: '600 12px var(--face-text)', fill: v.firstColour }}
                >
                  first to fail
                </text>
              )}
            </g>
          );
        })}
      </g>
    </svg>
  );
}

function FromTheSide({ v }: { v: BoxView }) {
  const [w, , h] = v.type.insideCm;
  const t = v.type.wallCm;
  const s = Math.min(352 / (w + 2 * t), 250 / (h + 2 * t));
  const W = (w + 2 * t) * s;
  const H = (h + 2 * t) * s;
  const floor = (t + h) * s;
  const front = [...v.arrangement.placed].sort((a, b) => b.yCm - a.yCm);
  const tall = Math.max(0, ...front.map((b) => b.standing.heightCm));
  const lids = v.packs.filter((p) => p.at === 'lid');
  const packCm = Math.max(0, ...lids.map((p) => p.thicknessCm));
  // From the lid down: the packs and what is kept free under them.
  const keptCm = Math.max(0, h - v.arrangement.roomCm);
  const fits = v.arrangement.clearCm >= 0;
  const count = lids.reduce((n, p) => n + p.count, 0);
  const packW = Math.max(0, ...lids.map((p) => p.sizeCm[0]));
  const side = v.packs.find((p) => p.at === 'side');
  return (
    <svg
      viewBox={`0 0 ${W + 36} ${H + 28}`}
      className="w-full max-w-[390px]"
      role="img"
      aria-label={
        fits
          ? `From the side: ${one(v.arrangement.clearCm)} cm clear over the tallest bag`
          : `From the side: the tallest bag is ${one(-v.arrangement.clearCm)} cm too tall`
      }
    >
      <text x={6 + W / 2} y="12" textAnchor="middle" className="rb-ax">
        cut through the box
      </text>
      <text transform={`translate(${W + 24} ${24 + H / 2}) rotate(90)`} textAnchor="middle" className="rb-ax">
        {v.outsideCm[2]} cm outside
      </text>
      <g transform="translate(6 20)">
        <rect width={W} height={H} rx="2" fill="url(#foam)" stroke="var(--ink)" strokeWidth="1.4" />
        <rect x={t * s} y={t * s} width={w * s} height={h * s} fill="var(--surface)" stroke="var(--ink)" />
        <path d={`M0 ${t * s}H${W}`} stroke="var(--ink)" strokeWidth=".8" />
        {front.map((b) => {
          const x = (t + b.xCm - b.standing.diameterCm / 2) * s;
          const bw = b.standing.diameterCm * s;
          const sh = b.standing.shoulderCm * s;
          const wt = b.standing.waterDepthCm * s;
          const top = floor - sh;
          const neck = (b.standing.heightCm - b.standing.shoulderCm) * s;
          const cx = x + bw / 2;
          return (
            <g key={b.bagId}>
              <path
                d={`M${x + 1} ${floor - 1}V${top + 18}Q${x + 2} ${top} ${cx - 5} ${top}L${cx - 3} ${top - neck * 0.4}L${cx + neck * 0.8} ${top - neck * 0.9}L${cx + 4} ${top - neck * 0.2}L${cx + 5} ${top}Q${x + bw - 2} ${top} ${x + bw - 1} ${top + 18}V${floor - 1}Z`}
                fill="var(--surface)"
                fillOpacity=".85"
                stroke={v.firstToFail === b.bagId ? v.firstColour : 'var(--ink)'}
                strokeWidth={v.firstToFail === b.bagId ? 2 : 1}
              />
              <rect x={x + 2} y={floor - wt} width={bw - 4} height={wt - 2} fill="var(--water)" />
              <text
                x={cx}
                y={floor - Math.max(wt + 10, sh * 0.55)}
                textAnchor="middle"
                style={{ font: '650 13px var(--face-head)', fill: 'var(--ink)' }}
              >
                {b.bagId}
              </text>
            </g>
          );
        })}
        {packCm > 0 &&
          Array.from({ length: Math.min(count, 4) }, (_, i) => {
            const slot = (w * s) / Math.min(count, 4);
            return (
              <rect
                key={i}
                x={t * s + slot * (i + 0.5) - Math.min(slot * 0.44, (packW * s) / 2)}
                y={t * s + 1}
                width={Math.min(slot * 0.88, packW * s)}
                height={packCm * s}
                fill="#E9C3A4"
                stroke="var(--c-temp)"
              />
            );
          })}
        {side && (
          <rect
            x={(t + w - side.thicknessCm) * s - 1}
            y={floor - (h / 2 + side.sizeCm[1] / 2) * s}
            width={side.thicknessCm * s}
            height={side.sizeCm[1] * s}
            fill="#E9C3A4"
            stroke="var(--c-temp)"
          />
        )}
        {keptCm > 0 && (
          <path d={`M${t * s} ${(t + keptCm) * s + 1}H${(t + w) * s}`} stroke="var(--c-temp)" strokeDasharray="4 3" />
        )}
        {fits && v.arrangement.clearCm > 0.6 && (
          <g>
            <path
              d={`M${(t + w / 2) * s} ${(t + keptCm) * s + 1}V${floor - tall * s}m-4 0h8M${(t + w / 2) * s - 4} ${(t + keptCm) * s + 1}h8`}
              stroke="var(--fine)"
              fill="none"
              strokeWidth="1.4"
            />
            <text
              x={(t + w / 2) * s + 8}
              y={((t + packCm) * s + floor - tall * s) / 2 + 5}
              className="rb-fig"
              fill="var(--fine)"
            >
              {one(v.arrangement.clearCm + (packCm > 0 ? 1 : 0))} cm clear
            </text>
          </g>
        )}
        <path
          d={`M${t * s} ${floor - tall * s}H${(t + w) * s}`}
          stroke={fits ? 'var(--fine)' : 'var(--stop)'}
          strokeDasharray="4 3"
        />
      </g>
    </svg>
  );
}

/** Boxes to scale from above and the side, the weight that is paid for, the order of filling. */
export function BoxStation(p: BoxStationProps) {
  const { save, busy, problems } = useSave();
  const [at, setAt] = useState(0);
  const v = p.views[Math.min(at, p.views.length - 1)];
  const boxes = p.views.map((x) => x.box);
  const inBox = (): Record<string, string> =>
    Object.fromEntries(p.views.flatMap((x) => x.bags.map((b) => [b.id, x.box.id])));
  const send = (next: Box[], where = inBox()): void =>
    void save(() => saveBoxes({ code: p.code, version: p.version, boxes: next, inBox: where }));
  if (!v) return <p className="note">Make a bag plan first; then the boxes can be chosen.</p>;
  const fits = v.arrangement.problems.length === 0;
  const addBox = (): void => {
    const id = String(Math.max(...boxes.map((b) => Number(b.id))) + 1);
    send([...boxes, { id, boxTypeId: v.box.boxTypeId, packs: v.box.packs, ventHoles: v.box.ventHoles }]);
  };
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[390px_390px_1fr]">
      <section>
        <div className="mb-3 flex items-center gap-2">
          <h2 className="mr-auto">{p.views.length > 1 ? `Box ${v.box.id}, from above` : 'From above'}</h2>
          {p.views.length > 1 &&
            p.views.map((x, i) => (
              <button key={x.box.id} className={`btn ${i === at ? 'go' : ''}`} onClick={() => setAt(i)}>
                {x.box.id}
                {x.sentences.length > 0 && <StateMark mark="stop" />}
              </button>
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
          <button className="btn" disabled={busy} onClick={addBox}>
            Add a box
          </button>
        </div>
        <OtherProblems problems={problems} shown={() => false} />
      </section>
      <section>
        <div className="mb-3 flex items-baseline gap-3">
          <h2>From the side</h2>
          <span className="mute text-13">one square is 5 cm</span>
        </div>
        <FromTheSide v={v} />
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
        {v.sentences.slice(1).map((x) => (
          <p key={x} className="problem mt-1">
            {x}
          </p>
        ))}
        {p.views.length > 1 && (
          <table className="tbl mt-3">
            <tbody>
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
            </tbody>
          </table>
        )}
        {p.views.length > 1 && v.bags.length === 0 && (
          <button
            className="btn mt-2"
            disabled={busy}
            onClick={() => {
              setAt(0);
              send(boxes.filter((b) => b.id !== v.box.id));
            }}
          >
            Take this empty box away
          </button>
        )}
      </section>
      <section>
        <h2 className="mb-2">Weight to pay for</h2>
        <table className="tbl">
          <tbody>
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
                <b className="num">{two(v.weights.totalKg)}</b>
                <span className="u">kg</span>
              </td>
            </tr>
            <tr>
              <td>
                By size, {v.outsideCm.join(' × ')} cm ÷ {p.divisor}
              </td>
              <td className="r">
                <b className="num">{two(v.freight.volumetric)}</b>
                <span className="u">kg</span>
              </td>
            </tr>
          </tbody>
        </table>
        <p className="mt-2 flex items-baseline border-t-2 border-ink pt-2">
          <b className="font-head text-15">Chargeable</b>
          <span className="num ml-auto text-28 font-semibold">{v.freight.chargeable.toFixed(1)}</span>
          <span className="u">kg</span>
        </p>
        <p className="note">
          Rounded up to {p.stepKg} kg.{' '}
          {v.freight.chargedBy === 'volume' ? 'Size decides here.' : 'Weight decides here.'}
          {v.price > 0 && ` About € ${v.price.toFixed(2)} by the carrier’s row.`}
        </p>
        {v.weights.totalKg > 23 && <p className="caution mt-2">Over 23 kg: two people lift.</p>}
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
  );
}
