import type { BagType } from '@/core/catalogue/schema';
import type { Bag, Outcome, WaterReading } from '@/core/consignment/schema';
import type { BagView } from './view';

export interface BagStationProps {
  code: string;
  version: number;
  views: BagView[];
  bags: Bag[];
  lines: { id: string; name: string; count: number }[];
  bagTypes: BagType[];
  water: WaterReading;
  deadlineH: number;
  chosen: string | null;
  saveBags: (input: unknown) => Promise<Outcome<null>>;
  replanBags: (code: string, version: number) => Promise<Outcome<string[]>>;
}
