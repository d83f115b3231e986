import { notFound, redirect } from 'next/navigation';
import { consignmentView } from '@/server/consignment/view';
import { openStationFor } from '@/server/room/menu';
import { whoIsHere } from '@/server/room/current-user';
import { house } from '@/server/wiring';

/** A consignment opens where its work is. */
export default async function ConsignmentPage({ params }: { params: Promise<{ code: string }> }) {
  const { code } = await params;
  const view = consignmentView(house(), code);
  if (!view) notFound();
  const { role } = await whoIsHere();
  redirect(`/consignments/${code}/${openStationFor(role, view.nowStation)}`);
}
