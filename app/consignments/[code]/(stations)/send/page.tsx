import { openStation } from '@/server/consignment/open';
import { whoIsHere } from '@/server/room/current-user';
import { sendView } from '@/server/pack/view';
import { roadView } from '@/server/road/view';
import { RoadSection } from '@/ui/road/road';
import { SendStation } from '@/ui/pack/station';

export default async function SendPage({ params }: { params: Promise<{ code: string }> }) {
  const station = await openStation(params);
  const road = roadView(station);
  return (
    <>
      {road && <RoadSection v={road} />}
      <SendStation {...sendView(station, await whoIsHere())} />
    </>
  );
}
