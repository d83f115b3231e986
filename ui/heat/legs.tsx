'use client';

import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { legWords } from '@/core/calendar/legs';
import { clockWords, dayWords } from '@/core/calendar/calendar';
import type { Problem } from '@/core/consignment/outcome';
import { HOUR } from '@/core/quantities/time';
import { saveRoad } from '@/server/heat/actions';
import { num, NumberField, OtherProblems, SelectField, TextField } from '@/ui/fields/fields';
import { one, slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useAnswer } from '@/ui/use-answer';
import type { useSave } from '@/ui/use-save';
import type { HeatStationProps } from './props';
import { jointMoved, legsNow, parted, SNAP_H, without, type HandSetLeg } from './road';

const placeWords = { origin: 'at the origin', between: 'between', destination: 'at the destination' } as const;

/** The legs as a strip: joints are dragged, or moved by arrow keys. */
function Strip({
  legs,
  p,
  move,
}: {
  legs: readonly HandSetLeg[];
  p: HeatStationProps;
  move: (i: number, byH: number) => void;
}) {
  const strip = useRef<HTMLDivElement>(null);
  const held = useRef<{ i: number; x: number } | null>(null);
  const total = legs.reduce((h, l) => h + l.hours, 0);
  const endOf = (i: number): number => p.road.fromMs + legs.slice(0, i + 1).reduce((h, l) => h + l.hours, 0) * HOUR;
  const dragged = (e: PointerEvent): void => {
    if (!held.current || !strip.current) return;
    const byH = ((e.clientX - held.current.x) / strip.current.clientWidth) * total;
    if (Math.abs(byH) < SNAP_H) return;
    move(held.current.i, byH);
    held.current.x = e.clientX;
  };
  const keyed = (i: number) => (e: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageUp: 4, PageDown: -4 }[e.key];
    if (!by) return;
    e.preventDefault();
    move(i, by * SNAP_H);
  };
  return (
    <div ref={strip} className="legstrip" onPointerMove={dragged} onPointerUp={() => (held.current = null)}>
      {legs.map((l, i) => (
        <div key={i} style={{ flexGrow: l.hours }} className="leg" data-kind={l.kind}>
          <span className="truncate">{l.label || legWords[l.kind]}</span>
          {i < legs.length - 1 && (
            <span
              role="slider"
              tabIndex={0}
              className="joint"
              aria-label={`Joint after ${l.label || legWords[l.kind]}`}
              aria-valuemin={0}
              aria-valuemax={Math.round(total * 4)}
              aria-valuenow={Math.round(((endOf(i) - p.road.fromMs) / HOUR) * 4)}
              aria-valuetext={`${dayWords(endOf(i), p.zone)} ${clockWords(endOf(i), p.zone)}`}
              onKeyDown={keyed(i)}
              onPointerDown={(e) => {
                held.current = { i, x: e.clientX };
                strip.current?.setPointerCapture(e.pointerId);
              }}
            />
          )}
        </div>
      ))}
    </div>
  );
}

function Row({
  l,
  i,
  last,
  endMs,
  zone,
  problems,
  set,
  add,
  remove,
}: {
  l: HandSetLeg;
  i: number;
  last: boolean;
  endMs: number;
  zone: string;
  problems: readonly Problem[];
  set: (to: Partial<HandSetLeg>) => void;
  add: () => void;
  remove: (() => void) | null;
}) {
  return (
    <li className="legrow">
      <SelectField
        hideLabel
        label={`Leg ${i + 1}, carried by`}
        path={`legs.${i}.kind`}
        problems={problems}
        value={l.kind}
        onChange={(v) => set({ kind: v as HandSetLeg['kind'], label: '' })}
        options={Object.entries(legWords)}
      />
      <TextField
        hideLabel
        label={`Leg ${i + 1}, name`}
        path={`legs.${i}.label`}
        value={l.label}
        onChange={(label) => set({ label })}
      />
      <SelectField
        hideLabel
        label={`Leg ${i + 1}, weather`}
        path={`legs.${i}.at`}
        value={l.at}
        onChange={(v) => set({ at: v as HandSetLeg['at'] })}
        options={Object.entries(placeWords)}
      />
      <NumberField
        hideLabel
        label={`Leg ${i + 1}, hours`}
        unit="h"
        path={`legs.${i}.hours`}
        problems={problems}
        value={Number.isNaN(l.hours) ? '' : String(l.hours)}
        onChange={(v) => set({ hours: num(v) })}
      />
      <NumberField
        hideLabel
        label={`Leg ${i + 1}, kept at`}
        unit="°C"
        path={`legs.${i}.heldC`}
        problems={problems}
        value={l.heldC === undefined ? '' : String(l.heldC)}
        expected="as planned"
        onChange={(v) => set({ heldC: v.trim() === '' ? undefined : num(v) } as Partial<HandSetLeg>)}
      />
      <span className="num self-center text-13 text-ink-2">
        {last ? 'until ' : 'to '}
        {Number.isFinite(endMs) ? `${dayWords(endMs, zone)} ${clockWords(endMs, zone)}` : '…'}
      </span>
      <span className="flex">
        <Button type="button" tone="flat" aria-label={`Part leg ${i + 1} in two`} onClick={add}>
          Part
        </Button>
        {remove && (
          <Button type="button" tone="flat" aria-label={`Remove leg ${i + 1}`} onClick={remove}>
            Remove
          </Button>
        )}
      </span>
    </li>
  );
}

