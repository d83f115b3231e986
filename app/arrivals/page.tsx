import { askedFor } from '@/server/asked';
import { consignmentList } from '@/server/consignment/list';
import { house } from '@/server/wiring';
import { ConsignmentList } from '@/ui/consignment/list';

export default async function ArrivalsPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { page } = await askedFor(searchParams);
  return <ConsignmentList {...consignmentList(house(), { show: 'arrivals', ...(page && { page }) })} />;
}
