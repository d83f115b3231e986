import { practiceView } from '@/server/practice/practice';
import { house } from '@/server/wiring';
import { PracticeList } from '@/ui/practice/list';

export default function PracticePage() {
  return <PracticeList v={practiceView(house())} />;
}
