import type { Species } from '@/core/catalogue/schema';
import type { WaterReading } from '@/core/consignment/schema';
import type { Mark } from '@/ui/drawings/state-mark';

/** The methods for some bags, as the Receive station compares them. */
export interface MethodView {
  id: string;
  name: string;
  burden: number;
  minutes: number[];
  nh3: number[];
  pH: number[];
  openAtMin: number;
  transferAtMin: number;
  figures: { name: string; value: string; unit: string; mark: Mark; heavy: number }[];
}

export interface LaneView {
  bagIds: string[];
  title: string;
  speciesNames: string;
  species: Species;
  tank: WaterReading & { name: string };
  opened: { tempC: number; pH: number; co2MgL: number; tanMgNL: number; salinity: number; ghDgh: number };
  measured: boolean;
  limitNh3: number;
  reason: string;
  either: boolean;
  methods: MethodView[];
  /** What the packing or the tank forbids, and why. */
  refused: { id: string; name: string; why: string }[];
  problem: string | null;
  runId: string | null;
}
