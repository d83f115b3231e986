import { roundView } from '@/server/quarantine/view';
import { house } from '@/server/wiring';
import { Round } from '@/ui/quarantine/round';

export default function RoundPage() {
  return <Round v={roundView(house())} />;
}
