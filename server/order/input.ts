import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { idText, lines, requiredText, version } from '@/core/quantities/shapes';
import { nothingYet } from '@/core/consignment/project-facts';
import {
  FORMAT,
  FORMAT_VERSION,
  consignmentSchema,
  lineSchema,
  partySchema,
  tankSchema,
  waterSchema,
  type Consignment,
} from '@/core/consignment/schema';
import type { House } from '@/server/house';
import { instantAt, localProblem, zoned } from '@/server/instants';
import { ownAssumptions } from '@/server/settings/assumptions';

/** A local time as typed, "2026-11-24T19:45", at a place. */
const local = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'Give a date and time.');

/** A place by its coordinates needs no clock of its own. */
const clocked = (party: unknown): unknown => {
  const p = party as { place?: { lat: number; lon: number; zone: string } } | null;
  return p?.place ? { ...p, place: zoned(p.place) } : party;
};

const orderFields = z.object({
  code: idText(20).nullable(),
  version: version.nullable(),
  direction: z.enum(['outgoing', 'incoming', 'own-move']),
  sender: z.preprocess(clocked, partySchema),
  receiver: z.preprocess(clocked, partySchema),
  serviceId: requiredText(80, 'Choose a service.'),
  handOverLocal: local,
  windowStartLocal: local.or(z.literal('')),
  windowEndLocal: local.or(z.literal('')),
  openingLocal: local,
  lines: z.array(lineSchema).min(1, 'Order at least one kind of animal.').max(60),
  sourceWater: waterSchema,
  waters: consignmentSchema.shape.waters,
  tank: tankSchema,
  otherTanks: consignmentSchema.shape.otherTanks,
  companions: consignmentSchema.shape.companions,
  /** Row of the address book; null for somebody new. */
  receiverId: idText().nullable().optional(),
  note: lines(2000),
});
/** Times are read by the clock of their own end; what no clock shows there is refused at its field. */
export const orderInput = orderFields.superRefine((o, told) => {
  const there = o.receiver.place.zone;
  const times = [
    ['handOverLocal', o.sender.place.zone],
    ['windowStartLocal', there],
    ['windowEndLocal', there],
    ['openingLocal', there],
  ] as const;
  for (const [path, zone] of times) {
    const message = o[path] === '' ? null : localProblem(o[path], zone);
    if (message) told.addIssue({ code: 'custom', path: [path], message });
  }
});
/** What the form sends. */
export type OrderInput = Omit<z.input<typeof orderInput>, 'sender' | 'receiver'> &
  Record<'sender' | 'receiver', z.input<typeof partySchema>>;
export type ParsedOrder = z.output<typeof orderInput>;

/** What of a consignment an order says; times become instants. */
export function fromInput(
  o: ParsedOrder,
): Pick<
  Consignment,
  | 'direction'
  | 'sender'
  | 'receiver'
  | 'serviceId'
  | 'handOverAt'
  | 'window'
  | 'openingAt'
  | 'lines'
  | 'sourceWater'
  | 'waters'
  | 'tank'
  | 'otherTanks'
  | 'companions'
  | 'receiverId'
  | 'note'
> {
  const there = o.receiver.place.zone;
  return {
    direction: o.direction,
    sender: o.sender,
    receiver: o.receiver,
    serviceId: o.serviceId,
    handOverAt: instantAt(o.handOverLocal, o.sender.place.zone),
    window:
      o.windowStartLocal && o.windowEndLocal
        ? { startAt: instantAt(o.windowStartLocal, there), endAt: instantAt(o.windowEndLocal, there) }
        : null,
    openingAt: instantAt(o.openingLocal, there),
    lines: o.lines,
    sourceWater: o.sourceWater,
    tank: o.tank,
    // Undefined takes away what an earlier state of the order had.
    waters: o.waters?.length ? o.waters : undefined,
    otherTanks: o.otherTanks?.length ? o.otherTanks : undefined,
    companions: o.companions?.length ? o.companions : undefined,
    receiverId: o.receiverId ?? undefined,
    note: o.note,
  };
}

/** An order as a consignment without bags, before anything is planned. */
export const bareConsignment = (house: House, o: ParsedOrder, code: string): Consignment => ({
  format: FORMAT,
  version: FORMAT_VERSION,
  id: randomUUID(),
  code,
  ...fromInput(o),
  boxes: [{ id: '1', boxTypeId: house.shelves().offered.boxes[0]?.id ?? 'box-m', packs: [], ventHoles: 0 }],
  bags: [],
  forecast: null,
  catalogue: null,
  assumptions: ownAssumptions(house),
  actual: nothingYet(),
});
