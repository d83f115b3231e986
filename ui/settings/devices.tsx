'use client';

import { setPractises } from '@/server/devices/actions';
import { Switch } from './switch';

/** Instruments: stand-ins to practise with; real ones by hand or by their files. */
export const DevicesChoice = ({ on }: { on: boolean }) => (
  <Switch
    title="Devices"
    on={on}
    set={setPractises}
    note="A real instrument is read by eye and typed; the file of a temperature logger is taken where it is asked for."
  >
    <b>Stand-ins to practise with</b>: an infrared thermometer and a scale that read what the house computes. Their
    readings are kept as practice, never as measurements.
  </Switch>
);
