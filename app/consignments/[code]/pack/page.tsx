import { notFound, redirect } from 'next/navigation';
import { clockIsFixed } from '@/server/clock';
import { packRunView } from '@/server/pack/run-view';
import { concernsInRun } from '@/server/concerns';
import { whoIsHere } from '@/server/room/current-user';
import { house } from '@/server/wiring';
import { PackRun } from '@/ui/pack/run/screen';

export default async function PackPage({ params }: { params: Promise<{ code: string }> }) {
  const { code } = await params;
  const h = house();
  const stored = h.consignments.byCode(code);
  if (!stored) notFound();
  // What comes from elsewhere was packed by others.
  if (stored.document.direction === 'incoming') redirect(`/consignments/${stored.document.code}/receive`);
  const view = packRunView(h, [stored.document.code], await whoIsHere());
  return (
    <PackRun
      {...view}
      concerns={concernsInRun(h, [code])}
      fixed={clockIsFixed()}
      title={`Pack ${code}`}
      back={`/consignments/${code}/send`}
    />
  );
}
