import { z } from 'zod';
import { doubtsOf } from '@/core/consignment/plausibility';
import { SEA_FROM } from '@/core/fish/water';
import { bagReadingSchema, measuredWaterSchema, type BagReading } from '@/core/consignment/facts';
import { bagFigures, nothingRead, quantities, waterQuantities } from '@/core/measurement/quantities';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { assume } from '@/core/consignment/assume';
import type { Consignment } from '@/core/consignment/schema';
import { tankOfLine, tanksOf, waterOfBag } from '@/core/consignment/waters';
import { catalogueOf } from '@/server/consignment/result';
import { figure } from '@/core/measurement/schema';
import { idText, lines, text } from '@/core/quantities/shapes';
import { change, find } from '@/server/consignment/change';
import type { House } from '@/server/house';
import { tankId } from './residents';

const bagShape = bagReadingSchema.pick(
  Object.fromEntries(bagFigures.map((k) => [k, true])) as Record<(typeof bagFigures)[number], true>,
);
const tankShape = measuredWaterSchema.pick(
  Object.fromEntries(waterQuantities.map((k) => [k, true])) as Record<(typeof waterQuantities)[number], true>,
);
/** A figure is told, or null: it was a slip. What is not named stays as it is. */
const nullable = <S extends z.ZodObject>(s: S) =>
  z.object(Object.fromEntries(Object.entries(s.shape).map(([k, v]) => [k, (v as z.ZodType).nullable()]))).partial();

export const readShape = z.object({
  deed: z.literal('readings'),
  code: idText(20),
  of: z
    .array(
      z.discriminatedUnion('kind', [
        z.object({ kind: z.literal('bag'), id: idText(8), figures: bagShape.partial(), note: lines(300).optional() }),
        z.object({ kind: z.literal('tank'), id: text(40), figures: nullable(tankShape) }),
        // The air between the bags, as the lid comes off.
        z.object({ kind: z.literal('box'), id: idText(8), figures: z.object({ tempC: figure('airC') }) }),
      ]),
    )
    .min(1)
    .max(420),
  /** Read once more while a way goes on: told even where the figure is the same as before. */
  again: z.literal(true).optional(),
  /** By a device that only practises; typed where absent. */
  method: z.literal('stand-in').optional(),
  /** Whoever pressed was asked about what looks odd, and it is so. */
  sure: z.boolean(),
});
export type ArrivalReadings = Omit<z.infer<typeof readShape>, 'deed'>;
/** What was read of one bag or one tank. */
export type ReadOf = ArrivalReadings['of'][number];
type OfBag = Extract<ReadOf, { kind: 'bag' }>;
type OfTank = Extract<ReadOf, { kind: 'tank' }>;

const animalsIn = (b: Consignment['bags'][number]): number => b.animals.reduce((n, x) => n + x.count, 0);

const says = (b: BagReading): boolean => bagFigures.some((k) => b[k] != null) || b.note !== '';

/** A bag’s reading with what is told of it now; none where nothing is left. */
function withBag(c: Consignment, of: OfBag, at: string): Consignment {
  const was = c.actual.bags.find((b) => b.bagId === of.id) ?? { bagId: of.id, at, ...nothingRead };
  const is: BagReading = { ...was, ...of.figures, note: of.note ?? was.note, at };
  const bags = c.actual.bags.some((b) => b.bagId === of.id)
    ? c.actual.bags.map((b) => (b.bagId === of.id ? is : b))
    : [...c.actual.bags, is];
  return { ...c, actual: { ...c.actual, bags: bags.filter(says) } };
}

function withTank(c: Consignment, of: OfTank): Consignment {
  const told = { ...c.actual.tanks[of.id], ...of.figures };
  const left = Object.fromEntries(Object.entries(told).filter(([, v]) => v != null));
  const { [of.id]: _, ...others } = c.actual.tanks;
  const tanks = Object.keys(left).length > 0 ? { ...others, [of.id]: left } : others;
  return { ...c, actual: { ...c.actual, tanks } };
}

