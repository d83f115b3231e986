'use client';

import { memo } from 'react';
import { DndContext, useDraggable, useDroppable } from '@dnd-kit/core';
import { carried, useHands } from '@/ui/kit/carry';
import { Lock } from 'lucide-react';
import { groupIdentical, namesOf } from '@/core/bag/bag-groups';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { standingBagOf } from '@/core/box/arrange';
import type { Bag } from '@/core/consignment/schema';
import type { BagRisk } from '@/core/engine/risk';
import { BagDrawing, sizeDrawnCm } from '@/ui/drawings/bag';
import { factorColour, factorWords, slackWords } from '@/ui/format';
import type { BagStationProps } from '@/server/bag/view';

/** How many animals one drag takes. */
export type Handful = 'one' | 'half' | 'all';

const taken = (handful: Handful, there: number): number =>
  handful === 'one' ? 1 : handful === 'half' ? Math.ceil(there / 2) : there;

/** The animals of one line in a bag, to be picked up. */
function Chip({
  bag,
  lineId,
  count,
  name,
  locked,
}: {
  bag: Bag;
  lineId: string;
  count: number;
  name: string;
  locked: boolean;
}) {
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({
    id: `${bag.id} ${lineId}`,
    data: { bag: bag.id, lineId, count },
    disabled: locked,
  });
  return (
    <button
      type="button"
      ref={setNodeRef}
      className="bagchip"
      style={carried(transform, isDragging)}
      {...listeners}
      {...attributes}
      aria-label={`${count} ${name} of bag ${bag.id}: pick up`}
    >
      <b className="num">{count}</b> {name}
    </button>
  );
}

interface BoardProps extends Pick<BagStationProps, 'lines' | 'bagTypes'> {
  bags: readonly Bag[];
  a: Assumptions;
  /** Slack of each bag as it is now; none until it is computed. */
  risks: readonly BagRisk[];
  chosen: ReadonlySet<string>;
  choose: (ids: readonly string[], more: boolean) => void;
  opened: ReadonlySet<string>;
  open: (id: string) => void;
  handful: Handful;
  /** In how many boxes they travel. */
  boxes: number;
  move: (m: { fromId: string; toId: string; lineId: string; count: number }) => void;
}

/** Pixels a centimetre: smaller where many stand side by side. */
const scaleFor = (groups: number): number => (groups <= 4 ? 7 : groups <= 8 ? 5 : groups <= 16 ? 4 : 3);

/** How a bag stands or lies, and how large that is; nothing of it while its figures cannot be. */
function drawnOf(bag: Bag, p: Pick<BoardProps, 'bagTypes' | 'a'>) {
  const type = p.bagTypes.find((t) => t.id === bag.bagTypeId);
  const standing = type && bag.waterL > 0 && bag.gasL >= 0 ? standingBagOf(bag, type, p.a) : null;
  return { type, standing, size: standing ? sizeDrawnCm(standing, bag, type!.breather) : { wideCm: 12, highCm: 20 } };
}

/** The bags to scale, alike ones as one; choose, and drag animals from bag to bag. */
export function Board(p: BoardProps) {
  const groups = groupIdentical(p.bags, (b) => b).flatMap((g) => (p.opened.has(g[0]!.id) ? g.map((b) => [b]) : [g]));
  const scale = scaleFor(groups.length);
  // All stand on one line.
  const highCm = Math.max(12, ...groups.map((g) => drawnOf(g[0]!, p).size.highCm));
  const sensors = useHands('bag');
  return (
    <DndContext
      id="bags"
      sensors={sensors}
      onDragEnd={({ active, over }) => {
        const from = active.data.current as { bag: string; lineId: string; count: number } | undefined;
        if (from && over)
          p.move({ fromId: from.bag, toId: String(over.id), lineId: from.lineId, count: taken(p.handful, from.count) });
      }}
    >
      <div className="bagboard" role="list" aria-label="Bags">
        {groups.map((g) => (
          <Card key={g[0]!.id} group={g} scale={scale} highCm={highCm} {...p} />
        ))}
      </div>
    </DndContext>
  );
}

