import { TZDate } from '@date-fns/tz';
import { sampleCurve } from '@/core/quantities/sample';
import { HOUR } from '@/core/quantities/time';
import { innerCm, packSpots } from '@/core/box/arrange';
import { madeOf, tapeFactor } from '@/core/box/box-construction';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Box, Consignment } from '@/core/consignment/schema';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { planName } from '@/core/choose/packs';
import type { Leg } from '@/core/calendar/legs';
import { least, type Forward, type State } from '@/core/engine/forward';
import { jobRows } from '@/server/consignment/result';
import type { Station } from '@/server/consignment/station';
import { packOptionsOf } from '@/server/consignment/view';
import { forecastView } from './forecast-view';
import { packsFor } from '@/server/stock/supplies';

/** Step of the compared curves: that of the draws. */
const STEP_H = 0.5;

const localTime = (ms: number, zone: string): string => {
  const d = new TZDate(ms, zone);
  return `${String(d.getHours()).padStart(2, '0')}:${String(d.getMinutes()).padStart(2, '0')}`;
};

const worstState = (states: readonly State[]): State =>
  states.includes('stop') ? 'stop' : states.includes('watch') ? 'watch' : 'fine';

/** The box as it is drawn: clear inside, cm, its bags, and every pack with the bag that it warms. */
function crateOf(box: Box, c: Consignment, e: Evaluation, catalogue: Catalogue) {
  const type = madeOf(catalogue, box);
  const a = withOverrides(c.assumptions);
  const { arrangement } = e.boxes.find((b) => b.id === box.id)!;
  return {
    name: type.name,
    insideCm: innerCm(type, box),
    /** What its kind or own measures say, before any lining. */
    typeCm: type.insideCm,
    boxTypeId: box.boxTypeId,
    leakLPerH: type.leakLPerH,
    tapeFactor: tapeFactor(box.tape, a),
    cartonCm: type.cartonCm ?? null,
    measured: box.own ? null : (type.measured ?? null),
    wallOnlyCm: type.wallCm,
    kWPerMK: type.kWPerMK,
    wallCm: type.wallCm + (box.lining ?? []).reduce((cm, l) => cm + l.thicknessCm, 0),
    kinds: e.bags.filter((b) => b.boxId === box.id).flatMap((b) => b.species.map((s) => s.name.toLowerCase())),
    bags: arrangement.placed.map((b) => ({
      id: b.bagId,
      x: b.xCm,
      y: b.yCm,
      lies: Boolean(b.lying),
      halfX: (b.lying ? (b.lying.along === 'x' ? b.lying.lengthCm : b.lying.acrossCm) : b.standing.diameterCm) / 2,
      halfY: (b.lying ? (b.lying.along === 'y' ? b.lying.lengthCm : b.lying.acrossCm) : b.standing.diameterCm) / 2,
    })),
    spots: packSpots(box, type, arrangement).map((x) => {
      const pack = row(catalogue.packs, x.packId, 'pack');
      const far = (b: (typeof arrangement.placed)[number]): number => Math.hypot(b.xCm - x.x, b.yCm - x.y);
      const nearest = [...arrangement.placed].sort((p, q) => far(p) - far(q))[0];
      return {
        at: x.at,
        x: x.x,
        y: x.y,
        name: pack.name,
        cold: pack.kind === 'cold',
        sizeCm: pack.sizeCm,
        thickCm: pack.thicknessCm,
        near: nearest && pack.kind === 'heat' && far(nearest) < a.packReachCm ? nearest.bagId : null,
      };
    }),
  };
}

/** From here on the sun is worth a word, K. */
const IN_THE_SUN_K = 1.5;
/** Between these nothing of a leg is worth its hour, °C. */
const MILD_C = [8, 26] as const;

/** The air of a leg in words: "Van in the sun, 41 °C at 14:00", its coldest or warmest hour; one figure where it is mild. */
function airWords(l: Leg, part: Float64Array, e: Forward, from: number, zone: string): string {
  if (part.length === 0) return l.label;
  const hottest = part.indexOf(Math.max(...part));
  const coldest = part.indexOf(Math.min(...part));
  const at = part[hottest]! > MILD_C[1] ? hottest : coldest;
  const ms = e.instants.sealMs + (from + at) * e.stepH * HOUR;
  const sun = e.ambient.pieces.find((p) => p.step >= from + at)?.sunK ?? 0;
  const figure = `${part[at]!.toFixed(0).replace('-', '−')} °C`;
  const mild = part[at]! >= MILD_C[0] && part[at]! <= MILD_C[1];
  return `${l.label}${sun > IN_THE_SUN_K ? ' in the sun' : ''}, ${figure}${mild ? '' : ` at ${localTime(ms, zone)}`}`;
}

