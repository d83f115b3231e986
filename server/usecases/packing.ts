import Papa from 'papaparse';
import { z } from 'zod';
import {
  bagSchema,
  boxSchema,
  problemsOf,
  refuse,
  waterSchema,
  type Consignment,
  type Forecast,
  type Outcome,
} from '@/core/consignment/schema';
import { arrange, arrangementSentence, type ArrangementProblem } from '@/core/box/arrange';
import { forecastFromRows } from '@/core/weather/csv';
import { hourlyOf } from '@/core/weather/days';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { StoredConsignment } from '../db/consignments';
import type { House } from '../house';
import { fetchForecast, forecastFor } from '../outside';
import { catalogueOf, foreignRows, usedRows } from '../result';
import { change, find } from './change';

/** A file that is larger than this is not a forecast or a consignment. */
export const LARGEST_FILE = 3_000_000;

export const tooLarge = (bytes: number): Outcome<never> =>
  refuse('file', `This file has ${(bytes / 1e6).toFixed(0)} MB; 3 MB is the most that is read. Nothing was changed.`);

const bagsInput = z.object({
  code: z.string(),
  version: z.number(),
  bags: z.array(bagSchema),
  sourceWater: waterSchema,
});

/** Bags and shipping water as edited at the Bag station. */
export function saveBags(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = bagsInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, bags, sourceWater } = parsed.data;
  return change(house, code, version, 'the bags', (c) => ({ ok: true, value: { ...c, bags, sourceWater } }));
}

const boxesInput = z.object({
  code: z.string(),
  version: z.number(),
  boxes: z.array(boxSchema),
  /** Box of every bag. */
  inBox: z.record(z.string(), z.string()),
});

/**
 * Boxes, and which bag stands in which. A bag too tall for the lid is refused with its centimetres; a bag that did not
 * fit before does not stand in the way of mending it.
 */
export function saveBoxes(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = boxesInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, boxes, inBox } = parsed.data;
  return change(house, code, version, 'the boxes', (c) => {
    const next = { ...c, boxes, bags: c.bags.map((b) => ({ ...b, boxId: inBox[b.id] ?? b.boxId })) };
    const catalogue = catalogueOf(next, house);
    if (boxes.some((b) => !catalogue.boxes.some((t) => t.id === b.boxTypeId)))
      return refuse('boxes', 'Choose a box from the list.');
    const misfits = (x: Consignment): ArrangementProblem[] =>
      x.boxes.flatMap(
        (box) =>
          arrange(
            box,
            x.bags.filter((b) => b.boxId === box.id),
            catalogue,
            withOverrides(x.assumptions),
          ).problems,
      );
    const before = new Set(misfits(c).map((m) => `${m.bagId} ${m.code}`));
    const fresh = misfits(next).filter((m) => !before.has(`${m.bagId} ${m.code}`));
    if (fresh.length === 0) return { ok: true, value: next };
    return { ok: false, problems: fresh.map((m) => ({ path: 'boxes', message: arrangementSentence(m) })) };
  });
}

const packsInput = z.object({
  code: z.string(),
  version: z.number(),
  boxId: z.string(),
  packs: boxSchema.shape.packs,
  ventHoles: boxSchema.shape.ventHoles,
  bottle: boxSchema.shape.bottle,
  shiftC: z
    .number({ error: 'The shift must be a number.' })
    .min(-30, 'At most 30 °C colder.')
    .max(30, 'At most 30 °C warmer.'),
});

export function savePacks(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = packsInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, boxId, packs, ventHoles, bottle, shiftC } = parsed.data;
  return change(house, code, version, 'the packs', (c) => ({
    ok: true,
    value: {
      ...c,
      boxes: c.boxes.map((b) => (b.id === boxId ? { ...b, packs, ventHoles, bottle: bottle ?? null } : b)),
      forecast: c.forecast ? { ...c.forecast, shiftC } : null,
    },
  }));
}

/** Takes an hourly forecast from a CSV file; every place of the journey must be in it. */
export function importForecast(house: House, code: string, text: string, fileName: string): Outcome<StoredConsignment> {
  if (text.length > LARGEST_FILE) return tooLarge(text.length);
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const table = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const read = forecastFromRows(table.data, { iso: house.nowIso(), source: `file ${fileName}`.slice(0, 120) });
  if (!read.ok) return read;
  for (const place of [stored.value.document.sender.place.name, stored.value.document.receiver.place.name])
    if (!read.value.places.some((p) => p.name === place))
      return refuse(
        'file',
        `The file has no lines for ${place}. It names ${read.value.places.map((p) => p.name).join(', ')}.`,
      );
  return change(house, code, null, 'the forecast', (c) => ({
    ok: true,
    value: { ...c, forecast: { ...read.value, shiftC: c.forecast?.shiftC ?? 0 } },
  }));
}

