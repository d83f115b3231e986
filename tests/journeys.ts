import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import type { Bag, Box, Consignment, Forecast } from '@/core/consignment/schema';
import { evaluate, type Evaluation } from '@/core/evaluate/evaluate';
import { HOUR } from '@/core/quantities/time';
import { exampleConsignment } from './example';

/** A journey in a few words: what is bagged how, in which box, through which weather. */
export interface Journey {
  species: string;
  lengthCm: number;
  /** Animals in each of so many bags. */
  perBag: number;
  bags: number;
  bagType: string;
  waterL: number;
  gasL: number;
  waterC: number;
  /** Hours fasted. */
  fastedH: number;
  box: string;
  packs?: Box['packs'];
  ventHoles?: number;
  lining?: Box['lining'];
  service: string;
  /** Hours from hand-over to the start of the window, which is two hours long. */
  hours: number;
  /** Air outside at an hour from hand-over, °C. */
  weatherC: (h: number) => number;
  more?: Partial<Bag>;
}

const handOverMs = Date.parse('2026-11-24T18:00:00Z');
const at = (h: number): string => new Date(handOverMs + h * HOUR).toISOString();

/** The consignment of a journey, made from a shipped example with one default set of assumptions. */
export function consignmentOf(j: Journey): Consignment {
  const c = exampleConsignment();
  const hours = Array.from({ length: 220 }, (_, i) => i - 24);
  const points = hours.map((h) => ({ at: at(h), tempC: j.weatherC(h) }));
  const forecast: Forecast = {
    source: 'test',
    madeAt: at(-10),
    shiftC: 0,
    places: [...new Set([c.sender.place.name, c.receiver.place.name])].map((name) => ({ name, points })),
  };
  const line = {
    ...c.lines[0]!,
    id: 'L1',
    speciesId: j.species,
    lengthCm: j.lengthCm,
    massG: null,
    count: j.perBag * j.bags,
  };
  const bags = Array.from({ length: j.bags }, (_, i): Bag => ({
    id: `A${i + 1}`,
    boxId: '1',
    bagTypeId: j.bagType,
    animals: [{ lineId: 'L1', count: j.perBag }],
    waterL: j.waterL,
    gasL: j.gasL,
    oxygenFraction: 0.95,
    sedated: false,
    binderMgN: null,
    ...j.more,
  }));
  return {
    ...c,
    catalogue: null,
    serviceId: j.service,
    handOverAt: at(0),
    window: { startAt: at(j.hours), endAt: at(j.hours + 2) },
    openingAt: at(j.hours + 2),
    sourceWater: { ...c.sourceWater, tempC: j.waterC, pH: 7.4, khDkh: 6, salinity: 0 },
    tanks: [],
    lines: [line],
    bags,
    boxes: [
      {
        id: '1',
        boxTypeId: j.box,
        packs: j.packs ?? [],
        ventHoles: j.ventHoles ?? 0,
        ...(j.lining ? { lining: j.lining } : {}),
      },
    ],
    fasts: [{ tank: line.tank, hours: j.fastedH }],
    assumptions: {},
    forecast,
  } as Consignment;
}

export function evaluated(j: Journey, draws = 300): Evaluation {
  const c = consignmentOf(j);
  row(catalogue.species, j.species, 'species');
  const r = evaluate(c, catalogue, c.forecast, { draws });
  if (!r.ok) throw new Error(JSON.stringify(r.problems));
  return r.value;
}

/** A day of weather: coldest at six in the morning, warmest in the afternoon; hand-over is at 18:00. */
export const day =
  (min: number, max: number) =>
  (h: number): number =>
    (min + max) / 2 - ((max - min) / 2) * Math.cos((2 * Math.PI * (h - 21)) / 24);
