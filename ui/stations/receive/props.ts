import type { Species } from '@/core/catalogue/schema';
import type { BagReading, Outcome, WaterReading } from '@/core/consignment/schema';
import type { LaneView } from './view';

export interface ReceiveStationProps {
  code: string;
  version: number;
  zone: string;
  arrivedAt: string | null;
  arrivePlanMs: number;
  bags: {
    id: string;
    species: Species;
    animals: number;
    expectedC: number;
    expectedPh: number;
    reading: BagReading | null;
  }[];
  /** Receiving tanks, the first one first. */
  tanks: (WaterReading & { name: string })[];
  tankMeasured: boolean;
  lanes: LaneView[];
  recordEvent: (code: string, name: 'arrivedAt' | 'openedAt', done: boolean) => Promise<Outcome<null>>;
  saveReadings: (input: unknown) => Promise<Outcome<null>>;
  startRun: (code: string, bagId: string, method: string) => Promise<Outcome<string>>;
}
