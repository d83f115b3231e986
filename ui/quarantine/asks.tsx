import type { ReactNode } from 'react';
import type { Ask } from '@/core/quarantine/asks';
import { StateMark } from '@/ui/drawings/state-mark';
import { Link } from '@/ui/kit/link';

/** What a tank asks for, the worst first: on its page, on the round, on the Bench. `of` names the tank where others are beside it. */
export function Asks({ asks, of = null }: { asks: readonly Ask[]; of?: { tank: string; href: string } | null }) {
  if (asks.length === 0) return null;
  const name: ReactNode = of && (
    <Link className="font-bold underline" href={of.href}>
      Tank {of.tank}
    </Link>
  );
  return (
    <ul className="mb-4" aria-label={of ? `What tank ${of.tank} asks for` : 'What it asks for'}>
      {asks.map((a) => (
        <li
          key={a.key}
          className={`flex items-start gap-3 border-b border-rule px-3 py-2 ${a.mark === 'stop' ? 'bg-stop-pale font-semibold' : ''}`}
        >
          <StateMark mark={a.mark} size={22} />
          <span className="min-w-0">
            {name}
            {name && ': '}
            {a.words}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** Those that stop: told at the top of every page they touch. */
export const stops = (asks: readonly Ask[]): Ask[] => asks.filter((a) => a.mark === 'stop');
