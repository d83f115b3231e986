import { openStation } from '@/server/consignment/open';
import { whoIsHere } from '@/server/room/current-user';
import { frameView } from '@/server/consignment/station';
import { ShipmentFrame } from '@/ui/consignment/frame';

export default async function StationsLayout({
  params,
  children,
}: {
  params: Promise<{ code: string }>;
  children: React.ReactNode;
}) {
  return (
    <ShipmentFrame view={frameView(await openStation(params), (await whoIsHere()).role === 'owner')}>
      {children}
    </ShipmentFrame>
  );
}
