import { openStation } from '@/server/consignment/open';
import { orderView } from '@/server/order/view';
import { OrderStation } from '@/ui/order/station';

export default async function OrderPage({ params }: { params: Promise<{ code: string }> }) {
  const s = await openStation(params);
  return <OrderStation {...s.base} {...orderView(s)} />;
}
