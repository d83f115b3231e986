import { askedFor } from '@/server/asked';
import { tankListView } from '@/server/stock/tanks';
import { house } from '@/server/wiring';
import { TankList } from '@/ui/stock/tank-list';

export default async function TanksPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  return <TankList {...tankListView(house(), await askedFor(searchParams))} />;
}
