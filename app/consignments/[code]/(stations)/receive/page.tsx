import { receiveView } from '@/server/arrive/view';
import { openStation } from '@/server/consignment/open';
import { missingWords } from '@/server/consignment/station';
import { ReceiveStation } from '@/ui/arrive/station';

export default async function ReceivePage({ params }: { params: Promise<{ code: string }> }) {
  const s = await openStation(params);
  if (!s.e) return <p className="note max-w-[640px]">{missingWords(s)}</p>;
  return <ReceiveStation key={s.c.actual.arrivedAt} {...s.base} {...receiveView(s.h, s.c, s.e, s.view.runs)} />;
}
