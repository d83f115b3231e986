import { catalogueOf, chanceOf, hasDraws, jobRows } from './result';
import { consignmentView, ribbonOf, type ConsignmentView } from './view';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { clockWords, dayWords } from '@/core/calendar/calendar';
import { concernsOfShipment } from '@/server/concerns';
import { profileOf, type House } from '@/server/house';

/** What every station of a consignment starts from. */
export interface Station {
  h: House;
  nowMs: number;
  view: ConsignmentView;
  c: Consignment;
  e: Evaluation | null;
  catalogue: Catalogue;
  home: Consignment['sender']['place'];
  /** What a form sends back with its changes. */
  base: { code: string; version: number };
}

/** A consignment for one of its stations; null where there is none of that code. */
export function stationOf(h: House, code: string): Station | null {
  const view = consignmentView(h, code);
  if (!view) return null;
  const c = view.stored.document;
  return {
    h,
    nowMs: h.nowMs(),
    view,
    c,
    e: view.evaluation,
    catalogue: catalogueOf(c, h),
    home: profileOf(h).place,
    base: { code: c.code, version: view.stored.version },
  };
}

/** Whether nothing but fish is sent: what is said of shrimps and corals says animals. */
export const onlyFish = ({ c, catalogue }: Pick<Station, 'c' | 'catalogue'>): boolean =>
  c.lines.every((l) => row(catalogue.species, l.speciesId, 'species').kind === 'fish');

const plural = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;

/** The heading and the ribbon over all stations. */
export function frameView({ h, nowMs, view, c, e, catalogue, home }: Station, computes = true) {
  const here = c.sender.place;
  const there = c.receiver.place;
  const incoming = c.direction === 'incoming';
  const handOver = Date.parse(c.handOverAt);
  const service = catalogue.services.find((s) => s.id === c.serviceId);
  const time = (iso: string, zone: string): string => clockWords(Date.parse(iso), zone);
  const day = (iso: string, zone: string): string => dayWords(Date.parse(iso), zone);
  const delivery = c.window
    ? `Delivery ${day(c.window.startAt, there.zone)}, ${time(c.window.startAt, there.zone)} to ${time(c.window.endAt, there.zone)} in ${there.name}.`
    : c.actual.openedAt
      ? `Opened ${day(c.actual.openedAt, there.zone)}, ${time(c.actual.openedAt, there.zone)} in ${there.name}.`
      : `To be opened ${day(c.openingAt, there.zone)}, ${time(c.openingAt, there.zone)} in ${there.name}.`;
  return {
    code: c.code,
    version: view.stored.version,
    what: `${plural(
      c.lines.reduce((n, l) => n + l.count, 0),
      'animal',
    )} in ${plural(c.bags.length, 'bag')}, ${incoming ? 'from' : 'for'}`,
    // Of a sender whose town nobody told, the receiver’s own stands in for it: it is not said.
    who: incoming
      ? here.name === there.name && here.lat === there.lat
        ? c.sender.name
        : `${c.sender.name}, ${here.name}`
      : `${c.receiver.name}, ${there.name}`,
    when: `Drop-off ${dayWords(handOver, here.zone)} at ${clockWords(handOver, here.zone)}${here.zone === home.zone ? '' : ` in ${here.name}`}, ${service?.name ?? 'unknown service'}. ${delivery}`,
    overall: e?.overall ?? null,
    problem: view.problems[0]?.message ?? null,
    concerns: concernsOfShipment(h, view.stored, view.rests),
    chance: {
      version: `${c.id}:${view.stored.version}`,
      // Prices of the shelf come with what is computed from: whoever gets none sees the odds as they are stored.
      job:
        computes && e && !c.actual.openedAt
          ? { consignment: c, catalogue: jobRows(c, h), calendar: h.calendar(c) }
          : null,
      stored: chanceOf(view.stored.result),
    },
    /** The journey is told as planned, and its odds are on their way. */
    oddsFollow: Boolean(e && h.thinker && !c.actual.openedAt && !hasDraws(view.stored.result)),
    archived: view.stored.archivedAt !== null,
    left: c.actual.handedOverAt !== null,
    cancelled: c.cancelled ? { day: day(c.cancelled.at, home.zone), reason: c.cancelled.reason } : null,
    ribbon: { data: ribbonOf(h, c, e, view.schedule, nowMs, null), zone: home.zone, there },
    stations: view.stations,
  };
}
export type FrameView = ReturnType<typeof frameView>;

/** Why there is nothing to show yet. */
export const missingWords = (s: Station): string => s.view.problems.map((p) => p.message).join(' ');
