import { consignmentList } from '@/server/consignment/list';
import { house } from '@/server/wiring';
import { ConsignmentList } from '@/ui/consignment/list';

export default async function ConsignmentsPage({
  searchParams,
}: {
  searchParams: Promise<{ find?: string; show?: string; page?: string }>;
}) {
  return <ConsignmentList {...consignmentList(house(), await searchParams)} />;
}
