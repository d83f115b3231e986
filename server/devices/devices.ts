import { z } from 'zod';
import { withOverrides } from '@/core/catalogue/assumptions';
import { deviceKinds, type Device } from '@/core/consignment/device';
import { subjectKinds, type Observation, type Subject } from '@/core/consignment/facts';
import type { Quantity } from '@/core/measurement/quantities';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import type { TracePlace } from '@/core/consignment/trace';
import { assume } from '@/core/consignment/assume';
import { tankOfLine, tanksOf } from '@/core/consignment/waters';
import { evaluate } from '@/core/evaluate/evaluate';
import { numberedPacks } from '@/core/heat/numbered';
import { expectedSurfaceC } from '@/core/heat/proof';
import { idText } from '@/core/quantities/shapes';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { practiceDevice } from '@/server/outside';

const SETTING = 'devices';
/** The room that packs are proved in, as the stand-ins have it, °C. */
const ROOM_C = 20;

/** Whether stand-ins take the place of instruments, to practise with. */
export const practises = (house: House): boolean => house.arrivals.setting(SETTING) === 'stand-in';

export function setPractises(house: House, on: boolean): Outcome<null> {
  house.arrivals.setSetting(SETTING, on ? 'stand-in' : 'none');
  return { ok: true, value: null };
}

/** What the house computes of a thing now: what a stand-in is held to. */
function computed(house: House, c: Consignment, subject: Subject, quantity: Quantity): number | null {
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  if (subject.kind === 'pack') {
    const pack = numberedPacks(c, catalogue, house.facts.of(c.id), a).find((p) => p.id === subject.id);
    if (!pack?.openedAt) return null;
    if (quantity === 'tempC') return ROOM_C;
    return expectedSurfaceC(pack.type, (house.nowMs() - Date.parse(pack.openedAt)) / 60_000, ROOM_C, a);
  }
  if (subject.kind === 'tank') {
    if (!tanksOf(c).some((t) => t.name === subject.id)) return null;
    const tank = tankOfLine(assume(c, catalogue, a), subject.id);
    return quantity === 'tempC' || quantity === 'pH' ? tank[quantity] : null;
  }
  const e = evaluate(c, catalogue, c.forecast, { draws: 0, stepH: 0.5 });
  if (!e.ok) return null;
  if (subject.kind === 'box' && quantity === 'weightKg')
    return e.value.boxes.find((b) => b.id === subject.id)?.weights.totalKg ?? null;
  // A logger lies among the bags of its box: it reads the warmth of the first of them.
  const bag = e.value.bags.find((b) => (subject.kind === 'box' ? b.boxId : b.id) === subject.id);
  if ((subject.kind !== 'bag' && subject.kind !== 'box') || !bag) return null;
  const i = Math.round((house.nowMs() - e.value.instants.sealMs) / 3600_000 / e.value.stepH);
  const at = Math.min(e.value.steps - 1, Math.max(0, i));
  return quantity === 'tempC' ? bag.tempC[at]! : quantity === 'pH' ? bag.curves.pH[at]! : null;
}

/** What a logger kept from the closing of its box on, an instant a quarter of an hour; nothing is stored by reading. */
export function readTrace(
  house: House,
  c: Consignment,
  at: { boxId: string; bagId: string | null; place: TracePlace },
): Outcome<{ name: string; method: Observation['method']; points: [number, number][] }> {
  if (!practises(house))
    return refuse('device', 'No logger connected. Import its file, or turn on simulated instruments in Settings.');
  const e = evaluate(c, catalogueOf(c, house), c.forecast, { draws: 0, stepH: 0.25 });
  if (!e.ok) return e;
  const box = e.value.boxes.find((b) => b.id === at.boxId);
  const bag = e.value.bags.find((b) => b.id === at.bagId);
  const curve = at.place === 'outside' ? e.value.ambient.pointC : at.place === 'air' ? box?.curves.airC : bag?.tempC;
  if (!curve) return refuse('device', 'Nothing to read there yet.');
  const { sealMs } = e.value.instants;
  const until = Math.min(house.nowMs(), Date.parse(c.actual.openedAt ?? '') || Infinity);
  const points: [number, number][] = [];
  let name = '';
  for (let i = 0; i < curve.length && sealMs + i * 900_000 <= until; i++) {
    const ms = sealMs + i * 900_000;
    const device = practiceDevice('logger', () => curve[i]!, ms);
    const read = device.read({ kind: 'box', id: `${at.boxId} ${at.place}` }).find((r) => r.quantity === 'tempC');
    if (read) points.push([ms, read.value]);
    name = device.name;
  }
  return points.length === 0
    ? refuse('device', 'Nothing to read there yet.')
    : { ok: true, value: { name, method: 'stand-in', points } };
}

const asked = z.object({
  code: idText(20),
  kind: z.enum(deviceKinds, { error: 'This device does not exist.' }),
  subject: z.object({ kind: z.enum(subjectKinds), id: idText() }),
});
export type DeviceInput = z.input<typeof asked>;

export interface DeviceReading {
  name: string;
  method: Observation['method'];
  /** By quantity. */
  values: Partial<Record<Quantity, number>>;
}

/** What a device reads of a thing now; nothing is stored by reading. */
export function readDevice(house: House, input: unknown): Outcome<DeviceReading> {
  const parsed = asked.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, kind, subject } = parsed.data;
  if (!practises(house))
    return refuse('device', 'No device connected. Type your reading, or turn on simulated instruments in Settings.');
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const device: Device = practiceDevice(kind, (s, q) => computed(house, c, s, q), house.nowMs());
  const readings = device.read(subject);
  if (readings.length === 0) return refuse('device', 'Nothing to read there yet.');
  return {
    ok: true,
    value: {
      name: device.name,
      method: device.method,
      values: Object.fromEntries(readings.map((r) => [r.quantity, r.value])),
    },
  };
}
