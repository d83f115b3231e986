import type { FastStationView } from '@/server/day/view';
import { DayPicker } from './picker';
import { FastTanks } from './fast-tanks';
import { Schedule } from './schedule';

/** Which day, how each tank fasts, and what is done when. */
export function FastStation({
  code,
  version,
  days,
  fasts,
  schedule,
}: FastStationView & { code: string; version: number }) {
  return (
    <>
      {days && <DayPicker code={code} version={version} {...days} />}
      {fasts && <FastTanks code={code} {...fasts} />}
      <Schedule code={code} {...schedule} />
    </>
  );
}
