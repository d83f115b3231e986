import { bagStationView } from '@/server/bag/view';
import { openStation } from '@/server/consignment/open';
import { BagStation } from '@/ui/bag/station';

export default async function BagPage({ params }: { params: Promise<{ code: string }> }) {
  const s = await openStation(params);
  return <BagStation {...s.base} {...bagStationView(s)} />;
}
