import { notFound } from 'next/navigation';
import { runView } from '@/server/arrive/run-view';
import { clockIsFixed } from '@/server/clock';
import { concernsInRun } from '@/server/concerns';
import { whoIsHere } from '@/server/room/current-user';
import { house } from '@/server/wiring';
import { RunScreen } from '@/ui/arrive/run-screen';

export default async function RunPage({ params }: { params: Promise<{ code: string }> }) {
  const h = house();
  const { code } = await params;
  const view = runView(h, code, await whoIsHere());
  if (!view) notFound();
  return <RunScreen {...view} concerns={concernsInRun(h, [code], ['timer', 'still-closed'])} fixed={clockIsFixed()} />;
}
