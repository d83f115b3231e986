import { openStation } from '@/server/consignment/open';
import { papersView } from '@/server/papers/view';
import { Papers } from '@/ui/papers/papers';

export default async function PapersPage({
  params,
  searchParams,
}: {
  params: Promise<{ code: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const s = await openStation(params);
  return <Papers {...papersView(s, await searchParams)} />;
}
