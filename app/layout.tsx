import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { clockIsFixed } from '@/server/clock';
import { profileOf } from '@/server/house';
import { keysOf, unitsOf } from '@/server/settings/settings';
import { house } from '@/server/wiring';
import { WishesProvider } from '@/ui/shell/wishes';
import { TopLine } from '@/ui/shell/top-line';
import './globals.css';

export const metadata: Metadata = {
  title: 'Kindly Crate',
  description: 'Plans, packs and receives live fish: the water in every bag, hour by hour.',
};

/** Every page shows what stands in the database now: nothing is rendered while building. */
export const dynamic = 'force-dynamic';

export default function RootLayout({ children }: { children: ReactNode }) {
  const h = house();
  const profile = profileOf(h);
  return (
    <html lang="en">
      <body>
        <WishesProvider system={unitsOf(h)} keys={keysOf(h)}>
          <TopLine
            room={profile.name}
            town={profile.place.name}
            zone={profile.place.zone}
            nowMs={h.nowMs()}
            fixed={clockIsFixed()}
          />
          <main>{children}</main>
        </WishesProvider>
      </body>
    </html>
  );
}
