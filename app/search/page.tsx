import { searchView } from '@/server/records/view';
import { house } from '@/server/wiring';
import { Search } from '@/ui/shell/search';

export default async function SearchPage({ searchParams }: { searchParams: Promise<{ find?: string }> }) {
  const { find = '' } = await searchParams;
  return <Search find={find} groups={searchView(house(), find)} />;
}
