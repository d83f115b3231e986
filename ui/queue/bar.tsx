'use client';

import { Button } from '@/ui/kit/button';
import { counted } from '@/core/quantities/words';
import { dismiss, type Press } from './store';
import { useQueueState } from './use-queue';

const ago = (ms: number): string => {
  const min = Math.round((Date.now() - ms) / 60_000);
  return min < 1 ? 'just now' : min < 90 ? `${min} min ago` : `${Math.round(min / 60)} h ago`;
};

/** The same press that was refused for the same reason is told once. */
function once(refused: readonly Press[]): [Press, ...Press[]][] {
  const out = new Map<string, [Press, ...Press[]]>();
  for (const p of refused) {
    const key = `${p.words} ${p.refused}`;
    const same = out.get(key);
    if (same) same.push(p);
    else out.set(key, [p]);
  }
  return [...out.values()];
}

/** What this phone has pressed and the house does not know yet, or could not do: shown until somebody has seen it. */
export function QueueBar() {
  const { list, cut, stopped } = useQueueState();
  const waiting = list.filter((p) => p.refused === null && p.doneIn === null);
  const refused = list.filter((p) => p.refused !== null);
  const waits = waiting.length > 0 && (cut || stopped !== null);
  if (!waits && refused.length === 0) return null;
  return (
    <aside
      className="sticky inset-x-0 bottom-0 z-30 grid max-h-[50vh] gap-2 overflow-auto border-t-2 border-[var(--watch-mark)] bg-watch-pale px-4 py-3 text-15 text-[#14292e]"
      aria-label="Unsent presses"
    >
      {waits && (
        <p role="status">
          {stopped ?? (
            <>
              <b>{counted(waiting.length, 'press', 'presses')}</b> on this phone, no network. They are kept with their
              time and sent when it is back.
            </>
          )}
        </p>
      )}
      {once(refused).map(([p, ...more]) => (
        <div key={p.n} className="flex flex-wrap items-center gap-x-4 gap-y-1" role="alert">
          <span className="min-w-0 flex-1">
            <b>Not done: {p.words}</b>, pressed {ago(p.pressedMs)}
            {more.length > 0 && `, ${more.length + 1} times`}. {p.refused}
          </span>
          <Button className="min-h-12" onClick={() => [p, ...more].forEach((x) => dismiss(x.n))}>
            OK
          </Button>
        </div>
      ))}
    </aside>
  );
}
