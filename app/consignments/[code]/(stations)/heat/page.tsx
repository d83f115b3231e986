import { openStation } from '@/server/consignment/open';
import { missingWords } from '@/server/consignment/station';
import { heatView } from '@/server/heat/view';
import { HeatStation } from '@/ui/heat/station';

export default async function HeatPage({ params }: { params: Promise<{ code: string }> }) {
  const s = await openStation(params);
  const view = heatView(s);
  return view ? <HeatStation {...s.base} {...view} /> : <p className="note max-w-[640px]">{missingWords(s)}</p>;
}
