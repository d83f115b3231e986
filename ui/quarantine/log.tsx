'use client';

import { quarantineSigns } from '@/core/quarantine/signs';
import { quantities, type TankFigure } from '@/core/measurement/quantities';
import { strikeEntry } from '@/server/quarantine/actions';
import type { TankWeeks } from '@/server/quarantine/view';
import { dayClock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

type Entry = TankWeeks['entries'][number];

const ate = { all: 'all ate', some: 'some ate', none: 'none ate', 'not-fed': 'not fed' };

/** What was told, in a line. */
function entryWords(e: Entry): string {
  switch (e.kind) {
    case 'test':
      return (Object.entries(e.figures) as [TankFigure, number][])
        .map(([k, v]) => `${quantities[k].label} ${v}${quantities[k].unit ? ` ${quantities[k].unit}` : ''}`)
        .join(', ');
    case 'look':
      return [
        e.signs.length === 0
          ? 'All well'
          : `Seen: ${e.signs.map((s) => `${quarantineSigns[s.sign].words}${s.many ? ` on ${s.many}` : ''}${s.part ? `, ${s.part}` : ''}`).join('; ')}`,
        ate[e.eaten],
        e.food ? `${e.food}${e.foodG ? `, ${e.foodG} g` : ''}` : e.foodG ? `${e.foodG} g of food` : '',
        e.note ?? '',
      ]
        .filter(Boolean)
        .join('; ');
    case 'dose':
      return [
        `${e.amount} ${e.medicine.unit} of ${e.medicine.name}`,
        e.batch ? `batch ${e.batch}` : '',
        e.expires ? `good until ${e.expires}` : '',
        e.reason ? `because: ${e.reason}` : '',
      ]
        .filter(Boolean)
        .join(', ');
    case 'change':
      return `${e.litres} L changed`;
    case 'reserve':
      return `${e.litres} L of prepared water stand ready`;
    case 'carbon':
      return e.in ? 'Carbon into the filter' : 'Carbon out of the filter';
    case 'missing':
      return e.count > 0 ? `${e.count} ${e.name} missing` : `${e.name}: all found`;
    case 'media':
      return `Cycled media in${e.reason ? `, because: ${e.reason}` : ''}`;
    case 'move':
      return `Moved into ${e.to}`;
    case 'dip':
      return `Dipped ${e.seconds} s in ${e.gPerL} g/L`;
    case 'phase':
      return `Began: ${e.phase}${e.reason ? `, because: ${e.reason}` : ''}`;
    case 'waive':
      return `Waived ${e.what.split(':')[1] ?? e.what}: ${e.reason}`;
    case 'joined':
      return `${e.code} joined: quarantine restarts`;
    case 'gear':
      return 'Own gear in place';
    case 'died':
      return `${e.count} ${e.name} died${e.note ? `: ${e.note}` : ''}`;
  }
}

const fixed: readonly Entry['kind'][] = ['phase', 'joined', 'died'];

/** Everything that was told, newest first; a slip is struck out and stays readable. */
export function Log({ q }: { q: TankWeeks }) {
  const { save, busy, problems } = useSave();
  if (q.entries.length === 0) return <p className="note py-2">Nothing recorded yet.</p>;
  return (
    <>
      <ol className="max-h-[420px] overflow-auto">
        {q.entries.map((e) => (
          <li key={e.n} className="flex items-baseline gap-3 border-b border-rule py-1.5">
            <span className="num w-[118px] shrink-0 text-13">{dayClock(Date.parse(e.at), q.zone)}</span>
            <span className={`flex-1 ${e.struck ? 'text-ink-3 line-through' : ''}`}>
              {entryWords(e)}
              {e.by && <span className="note"> {e.by}</span>}
            </span>
            {!e.struck && e.n > 0 && !fixed.includes(e.kind) && (
              <Button
                tone="flat"
                disabled={busy}
                aria-label={`Strike out: ${entryWords(e)}`}
                onClick={() => void save((press) => strikeEntry(press, q.id, e.n))}
              >
                Undo
              </Button>
            )}
          </li>
        ))}
      </ol>
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
    </>
  );
}
