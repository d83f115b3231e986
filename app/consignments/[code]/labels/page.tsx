import { openStation } from '@/server/consignment/open';
import { labelsView } from '@/server/pack/labels';
import { Labels } from '@/ui/pack/labels';

export default async function LabelsPage({ params }: { params: Promise<{ code: string }> }) {
  const s = await openStation(params);
  return <Labels code={s.c.code} labels={labelsView(s)} />;
}
