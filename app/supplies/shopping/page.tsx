import { profileOf } from '@/server/house';
import { suppliesView } from '@/server/stock/supplies';
import { house } from '@/server/wiring';
import { Shopping } from '@/ui/stock/shopping';

export default function ShoppingPage() {
  const h = house();
  return <Shopping {...suppliesView(h)} zone={profileOf(h).place.zone} />;
}
