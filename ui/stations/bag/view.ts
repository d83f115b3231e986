import type { StandingBag } from '@/core/bag/geometry';
import type { Factor } from '@/core/bag/slack';
import type { Species } from '@/core/catalogue/schema';
import type { Bag } from '@/core/consignment/schema';

/** One bag as the Bag station shows it: its plan, its drawing, its hours. */
export interface BagView {
  bag: Bag;
  standing: StandingBag;
  inside: { species: Species; count: number; lengthCm: number; lineId: string; name: string }[];
  fishG: number;
  safeH: number | null;
  worstSafeH: number | null;
  slackH: number | null;
  worstSlackH: number | null;
  factor: Factor | null;
  state: 'fine' | 'watch' | 'stop';
  warnings: string[];
  hours: { h: number; tempC: number; oxygenMgL: number; nh3: number; tan: number; pH: number; co2: number }[];
  limits: { tempMin: number; tempMax: number; oxygenMgL: number; nh3: number; phFloor: number; co2MgL: number };
}
