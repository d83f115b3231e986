import { openStation } from '@/server/consignment/open';
import { quarantineView } from '@/server/quarantine/view';
import { QuarantineStation } from '@/ui/quarantine/station';

export default async function QuarantinePage({ params }: { params: Promise<{ code: string }> }) {
  return <QuarantineStation {...quarantineView(await openStation(params))} />;
}
