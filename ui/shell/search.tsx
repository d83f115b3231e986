import { Button } from '@/ui/kit/button';
import { Link } from '@/ui/kit/link';
import type { searchView } from '@/server/records/view';

/** Everything that holds the words, by kind. */
export function Search({ find, groups }: { find: string; groups: ReturnType<typeof searchView> }) {
  const count = groups.reduce((n, g) => n + g.rows.length, 0);
  return (
    <>
      <section className="chead flex-wrap">
        <h1>Find</h1>
        <form className="find !h-11 max-md:w-full" role="search" action="/search">
          <input
            name="find"
            className="!w-72 min-w-0 text-16 max-md:!w-auto max-md:flex-1"
            defaultValue={find}
            aria-label="Find anything"
            placeholder="a code, a name, a fish, a tank"
            autoFocus
          />
          <Button tone="go" className="!min-h-8 max-md:!min-h-9">
            Find
          </Button>
        </form>
        <p className="c2">{find && (count === 0 ? `Nothing matches “${find}”.` : `${count} found.`)}</p>
      </section>
      <section className="work border-t border-rule-strong">
        <div className="grid gap-x-12 gap-y-7 lg:grid-cols-2">
          {groups.map((g) => (
            <section key={g.title}>
              <h2 className="mb-1">{g.title}</h2>
              <ul>
                {g.rows.slice(0, 40).map((r) => (
                  <li key={r.id} className="border-b border-rule">
                    <Link href={r.href} className="flex min-h-11 items-center gap-3 py-1">
                      <b className="font-head text-15 text-tide">{r.name}</b>
                      <span className="note ml-auto text-right">{r.detail}</span>
                    </Link>
                  </li>
                ))}
              </ul>
              {g.rows.length > 40 && <p className="note mt-1">and {g.rows.length - 40} more: add a word.</p>}
            </section>
          ))}
        </div>
        {!find && (
          <p className="note">
            Shipments, receivers, tanks, fish, places, carriers, supplies and species: any part of a name, with or
            without accents; several words narrow it.
          </p>
        )}
      </section>
    </>
  );
}
