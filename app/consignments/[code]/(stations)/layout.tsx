import { openStation } from '@/server/consignment/open';
import { whoIsHere } from '@/server/room/here';
import { frameView } from '@/server/consignment/station';
import { Frame } from '@/ui/consignment/frame';

export default async function StationsLayout({
  params,
  children,
}: {
  params: Promise<{ code: string }>;
  children: React.ReactNode;
}) {
  return <Frame view={frameView(await openStation(params), (await whoIsHere()).role === 'owner')}>{children}</Frame>;
}
