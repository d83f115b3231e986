import { house } from '@/server/wiring';
import { SupplyFigures } from '@/ui/stock/figures';

export default function FiguresPage() {
  return <SupplyFigures catalogue={house().shelves().offered} />;
}
