import { openStation } from '@/server/consignment/open';
import { whoIsHere } from '@/server/room/here';
import { sendView } from '@/server/pack/view';
import { SendStation } from '@/ui/pack/station';

export default async function SendPage({ params }: { params: Promise<{ code: string }> }) {
  return <SendStation {...sendView(await openStation(params), await whoIsHere())} />;
}
