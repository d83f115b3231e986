import { notFound } from 'next/navigation';
import { storyView } from '@/server/logbook/story';
import { house } from '@/server/wiring';
import { ShipmentStory } from '@/ui/logbook/story';

export default async function StoryPage({ params }: { params: Promise<{ code: string }> }) {
  const s = storyView(house(), decodeURIComponent((await params).code));
  if (!s) notFound();
  return <ShipmentStory s={s} />;
}
