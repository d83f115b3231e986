import { freightView } from '@/server/box/freight-view';
import { boxView } from '@/server/box/view';
import { openStation } from '@/server/consignment/open';
import { missingWords } from '@/server/consignment/station';
import { BoxStation } from '@/ui/box/station';

export default async function BoxPage({ params }: { params: Promise<{ code: string }> }) {
  const s = await openStation(params);
  if (!s.e) return <p className="note max-w-[640px]">{missingWords(s)}</p>;
  return <BoxStation {...s.base} {...boxView(s.h, s.c, s.e)} money={freightView(s, s.e)} zone={s.home.zone} />;
}
