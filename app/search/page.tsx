import { askedFor } from '@/server/asked';
import { searchView } from '@/server/records/view';
import { whoIsHere } from '@/server/room/current-user';
import { atLeast, leastForPath } from '@/server/room/rights';
import { house } from '@/server/wiring';
import { Search } from '@/ui/shell/search';

export default async function SearchPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { find = '' } = await askedFor(searchParams);
  const { role } = await whoIsHere();
  // What is found leads somewhere for whoever looks.
  const groups = searchView(house(), find)
    .map((g) => ({
      ...g,
      rows: g.rows.filter((r) => atLeast(role, leastForPath(new URL(r.href, 'http://here').pathname))),
    }))
    .filter((g) => g.rows.length > 0);
  return <Search find={find} groups={groups} />;
}
