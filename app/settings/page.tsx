import { settingsView } from '@/server/settings/view';
import { house } from '@/server/wiring';
import { Settings } from '@/ui/settings/settings';

export default function SettingsPage() {
  return <Settings {...settingsView(house())} />;
}
