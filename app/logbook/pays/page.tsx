import { paysView } from '@/server/logbook/list';
import { house } from '@/server/wiring';
import { Pays } from '@/ui/logbook/what-works';

export default function PaysPage() {
  return <Pays v={paysView(house())} />;
}
