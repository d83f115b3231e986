import { heldView } from '@/server/logbook/list';
import { house } from '@/server/wiring';
import { Held } from '@/ui/logbook/held';

export default function HeldPage() {
  return <Held v={heldView(house())} />;
}
