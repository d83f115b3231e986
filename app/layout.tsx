import type { Metadata, Viewport } from 'next';
import { connection } from 'next/server';
import type { ReactNode } from 'react';
import { clockIsFixed } from '@/server/clock';
import { currencyOf, profileOf, type House, type Profile } from '@/server/house';
import { shownNow, whoIfAny } from '@/server/room/current-user';
import { concernCount } from '@/server/concerns';
import { menuFor, stationsFor } from '@/server/room/menu';
import { troubleOf } from '@/server/trouble';
import { keysOf, measuresOf, unitsOf } from '@/server/settings/settings';
import { house } from '@/server/wiring';
import { Alive } from '@/ui/shell/alive';
import { PreferencesProvider } from '@/ui/shell/preferences';
import { TopLine } from '@/ui/shell/top-line';
import './globals.css';

export const metadata: Metadata = {
  title: 'Kindly Crate',
  description: 'Plans, packs and receives live fish: the water in every bag, hour by hour.',
  appleWebApp: { capable: true, title: 'Kindly Crate', statusBarStyle: 'default' },
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#f4efe4' };

/** Every page shows what stands in the database now: nothing is rendered while building. */
export const dynamic = 'force-dynamic';

/** The data as they can be read now, or the sentence that says why not. */
function opened(): { h: House; profile: Profile } | string {
  try {
    const h = house();
    return { h, profile: profileOf(h) };
  } catch (error) {
    return troubleOf(error) ?? 'The data cannot be read: see the log of the server.';
  }
}

export default async function RootLayout({ children }: { children: ReactNode }) {
  await connection();
  const here = opened();
  if (typeof here === 'string')
    return (
      <html lang="en">
        <body>
          <main>
            <section className="work min-h-[60vh]">
              <h1 className="mt-10 text-28">Kindly Crate cannot open its data</h1>
              <p className="mt-3 max-w-[760px] text-16">{here}</p>
            </section>
          </main>
        </body>
      </html>
    );
  const { h, profile } = here;
  const who = await whoIfAny();
  // Strangers see the door, and nothing of the house in the page around it.
  if (!who)
    return (
      <html lang="en">
        <body>
          <main>{children}</main>
        </body>
      </html>
    );
  return (
    <html lang="en">
      <body>
        <PreferencesProvider
          system={unitsOf(h)}
          keys={keysOf(h)}
          measures={measuresOf(h)}
          currency={currencyOf(h)}
          me={{ name: who.name, role: who.role }}
          shown={await shownNow()}
          stations={stationsFor(who.role)}
        >
          <TopLine
            room={profile.name}
            town={profile.place.name}
            zone={profile.place.zone}
            nowMs={h.nowMs()}
            fixed={clockIsFixed()}
            open={menuFor(who.role)}
            wrong={concernCount(h)}
          />
          <main>{children}</main>
          <Alive />
        </PreferencesProvider>
      </body>
    </html>
  );
}
