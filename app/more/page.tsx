import { isOpenTo } from '@/server/room/menu';
import { whoIsHere } from '@/server/room/current-user';
import { Link } from '@/ui/kit/link';

const groups = [
  [
    'Address book',
    [
      ['/receivers', 'Receivers', 'Who gets fish, where, and their water'],
      ['/carriers', 'Carriers', 'Services, counters, prices, rest days'],
      ['/places', 'Places', 'Towns with coordinates and holidays'],
    ],
  ],
  [
    'Knowledge',
    [
      ['/species', 'Species', 'Tolerance, size, fasting; add your own'],
      ['/species/assumptions', 'Assumptions', 'Every figure behind the calculation'],
      ['/glossary', 'Glossary', 'What the words mean'],
      ['/quick', 'Quick answer', 'How much water, and how long is it safe'],
    ],
  ],
  [
    'Looking back',
    [
      ['/logbook', 'Logbook', 'Every opened shipment: predicted and measured'],
      ['/logbook/pays', 'What works', 'Survival by species, service and packs'],
      ['/logbook/held', 'Forecast accuracy', 'Whether the odds were right'],
      ['/logbook/learned', 'Your own figures', 'Boxes, packs and fish as you measured them'],
      ['/practice', 'Practice', 'Shipments with hidden luck, to learn on'],
    ],
  ],
  [
    'Kindly Crate',
    [
      ['/settings', 'Settings', 'Your fish room, units, limits'],
      ['/settings/people', 'People and phones', 'Connect phones, roles, passphrase'],
      ['/settings/data', 'Health and backups', 'Check and export your data'],
      ['/journal', 'Journal', 'Who did what, and when'],
      ['/certificates', 'Certificates', 'Certificates of origin you issued'],
    ],
  ],
] as const;

export default async function MorePage() {
  const { role } = await whoIsHere();
  return (
    <>
      <section className="chead">
        <h1>More</h1>
      </section>
      <section className="work grid content-start gap-x-10 gap-y-6 border-t border-rule-strong md:grid-cols-2">
        {groups.map(([title, links]) => {
          const open = links.filter(([href]) => isOpenTo(role, href));
          return (
            open.length > 0 && (
              <section key={title}>
                <h2 className="mb-1 text-22">{title}</h2>
                <ul>
                  {open.map(([href, label, what]) => (
                    <li key={href} className="border-t border-rule">
                      <Link href={href} className="flex min-h-16 flex-wrap items-center gap-x-3 py-2 md:min-h-11">
                        <span className="w-44 font-semibold text-tide underline">{label}</span>
                        <span className="note">{what}</span>
                      </Link>
                    </li>
                  ))}
                </ul>
              </section>
            )
          );
        })}
      </section>
    </>
  );
}
