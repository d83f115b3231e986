import { madeOf } from '@/core/box/box-construction';
import { liningM2 } from '@/core/box/weights';
import { layersOf } from '@/core/bag/making';
import { givenTo, stockOf } from '@/core/bag/treatments';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { ballastBottle, linings } from '@/core/catalogue/gear';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { counted } from '@/core/quantities/words';

interface CostLine {
  what: string;
  /** How it comes about. */
  detail: string;
  amount: number;
  /** What papers in other languages have a word for. */
  kind?: 'packing' | 'freight';
  /** So many, each at so much. */
  each?: { count: number; price: number };
}

/** What a consignment costs its sender, and what its buyer is asked for; in the money of the house. */
export interface Costs {
  own: CostLine[];
  ownTotal: number;
  asked: CostLine[];
  askedTotal: number;
  /** Animals whose price nobody gave. */
  unpriced: string[];
  /** The freight as the carrier takes it, with what is paid by the receiver at the counter left out of both. */
  freight: number;
}

interface Told {
  /** What the carrier asks for every box, by its name. */
  freight: Readonly<Record<string, number>>;
  /** Price of a unit of what goes into the water, by its id on the shelf; nothing where nobody told it. */
  treatments: Readonly<Record<string, number>>;
}

const two = (v: number): string => v.toFixed(2);

/** The sender's own costs, line by line: what is used up, work, the way, and freight where the sender pays it. */
function ownLines(c: Consignment, catalogue: Catalogue, a: Assumptions, told: Told): CostLine[] {
  const boxes = c.boxes.filter((b) => c.bags.some((x) => x.boxId === b.id));
  const charges = c.charges ?? {};
  const types = boxes.map((b) => ({ b, type: madeOf(catalogue, b) }));
  const lined = types.reduce(
    (s, { b, type }) =>
      s +
      (b.lining ?? []).reduce(
        (m, x) => m + (linings.find((y) => y.name === x.name)?.costPerM2 ?? 0) * liningM2(type),
        0,
      ),
    0,
  );
  const layers = c.bags.map((b) => {
    const type = row(catalogue.bags, b.bagTypeId, 'bag');
    return { type, n: layersOf(type, b) };
  });
  const bagCount = layers.reduce((s, x) => s + x.n, 0);
  const oxygenL = c.bags.reduce((s, b) => s + (b.oxygenFraction > 0.5 && !b.filledElsewhere ? b.gasL : 0), 0);
  const packs = boxes.flatMap((b) => b.packs);
  const ballast = boxes.reduce((s, b) => s + (b.ballast?.count ?? 0), 0);
  const treated = c.bags.reduce(
    (s, b) =>
      s +
      givenTo(c, b, catalogue).reduce((m, g) => m + (told.treatments[g.treatment.id] ?? 0) * stockOf(g, b.waterL), 0),
    0,
  );
  const minutes = c.bags.length * a.packingMinPerBag + boxes.length * a.boxingMin;
  const hours = charges.hours ?? minutes / 60;
  const freight = boxes.reduce((s, b) => s + (told.freight[b.id] ?? 0), 0);
  const km = charges.km ?? 0;
  return [
    {
      what: 'Boxes',
      detail: types
        .map(({ type }) => type.name)
        .filter((x, i, all) => all.indexOf(x) === i)
        .join(', '),
      amount: types.reduce((s, { type }) => s + type.cost, 0) + lined,
    },
    {
      what: 'Bags',
      detail: `${counted(bagCount, 'bag')}, by layer`,
      amount: layers.reduce((s, x) => s + x.n * (x.type.cost ?? 0), 0),
    },
    {
      what: 'Bands',
      detail: `${a.bandsPerBag * c.bags.length} at ${two(a.bandPrice)}`,
      amount: a.bandsPerBag * c.bags.length * a.bandPrice,
    },
    {
      what: 'Oxygen',
      detail: `${(oxygenL * a.oxygenFlushFactor).toFixed(0)} L including flushing, at ${two(a.oxygenPricePerL)}`,
      amount: oxygenL * a.oxygenFlushFactor * a.oxygenPricePerL,
    },
    {
      what: 'Packs and bottles',
      detail: counted(
        packs.reduce((s, p) => s + p.count, 0),
        'pack',
      ),
      amount:
        packs.reduce((s, p) => s + p.count * row(catalogue.packs, p.packId, 'pack').cost, 0) +
        ballast * ballastBottle.cost,
    },
    { what: 'Treatments', detail: 'at stock prices', amount: treated },
    {
      what: 'Paper, liner, tape, labels',
      detail: `${counted(boxes.length, 'box', 'boxes')} at ${two(a.paperPrice)}`,
      amount: boxes.length * a.paperPrice,
    },
    {
      what: 'Work',
      detail: `${hours.toFixed(1)} h${charges.hours === undefined ? ' as planned' : ''} at ${two(a.hourPrice)}`,
      amount: hours * a.hourPrice,
    },
    {
      what: 'Journey',
      detail: `${km} km at ${two(a.kmPrice)}${charges.tolls ? `, tolls ${two(charges.tolls)}` : ''}`,
      amount: km * a.kmPrice + (charges.tolls ?? 0),
    },
    ...(c.booking?.paidBy === 'receiver'
      ? []
      : [{ what: 'Freight', detail: 'at the carrier’s price, box by box', amount: freight }]),
    ...(charges.other ?? []).map((x) => ({ what: x.name, detail: '', amount: x.amount })),
  ].filter((x) => x.amount > 0);
}

