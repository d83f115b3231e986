'use client';

import { Link } from '@/ui/kit/link';
import { usePathname } from 'next/navigation';

const groups = [
  [
    ['/consignments', 'Shipments'],
    ['/receivers', 'Receivers'],
    ['/carriers', 'Carriers'],
    ['/places', 'Places'],
    ['/logbook', 'Logbook'],
  ],
  [
    ['/consignments', 'Shipments'],
    ['/logbook', 'Logbook'],
    ['/logbook/pays', 'What works'],
    ['/logbook/held', 'Forecast accuracy'],
    ['/logbook/learned', 'Your own figures'],
    ['/practice', 'Practice'],
  ],
  [
    ['/tanks', 'Tanks'],
    ['/fish', 'Fish'],
  ],
  [
    ['/supplies', 'Supplies'],
    ['/supplies/shopping', 'Shopping list'],
    ['/supplies/figures', 'Figures'],
  ],
  [
    ['/species', 'Species'],
    ['/species/assumptions', 'Assumptions'],
  ],
] as const;

/** The lists that belong together, one of them open. */
export function Tabs({ at }: { at: string }) {
  const path = usePathname();
  // The last group that holds it is its own; the first only leads there.
  const group =
    groups.findLast((g) => g.some(([href]) => href === at) && g[0][0] !== at) ??
    groups.find((g) => g[0][0] === at) ??
    groups[0];
  return (
    <nav aria-label="Lists" className="tabs no-print">
      {group.map(([href, label]) => (
        <Link key={href} href={href} aria-current={href === at ? (path === href ? 'page' : 'true') : undefined}>
          {label}
        </Link>
      ))}
    </nav>
  );
}
