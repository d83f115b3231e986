import { openStation } from '@/server/consignment/open';
import { frameView } from '@/server/consignment/station';
import { Frame } from '@/ui/consignment/frame';

export default async function StationsLayout({
  params,
  children,
}: {
  params: Promise<{ code: string }>;
  children: React.ReactNode;
}) {
  return <Frame view={frameView(await openStation(params))}>{children}</Frame>;
}