/** One bag or tank with what was read of it; or why it cannot be so. */
function withRead(house: House, c: Consignment, of: OfBag | OfTank, sure: boolean, at: string): Outcome<Consignment> {
  const bag = of.kind === 'bag' ? c.bags.find((b) => b.id === of.id) : undefined;
  const tank = tanksOf(c).find((t) => t.name === of.id);
  if (of.kind === 'bag' && !bag) return refuse('bag', `There is no bag ${of.id} any more.`);
  if (of.kind === 'tank' && !tank) return refuse('tank', `There is no receiving tank ${of.id}.`);
  const assumed = assume(c, catalogueOf(c, house));
  const sea = (bag ? waterOfBag(assumed, bag) : tankOfLine(assumed, of.id)).salinity >= SEA_FROM;
  const doubts = sure ? [] : doubtsOf(of.figures, { animals: bag ? animalsIn(bag) : null, marine: sea });
  if (doubts[0]) return refuse(doubts[0].figure, `${of.id}: ${doubts[0].words}`);
  return { ok: true, value: of.kind === 'bag' ? withBag(c, of, at) : withTank(c, of) };
}

/** The air of boxes, each a fact of its own; nothing is computed from it, and the sender learns it. */
function airOf(
  house: House,
  code: string,
  boxes: readonly Extract<ReadOf, { kind: 'box' }>[],
  at: string,
): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const odd = boxes.find((b) => !c.boxes.some((x) => x.id === b.id));
  if (odd) return refuse('box', `There is no box ${odd.id} any more.`);
  const base = { quantity: 'tempC', unit: '°C', method: 'typed', note: '' } as const;
  for (const { id: box, figures } of boxes) {
    house.facts.read(c.id, { ...base, at, subject: { kind: 'box', id: box }, value: figures.tempC });
    house.consignments.journal(c.id, at, 'measured', `air of box ${box}`, { tempC: figures.tempC });
  }
  return { ok: true, value: null };
}

/**
 * What was read of bags and tanks: only what is named changes, so that two phones at two bags, or at two figures of one,
 * lose nothing. Each figure is a fact of its own; what looks odd is refused until somebody says that it is so.
 */
export function tellReadings(house: House, d: ArrivalReadings, at: string): Outcome<null> {
  const boxes = d.of.flatMap((of) => (of.kind === 'box' ? [of] : []));
  const waters = d.of.flatMap((of) => (of.kind === 'box' ? [] : [of]));
  if (boxes.length > 0) {
    const told = airOf(house, d.code, boxes, at);
    if (!told.ok || waters.length === 0) return told;
  }
  if (d.again) return readAgain(house, d, at);
  const what = d.of.length === 1 ? `${d.of[0]!.kind} ${d.of[0]!.id}` : `${d.of.length} bags and tanks`;
  const done = change(
    house,
    d.code,
    null,
    `what was read of ${what}`,
    (c) =>
      waters.reduce<Outcome<Consignment>>((now, of) => (now.ok ? withRead(house, now.value, of, d.sure, at) : now), {
        ok: true,
        value: c,
      }),
    { kind: 'measured', subject: what, data: d.of, ...(d.method ? { method: d.method } : {}) },
  );
  if (!done.ok) return done;
  // What leaves is read in somebody else’s tanks, whatever they are called.
  // What a stand-in tells is no reading of a tank.
  if (done.value.document.direction !== 'outgoing' && d.method === undefined)
    for (const of of d.of) if (of.kind === 'tank') ownTankReads(house, d.code, of, at);
  return { ok: true, value: null };
}

/** The water round animals that are on their way across, as it was read now: facts, whatever was read before. */
function readAgain(house: House, d: ArrivalReadings, at: string): Outcome<null> {
  const stored = find(house, d.code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  for (const of of d.of) {
    if (of.kind !== 'bag') return refuse('bag', 'Only bag water can be measured again.');
    const read = withRead(house, c, of, d.sure, at);
    if (!read.ok) return read;
  }
  for (const of of d.of as OfBag[]) {
    for (const k of waterQuantities) {
      const value = of.figures[k];
      if (value == null) continue;
      const subject = { kind: 'bag' as const, id: of.id };
      const { unit } = quantities[k];
      house.facts.read(c.id, { at, subject, quantity: k, value, unit, method: d.method ?? 'typed', note: '' });
    }
    house.consignments.journal(c.id, at, 'measured', `bag ${of.id} again`, of.figures);
  }
  return { ok: true, value: null };
}

/** A tank of one’s own keeps what was read of it among its readings: one dip of the tank gives all figures at one instant. */
function ownTankReads(house: House, code: string, of: OfTank, at: string): void {
  const record = house.records.byId(tankId(house, of.id));
  const told = Object.entries(of.figures).filter(([, v]) => v != null);
  if (record?.kind !== 'tank' || record.deletedAt || told.length === 0) return;
  house.ledger.read({ tankId: record.id, at, figures: of.figures, note: `on arrival of ${code}` });
}
