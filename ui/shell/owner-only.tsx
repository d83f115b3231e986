'use client';

import type { ReactNode } from 'react';
import { useMe } from './preferences';

/** What only the owner may do is shown to the owner alone; the door refuses it to everybody else (`server/room/rights.ts`). */
export function OwnerOnly({ children }: { children: ReactNode }) {
  return useMe().role === 'owner' ? children : null;
}
