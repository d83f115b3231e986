'use client';

import { DndContext, useDraggable, useDroppable } from '@dnd-kit/core';
import { carried, useHands } from '@/ui/kit/carry';
import { useState, type ReactNode } from 'react';
import type { PackSet } from '@/core/choose/packs';
import { packPlaces, type PackPlace } from '@/core/catalogue/making';
import { num, NumberField, SelectField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import type { HeatStationProps } from './props';
import { moved, addPack } from './tray';

const placeWords: Record<PackPlace, string> = {
  lid: 'under the lid',
  side: 'at the side',
  void: 'between bags',
};

/** A pack that can be picked up: one in the box, or one of the shelf. */
function PackChip({
  id,
  data,
  label,
  cold,
  pressed,
  press,
  children,
}: {
  id: string;
  data: { packId: string; at: PackPlace | null };
  label: string;
  cold: boolean;
  pressed?: boolean;
  press?: () => void;
  children: ReactNode;
}) {
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({ id, data });
  return (
    <button
      type="button"
      ref={setNodeRef}
      className={`packchip ${cold ? 'cold' : ''}`}
      style={carried(transform, isDragging)}
      {...listeners}
      {...attributes}
      aria-pressed={pressed}
      aria-label={label}
      onClick={press}
    >
      {children}
    </button>
  );
}

function Place({ at, children }: { at: PackPlace; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: at });
  return (
    <div ref={setNodeRef} className={`packplace ${at}`} data-over={isOver || undefined} data-testid={`place-${at}`}>
      <span className="name">{placeWords[at]}</span>
      {children}
    </div>
  );
}

/** The box from above, its bags, and a line from every pack to the bag it warms. */
function Plan({ crate }: { crate: HeatStationProps['boxes'][number]['crate'] }) {
  const [w, d] = crate.insideCm;
  const t = crate.wallCm;
  return (
    <svg
      viewBox={`${-t} ${-t} ${w + 2 * t} ${d + 2 * t}`}
      className="crateplan"
      style={{ aspectRatio: `${w + 2 * t} / ${d + 2 * t}` }}
      role="img"
      aria-label={`The box from above: ${crate.spots.map((x) => `${x.name} ${placeWords[x.at]}${x.near ? `, beside bag ${x.near}` : ''}`).join('; ') || 'no pack'}`}
    >
      <rect
        x={-t}
        y={-t}
        width={w + 2 * t}
        height={d + 2 * t}
        rx=".6"
        fill="var(--sunk)"
        stroke="var(--ink)"
        strokeWidth=".25"
      />
      <rect width={w} height={d} rx=".4" fill="var(--surface)" stroke="var(--ink)" strokeWidth=".2" />
      {crate.bags.map((b) => (
        <g key={b.id} transform={`translate(${b.x} ${b.y})`}>
          <rect
            x={-b.halfX}
            y={-b.halfY}
            width={2 * b.halfX}
            height={2 * b.halfY}
            rx={b.lies ? Math.min(b.halfX, b.halfY) * 0.6 : b.halfX}
            fill="var(--water)"
            stroke="var(--water-line)"
            strokeWidth=".2"
          />
          <text textAnchor="middle" y=".9" style={{ font: '650 2.6px var(--face-head)', fill: 'var(--ink)' }}>
            {b.id}
          </text>
        </g>
      ))}
      {crate.spots.map((x, i) => {
        const bag = crate.bags.find((b) => b.id === x.near);
        return (
          <g key={i}>
            {bag && (
              <path
                d={`M${x.x} ${x.y}L${bag.x} ${bag.y}`}
                stroke="var(--c-temp)"
                strokeWidth=".35"
                strokeDasharray=".9 .6"
              />
            )}
            <rect
              x={x.x - (x.at === 'lid' ? x.sizeCm[0] / 2 : x.thickCm / 2) - (x.at === 'side' ? x.thickCm / 2 : 0)}
              y={x.y - (x.at === 'lid' ? x.sizeCm[1] / 2 : x.sizeCm[0] / 2)}
              width={x.at === 'lid' ? x.sizeCm[0] : x.thickCm}
              height={x.at === 'lid' ? x.sizeCm[1] : x.sizeCm[0]}
              rx=".3"
              fill={x.cold ? 'var(--water)' : '#E9C3A4'}
              fillOpacity={x.at === 'lid' ? 0.45 : 0.95}
              stroke={x.cold ? 'var(--water-line)' : 'var(--c-temp)'}
              strokeWidth=".2"
              strokeDasharray={x.at === 'lid' ? '.7 .4' : undefined}
            />
          </g>
        );
      })}
    </svg>
  );
}

