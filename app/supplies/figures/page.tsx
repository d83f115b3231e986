import { house } from '@/server/wiring';
import { Figures } from '@/ui/stock/figures';

export default function FiguresPage() {
  return <Figures catalogue={house().shelves().offered} />;
}
