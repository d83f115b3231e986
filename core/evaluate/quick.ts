import { depthOf, twistCm } from '@/core/bag/filling';
import { pillowVolumeL } from '@/core/bag/geometry';
import { safeOf, type Factor } from '@/core/bag/slack';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { BagType, Catalogue } from '@/core/catalogue/schema';
import { cities } from '@/core/catalogue/places';
import { FORMAT, FORMAT_VERSION, type Consignment } from '@/core/consignment/schema';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { nothingYet } from '@/core/consignment/project-facts';
import { mayShare } from '@/core/fish/sharing';
import { HOUR } from '@/core/quantities/time';
import { evaluate, KEYSTROKE_DRAWS } from './evaluate';

/** One bag, asked about without an order: cm, hours from sealing to opening, °C throughout. */
export interface QuickQuestion {
  speciesId: string;
  /** 1 to 5000. */
  count: number;
  /** 0.3 to 120. */
  lengthCm: number;
  /** Of the bag laid flat, 5 to 100 and 8 to 150. */
  widthCm: number;
  heightCm: number;
  /** 0.25 to 168. */
  hours: number;
  /** 0 to 35. */
  tempC: number;
  /** Over the water: oxygen from a bottle, or air. */
  gas: 'oxygen' | 'air';
  /** Without food before they are bagged, 0 to 240. */
  fastedH: number;
}

/** How long a bag is safe, hours from sealing; null beyond what is computed. */
export interface QuickSafe {
  /** Median of the draws. */
  safeH: number | null;
  /** Nine of ten such bags are safe for this long or longer. */
  badH: number | null;
  /** What ends it. */
  factor: Factor | null;
}

export interface QuickAnswer extends QuickSafe {
  waterL: number;
  gasL: number;
  /** Of the water in the bag as it stands, cm. */
  depthCm: number;
  /** From its bottom to where it is twisted off, cm. */
  twistCm: number;
  fishG: number;
  /** The same bag with twice the fish; null where they may not share a bag. */
  twice: (QuickSafe & { count: number }) | null;
  /** The narrowest bag of the catalogue in which nine of ten are safe a day longer than asked; null where none is. */
  smallest: Pick<BagType, 'id' | 'name'> | null;
  /** They fight: so many do not share a bag. */
  fights: boolean;
}

/** Shares of water that are tried, of what the filled bag holds: a third, as most do, unless another is safe longer. */
const SHARES = [1 / 3, 0.45, 0.2, 0.6] as const;
const FRACTION = { oxygen: 0.95, air: 0.21 } as const;
/** Any instant does: nothing here hangs on a season. */
const SEALED = Date.parse('2026-03-02T12:00:00Z');

/** No bag is told to be safe for longer than this, h. */
export const HORIZON_H = 120;

/** A day to spare is what a sender wants (`wantedSlackH`). */
const spare = (): number => withOverrides({}).wantedSlackH;

/** Weather of no consequence: as warm as the bag is held. */
const steady = (tempC: number) =>
  Array.from({ length: 2 + HORIZON_H / 24 }, (_, d) => ({
    at: new Date(SEALED + (d - 1) * 24 * HOUR).toISOString(),
    tempC,
  }));

/** A bag as a consignment: sealed and handed over at once, held at its warmth until it is opened, never late. */
function consignmentOf(q: QuickQuestion, type: BagType, waterL: number, gasL: number, count: number): Consignment {
  const [place] = cities;
  const party = { name: 'quick', address: '', phone: '', place: place! };
  const at = new Date(SEALED).toISOString();
  const water = { tempC: q.tempC };
  return {
    format: FORMAT,
    version: FORMAT_VERSION,
    id: '00000000-0000-4000-8000-000000000002',
    code: 'KC-0000',
    direction: 'outgoing',
    note: '',
    sender: party,
    receiver: party,
    serviceId: 'quick',
    road: {
      serviceId: 'quick',
      legs: [{ kind: 'room', label: 'Held', at: 'origin', hours: HORIZON_H, heldC: q.tempC }],
    },
    handOverAt: at,
    window: null,
    openingAt: new Date(SEALED + HORIZON_H * HOUR).toISOString(),
    sourceWater: water,
    tank: { ...water, name: 'Q', volumeL: 100 },
    lines: [{ id: 'L1', speciesId: q.speciesId, count, lengthCm: q.lengthCm, massG: null, sex: 'unsexed', tank: '1' }],
    fasts: [{ tank: '1', hours: q.fastedH }],
    boxes: [{ id: '1', boxTypeId: 'none', packs: [], ventHoles: 0 }],
    bags: [
      {
        id: 'A1',
        boxId: '1',
        bagTypeId: type.id,
        animals: [{ lineId: 'L1', count }],
        waterL,
        gasL,
        oxygenFraction: FRACTION[q.gas],
        sedated: false,
        binderMgN: null,
      },
    ],
    forecast: {
      source: 'held at one warmth',
      madeAt: at,
      shiftC: 0,
      places: [{ name: place!.name, points: steady(q.tempC) }],
    },
    catalogue: null,
    assumptions: {},
    actual: { ...nothingYet(), sealedAt: at, handedOverAt: at },
  };
}

