'use client';

import { useState, type KeyboardEvent, type PointerEvent, type SVGProps } from 'react';
import type { BoxView } from '@/server/box/view';
import { one } from '@/ui/format';
import { FromAbove, halfOf, scaleOf, type Placed } from './drawings';

interface Carried {
  id: string;
  xCm: number;
  yCm: number;
  /** From its middle to where it was taken hold of, cm; null while keys carry it. */
  hold: { x: number; y: number } | null;
}

/** Arrow keys move by so many centimetres; with Shift further. */
const STEP = { near: 1, far: 5 };
/** Bags may touch; more than this is one in another, cm. */
const TOUCH_CM = 0.3;

const clamp = (x: number, half: number, all: number): number => Math.min(Math.max(x, half), Math.max(half, all - half));

/** The floor of a box: bags are dragged, or carried by arrow keys and set down with Enter; Delete gives one back to the plan. */
export function Floor({
  v,
  insideCm,
  busy,
  stand,
}: {
  v: BoxView;
  /** Clear inside, cm. */
  insideCm: readonly [number, number];
  busy: boolean;
  stand: (id: string, spot: { xCm: number; yCm: number; along?: 'x' | 'y' } | null) => void;
}) {
  const [carried, setCarried] = useState<Carried | null>(null);
  const { s, x0, y0 } = scaleOf(v);
  const placed = new Map(v.arrangement.placed.map((b) => [b.bagId, b]));
  const [w, d] = insideCm;
  const within = (b: Placed, xCm: number, yCm: number) => ({
    xCm: clamp(xCm, halfOf(b, 'x'), w),
    yCm: clamp(yCm, halfOf(b, 'y'), d),
  });
  /** A place of the drawing under a pointer, cm from the inner corner. */
  const cmAt = (e: PointerEvent<SVGGElement>): { x: number; y: number } => {
    const svg = e.currentTarget.ownerSVGElement!;
    const box = svg.getBoundingClientRect();
    const per = svg.viewBox.baseVal.width / box.width;
    return { x: ((e.clientX - box.left) * per - x0) / s, y: ((e.clientY - box.top) * per - y0) / s };
  };
  const set = (b: Placed, c: { xCm: number; yCm: number }): void => {
    setCarried(null);
    if (Math.hypot(c.xCm - b.xCm, c.yCm - b.yCm) < 0.2) return;
    const round = (x: number): number => Math.round(x * 10) / 10;
    stand(b.bagId, { xCm: round(c.xCm), yCm: round(c.yCm), ...(b.lying ? { along: b.lying.along } : {}) });
  };
  const keys = (b: Placed) => (e: KeyboardEvent<SVGGElement>) => {
    const by = e.shiftKey ? STEP.far : STEP.near;
    const move = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key];
    const from = carried?.id === b.bagId ? carried : { xCm: b.xCm, yCm: b.yCm };
    if (move) {
      e.preventDefault();
      setCarried({ id: b.bagId, ...within(b, from.xCm + move[0]!, from.yCm + move[1]!), hold: null });
    } else if (e.key === 'Enter' && carried?.id === b.bagId) {
      e.preventDefault();
      set(b, carried);
    } else if (e.key === 'Escape') setCarried(null);
    else if ((e.key === 'Delete' || e.key === 'Backspace') && b.byHand) {
      e.preventDefault();
      stand(b.bagId, null);
    }
  };
  const of = (id: string): SVGProps<SVGGElement> => {
    const b = placed.get(id)!;
    const now = carried?.id === id ? carried : b;
    return {
      tabIndex: 0,
      role: 'button',
      'aria-label': `Bag ${id} at ${one(now.xCm)} by ${one(now.yCm)} cm${b.byHand ? ', put there by hand' : ''}: arrow keys move it, Enter sets it down`,
      style: { cursor: busy ? 'wait' : 'grab', touchAction: 'none', outlineOffset: 2 },
      onKeyDown: keys(b),
      onBlur: () => setCarried((c) => (c?.hold === null ? null : c)),
      onPointerDown: (e) => {
        if (busy) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        const at = cmAt(e);
        setCarried({ id, xCm: b.xCm, yCm: b.yCm, hold: { x: at.x - b.xCm, y: at.y - b.yCm } });
      },
      onPointerMove: (e) => {
        if (carried?.id !== id || !carried.hold) return;
        const at = cmAt(e);
        setCarried({ ...carried, ...within(b, at.x - carried.hold.x, at.y - carried.hold.y) });
      },
      onPointerUp: () => carried?.id === id && carried.hold && set(b, carried),
      onPointerCancel: () => setCarried(null),
    };
  };
  const clashes = (id: string): boolean => {
    if (carried?.id !== id) return false;
    const b = placed.get(id)!;
    return [...placed.values()].some((o) => {
      if (o.bagId === id) return false;
      if (!b.lying && !o.lying)
        return (
          Math.hypot(carried.xCm - o.xCm, carried.yCm - o.yCm) <
          (b.standing.diameterCm + o.standing.diameterCm) / 2 - TOUCH_CM
        );
      return (
        Math.abs(carried.xCm - o.xCm) < halfOf(b, 'x') + halfOf(o, 'x') - TOUCH_CM &&
        Math.abs(carried.yCm - o.yCm) < halfOf(b, 'y') + halfOf(o, 'y') - TOUCH_CM
      );
    });
  };
  return (
    <FromAbove
      v={v}
      grip={{ at: (id) => (carried?.id === id ? { xCm: carried.xCm, yCm: carried.yCm } : null), clashes, of }}
    />
  );
}
