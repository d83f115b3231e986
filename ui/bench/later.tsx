'use client';

import { AlarmClock } from 'lucide-react';
import dynamic from 'next/dynamic';

/** The menu loads once the page stands; until then its button looks the same. */
export const LaterMenu = dynamic(() => import('./later-menu').then((m) => m.LaterMenuItems), {
  ssr: false,
  loading: () => (
    <span className="btn flat !px-2" aria-hidden="true">
      <AlarmClock size={17} />
    </span>
  ),
});
