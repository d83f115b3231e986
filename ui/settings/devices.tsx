'use client';

import { setPractises } from '@/server/devices/actions';
import { Switch } from './switch';

/** Instruments: stand-ins to practise with; real ones by hand or by their files. */
export const DevicesChoice = ({ on }: { on: boolean }) => (
  <Switch
    title="Devices"
    on={on}
    set={setPractises}
    note="Type readings from real instruments. Import temperature logger files where asked."
  >
    <b>Simulated instruments for practice</b>: an infrared thermometer and a scale that show computed values. Their
    readings are stored as practice, never as measurements.
  </Switch>
);
