import { cities } from '@/core/catalogue/places';
import type { Consignment, Forecast, OrderLine } from '@/core/consignment/schema';
import { FORMAT, FORMAT_VERSION } from '@/core/consignment/schema';
import { nothingYet } from '@/core/consignment/project-facts';
import { HOUR } from '@/core/quantities/time';
import { CRATE_FORMAT, CRATE_VERSION, hiddenSchema, type Crate, type HiddenTruth, type Shipping } from './schema';

/** Coldest and warmest of each day, °C, from the day before the hand-over on; the last day goes on. */
type Days = readonly (readonly [min: number, max: number])[];

/** Hours of some days: coldest at six, warmest in the afternoon by the clock of the sun there; one day passes into the next. */
function hoursOf(days: Days, fromMs: number, lon: number): Forecast['places'][number]['points'] {
  const dayAt = (i: number): readonly [number, number] => days[Math.min(days.length - 1, Math.max(0, i))]!;
  return Array.from({ length: 24 * 14 }, (_, i) => {
    const ms = fromMs + i * HOUR;
    const sun = (((ms / HOUR + lon / 15) % 24) + 24) % 24;
    const day = i / 24 - 0.5;
    const n = Math.floor(day);
    const f = day - n;
    const [min, max] = ([0, 1] as const).map((k) => dayAt(n)[k] + f * (dayAt(n + 1)[k] - dayAt(n)[k]));
    const tempC = (min! + max!) / 2 - ((max! - min!) / 2) * Math.cos((2 * Math.PI * (sun - 4)) / 24);
    return { at: new Date(ms).toISOString(), tempC: Math.round(tempC * 10) / 10 || 0 };
  });
}

interface ShippingWords {
  id: string;
  title: string;
  story: string;
  rule: string;
  source: string;
  fish: readonly { speciesId: string; count: number; lengthCm: number }[];
  from: string;
  to: string;
  /** The hand-over, UTC. */
  handOver: string;
  weather: { from: Days; to: Days };
  waterC: number;
  khDkh?: number;
  options: Shipping['options'];
  start?: Shipping['start'];
  hidden?: Partial<HiddenTruth>;
  animalPrice: number;
}

const town = (name: string): (typeof cities)[number] => {
  const found = cities.find((p) => p.name === name);
  if (!found) throw new RangeError(`There is no town ${name}.`);
  return found;
};

/** A practice crate to be sent, out of a few words. People are invented. */
export function shippingCrate(w: ShippingWords): Crate {
  const [from, to] = [town(w.from), town(w.to)];
  const handOverMs = Date.parse(w.handOver);
  const fromMs = Math.floor((handOverMs - 24 * HOUR) / (24 * HOUR)) * 24 * HOUR;
  const water = { tempC: w.waterC, pH: 7.4, khDkh: w.khDkh ?? 6, ghDgh: 10, salinity: 0, tanMgNL: 0 };
  const consignment: Consignment = {
    format: FORMAT,
    version: FORMAT_VERSION,
    id: '00000000-0000-4000-8000-000000000001',
    code: 'KC-9001',
    direction: 'outgoing',
    note: '',
    sender: { name: 'You', address: '', phone: '', place: from },
    receiver: { name: 'The receiver', address: '', phone: '', place: to },
    serviceId: w.options.services[0]!,
    handOverAt: new Date(handOverMs).toISOString(),
    window: null,
    openingAt: new Date(handOverMs + 18 * HOUR).toISOString(),
    sourceWater: water,
    tank: { ...water, name: 'Q', volumeL: 100 },
    lines: w.fish.map((f, i): OrderLine => ({
      id: `L${i + 1}`,
      ...f,
      massG: null,
      sex: 'unsexed',
      tank: String(i + 1),
    })),
    boxes: [{ id: '1', boxTypeId: w.options.boxes[0]!, packs: [], ventHoles: 0 }],
    bags: [],
    forecast: {
      source: 'the forecast of this practice',
      madeAt: new Date(handOverMs - 12 * HOUR).toISOString(),
      shiftC: 0,
      places: [
        { name: from.name, points: hoursOf(w.weather.from, fromMs, from.lon) },
        ...(from.name === to.name ? [] : [{ name: to.name, points: hoursOf(w.weather.to, fromMs, to.lon) }]),
      ],
    },
    catalogue: null,
    assumptions: {},
    actual: nothingYet(),
  };
  const { id, title, story, rule, source, options, animalPrice } = w;
  return {
    format: CRATE_FORMAT,
    version: CRATE_VERSION,
    id,
    title,
    story,
    rule,
    source,
    play: {
      kind: 'shipping',
      consignment,
      options,
      ...(w.start ? { start: w.start } : {}),
      hidden: hiddenSchema.parse(w.hidden ?? {}),
      animalPrice,
    },
  };
}

/** A crate of any other kind. */
export const crateOf = (w: Omit<Crate, 'format' | 'version'>): Crate => ({
  format: CRATE_FORMAT,
  version: CRATE_VERSION,
  ...w,
});
