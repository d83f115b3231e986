import { profileOf } from '@/server/house';
import { learnedView } from '@/server/logbook/learned';
import { house } from '@/server/wiring';
import { LearnedPage } from '@/ui/logbook/own-figures';

export default function LearnedRoute() {
  const h = house();
  return <LearnedPage v={learnedView(h)} zone={profileOf(h).place.zone} />;
}
