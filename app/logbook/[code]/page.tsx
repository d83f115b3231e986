import { notFound } from 'next/navigation';
import { storyView } from '@/server/logbook/story';
import { house } from '@/server/wiring';
import { Story } from '@/ui/logbook/story';

export default async function StoryPage({ params }: { params: Promise<{ code: string }> }) {
  const s = storyView(house(), decodeURIComponent((await params).code));
  if (!s) notFound();
  return <Story s={s} />;
}