/** What the buyer is asked for: the animals, packing by carton, freight, and what else was agreed. */
function askedLines(c: Consignment, catalogue: Catalogue, told: Told): CostLine[] {
  const boxes = c.boxes.filter((b) => c.bags.some((x) => x.boxId === b.id));
  const charges = c.charges ?? {};
  const each = new Map((charges.prices ?? []).map((p) => [p.lineId, p.each]));
  const freight = charges.freight ?? boxes.reduce((s, b) => s + (told.freight[b.id] ?? 0), 0);
  return [
    ...c.lines.map((l) => {
      const price = each.get(l.id) ?? 0;
      return {
        what: row(catalogue.species, l.speciesId, 'species').name,
        detail: `${l.count} at ${two(price)}`,
        each: { count: l.count, price },
        amount: l.count * price,
      };
    }),
    {
      what: 'Packing',
      detail: `${counted(boxes.length, 'carton')} at ${two(charges.packingPerBox ?? 0)}`,
      kind: 'packing' as const,
      each: { count: boxes.length, price: charges.packingPerBox ?? 0 },
      amount: boxes.length * (charges.packingPerBox ?? 0),
    },
    ...(c.booking?.paidBy === 'receiver'
      ? []
      : [{ what: 'Freight', detail: '', kind: 'freight' as const, amount: freight }]),
    ...(charges.other ?? []).filter((x) => x.asked).map((x) => ({ what: x.name, detail: '', amount: x.amount })),
  ].filter((x) => x.amount > 0);
}

const sum = (lines: readonly CostLine[]): number => lines.reduce((s, x) => s + x.amount, 0);

/** Both sheets of a consignment. Amounts are not rounded; print them to the cent. */
export function costsOf(c: Consignment, catalogue: Catalogue, a: Assumptions, told: Told): Costs {
  const own = ownLines(c, catalogue, a, told);
  const asked = askedLines(c, catalogue, told);
  const priced = new Set((c.charges?.prices ?? []).map((p) => p.lineId));
  return {
    own,
    ownTotal: sum(own),
    asked,
    askedTotal: sum(asked),
    unpriced: c.lines.filter((l) => !priced.has(l.id)).map((l) => row(catalogue.species, l.speciesId, 'species').name),
    freight: Object.values(told.freight).reduce((s, x) => s + x, 0),
  };
}
