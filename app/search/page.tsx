import { askedFor } from '@/server/asked';
import { searchView } from '@/server/records/view';
import { house } from '@/server/wiring';
import { Search } from '@/ui/shell/search';

export default async function SearchPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { find = '' } = await askedFor(searchParams);
  return <Search find={find} groups={searchView(house(), find)} />;
}
