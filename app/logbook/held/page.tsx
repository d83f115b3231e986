import { heldView } from '@/server/logbook/list';
import { house } from '@/server/wiring';
import { ForecastAccuracy } from '@/ui/logbook/forecast-accuracy';

export default function HeldPage() {
  return <ForecastAccuracy v={heldView(house())} />;
}
