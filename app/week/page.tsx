import { feedPath } from '@/server/bench/feed-key';
import { weekView } from '@/server/bench/week';
import { profileOf } from '@/server/house';
import { house } from '@/server/wiring';
import { Week } from '@/ui/bench/week';

export default function WeekPage() {
  const h = house();
  return <Week days={weekView(h)} feed={feedPath(h)} zone={profileOf(h).place.zone} />;
}
