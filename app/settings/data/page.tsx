import { shownPath } from '@/server/db/watch';
import { profileOf } from '@/server/house';
import { healthView } from '@/server/settings/backups';
import { house } from '@/server/wiring';
import { DataHealth } from '@/ui/settings/data';

export default function DataPage() {
  const h = house();
  return <DataHealth {...healthView(h)} folder={h.folder ? shownPath(h.folder) : ''} zone={profileOf(h).place.zone} />;
}
