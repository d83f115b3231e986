import { seenOf } from '@/core/consignment/seen-signs';
import { arrivalSigns, signsNow } from '@/core/consignment/signs';
import { airIn, unstruck } from '@/core/consignment/project-facts';
import { dayClockIn, wordsOf } from '@/core/papers/words';
import { plannedRoad, type RoadState } from '@/core/duties/road';
import { HOUR } from '@/core/quantities/time';
import { practises } from '@/server/devices/devices';
import { onlyFish, type Station } from '@/server/consignment/station';
import { roadOf } from './road';
import { controlPacksOf } from './control-packs';

/** What to write to the receiver: only where something has to be done, in their language. */
function messages(s: Station, road: RoadState): { id: string; title: string; text: string }[] {
  const { c } = s;
  const w = wordsOf(c.language, onlyFish(s));
  const { zone, name } = c.receiver.place;
  const by = road.holdsUntilMs === null ? null : road.holdsUntilMs - HOUR;
  if (by === null || road.helps.length + road.lateMin === 0) return [];
  const when = dayClockIn(by, zone, w);
  // “Today” is asked for only where it has to be today: a late box that stands it well is told as late.
  const collect = by - s.nowMs < 24 * HOUR && road.helps.some((h) => h.id === 'collect');
  return [
    ...(collect ? [{ id: 'collect', title: 'Collect it today', text: w.road.collect(c.code, name, when) }] : []),
    ...(road.lateMin > 0
      ? [
          {
            id: 'later',
            title: 'It arrives later',
            text: w.road.later(c.code, dayClockIn(road.arriveMs, zone, w), when),
          },
        ]
      : []),
  ];
}

/** What was foretold at the hand-over beside what the receiver found; null before anything was. */
function outcome({ h, c }: Station) {
  const { openedAt, arrivedAt, bags } = c.actual;
  if (!openedAt && bags.length === 0) return null;
  const told =
    h.facts
      .predictions(c.id)
      .filter((p) => p.moment === 'hand-over')
      .pop() ?? null;
  const { observations, events } = h.facts.of(c.id);
  const stands = unstruck(observations);
  const sealed = c.actual.sealedAt ? Date.parse(c.actual.sealedAt) : null;
  const opened = openedAt ? Date.parse(openedAt) : null;
  return {
    hours: sealed && opened ? (opened - sealed) / HOUR : null,
    foretoldHours: told ? (told.openMs - told.sealMs) / HOUR : null,
    arrivedMs: arrivedAt ? Date.parse(arrivedAt) : null,
    box: c.boxes.flatMap((b) => signsNow(seenOf(observations, 'box', b.id)).map((x) => arrivalSigns[x].words)),
    air: c.boxes.flatMap((b) => {
      const air = airIn(observations, b.id);
      return air === null ? [] : [`${air} °C between the bags of box ${b.id}`];
    }),
    // What the sender wrote at the hand-over is no word of the receiver’s.
    remarks:
      stands.findLast(
        (o) => o.quantity === 'note' && o.subject.kind === 'consignment' && arrivedAt !== null && o.at >= arrivedAt,
      )?.word ?? '',
    photos: stands.flatMap((o) =>
      o.photo && o.at >= (arrivedAt ?? openedAt ?? o.at) ? [{ photo: o.photo, of: o.subject.id || c.code }] : [],
    ),
    bags: c.bags.map((b) => {
      const found = bags.find((x) => x.bagId === b.id) ?? null;
      const curve = told?.bags.find((x) => x.id === b.id) ?? null;
      const at = found ? Date.parse(found.at) : (opened ?? null);
      const i =
        told && at
          ? Math.min((curve?.tempC.length ?? 1) - 1, Math.max(0, Math.round((at - told.sealMs) / HOUR / told.everyH)))
          : -1;
      return {
        id: b.id,
        animals: b.animals.reduce((n, x) => n + x.count, 0),
        foretoldC: curve?.tempC[i] ?? null,
        foretoldPh: curve?.pH[i] ?? null,
        foundC: found?.tempC ?? null,
        foundPh: found?.pH ?? null,
        dead: found?.dead ?? null,
        doubtful: found?.doubtful ?? null,
        note: found?.note ?? '',
        seen: signsNow(seenOf(observations, 'bag', b.id)).map((x) => arrivalSigns[x].words),
        /** How it was opened, by the card of its receiver. */
        moved: unstruck(events).findLast((x) => x.kind === 'moved' && x.subject.id === b.id)?.note ?? '',
      };
    }),
  };
}

/** The road of a consignment that was handed over: where it is, what can be done, what was found. */
export function roadView(s: Station) {
  const { c, h, catalogue } = s;
  if (!c.actual.handedOverAt) return null;
  const r = roadOf(h, s.view.stored);
  return {
    code: c.code,
    zone: c.sender.place.zone,
    there: { zone: c.receiver.place.zone, name: c.receiver.place.name },
    nowMs: s.nowMs,
    road: r?.ok ? r.value : null,
    problem: r && !r.ok ? r.problems[0]!.message : null,
    messages: r?.ok ? messages(s, r.value) : [],
    planned: plannedRoad(c, catalogue).map((l) => ({ label: l.label, startMs: l.startMs })),
    delivered: c.actual.arrivedAt !== null,
    /** The last place where it was seen. */
    last: c.actual.scans?.at(-1) ?? null,
    practises: practises(h),
    outcome: outcome(s),
    twins: c.actual.arrivedAt ? [] : controlPacksOf(h, s.view.stored),
    weather: c.forecast ? { source: c.forecast.source, madeMs: Date.parse(c.forecast.madeAt) } : null,
  };
}
export type RoadView = NonNullable<ReturnType<typeof roadView>>;
