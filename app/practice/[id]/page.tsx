import { notFound } from 'next/navigation';
import { crateView } from '@/server/practice/practice';
import { house } from '@/server/wiring';
import { Play } from '@/ui/practice/play';

export default async function CratePage({ params }: { params: Promise<{ id: string }> }) {
  const v = crateView(house(), decodeURIComponent((await params).id));
  if (!v) notFound();
  return <Play key={v.crate.id} v={v} />;
}
