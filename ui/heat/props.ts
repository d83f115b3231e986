import type { PackRow } from '@/core/evaluate/job';
import type { HeatView } from '@/server/heat/view';

/** A pack set as the Heat station compares it: the row of the table, with its chance once known, and its curves. */
export type HeatOption = PackRow & { tempC: number[]; packW: number[]; lossW: number[] };

export type HeatStationProps = Omit<HeatView, 'boxes'> & {
  boxes: (Omit<HeatView['boxes'][number], 'options'> & { options: HeatOption[] })[];
  code: string;
  version: number;
};