/** The road by hand: what carries the box, for how long, and what that does to it, computed at every change. */
export function Legs({
  p,
  save,
  busy,
  problems,
}: { p: HeatStationProps; problems: readonly Problem[] } & Pick<ReturnType<typeof useSave>, 'save' | 'busy'>) {
  const [open, setOpen] = useState(false);
  const [legs, setLegs] = useState<HandSetLeg[]>(() => legsNow(p));
  const box = p.boxes[0]!;
  const hoursAll = (p.road.toMs - p.road.fromMs) / HOUR;
  const sound = legs.every((l) => l.hours > 0) && legs.slice(0, -1).reduce((h, l) => h + l.hours, 0) < hoursAll;
  const c = p.job.consignment;
  const changed = JSON.stringify(legs) !== JSON.stringify(legsNow(p));
  const ask = (road: HandSetLeg[] | null) => ({
    ...p.job,
    consignment: road ? { ...c, road: { serviceId: c.serviceId, legs: road } } : c,
    options: { draws: 0, stepH: 0.5, choosers: { packs: null, bags: false, box: box.id, days: null } },
  });
  const key = open && sound ? JSON.stringify(legs) : '';
  const answer = useAnswer(key, key ? ask(legs) : null);
  const figures = answer?.result?.box?.figures ?? null;
  const set = (i: number, to: Partial<HandSetLeg>): void =>
    setLegs(legs.map((l, k) => (k === i ? (JSON.parse(JSON.stringify({ ...l, ...to })) as HandSetLeg) : l)));
  if (!open)
    return (
      <p className="mt-5 flex flex-wrap items-center gap-3">
        <Button aria-expanded={false} onClick={() => setOpen(true)}>
          Set the legs by hand
        </Button>
        <span className="note">
          {p.road.byHand ? 'Legs of this journey were set by hand.' : 'Legs are typical for the service.'}
        </span>
      </p>
    );
  return (
    <section className="mt-5" aria-label="Legs of the journey">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 className="mr-auto">Legs of the journey</h2>
        <span className="text-13" role="status" data-testid="legs-effect">
          {figures && (
            <>
              water <b className="num">{one(figures.coldestC)}</b> to <b className="num">{one(figures.warmestC)}</b> °C,
              margin <b className="num">{slackWords(figures.slackH)}</b> as planned
            </>
          )}
        </span>
        <Button
          tone="go"
          disabled={busy || !changed}
          onClick={() =>
            void save(
              (press) => saveRoad(press, { code: p.code, version: p.version, legs }),
              () => setOpen(false),
            )
          }
        >
          Use these legs
        </Button>
        {p.road.byHand && (
          <Button
            disabled={busy}
            onClick={() =>
              void save(
                (press) => saveRoad(press, { code: p.code, version: p.version, legs: null }),
                () => setOpen(false),
              )
            }
          >
            Reset to the service’s legs
          </Button>
        )}
        <Button
          onClick={() => {
            setLegs(legsNow(p));
            setOpen(false);
          }}
        >
          Cancel
        </Button>
      </div>
      <Strip legs={legs} p={p} move={(i, byH) => setLegs(jointMoved(legs, i, byH))} />
      <ul className="mt-2">
        {legs.map((l, i) => {
          const endMs = p.road.fromMs + legs.slice(0, i + 1).reduce((h, x) => h + x.hours, 0) * HOUR;
          const last = i === legs.length - 1;
          return (
            <Row
              key={i}
              l={l}
              i={i}
              last={last}
              endMs={last ? p.road.toMs : endMs}
              zone={p.zone}
              problems={problems}
              set={(to) => set(i, to)}
              add={() => setLegs(parted(legs, i))}
              remove={legs.length > 1 ? () => setLegs(without(legs, i)) : null}
            />
          );
        })}
      </ul>
      {!sound && (
        <p className="problem mt-1">
          The legs before the last must be shorter than the {hoursAll.toFixed(1)} h from drop-off to delivery; each
          needs time.
        </p>
      )}
      <OtherProblems problems={problems} shown={(x) => !/^(version|legs$)/.test(x)} />
    </section>
  );
}
