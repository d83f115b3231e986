'use client';

import { AlarmClock } from 'lucide-react';
import dynamic from 'next/dynamic';

/** Ways to put a duty off, as the server knows them. */
export const laters = [
  ['quarter', 'In a quarter of an hour'],
  ['hour', 'In an hour'],
  ['evening', 'This evening, 18:00'],
  ['morning', 'Tomorrow morning, 8:00'],
] as const;
export type Later = (typeof laters)[number][0];

/** The menu loads once the page stands; until then its button looks the same. */
export const LaterMenu = dynamic(() => import('./later-menu').then((m) => m.LaterMenu), {
  ssr: false,
  loading: () => (
    <span className="btn flat !px-2" aria-hidden="true">
      <AlarmClock size={17} />
    </span>
  ),
});