/** The Heat station: every pack set of every box on the same clock and forecast. */
export function heatView(
  { h: house, c, e, view, nowMs, catalogue, home: { zone } }: Station,
  asked: string | null = null,
) {
  if (!e || !c.forecast) return null;
  const { stored, schedule } = view;
  const thinned = (v: Float64Array, stepH: number): number[] => sampleCurve(v, { stepH, everyH: STEP_H, decimals: 2 });
  const filled = c.boxes.filter((b) => c.bags.some((x) => x.boxId === b.id));
  const shown = filled.find((b) => b.id === asked) ?? filled[0];
  const boxes = filled
    .filter((b) => b === shown)
    .map((b) => ({
      id: b.id,
      firstBagId: c.bags.find((x) => x.boxId === b.id)!.id,
      ventHoles: b.ventHoles,
      box: b,
      crate: crateOf(b, c, e, catalogue),
      chosen: planName(b, catalogue),
      // What heading and Bag tell of the plan in use: the table tells the same.
      told: {
        state:
          filled.length === 1
            ? e.overall.state
            : worstState(e.bags.filter((x) => x.boxId === b.id).map((x) => x.state)),
        ...(filled.length === 1 && stored.result?.chance != null ? { chance: stored.result.chance } : {}),
        slackH: least(e.bags.filter((x) => x.boxId === b.id).map((x) => x.slackH)),
        worstSlackH: least(e.bags.filter((x) => x.boxId === b.id).map((x) => x.worstSlackH)),
      },
      options: packOptionsOf(house, stored, b.id).map((o) => ({
        ...o,
        tempC: thinned(o.tempC, STEP_H),
        packW: thinned(o.packW, STEP_H),
        lossW: thinned(o.lossW, STEP_H),
      })),
    }));
  /** The bags of the box that is looked at: other boxes have their own bands. */
  const here = shown ? e.bags.filter((b) => b.boxId === shown.id) : e.bags;
  const feeds = schedule.filter((m) => m.kind === 'last-feed').map((m) => m.atMs);
  const openPacks = schedule.find((m) => m.kind === 'open-packs');
  return {
    zone,
    // What the page's own workers compute the chances from.
    job: { consignment: c, catalogue: jobRows(c, house), calendar: house.calendar(c) },
    boxes,
    /** Changes when a row of the shelf does: a test at home moves the odds without a new version of the plan. */
    shelf: house.shelfStamp,
    /** Of several boxes one is looked at. */
    boxId: shown?.id ?? '1',
    boxIds: filled.map((b) => b.id),
    /** Chance of the plan in use; null before it is known. */
    chance: stored.result?.chance ?? null,
    packTypes: catalogue.packs.map((p) => ({
      id: p.id,
      name: p.name,
      kind: p.kind,
      surfaceC: p.surfaceC,
      massG: p.massG,
      ratedW: p.ratedW,
      measured: p.measured ?? null,
    })),
    /** Minutes that packs lie open unless a hand says otherwise. */
    usualOpenMin: withOverrides(c.assumptions).packBenchMin,
    /** From hand-over to delivery the legs can be set by hand. */
    road: { byHand: c.road?.serviceId === c.serviceId, fromMs: e.instants.handOverMs, toMs: e.instants.arriveMs },
    clock: {
      sealMs: e.instants.sealMs,
      deadlineMs: e.instants.deadlineMs,
      lastFeedMs: feeds.length > 0 ? Math.min(...feeds) : null,
      nowMs,
    },
    stepMs: STEP_H * 3600_000,
    ambientC: thinned(e.ambient.pointC, e.stepH),
    legs: e.legs.map((l) => {
      const from = Math.max(0, Math.round((l.startMs - e.instants.sealMs) / 3600_000 / e.stepH));
      const to = Math.min(e.steps - 1, Math.round((l.endMs - e.instants.sealMs) / 3600_000 / e.stepH));
      const part = e.ambient.pointC.subarray(from, Math.max(from + 1, to));
      return {
        label: l.label,
        kind: l.kind,
        at: l.at,
        heldC: l.heldC ?? null,
        startMs: l.startMs,
        endMs: l.endMs,
        minC: part.length > 0 ? Math.min(...part) : 0,
        maxC: part.length > 0 ? Math.max(...part) : 0,
        words: airWords(l, part, e, from, l.at === 'destination' ? c.receiver.place.zone : zone),
      };
    }),
    band: {
      min: Math.max(...here.map((b) => b.limits.cold24C)),
      max: Math.min(...here.map((b) => b.limits.warm24C)),
    },
    /** Where all of them are at ease; nothing where their bands do not meet. */
    ease: {
      min: Math.max(...here.map((b) => b.easeC.min)),
      max: Math.min(...here.map((b) => b.easeC.max)),
    },
    shiftC: c.forecast?.shiftC ?? 0,
    forecast: forecastView(c, e, nowMs, zone),
    // What is sealed has taken its packs already.
    freePacks: c.actual.sealedAt ? {} : packsFor(house, c.code),
    openAt: openPacks ? localTime(openPacks.atMs, c.sender.place.zone) : 'closing time less 45 min',
  };
}
export type HeatView = NonNullable<ReturnType<typeof heatView>>;