const daysInput = z.object({
  code: z.string(),
  version: z.number(),
  places: z
    .array(
      z.object({
        name: z.string(),
        days: z
          .array(
            z.object({
              date: z.iso.date('Write the date as 2026-12-25.'),
              minC: z.number({ error: 'Give the coldest of the day.' }).min(-60).max(60),
              maxC: z.number({ error: 'Give the warmest of the day.' }).min(-60).max(60),
            }),
          )
          .min(1, 'Give at least one day.')
          .max(21, 'At most three weeks.'),
      }),
    )
    .min(1),
});

/** Coldest and warmest of the days at both ends, typed by hand, made into hours; they replace the forecast. */
export function typeForecast(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = daysInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, places } = parsed.data;
  const crossed = places.flatMap((p, i) =>
    p.days.flatMap((d, j) =>
      d.minC > d.maxC ? [{ path: `places.${i}.days.${j}.minC`, message: 'The coldest lies above the warmest.' }] : [],
    ),
  );
  if (crossed.length > 0) return { ok: false, problems: crossed };
  return change(house, code, version, 'the forecast', (c) => {
    const ends = [c.sender.place, c.receiver.place];
    const typed: Forecast['places'] = [];
    for (const { name, days } of places) {
      const place = ends.find((p) => p.name === name);
      if (!place) return refuse('places', `${name} is not on this journey.`);
      try {
        typed.push({ name, points: hourlyOf(days, place) });
      } catch (error) {
        return refuse('places', `${name}: ${(error as Error).message}`);
      }
    }
    const own = { source: 'typed by hand', madeAt: house.nowIso(), shiftC: c.forecast?.shiftC ?? 0, places: typed };
    return {
      ok: true,
      value: { ...c, forecast: forecastFor({ ...c, forecast: own }, Date.parse(c.handOverAt), house.nowMs()) },
    };
  });
}

export const refreshForecast = (house: House, code: string): Outcome<StoredConsignment> =>
  change(house, code, null, 'the forecast', (c) => ({
    ok: true,
    value: { ...c, forecast: fetchForecast(c, Date.parse(c.handOverAt), house.nowMs()) },
  }));

/** A step of the bench ticked or taken back, with its instant. */
export function tick(house: House, code: string, key: string, done: boolean): Outcome<string | null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const at = house.nowIso();
  const { id } = stored.value.document;
  house.db.transaction(() => {
    house.consignments.tick(id, key, done ? at : null);
    house.consignments.journal(id, at, done ? 'ticked' : 'taken back', key);
  })();
  return { ok: true, value: done ? at : null };
}

const events = { sealedAt: 'sealed', handedOverAt: 'handed over', arrivedAt: 'arrived', openedAt: 'opened' } as const;
export type EventName = keyof typeof events;

/** What happened replaces what was planned: sealing, hand-over, arrival, opening; null takes it back. */
export function recordEvent(
  house: House,
  code: string,
  name: EventName,
  at: string | null,
): Outcome<StoredConsignment> {
  if (!(name in events)) return refuse('event', 'This event is not known.');
  const r = change(house, code, null, events[name], (c) => {
    const actual = { ...c.actual, [name]: at };
    const order = [actual.sealedAt, actual.handedOverAt, actual.arrivedAt, actual.openedAt].filter(
      (x): x is string => x !== null,
    );
    for (let i = 1; i < order.length; i++)
      if (Date.parse(order[i]!) < Date.parse(order[i - 1]!))
        return refuse(name, 'This comes before a step that was already recorded. Take that one back first.');
    // What has left keeps the rows it was sent with; what is here again follows the shelves.
    const catalogue = name !== 'handedOverAt' ? c.catalogue : at ? usedRows(c, house) : foreignRows(c, house);
    return { ok: true, value: { ...c, catalogue, actual } };
  });
  if (r.ok)
    house.consignments.journal(r.value.document.id, house.nowIso(), at ? 'event' : 'event taken back', events[name], {
      at,
    });
  return r;
}
