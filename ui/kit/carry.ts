import {
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import type { CSSProperties } from 'react';

/** Arrow keys carry what was picked up from place to place, in the order they stand; `home` names where it came from in its data. */
const fromPlaceToPlace =
  (home: string): KeyboardCoordinateGetter =>
  (event, { context }) => {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.code];
    if (!step) return undefined;
    event.preventDefault();
    const places = context.droppableContainers.getEnabled();
    const at = places.findIndex((d) => d.id === (context.over?.id ?? context.active?.data.current?.[home]));
    const next = places[(at + step + places.length) % places.length];
    const to = next && context.droppableRects.get(next.id);
    const own = context.collisionRect;
    return to && own
      ? { x: to.left + (to.width - own.width) / 2, y: to.top + (to.height - own.height) / 2 }
      : undefined;
  };

/** Mouse, finger and keys alike: a press is still a press, and a page can be scrolled from a thing that can be carried. */
export const useHands = (home: string) =>
  useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 5 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 160, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: fromPlaceToPlace(home) }),
  );

/** Where a thing is while it is carried. */
export const carried = (by: { x: number; y: number } | null, now: boolean): CSSProperties => ({
  transform: by ? `translate(${by.x}px, ${by.y}px)` : undefined,
  zIndex: now ? 30 : undefined,
});
