import { askedFor } from '@/server/asked';
import { consignmentList } from '@/server/consignment/list';
import { house } from '@/server/wiring';
import { ConsignmentList } from '@/ui/consignment/list';

export default async function ConsignmentsPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  return <ConsignmentList {...consignmentList(house(), await askedFor(searchParams))} />;
}
