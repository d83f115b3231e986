import type { DaySeen } from '@/core/quarantine/course';
import type { TankWeeks } from '@/server/quarantine/view';

const looks: Record<DaySeen, { words: string; fill: string; stroke: string; mark: string }> = {
  nobody: { words: 'not checked', fill: 'none', stroke: 'var(--rule-strong)', mark: '' },
  well: { words: 'all well', fill: 'var(--fine-pale)', stroke: 'var(--fine)', mark: '' },
  sign: { words: 'a sign', fill: 'var(--watch-pale)', stroke: 'var(--watch-mark)', mark: 'M6 4V11M6 13.5V14' },
  died: { words: 'a death', fill: 'var(--stop)', stroke: 'var(--stop)', mark: 'M3 9H9' },
};
const kinds = Object.keys(looks) as DaySeen[];

/** What was seen, a square a day: pale where nobody looked, marked where there was a sign or a death. */
export function SeenStrip({ q }: { q: TankWeeks }) {
  const count = (k: DaySeen): number => q.seen.filter((x) => x === k).length;
  const words = kinds
    .filter((k) => count(k) > 0)
    .map((k) => `${count(k)} ${count(k) === 1 ? 'day' : 'days'}: ${looks[k].words}`);
  return (
    <figure className="mt-2" aria-label={`Signs day by day. ${words.join(', ')}.`}>
      <div className="flex flex-wrap gap-[3px]" aria-hidden>
        {q.seen.map((k, i) => (
          <svg key={i} width="14" height="22" viewBox="0 0 12 19">
            <rect
              x="0.75"
              y="0.75"
              width="10.5"
              height="17.5"
              rx="1.5"
              fill={looks[k].fill}
              stroke={looks[k].stroke}
              strokeWidth="1.5"
              strokeDasharray={k === 'nobody' ? '2 2' : undefined}
            />
            {looks[k].mark && (
              <path d={looks[k].mark} stroke={k === 'died' ? 'var(--surface)' : 'var(--watch)'} strokeWidth="2" />
            )}
          </svg>
        ))}
      </div>
      <figcaption className="note mt-1">{words.join(', ')}.</figcaption>
    </figure>
  );
}
