import { journalView } from '@/server/room/journal-view';
import { house } from '@/server/wiring';
import { Journal } from '@/ui/journal/journal';

type Asked = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function JournalPage({ searchParams }: Asked) {
  const asked = await searchParams;
  const one = (key: string) => (typeof asked[key] === 'string' ? { [key]: asked[key] } : {});
  return <Journal {...journalView(house(), { ...one('by'), ...one('of'), ...one('before') })} />;
}
