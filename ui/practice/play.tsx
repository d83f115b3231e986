'use client';

import type { CrateView } from '@/server/practice/practice';
import { OpeningPlay } from './opening';
import { ShippingPlay } from './shipping';
import { DosingPlay, WeeksPlay } from './tank';

/** A practice crate, whatever is done with it. */
export function Play({ v }: { v: CrateView }) {
  const { play } = v.crate;
  switch (play.kind) {
    case 'shipping':
      return <ShippingPlay v={v} s={play} />;
    case 'opening':
      return <OpeningPlay v={v} o={play} />;
    case 'weeks':
      return <WeeksPlay v={v} w={play} />;
    case 'dosing':
      return <DosingPlay v={v} d={play} />;
  }
}
