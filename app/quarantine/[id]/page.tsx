import { notFound } from 'next/navigation';
import { tankWeeks } from '@/server/quarantine/view';
import { house } from '@/server/wiring';
import { TankWeeksPage } from '@/ui/quarantine/page';

export default async function WeeksPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const q = tankWeeks(house(), decodeURIComponent(id));
  if (!q) notFound();
  return <TankWeeksPage q={q} />;
}
