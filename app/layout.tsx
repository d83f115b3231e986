import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { clockIsFixed } from '@/server/clock';
import { currencyOf, profileOf, type House, type Profile } from '@/server/house';
import { troubleOf } from '@/server/trouble';
import { keysOf, measuresOf, unitsOf } from '@/server/settings/settings';
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

/** The data as they can be read now, or the sentence that says why not. */
function opened(): { h: House; profile: Profile } | string {
  try {
    const h = house();
    return { h, profile: profileOf(h) };
  } catch (error) {
    return troubleOf(error) ?? 'The data cannot be read: see the log of the server.';
  }
}

export default function RootLayout({ children }: { children: ReactNode }) {
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
  return (
    <html lang="en">
      <body>
        <WishesProvider system={unitsOf(h)} keys={keysOf(h)} measures={measuresOf(h)} currency={currencyOf(h)}>
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
