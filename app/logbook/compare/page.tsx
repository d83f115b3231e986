import { askedFor } from '@/server/asked';
import { compareView } from '@/server/logbook/story';
import { house } from '@/server/wiring';
import { Compare } from '@/ui/logbook/compare';

export default async function ComparePage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  return <Compare v={compareView(house(), (await askedFor(searchParams)).of ?? '')} />;
}
