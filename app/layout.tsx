import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { connection } from 'next/server';
import { clockIsFixed } from '@/server/clock';
import { profileOf } from '@/server/house';
import { house } from '@/server/wiring';
import { TopLine } from '@/ui/shell/top-line';
import './globals.css';

export const metadata: Metadata = {
  title: 'Kindly Crate',
  description: 'Plans, packs and receives live fish: the water in every bag, hour by hour.',
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  await connection();
  const h = house();
  const profile = profileOf(h);
  return (
    <html lang="en">
      <body>
        <TopLine
          room={profile.name}
          town={profile.place.name}
          zone={profile.place.zone}
          nowMs={h.nowMs()}
          fixed={clockIsFixed()}
        />
        <main>{children}</main>
      </body>
    </html>
  );
}
