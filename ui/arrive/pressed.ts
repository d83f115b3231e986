import { isPause, withExtraRound } from '@/core/acclimation/run';
import type { RunView } from '@/server/arrive/run-view';
import type { Press } from '@/ui/queue/store';

type Lane = RunView['lanes'][number];

/** The step that was pressed last in a lane: what can be taken back. */
export const lastPressed = (lane: Lane): string | undefined =>
  Object.entries(lane.done)
    .filter(([k]) => !isPause(k))
    .sort((a, b) => b[1] - a[1])[0]?.[0];

/**
 * Lanes as they stand with the presses that the server does not know yet, in their order. `skewMs` is how far the server’s clock
 * is ahead of this device. Every press names what it does, so that one whose answer was lost may lie over itself.
 */
export const lanesWithPresses = (lanes: readonly Lane[], presses: readonly Press[], skewMs: number): Lane[] =>
  lanes.map((lane) => {
    const done = { ...lane.done };
    let { taken, steps } = lane;
    for (const { deed: d, pressedMs } of presses) {
      if (d.deed === 'step' && d.runId === lane.id) done[d.key] ??= pressedMs + skewMs;
      else if (d.deed === 'pause' && d.runId === lane.id) done[d.key] ??= pressedMs + skewMs;
      else if (d.deed === 'extraRound' && d.runId === lane.id && !steps.some((s) => s.key === `pour+${d.nth}`))
        steps = withExtraRound(steps) ?? steps;
      else if (d.deed === 'undoStep' && d.runId === lane.id) Reflect.deleteProperty(done, d.key);
      else if (d.deed === 'take' && d.subject === `run:${lane.id}`) taken = { by: '', mine: true };
      else if (d.deed === 'letGo' && d.subject === `run:${lane.id}`) taken = null;
    }
    return { ...lane, done, taken, steps };
  });
