import { receiveView } from '@/server/arrive/view';
import { clockIsFixed } from '@/server/clock';
import { openStation } from '@/server/consignment/open';
import { missingWords } from '@/server/consignment/station';
import { ReceiveStation } from '@/ui/arrive/station';

export default async function ReceivePage({ params }: { params: Promise<{ code: string }> }) {
  const s = await openStation(params);
  if (!s.e) return <p className="note max-w-[640px]">{missingWords(s)}</p>;
  const view = receiveView(s.h, s.c, s.e, s.view.runs);
  return <ReceiveStation key={s.c.actual.arrivedAt} {...s.base} {...view} fixed={clockIsFixed()} />;
}