const litres = (l: number): number => (l < 1 ? Math.round(l * 100) / 100 : Math.round(l * 20) / 20);

/** One way to fill a bag, and how long it is safe; without draws only as planned. */
function tried(
  q: QuickQuestion,
  type: BagType,
  share: number,
  count: number,
  shelf: Catalogue,
  draws = KEYSTROKE_DRAWS,
) {
  const holdsL = withOverrides({}).bagFillShare * pillowVolumeL(type.widthCm, type.heightCm);
  const waterL = Math.max(0.05, litres(holdsL * share));
  const gasL = Math.max(0.1, Math.round((holdsL - waterL) * 10) / 10);
  const c = consignmentOf(q, type, waterL, gasL, count);
  const e = evaluate(c, shelf, c.forecast, {
    draws,
    stepH: 0.5,
    beyondH: 0,
  });
  if (!e.ok) return e;
  const [bag] = e.value.bags;
  const { deadlineH } = e.value;
  const safe: QuickSafe = {
    safeH: safeOf(bag!.slackH, deadlineH),
    badH: safeOf(bag!.worstSlackH, deadlineH),
    factor: bag!.factor,
  };
  return { ok: true as const, value: { ...safe, waterL, gasL, fishG: bag!.fishG } };
}

/** The share of water that is safe longest as planned; a third where none is safer by half an hour. */
function bestShare(q: QuickQuestion, type: BagType, shelf: Catalogue): number {
  let found = { share: SHARES[0] as number, safeH: -Infinity };
  for (const share of SHARES) {
    const r = tried(q, type, share, q.count, shelf, 0);
    const safeH = r.ok ? (r.value.safeH ?? Infinity) : -Infinity;
    if (safeH > found.safeH + 0.5) found = { share, safeH };
  }
  return found.share;
}

/**
 * How much water and gas for so many fish in one bag, how long that is safe and what ends it: by the same evaluation as
 * every shipment, in water of the kind they come from that nobody measured, at one warmth, in the dark, fasted as told.
 * Refuses a species that is not there. Litres, hours, cm, g.
 */
export function quickAnswer(q: QuickQuestion, catalogue: Catalogue): Outcome<QuickAnswer> {
  const species = catalogue.species.find((s) => s.id === q.speciesId);
  if (!species) return refuse('speciesId', 'Choose a fish.');
  const own: BagType = {
    ...catalogue.bags.find((b) => !b.breather)!,
    id: 'own',
    name: `${q.widthCm} × ${q.heightCm} cm`,
    widthCm: q.widthCm,
    heightCm: q.heightCm,
  };
  const service = row(catalogue.services, 'own-car', 'service');
  const shelf: Catalogue = {
    ...catalogue,
    bags: [...catalogue.bags, own],
    services: [{ ...service, id: 'quick', delay: { oneDay: 0, twoDays: 0, lostWeekend: 0 } }],
    boxes: [{ ...catalogue.boxes[0]!, id: 'none' }],
  };
  const share = bestShare(q, own, shelf);
  const answer = tried(q, own, share, q.count, shelf);
  if (!answer.ok) return answer;
  const { waterL, gasL } = answer.value;
  const may = (count: number): boolean => mayShare(species, q.lengthCm, count);
  const double = may(2 * q.count) ? tried(q, own, share, 2 * q.count, shelf) : null;
  const smallest = catalogue.bags
    .filter((b) => !b.breather && b.widthCm >= q.lengthCm)
    .sort((x, y) => x.widthCm - y.widthCm)
    .find((b) => {
      const lasts = (draws: number): boolean => {
        const r = tried(q, b, 1 / 3, q.count, shelf, draws);
        return r.ok && (r.value.badH === null || r.value.badH >= q.hours + spare());
      };
      return lasts(0) && lasts(KEYSTROKE_DRAWS);
    });
  return {
    ok: true,
    value: {
      ...answer.value,
      depthCm: depthOf(own, waterL),
      twistCm: twistCm(own, waterL + gasL),
      twice: double?.ok
        ? { count: 2 * q.count, safeH: double.value.safeH, badH: double.value.badH, factor: double.value.factor }
        : null,
      smallest: smallest ? { id: smallest.id, name: smallest.name } : null,
      fights: !may(q.count),
    },
  };
}