/** One entry of the box's packs: how it lies, and when it was opened. */
function Entry({
  set,
  entry,
  name,
  cold,
  usualMin,
  busy,
  change,
  leave,
}: {
  set: PackSet;
  entry: number;
  name: string;
  cold: boolean;
  usualMin: number;
  busy: boolean;
  change: (next: PackSet) => void;
  leave: () => void;
}) {
  const p = set[entry]!;
  const [opened, setOpened] = useState(p.openedMin === undefined ? '' : String(p.openedMin));
  const to = (x: Partial<PackSet[number]>): void =>
    change(set.map((y, i) => (i === entry ? (JSON.parse(JSON.stringify({ ...y, ...x })) as PackSet[number]) : y)));
  return (
    <div
      className="mt-2 border-l-4 border-rule-strong pl-3"
      role="group"
      aria-label={`${name}, ${placeWords[p.at ?? 'lid']}`}
    >
      <p className="mb-1 text-13">
        <b>
          {p.count} × {name}
        </b>
      </p>
      <div className="grid grid-cols-2 items-end gap-2">
        <SelectField
          label="Lies on"
          path="at"
          value={p.at ?? 'lid'}
          onChange={(v) => {
            change(moved(set, { packId: p.packId, from: p.at ?? 'lid', to: v as PackPlace, count: p.count }));
            leave();
          }}
          options={packPlaces.map((x) => [x, placeWords[x]])}
        />
        {(p.at ?? 'lid') === 'lid' && (
          <SelectField
            label="Placed"
            path="onPaper"
            value={p.onPaper ? 'paper' : 'tape'}
            onChange={(v) => to({ onPaper: v === 'paper' ? true : undefined })}
            options={[
              ['tape', 'taped to the lid'],
              ['paper', 'on the paper'],
            ]}
          />
        )}
        {cold && (
          <SelectField
            label="Wrapped in"
            path="inTowel"
            value={p.inTowel ? 'towel' : 'paper'}
            onChange={(v) => to({ inTowel: v === 'towel' ? true : undefined })}
            options={[
              ['paper', 'paper'],
              ['towel', 'paper and a towel'],
            ]}
          />
        )}
        <NumberField
          label="Opened before closing"
          path="openedMin"
          unit="min"
          value={opened}
          expected={String(usualMin)}
          onChange={setOpened}
        />
        <Button
          type="button"
          disabled={busy}
          onClick={() => to({ openedMin: opened.trim() === '' ? undefined : num(opened) })}
        >
          Set
        </Button>
      </div>
      <p className="note mt-1">Air side inward, dry, never against a bag. Opened a day early it ends a day early.</p>
    </div>
  );
}

/** The pack tray and the drawn box: packs are dragged, carried by keys, or added and placed with a press. */
export function HeatCrate({
  p,
  set,
  busy,
  change,
}: {
  p: HeatStationProps;
  set: PackSet;
  busy: boolean;
  change: (next: PackSet) => void;
}) {
  const [open, setOpen] = useState<number | null>(null);
  const { crate } = p.boxes[0]!;
  const sensors = useHands('at');
  const typeOf = (id: string) => p.packTypes.find((t) => t.id === id);
  const short = (id: string): string => (typeOf(id)?.name ?? id).replace(' heat pack', '').replace('Cold pack, ', '');
  const count = (id: string): number => set.reduce((n, x) => n + (x.packId === id ? x.count : 0), 0);
  const entry = open !== null && set[open] ? open : null;
  return (
    <DndContext
      id="packs"
      sensors={sensors}
      onDragEnd={({ active, over }) => {
        const from = active.data.current as { packId: string; at: PackPlace | null } | undefined;
        if (!from || !over) return;
        const to = over.id as PackPlace;
        setOpen(null);
        if (from.at === null) change(addPack(set, from.packId, 1, to));
        else if (from.at !== to) change(moved(set, { packId: from.packId, from: from.at, to, count: 1 }));
      }}
    >
      <div className="crate">
        <Plan crate={crate} />
        <div className="packplaces">
          {packPlaces.map((at) => (
            <Place key={at} at={at}>
              {set.flatMap((x, i) =>
                (x.at ?? 'lid') === at
                  ? Array.from({ length: x.count }, (_, k) => (
                      <PackChip
                        key={`${i} ${k}`}
                        id={`in ${i} ${k}`}
                        data={{ packId: x.packId, at }}
                        label={`${typeOf(x.packId)?.name ?? x.packId} ${placeWords[at]}: pick up, or press for how it lies`}
                        cold={typeOf(x.packId)?.kind === 'cold'}
                        pressed={entry === i}
                        press={() => setOpen(entry === i ? null : i)}
                      >
                        {short(x.packId)}
                      </PackChip>
                    ))
                  : [],
              )}
            </Place>
          ))}
        </div>
      </div>
      {entry !== null && (
        <Entry
          key={entry}
          set={set}
          entry={entry}
          name={typeOf(set[entry]!.packId)?.name ?? ''}
          cold={typeOf(set[entry]!.packId)?.kind === 'cold'}
          usualMin={p.usualOpenMin}
          busy={busy}
          change={change}
          leave={() => setOpen(null)}
        />
      )}
      <h3 className="mt-3">In stock</h3>
      <ul>
        {p.packTypes.map((t) => (
          <li key={t.id} className="flex items-center gap-2 border-b border-rule py-1">
            <PackChip
              id={`shelf ${t.id}`}
              data={{ packId: t.id, at: null }}
              label={`${t.name} from stock: pick up`}
              cold={t.kind === 'cold'}
            >
              {short(t.id)}
            </PackChip>
            <span className="flex-1 text-13 text-ink-2">
              {t.kind === 'heat' ? `up to ${t.surfaceC} °C` : 'from the freezer'}
            </span>
            <Button
              className="!px-3"
              aria-label={`One ${t.name} less`}
              disabled={busy || count(t.id) === 0}
              onClick={() => change(addPack(set, t.id, -1))}
            >
              −
            </Button>
            <b className="num w-6 text-center" data-testid={`packs-${t.id}`}>
              {count(t.id)}
            </b>
            <Button
              className="!px-3"
              aria-label={`One ${t.name} more`}
              disabled={busy || count(t.id) >= 6}
              onClick={() => change(addPack(set, t.id, 1))}
            >
              +
            </Button>
          </li>
        ))}
      </ul>
    </DndContext>
  );
}
