import { TZDate } from '@date-fns/tz';
import { row } from '@/core/catalogue/schema';
import { freightPrice } from '@/core/box/freight';
import { arrangementSentence } from '@/core/box/arrange';
import type { Evaluation } from '@/core/consignment/evaluate';
import type { Consignment } from '@/core/consignment/schema';
import { planName } from '@/core/heat/choose';
import type { Moment } from '@/core/journey/schedule';
import type { StoredConsignment } from '../db/consignments';
import type { House } from '../house';
import { catalogueOf } from '../result';
import { packOptionsOf } from './consignment';
import { forecastView } from './forecast';
import { packsFor } from './supplies';

const r2 = (v: number): number => Math.round(v * 100) / 100;
/** Step of the compared curves: that of the draws. */
const STEP_H = 0.5;

const localTime = (ms: number, zone: string): string => {
  const d = new TZDate(ms, zone);
  return `${String(d.getHours()).padStart(2, '0')}:${String(d.getMinutes()).padStart(2, '0')}`;
};

/** The Heat station: every pack set of every box on the same clock and forecast. */
export function heatView(
  house: House,
  stored: StoredConsignment,
  e: Evaluation,
  schedule: readonly Moment[],
  nowMs: number,
  zone: string,
) {
  const c = stored.document;
  const catalogue = catalogueOf(c, house);
  const every = Math.round(STEP_H / e.stepH);
  const thinned = (v: Float64Array, by: number): number[] =>
    Array.from({ length: Math.ceil(v.length / by) }, (_, i) => r2(v[i * by]!));
  const boxes = c.boxes
    .filter((b) => c.bags.some((x) => x.boxId === b.id))
    .map((b) => ({
      id: b.id,
      firstBagId: c.bags.find((x) => x.boxId === b.id)!.id,
      ventHoles: b.ventHoles,
      chosen: planName(b, catalogue),
      options: packOptionsOf(house, stored, b.id).map((o) => ({
        ...o,
        tempC: thinned(o.tempC, 1),
        packW: thinned(o.packW, 1),
        lossW: thinned(o.lossW, 1),
      })),
    }));
  const feeds = schedule.filter((m) => m.kind === 'last-feed').map((m) => m.atMs);
  const openPacks = schedule.find((m) => m.kind === 'open-packs');
  return {
    boxes,
    packTypes: catalogue.packs.map((p) => ({ id: p.id, name: p.name, kind: p.kind, surfaceC: p.surfaceC })),
    clock: {
      sealMs: e.instants.sealMs,
      deadlineMs: e.instants.deadlineMs,
      lastFeedMs: feeds.length > 0 ? Math.min(...feeds) : null,
      nowMs,
    },
    stepMs: STEP_H * 3600_000,
    ambientC: thinned(e.ambient.pointC, every),
    legs: e.legs.map((l) => {
      const from = Math.max(0, Math.round((l.startMs - e.instants.sealMs) / 3600_000 / e.stepH));
      const to = Math.min(e.steps - 1, Math.round((l.endMs - e.instants.sealMs) / 3600_000 / e.stepH));
      const part = e.ambient.pointC.subarray(from, Math.max(from + 1, to));
      return {
        label: l.label,
        startMs: l.startMs,
        endMs: l.endMs,
        minC: part.length > 0 ? Math.min(...part) : 0,
        maxC: part.length > 0 ? Math.max(...part) : 0,
      };
    }),
    band: {
      min: Math.max(...e.bags.map((b) => b.limits.tempHardMinC)),
      max: Math.min(...e.bags.map((b) => b.limits.tempHardMaxC)),
    },
    shiftC: c.forecast?.shiftC ?? 0,
    forecast: forecastView(c, e, nowMs, zone),
    // What is sealed has taken its packs already.
    freePacks: c.actual.sealedAt ? {} : packsFor(house, c.code),
    openAt: openPacks ? localTime(openPacks.atMs, c.sender.place.zone) : 'closing time less 45 min',
  };
}

/** The Box station: drawings, weights, freight, and the order of filling. */
export function boxView(house: House, c: Consignment, e: Evaluation) {
  const catalogue = catalogueOf(c, house);
  const service = row(catalogue.services, c.serviceId, 'service');
  const fill = e.boxes.flatMap((b) => {
    const n = e.boxes.length > 1 ? ` ${b.id}` : '';
    const wide = [...b.arrangement.placed].sort((x, y) => x.xCm - y.xCm || x.yCm - y.yCm).map((x) => x.bagId);
    const packs = c.boxes.find((x) => x.id === b.id)!;
    return [
      `Box${n}: absorbent on the floor, one liner bag round everything`,
      `Bags from left to right: ${wide.join(', ')}; necks folded, paper in the gaps`,
      packs.packs.length > 0
        ? `Paper over the bags; ${planName(packs, catalogue)} proved warm, wrapped, taped under the lid${packs.packs.some((p) => p.at === 'side') ? ' and at the side' : ''}`
        : packs.bottle
          ? `A wrapped bottle of ${packs.bottle.litres} L at ${packs.bottle.startC} °C among the bags, upright; paper over all`
          : 'Paper over the bags, no pack: tape the joint all round',
      packs.ventHoles > 0 ? `Lid on; ${packs.ventHoles} holes of 6 mm beside the packs` : 'Lid on',
    ];
  });
  return {
    views: e.boxes.map((b) => {
      const box = c.boxes.find((x) => x.id === b.id)!;
      return {
        box,
        type: row(catalogue.boxes, box.boxTypeId, 'box'),
        outsideCm: b.outsideCm,
        arrangement: b.arrangement,
        sentences: b.arrangement.problems.map(arrangementSentence),
        weights: b.weights,
        freight: b.freight,
        price: freightPrice(service, b.freight.chargeable),
        packs: box.packs.map((p) => {
          const t = row(catalogue.packs, p.packId, 'pack');
          return {
            name: t.name,
            count: p.count,
            sizeCm: t.sizeCm,
            thicknessCm: t.thicknessCm,
            at: p.at ?? ('lid' as const),
          };
        }),
        bags: e.bags
          .filter((x) => x.boxId === b.id)
          .map((x) => ({ id: x.id, species: x.species[0]!, count: x.animals })),
        firstToFail: e.overall.bagId,
        firstColour: {
          oxygen: 'var(--c-oxy)',
          carbon: 'var(--c-co2)',
          ammonia: 'var(--c-amm)',
          temperature: 'var(--c-temp)',
        }[e.overall.factor ?? 'ammonia'],
      };
    }),
    boxTypes: catalogue.boxes,
    bagIds: c.bags.map((b) => b.id),
    divisor: service.divisor,
    stepKg: service.stepKg,
    fillOrder: [...fill, 'Papers in the lid pocket, tape the long seam, labels and both phone numbers'],
  };
}
