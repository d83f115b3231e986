import { tankListView } from '@/server/stock/tanks';
import { house } from '@/server/wiring';
import { TankList } from '@/ui/stock/tank-list';

export default async function TanksPage({
  searchParams,
}: {
  searchParams: Promise<{ find?: string; shown?: string; gone?: string }>;
}) {
  return <TankList {...tankListView(house(), await searchParams)} />;
}
