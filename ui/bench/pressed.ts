import type { Press } from '@/ui/queue/store';
import type { Task } from './types';

/** What is still due with the presses of this phone that the server does not know yet: what was pressed last holds. */
export function stillDue(tasks: readonly Task[], presses: readonly Press[]): Task[] {
  const gone = new Map<string, boolean>();
  for (const { deed: d } of presses)
    if (d.deed === 'tick') gone.set(`${d.code} ${d.key}`, d.done);
    else if (d.deed === 'duty') gone.set(`${d.quarantineId} ${d.key}`, d.done);
    else if (d.deed === 'putOff') gone.set(d.id, d.later !== null);
  const doneKey = (t: Task): string | null =>
    !t.done
      ? null
      : t.done.kind === 'moment'
        ? `${t.done.code} moment:${t.done.key}`
        : `${t.done.quarantineId} ${t.done.key}`;
  return tasks.filter((t) => {
    const done = doneKey(t);
    return !(done !== null && gone.get(done)) && !gone.get(t.key);
  });
}
