import type { Device, DeviceKind } from '@/core/consignment/device';
import type { Subject } from '@/core/consignment/facts';
import type { Quantity } from '@/core/measurement/quantities';

/**
 * Simulated devices to practise with, and for tests: each tells what the house itself computes of a thing, with the scatter
 * and the steps of an instrument of its kind (common practice). The same thing at the same minute reads the same.
 */
interface Instrument {
  name: string;
  /** What it tells, with the standard scatter of a reading and the step it is shown in. */
  tells: Partial<Record<Quantity, { scatter: number; step: number }>>;
}

const instruments: Record<DeviceKind, Instrument> = {
  infrared: {
    name: 'simulated infrared thermometer',
    tells: { surfaceC: { scatter: 0.8, step: 0.1 }, tempC: { scatter: 0.3, step: 0.1 } },
  },
  logger: { name: 'simulated temperature logger', tells: { tempC: { scatter: 0.2, step: 0.1 } } },
  scale: { name: 'simulated scale', tells: { weightKg: { scatter: 0.01, step: 0.05 } } },
  probe: {
    name: 'simulated water probe',
    tells: { tempC: { scatter: 0.1, step: 0.1 }, pH: { scatter: 0.03, step: 0.01 } },
  },
};

/** What is so: a figure of a thing at an instant; null where there is none. */
export type World = (subject: Subject, quantity: Quantity) => number | null;

/** A repeatable number in 0…1 of a text (FNV-1a). */
function unit(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  h = Math.imul(h ^ (h >>> 15), 0x846ca68b);
  return ((h ^ (h >>> 13)) >>> 0) / 2 ** 32;
}

/** Mean 0, spread 1: the sum of twelve even numbers less six. */
const normal = (key: string): number =>
  Array.from({ length: 12 }, (_, i) => unit(`${key} ${i}`)).reduce((s, x) => s + x, -6);

export function standIn(kind: DeviceKind, world: World, nowMs: number): Device {
  const { name, tells } = instruments[kind];
  const at = new Date(nowMs).toISOString();
  return {
    kind,
    name,
    method: 'stand-in',
    read: (subject) =>
      Object.entries(tells).flatMap(([q, { scatter, step }]) => {
        const quantity = q as Quantity;
        const so = world(subject, quantity);
        if (so === null) return [];
        const read = so + scatter * normal(`${subject.kind} ${subject.id} ${quantity} ${Math.floor(nowMs / 60_000)}`);
        const places = step >= 0.1 ? 1 : 2;
        return [{ quantity, value: Number((Math.round(read / step) * step).toFixed(places)), at }];
      }),
  };
}
