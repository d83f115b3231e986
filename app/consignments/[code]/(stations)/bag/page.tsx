import { bagStationView } from '@/server/bag/view';
import { openStation } from '@/server/consignment/open';
import { BagStation } from '@/ui/bag/station';

type Asked = { params: Promise<{ code: string }>; searchParams: Promise<{ bag?: string }> };

export default async function BagPage({ params, searchParams }: Asked) {
  const s = await openStation(params);
  const { bag } = await searchParams;
  const known = s.c.bags.some((b) => b.id === bag) ? bag! : null;
  return <BagStation {...s.base} {...bagStationView(s, known)} />;
}
