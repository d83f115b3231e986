import { openStation } from '@/server/consignment/open';
import { missingWords } from '@/server/consignment/station';
import { heatView } from '@/server/heat/view';
import { HeatStation } from '@/ui/heat/station';

type Asked = { params: Promise<{ code: string }>; searchParams: Promise<{ box?: string }> };

export default async function HeatPage({ params, searchParams }: Asked) {
  const s = await openStation(params);
  const { box } = await searchParams;
  const view = heatView(s, typeof box === 'string' ? box : null);
  return view ? (
    <HeatStation key={view.boxId} {...s.base} {...view} />
  ) : (
    <p className="note max-w-[640px]">{missingWords(s)}</p>
  );
}
