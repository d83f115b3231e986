import { askedFor } from '@/server/asked';
import { notFound } from 'next/navigation';
import { kindOfSlug } from '@/records';
import { listView } from '@/server/records/view';
import { house } from '@/server/wiring';
import { RecordList } from '@/ui/records/list';

export default async function ListPage({
  params,
  searchParams,
}: {
  params: Promise<{ kind: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const kind = kindOfSlug((await params).kind);
  if (!kind) notFound();
  const { page, gone, ...asked } = await askedFor(searchParams);
  const h = house();
  const removed = gone ? h.records.byId(gone) : null;
  return (
    <RecordList
      slug={kind.slug}
      one={kind.one}
      many={kind.many}
      about={kind.about}
      counted={kind.counted}
      view={listView(h, kind, { ...asked, page: Number(page) || 1 })}
      gone={removed?.deletedAt ? { id: removed.id, name: removed.name } : null}
    />
  );
}
