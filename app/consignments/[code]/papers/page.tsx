import { openStation } from '@/server/consignment/open';
import { papersView } from '@/server/papers/view';
import { PapersStation } from '@/ui/papers/papers';

export default async function PapersPage({
  params,
  searchParams,
}: {
  params: Promise<{ code: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const s = await openStation(params);
  return <PapersStation {...papersView(s, await searchParams)} />;
}
