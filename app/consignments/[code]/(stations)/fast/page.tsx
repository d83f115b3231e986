import { openStation } from '@/server/consignment/open';
import { fastStationView } from '@/server/day/view';
import { FastStation } from '@/ui/day/station';

export default async function FastPage({ params }: { params: Promise<{ code: string }> }) {
  const s = await openStation(params);
  return <FastStation {...s.base} {...fastStationView(s)} />;
}
