import { waterFigures } from '@/core/measurement/quantities';
import { TZDate } from '@date-fns/tz';
import type { Consignment } from '@/core/consignment/schema';
import { nowMs } from '../clock';
import { keepProfile, openHouse, type House } from '../house';
import { saveFreight } from '@/server/papers/change';
import { lookupOf } from '../records/lookup';
import { plannedRoad } from '@/core/duties/road';
import { HOUR } from '@/core/quantities/time';
import { recordScan } from '@/server/road/road';
import { catalogueOf, tryEvaluate } from '@/server/consignment/result';
import { methodComparisons } from '@/server/arrive/methods';
import { tellReadings, type ReadOf } from '@/server/arrive/readings';
import { finishStep, startRun } from '@/server/arrive/run';
import { openQuarantine } from '@/server/quarantine/quarantine';
import { type OrderInput } from '@/server/order/input';
import { saveOrder } from '@/server/order/order';
import { takePlan } from '@/server/plan/compare';
import { recordEvent, tick, type EventName } from '@/server/pack/events';
import { restock, stockTheRoom } from './room';
import { settleLogbook } from '@/server/logbook/digest';
import { livePast } from './past';
import { liveWeeks } from './weeks';
import { demoEnds, room, stories, type DemoStory } from './stories';

const localAt = (ms: number, zone: string): string => {
  const d = new TZDate(Math.round(ms / 300_000) * 300_000, zone);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}T${two(d.getHours())}:${two(d.getMinutes())}`;
};

function orderOf(house: House, s: DemoStory, nowMs: number): OrderInput {
  const { sender, receiver, handOverMs: handOver } = demoEnds(s, nowMs);
  const start = handOver + s.transitH * HOUR;
  return {
    code: null,
    version: null,
    direction: s.direction ?? 'outgoing',
    sender,
    receiver,
    serviceId: s.serviceId,
    handOverLocal: localAt(handOver, sender.place.zone),
    windowStartLocal: localAt(start, receiver.place.zone),
    windowEndLocal: localAt(start + 3 * HOUR, receiver.place.zone),
    openingLocal: localAt(start + 1.5 * HOUR, receiver.place.zone),
    lines: s.lines.map((l, i) => ({ massG: null, sex: 'unsexed', id: `L${i + 1}`, ...l })),
    sourceWater: s.water,
    tank: s.tank,
    note: s.note ?? '',
    ...records(house, s),
  };
}

/** The story's receiver and fish, where they stand in the records. */
function records(house: House, s: DemoStory): Partial<OrderInput> {
  if (s.direction === 'incoming' || s.direction === 'own-move') return {};
  const lookup = lookupOf(house.records);
  return {
    receiverId: lookup.find('receiver', s.to.name),
    lines: s.lines.map((l, i) => {
      const tankId = lookup.find('tank', l.tank);
      const lot = house.records
        .list('lot')
        .find((r) => r.document.tankId === tankId && r.document.speciesId === l.speciesId);
      return {
        massG: null,
        sex: 'unsexed',
        id: `L${i + 1}`,
        ...l,
        ...(lot ? { lotId: lot.id, ...(lot.document.grade ? { grade: String(lot.document.grade) } : {}) } : {}),
      };
    }),
  };
}

/** Fills an empty database with the demo fish room, from the beginning of each story to now. */
export function seedDemo(folder: string, draws?: number, tell: (words: string) => void = () => undefined): void {
  const now = nowMs();
  let clock = now;
  const house: House = openHouse(folder, () => clock, draws);
  if (house.consignments.any()) return;
  keepProfile(house, room);
  stockTheRoom(house, now, (ms) => void (clock = ms));
  const must = <T>(r: { ok: true; value: T } | { ok: false; problems: { path: string; message: string }[] }): T => {
    if (!r.ok)
      throw new Error(`The demo cannot be made: ${r.problems.map((p) => `${p.path}: ${p.message}`).join('; ')}`);
    return r.value;
  };
  let begun = 0;
  const make = (name: keyof typeof stories): string => {
    const s = stories[name]!;
    tell(`shipment ${++begun} of ${Object.keys(stories).length}`);
    clock = Math.min(now, now + s.handOverInH * HOUR - 72 * HOUR);
    return must(saveOrder(house, orderOf(house, s, now))).code;
  };
  const event = (code: string, name: EventName, at: number): void => {
    clock = at;
    must(recordEvent(house, code, name, new Date(at).toISOString()));
  };
  const travelled = (code: string): Consignment => {
    const r = house.consignments.byCode(code)!.result!;
    event(code, 'sealedAt', r.sealMs);
    event(code, 'handedOverAt', r.handOverMs);
    return house.consignments.byCode(code)!.document;
  };
  const ticked = (code: string, keys: string[], at: number): void => {
    clock = at;
    for (const key of keys) must(tick(house, code, key, true));
  };
  const arrived = (code: string, at: number): void => {
    event(code, 'arrivedAt', at);
    const stored = house.consignments.byCode(code)!;
    const c = stored.document;
    const e = must(tryEvaluate(house, c));
    const i = Math.min(e.steps - 1, Math.round((at - e.instants.sealMs) / HOUR / e.stepH));
    clock = at + 10 * 60_000;
    const read = (of: ReadOf): void => void must(tellReadings(house, { code, of: [of], sure: false }, house.nowIso()));
    const known = waterFigures.filter((k) => k !== 'tanMgNL' && c.tank[k] !== undefined);
    const figures = Object.fromEntries(known.map((k) => [k, c.tank[k]]));
    read({ kind: 'tank', id: c.tank.name, figures });
    // A probe of its own never reads quite what was computed.
    e.bags.forEach((b, n) =>
      read({
        kind: 'bag',
        id: b.id,
        figures: {
          tempC: Math.round((b.tempC[i]! + (n % 2 ? 0.4 : -0.3)) * 10) / 10,
          pH: Math.round((b.curves.pH[i]! + (n % 3 ? 0.05 : -0.1)) * 20) / 20,
          ...((c.sourceWater.salinity ?? 0) > 0 ? { salinity: c.sourceWater.salinity } : {}),
          alive: b.animals,
          dead: 0,
          doubtful: 0,
        },
      }),
    );
  };

  for (const name of ['quarantineOld', 'quarantineMid'] as const) {
    const code = make(name);
    const c = travelled(code);
    const at = Date.parse(c.window!.startAt) + HOUR;
    arrived(code, at);
    event(code, 'openedAt', at + 0.5 * HOUR);
    clock = at + 2 * HOUR;
    const id = must(openQuarantine(house, code));
    liveWeeks(house, id, name === 'quarantineOld' ? 'old' : 'mid', now, (ms) => (clock = ms));
  }

  const acclimating = make('acclimating');
  travelled(acclimating);
  arrived(acclimating, now - 0.8 * HOUR);
  event(acclimating, 'openedAt', now - 0.2 * HOUR);
  {
    const c = house.consignments.byCode(acclimating)!.document;
    const e = must(tryEvaluate(house, c));
    const minute = 60_000;
    const runs = [
      {
        method: 'drip',
        presses: [
          ['level', 39.5],
          ['dim', 39.2],
          ['place', 39],
          ['open', 16],
          ['rate', 12.7],
        ],
      },
      {
        method: 'float-transfer',
        presses: [
          ['dim', 2.9],
          ['place', 2.2],
        ],
      },
    ] as const;
    methodComparisons(house, c, e, now).forEach((lane, i) => {
      const story = runs[i % runs.length]!;
      clock = now - (story.presses[0][1] + 1) * minute;
      const run = must(startRun(house, c, lane, story.method));
      for (const [key, before] of story.presses) {
        clock = now - before * minute;
        must(finishStep(house, run, key));
      }
    });
  }

  const overdue = make('overdue');
  travelled(overdue);
  const travelling = make('travelling');
  // Its carrier was asked now and then: a little late, and where it should be.
  {
    const c = travelled(travelling);
    const legs = plannedRoad(c, catalogueOf(c, house));
    for (const [leg, late] of [
      [1, 6],
      [2, 11],
      [3, 14],
    ] as const) {
      clock = legs[leg]!.startMs + late * 60_000;
      must(recordScan(house, { code: travelling, leg, at: '', words: '', due: '' }));
    }
  }

  const tonight = make('tonight');
  ticked(
    tonight,
    [
      'moment:water-change:4',
      'moment:water-change:9',
      'moment:water-change:11',
      'moment:last-feed:4',
      'moment:last-feed:9',
      'moment:last-feed:11',
      'moment:supplies',
    ],
    now - 20 * HOUR,
  );
  // Booked and priced: the sum is told before anybody asks.
  must(
    saveFreight(house, {
      code: tonight,
      version: house.consignments.byCode(tonight)!.version,
      booking: { reference: 'SAC 4471-0093', paidBy: 'sender', depotCode: 'TAY' },
      charges: {
        prices: [
          { lineId: 'L1', each: 14 },
          { lineId: 'L2', each: 9.5 },
          { lineId: 'L3', each: 6 },
        ],
        packingPerBox: 24,
        km: 46,
        tolls: 3.1,
      },
      declared: [{ boxId: '1', kg: 17.5 }],
    }),
  );
  const coming = make('coming');
  travelled(coming);
  ticked(coming, ['moment:mix-salt:Q4'], now - 7.5 * HOUR);

  // Asked whether it goes in a small box without packs, the owner has tried: the stations say why it does not.
  const asked = make('fasting');
  const { document, version } = house.consignments.byCode(asked)!;
  const boxes = document.boxes.map(({ id }) => ({ id, boxTypeId: 'box-s', packs: [], ventHoles: 0 }));
  must(takePlan(house, { code: asked, version, bags: document.bags, boxes }));
  make('byCar');
  clock = now;
  tell('a year of earlier journeys');
  livePast(
    house,
    [travelling, overdue].map((code) => house.consignments.byCode(code)!.document),
  );
  restock(house);
  settleLogbook(house, Infinity);
  house.db.close();
}
