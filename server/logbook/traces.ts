import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { tracePlaces, type Trace } from '@/core/consignment/trace';
import { zoneSchema } from '@/core/consignment/schema';
import { againstJourney, openLogger, readLogger } from '@/core/learning/logger';
import { idText, text } from '@/core/quantities/shapes';
import { find } from '@/server/consignment/change';
import { LARGEST_FILE } from '@/core/consignment/file-size';
import type { House } from '@/server/house';
import { readTrace } from '@/server/devices/devices';

const column = z.int().min(0).max(60);
const mapping = z.object({
  time: column,
  clock: column.nullable(),
  temp: column,
  zone: zoneSchema,
  unit: z.enum(['C', 'F']),
  order: z.enum(['ymd', 'dmy', 'mdy']),
});
const traceInput = z.object({
  code: idText(20),
  boxId: idText(8),
  bagId: idText(8).nullable(),
  place: z.enum(tracePlaces),
  name: text(120),
  text: z.string().min(1, 'The file is empty.').max(LARGEST_FILE, 'This file is larger than any logger writes.'),
  mapping,
  /** Hours by which its clock was off, as somebody has agreed to. */
  shiftH: z.number().min(-24).max(24).default(0),
});
export type TraceInput = z.input<typeof traceInput>;

/** When a box was closed and opened, by what happened, else by the plan. */
export const journeyOf = (c: Consignment): { closedMs: number; openedMs: number } => ({
  closedMs: Date.parse(c.actual.handedOverAt ?? c.actual.sealedAt ?? c.handOverAt),
  openedMs: Date.parse(c.actual.openedAt ?? c.actual.arrivedAt ?? c.openingAt),
});

/** Where a trace belongs; a sentence where there is no such box or bag. */
function placed(
  c: Consignment,
  t: Pick<z.infer<typeof traceInput>, 'boxId' | 'bagId' | 'place'>,
): Outcome<string | null> {
  if (!c.boxes.some((b) => b.id === t.boxId)) return refuse('boxId', 'This box does not exist.');
  if (t.place !== 'bag') return { ok: true, value: null };
  const bag = c.bags.find((b) => b.id === t.bagId && b.boxId === t.boxId);
  return bag ? { ok: true, value: bag.id } : refuse('bagId', 'Choose which bag it was on.');
}

/** Keeps what a logger's file tells of a box. Its readings are facts: they are added, and can be struck out. */
export function keepLogger(house: House, input: unknown): Outcome<{ id: string; kept: number; notes: string[] }> {
  const parsed = traceInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const t = parsed.data;
  const stored = find(house, t.code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const bag = placed(c, t);
  if (!bag.ok) return bag;
  const file = openLogger(t.text);
  if (!file.ok) return refuse('text', file.why);
  const width = file.value.columns.length;
  if (t.mapping.time >= width || t.mapping.temp >= width || (t.mapping.clock ?? 0) >= width)
    return refuse('mapping', 'The file has no such column.');
  const read = readLogger(file.value, t.mapping);
  if (!read.ok) return refuse('text', read.why);
  const points = read.value.points.map(([ms, v]): [number, number] => [ms + t.shiftH * 3600_000, v]);
  const beside = againstJourney(points, journeyOf(c));
  const trace: Trace = {
    id: randomUUID(),
    boxId: t.boxId,
    bagId: bag.value,
    place: t.place,
    source: t.name || 'a logger',
    method: 'file',
    points,
    at: house.nowIso(),
    by: house.hand.by,
  };
  const twin = house.logbook.traces(c.id).find((x) => JSON.stringify(x.points) === JSON.stringify(points));
  if (twin) return refuse('text', `These readings are already here as “${twin.source}”.`);
  return keep(house, c, trace, [...read.value.notes, ...beside.notes]);
}

function keep(
  house: House,
  c: Consignment,
  t: Trace,
  notes: string[],
): Outcome<{ id: string; kept: number; notes: string[] }> {
  house.logbook.keepTrace(c.id, t);
  house.consignments.journal(
    c.id,
    house.nowIso(),
    'read',
    `logger ${t.source}: ${t.points.length} readings, box ${t.boxId}`,
  );
  return { ok: true, value: { id: t.id, kept: t.points.length, notes } };
}

const deviceInput = z.object({
  code: idText(20),
  boxId: idText(8),
  bagId: idText(8).nullable(),
  place: z.enum(tracePlaces),
});

/** Reads a logger through the devices of the house: what it kept since the box was closed. */
export function readLoggerDevice(house: House, input: unknown): Outcome<{ id: string; kept: number; notes: string[] }> {
  const parsed = deviceInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const stored = find(house, parsed.data.code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const bag = placed(c, parsed.data);
  if (!bag.ok) return bag;
  const read = readTrace(house, c, { ...parsed.data, bagId: bag.value });
  if (!read.ok) return read;
  const { name, method, points } = read.value;
  return keep(
    house,
    c,
    {
      id: randomUUID(),
      ...parsed.data,
      bagId: bag.value,
      source: name,
      method,
      points,
      at: house.nowIso(),
      by: house.hand.by,
    },
    method === 'stand-in' ? ['Simulated readings are not used for your figures.'] : [],
  );
}

/** Strikes a logger's readings out, or brings them back. */
export function strikeTrace(house: House, code: string, traceId: string, back = false): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const { id: cid } = stored.value.document;
  const done = back
    ? house.logbook.restoreTrace(cid, traceId)
    : house.logbook.strikeTrace(cid, traceId, house.nowIso());
  if (!done) return refuse('trace', 'This logger does not exist.');
  house.consignments.journal(cid, house.nowIso(), back ? 'brought back' : 'struck out', 'what a logger read');
  return { ok: true, value: null };
}

const laterInput = z.object({
  code: idText(20),
  count: z.int('Count whole animals.').min(1, 'Count whole animals.').max(5000),
  /** Days after the opening. */
  day: z.number().min(0, 'Enter the day after opening.').max(60, 'At most two months are counted.'),
});
export type LaterInput = z.input<typeof laterInput>;

/** Animals that died after they were opened, by the day: each telling adds; no more than came alive. */
export function tellLater(house: House, input: unknown): Outcome<null> {
  const parsed = laterInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, count, day } = parsed.data;
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (!c.actual.openedAt) return refuse('code', 'It has not been opened yet.');
  const at = new Date(Date.parse(c.actual.openedAt) + day * 864e5).toISOString();
  if (at > house.nowIso()) return refuse('day', 'That day is in the future.');
  const told = house.facts
    .of(c.id)
    .observations.reduce((n, o) => n + (o.quantity === 'lostLater' && o.strikes === null ? (o.value ?? 0) : 0), 0);
  const animals = c.bags.reduce((n, b) => n + b.animals.reduce((m, x) => m + x.count, 0), 0);
  if (told + count > animals) return refuse('count', `Only ${animals} animals were in it.`);
  house.facts.read(c.id, {
    at,
    subject: { kind: 'consignment', id: '' },
    quantity: 'lostLater',
    value: count,
    unit: '',
    method: 'counted',
    note: '',
  });
  return { ok: true, value: null };
}

/** Takes the last telling of later losses back. */
export function takeLaterBack(house: House, code: string): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const { id: cid } = stored.value.document;
  const facts = house.facts.of(cid).observations;
  const struck = new Set(facts.map((o) => o.strikes));
  const last = facts.findLast((o) => o.quantity === 'lostLater' && o.strikes === null && !struck.has(o.n));
  if (!last) return refuse('code', 'No later losses recorded.');
  house.facts.takeBack(cid, last, house.nowIso());
  return { ok: true, value: null };
}
