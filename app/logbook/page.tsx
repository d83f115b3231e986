import { askedFor } from '@/server/asked';
import { logbookView } from '@/server/logbook/list';
import { house } from '@/server/wiring';
import { Logbook } from '@/ui/logbook/list';

export default async function LogbookPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  return <Logbook v={logbookView(house(), await askedFor(searchParams))} />;
}
