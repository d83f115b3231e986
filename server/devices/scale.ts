import { refuse, type Outcome } from '@/core/consignment/outcome';
import { find } from '@/server/consignment/change';
import { evaluationOf } from '@/server/consignment/view';
import type { House } from '@/server/house';
import { practiceScale } from '@/server/outside';
import { practises } from './devices';

/** Between two lines of a scale, ms. */
const LINE_MS = 160;

/** The lines of a scale as they come, one JSON object a line; nothing is kept by looking. */
export function scaleStream(house: House, code: string, boxId: string): Outcome<ReadableStream<Uint8Array>> {
  if (!practises(house))
    return refuse('device', 'No scale connected. Type what it shows, or turn on simulated instruments in Settings.');
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const e = evaluationOf(house, stored.value);
  if (!e.ok) return e;
  const kg = e.value.boxes.find((b) => b.id === boxId)?.weights.totalKg;
  if (kg === undefined) return refuse('box', 'This box no longer exists.');
  const lines = practiceScale(kg);
  const bytes = new TextEncoder();
  let timer: ReturnType<typeof setTimeout> | undefined;
  return {
    ok: true,
    value: new ReadableStream({
      start(to) {
        const next = (i: number): void => {
          const line = lines[i];
          if (!line) return to.close();
          to.enqueue(bytes.encode(`${JSON.stringify(line)}\n`));
          timer = setTimeout(() => next(i + 1), LINE_MS);
        };
        next(0);
      },
      cancel: () => clearTimeout(timer),
    }),
  };
}
