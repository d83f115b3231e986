import { notFound } from 'next/navigation';
import { runView } from '@/server/arrive/run-view';
import { clockIsFixed } from '@/server/clock';
import { whoIsHere } from '@/server/room/here';
import { house } from '@/server/wiring';
import { RunScreen } from '@/ui/arrive/run-screen';

export default async function RunPage({ params }: { params: Promise<{ code: string }> }) {
  const view = runView(house(), (await params).code, await whoIsHere());
  if (!view) notFound();
  return <RunScreen {...view} fixed={clockIsFixed()} />;
}