/** A bag to scale: drawn anew only where the bag itself has changed. */
const Picture = memo(function Picture({
  bag,
  scale,
  w,
  h,
  many,
  chosen,
  ...p
}: Pick<BoardProps, 'lines' | 'bagTypes' | 'a'> & {
  bag: Bag;
  scale: number;
  w: number;
  h: number;
  many: boolean;
  chosen: boolean;
}) {
  const { type, standing } = drawnOf(bag, p);
  const inside = bag.animals.flatMap((x) => {
    const line = p.lines.find((l) => l.id === x.lineId);
    return line ? [{ species: line.species, lengthCm: line.lengthCm, count: x.count }] : [];
  });
  return (
    <svg viewBox={`0 0 ${w} ${h}`} width={w} height={h} aria-hidden="true" className="mx-auto block">
      {many && standing && (
        <g opacity=".35">
          <BagDrawing
            standing={standing}
            inside={[]}
            x={w / 2 + 7}
            ground={h - 8}
            scale={scale}
            made={bag}
            breather={type?.breather === true}
          />
        </g>
      )}
      {standing && (
        <BagDrawing
          standing={standing}
          inside={inside}
          x={w / 2}
          ground={h - 3}
          scale={scale}
          chosen={chosen}
          made={bag}
          breather={type?.breather === true}
        />
      )}
      <path d={`M0 ${h - 2}H${w}`} stroke="var(--ink)" strokeWidth="1.4" />
    </svg>
  );
});

function Card({ group, scale, highCm, ...p }: BoardProps & { group: readonly Bag[]; scale: number; highCm: number }) {
  const bag = group[0]!;
  // What is dragged out of a group leaves its last bag.
  const last = group[group.length - 1]!;
  const ids = group.map((b) => b.id);
  const { setNodeRef, isOver } = useDroppable({ id: bag.id, disabled: bag.locked === true });
  const { size } = drawnOf(bag, p);
  const w = Math.max(112, size.wideCm * scale + 26);
  const h = highCm * scale + 26;
  const chosen = ids.every((id) => p.chosen.has(id));
  const weakest = ids
    .flatMap((id) => p.risks.find((r) => r.id === id) ?? [])
    .reduce<BagRisk | null>((x, r) => (x && (x.worstSlackH ?? Infinity) <= (r.worstSlackH ?? Infinity) ? x : r), null);
  const name = namesOf(ids);
  return (
    <div
      ref={setNodeRef}
      role="listitem"
      className={`bagcard ${chosen ? 'chosen' : ''} ${isOver ? 'over' : ''}`}
      style={{ width: w + 12 }}
    >
      <button
        type="button"
        className="block w-full"
        aria-pressed={chosen}
        aria-label={`Bag ${name}`}
        onClick={(e) => p.choose(ids, e.shiftKey || e.ctrlKey || e.metaKey)}
      >
        <Picture
          bag={bag}
          lines={p.lines}
          bagTypes={p.bagTypes}
          a={p.a}
          scale={scale}
          w={w}
          h={h}
          many={group.length > 1}
          chosen={chosen}
        />
        <span className="mt-1 flex items-center justify-center gap-1 font-head text-15 font-semibold">
          {bag.locked && <Lock size={13} aria-label="locked" />}
          {name}
          {group.length > 1 && <span className="num text-13 font-normal">× {group.length}</span>}
        </span>
        {p.boxes > 1 && <span className="block text-12 text-ink-2">box {bag.boxId}</span>}
      </button>
      <label className="bagpick">
        <input
          type="checkbox"
          checked={chosen}
          onChange={() => p.choose(ids, true)}
          aria-label={`Choose ${name} too`}
        />
      </label>
      <div className="flex flex-wrap justify-center gap-1 py-1">
        {bag.animals.map((x) => (
          <Chip
            key={x.lineId}
            bag={last}
            lineId={x.lineId}
            count={x.count}
            name={p.lines.find((l) => l.id === x.lineId)?.name ?? x.lineId}
            locked={bag.locked === true}
          />
        ))}
      </div>
      <p className="text-center text-12 leading-tight text-ink-2">
        <span className="num">{bag.waterL > 0 ? bag.waterL : '–'}</span> L{' '}
        {bag.gasL > 0 && (
          <>
            + <span className="num">{bag.gasL}</span> L {bag.oxygenFraction > 0.5 ? 'O₂' : 'air'}
          </>
        )}
      </p>
      <p className="min-h-[17px] text-center text-13" data-testid={`live-${bag.id}`}>
        {weakest && (
          <>
            <b className="num">{slackWords(weakest.slackH)}</b>
            {weakest.factor && (
              <span style={{ color: factorColour[weakest.factor] }}> {factorWords[weakest.factor]}</span>
            )}
          </>
        )}
      </p>
      {group.length > 1 && (
        <button
          type="button"
          className="block min-h-7 w-full text-12 font-semibold text-tide"
          onClick={() => p.open(bag.id)}
        >
          Open
        </button>
      )}
    </div>
  );
}
