import type { Observation, Subject } from './facts';
import type { Quantity } from '@/core/measurement/quantities';

/** What reads figures off the world for a station. */
export const deviceKinds = ['infrared', 'logger', 'scale', 'probe'] as const;
export type DeviceKind = (typeof deviceKinds)[number];

interface DeviceReading {
  quantity: Quantity;
  /** In the unit of its quantity (`quantities`). */
  value: number;
  at: string;
}

/**
 * A device behind one small interface: it is held to a subject and tells what it reads, newest last. A stand-in says that
 * it is one, and what it tells is kept under the method "stand-in": it is never taken for a measurement.
 */
export interface Device {
  kind: DeviceKind;
  name: string;
  method: Observation['method'];
  read: (subject: Subject) => DeviceReading[];
}
