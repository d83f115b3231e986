import type { Job, PackRow } from '@/core/consignment/job';
import type { Outcome } from '@/core/consignment/schema';

/** A pack set as the Heat station compares it: the row of the table and its curves. */
export interface HeatOption extends PackRow {
  tempC: number[];
  packW: number[];
  lossW: number[];
}

import type { ForecastView } from './forecast';

export interface HeatStationProps {
  code: string;
  version: number;
  zone: string;
  boxes: { id: string; firstBagId: string; ventHoles: number; chosen: string; options: HeatOption[] }[];
  /** What the page's own workers compute the chances from. */
  job: Omit<Job, 'options'>;
  packTypes: { id: string; name: string; kind: 'heat' | 'cold'; surfaceC: number }[];
  clock: { sealMs: number; deadlineMs: number; lastFeedMs: number | null; nowMs: number };
  stepMs: number;
  ambientC: number[];
  legs: { label: string; startMs: number; endMs: number; minC: number; maxC: number }[];
  band: { min: number; max: number };
  shiftC: number;
  forecast: ForecastView;
  /** Packs of each type that this consignment may take; types that nobody counted are left out. */
  freePacks: Record<string, number>;
  openAt: string;
  savePacks: (input: unknown) => Promise<Outcome<null>>;
  importForecast: (code: string, text: string, name: string) => Promise<Outcome<null>>;
  refreshForecast: (code: string) => Promise<Outcome<null>>;
  typeForecast: (input: unknown) => Promise<Outcome<null>>;
}
