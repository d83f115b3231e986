'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import * as devices from './devices';

export async function readDevice(press: string, input: devices.DeviceInput): Promise<Outcome<devices.DeviceReading>> {
  return write(press, (h) => devices.readDevice(h, input));
}
export async function setPractises(press: string, on: boolean): Promise<Outcome<null>> {
  return write(press, (h) => devices.setPractises(h, on === true));
}
