import { nothingRead } from '@/core/measurement/quantities';
import type { ReceiveStationProps } from '@/server/arrive/view';
import { ofDeed } from '@/ui/queue/use-queue';
import type { Press } from '@/ui/queue/store';

type Props = ReceiveStationProps;

const without = (w: Record<string, unknown>): Record<string, number> =>
  Object.fromEntries(Object.entries(w).filter(([, v]) => v != null)) as Record<string, number>;

/** What was read with what this phone has pressed and the house does not know yet. */
export function withReadings(p: Props, presses: readonly Press[]): Pick<Props, 'bags' | 'measured'> {
  let { bags, measured } = p;
  for (const { deed, pressedMs } of ofDeed(presses, 'readings')) {
    if (deed.code !== p.code) continue;
    for (const of of deed.of)
      if (of.kind === 'tank') measured = { ...measured, [of.id]: without({ ...measured[of.id], ...of.figures }) };
      else if (of.kind === 'bag')
        bags = bags.map((b) =>
          b.id === of.id
            ? {
                ...b,
                reading: {
                  bagId: b.id,
                  ...nothingRead,
                  ...b.reading,
                  ...of.figures,
                  note: of.note ?? b.reading?.note ?? '',
                  at: new Date(pressedMs).toISOString(),
                },
              }
            : b,
        );
  }
  return { bags, measured };
}
