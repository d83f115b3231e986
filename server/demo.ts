import { places } from '@/core/catalogue/places';
import type { Consignment, OrderLine, WaterReading } from '@/core/consignment/schema';
import { TZDate } from '@date-fns/tz';
import { nowMs } from './clock';
import { keepProfile, openHouse, type House, type Profile } from './house';
import { tryEvaluate } from './result';
import * as arrival from './usecases/arrival';
import { saveOrder, type OrderInput } from './usecases/order';
import { recordEvent, tick, type EventName } from './usecases/packing';

/** The demo fish room: people, firms and carriers are invented. Everything is laid relative to the moment of seeding. */
const HOUR = 3600_000;
const place = (name: string): (typeof places)[number] => places.find((p) => p.name === name)!;

const room: Profile = {
  name: 'Marrow Weir Fishroom',
  address: 'Quinta da Levada 3',
  phone: '+351 239 000 142',
  place: place('Coimbra'),
};

const soft: WaterReading = { tempC: 25, pH: 7.2, khDkh: 5, ghDgh: 8, salinity: 0, tanMgNL: 0 };
const hard: WaterReading = { tempC: 24.5, pH: 7.6, khDkh: 9, ghDgh: 14, salinity: 0, tanMgNL: 0 };
const cool: WaterReading = { tempC: 18, pH: 7.5, khDkh: 6, ghDgh: 9, salinity: 0, tanMgNL: 0 };
const reef: WaterReading = { tempC: 25.5, pH: 8.1, khDkh: 8, ghDgh: 60, salinity: 34, tanMgNL: 0 };

type Line = Pick<OrderLine, 'speciesId' | 'count' | 'lengthCm' | 'tank'> & Partial<OrderLine>;

interface Story {
  to: { name: string; address: string; phone: string; town: string };
  from?: Story['to'];
  direction?: Consignment['direction'];
  serviceId: string;
  handOverInH: number;
  transitH: number;
  water: WaterReading;
  tank: { name: string; volumeL: number } & Partial<WaterReading>;
  lines: Line[];
  note?: string;
}

const stories: Record<string, Story> = {
  quarantineOld: {
    to: { name: 'Anke Roelfs', address: 'Turfkade 8', phone: '+31 50 000 119', town: 'Groningen' },
    direction: 'incoming',
    from: { name: 'Anke Roelfs', address: 'Turfkade 8', phone: '+31 50 000 119', town: 'Groningen' },
    serviceId: 'northline-overnight',
    handOverInH: -24 * 24,
    transitH: 16,
    water: soft,
    tank: { name: 'Q1', volumeL: 60 },
    lines: [{ speciesId: 'panda-cory', count: 6, lengthCm: 3.5, tank: 'B2' }],
  },
  quarantineMid: {
    to: { name: 'Marta Quill', address: 'Lendgasse 40', phone: '+43 316 000 140', town: 'Graz' },
    direction: 'incoming',
    from: { name: 'Marta Quill', address: 'Lendgasse 40', phone: '+43 316 000 140', town: 'Graz' },
    serviceId: 'sable-air',
    handOverInH: -11 * 24,
    transitH: 20,
    water: soft,
    tank: { name: 'Q3', volumeL: 84 },
    lines: [{ speciesId: 'cardinal-tetra', count: 9, lengthCm: 2.8, tank: 'M1' }],
  },
  acclimating: {
    to: { name: 'Hanne Voll', address: 'Skuteviken 2', phone: '+47 55 00 01 43', town: 'Bergen' },
    direction: 'incoming',
    from: { name: 'Hanne Voll', address: 'Skuteviken 2', phone: '+47 55 00 01 43', town: 'Bergen' },
    serviceId: 'sable-air',
    handOverInH: -25,
    transitH: 22,
    water: soft,
    tank: { name: 'Q2', volumeL: 96, tempC: 25.4, pH: 7.4, khDkh: 6 },
    lines: [
      { speciesId: 'steel-blue-killifish', count: 6, lengthCm: 4.5, tank: 'V3' },
      { speciesId: 'white-cloud', count: 8, lengthCm: 3, tank: 'V5' },
    ],
  },
  overdue: {
    to: { name: 'Marta Quill', address: 'Lendgasse 40', phone: '+43 316 000 140', town: 'Graz' },
    serviceId: 'northline-two-day',
    handOverInH: -42,
    transitH: 38,
    water: soft,
    tank: { name: 'Rack 2', volumeL: 54 },
    lines: [
      { speciesId: 'guppy', count: 12, lengthCm: 3, tank: '3' },
      { speciesId: 'cherry-shrimp', count: 20, lengthCm: 2.2, tank: '12' },
    ],
  },
  travelling: {
    to: { name: 'Tomás Eyre', address: 'Calle del Muelle 17', phone: '+34 944 000 141', town: 'Bilbao' },
    serviceId: 'northline-overnight',
    handOverInH: -8,
    transitH: 15,
    water: hard,
    tank: { name: 'Salón', volumeL: 180 },
    lines: [{ speciesId: 'angelfish', count: 4, lengthCm: 5.5, tank: '9' }],
  },
  tonight: {
    to: { name: 'Ilse Tamm', address: 'Kalasaba tee 12', phone: '+372 700 0142', town: 'Tartu' },
    serviceId: 'sable-air',
    handOverInH: 4.4,
    transitH: 38,
    water: { ...soft, tempC: 24.5 },
    tank: { name: 'Q5', volumeL: 120, tempC: 24.6, pH: 7.4, khDkh: 6 },
    lines: [
      { speciesId: 'boesemans-rainbowfish', count: 6, lengthCm: 7.5, tank: '4', sex: 'mixed' },
      { speciesId: 'steel-blue-killifish', count: 6, lengthCm: 4.5, tank: '9', sex: 'pair' },
      { speciesId: 'honey-gourami', count: 6, lengthCm: 4, tank: '11' },
    ],
    note: 'Collects at the air shed herself. Wants the pairs kept together.',
  },
  coming: {
    to: { name: 'Lidia Brzoza', address: 'ul. Młyńska 5', phone: '+48 12 000 143', town: 'Kraków' },
    direction: 'incoming',
    from: { name: 'Lidia Brzoza', address: 'ul. Młyńska 5', phone: '+48 12 000 143', town: 'Kraków' },
    serviceId: 'sable-air',
    handOverInH: -3,
    transitH: 21,
    water: { ...reef, tempC: 25 },
    tank: { name: 'Q4', volumeL: 110, ...reef },
    lines: [
      { speciesId: 'ocellaris-clownfish', count: 2, lengthCm: 4, tank: 'K7', sex: 'pair' },
      { speciesId: 'cleaner-shrimp', count: 3, lengthCm: 4.5, tank: 'K7' },
    ],
  },
  fasting: {
    to: { name: 'Nico Sarto', address: 'Via delle Reti 4', phone: '+39 080 000 147', town: 'Bari' },
    serviceId: 'northline-overnight',
    handOverInH: 36.7,
    transitH: 16,
    water: soft,
    tank: { name: 'Salotto', volumeL: 240 },
    lines: [{ speciesId: 'lemon-tetra', count: 10, lengthCm: 3.2, tank: '7' }],
  },
  byCar: {
    to: { name: 'Rory Fenn', address: 'Canal Row 6', phone: '+44 113 000 0149', town: 'Leeds' },
    from: { name: 'Marrow Weir Fishroom', address: 'Quinta da Levada 3', phone: '+351 239 000 142', town: 'Coimbra' },
    direction: 'own-move',
    serviceId: 'own-car',
    handOverInH: 130,
    transitH: 30,
    water: cool,
    tank: { name: 'Pond house', volumeL: 900, tempC: 15, pH: 7.6, khDkh: 8 },
    lines: [{ speciesId: 'goldfish', count: 3, lengthCm: 14, tank: 'P1' }],
  },
};

const localAt = (ms: number, zone: string): string => {
  const d = new TZDate(Math.round(ms / 300_000) * 300_000, zone);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}T${two(d.getHours())}:${two(d.getMinutes())}`;
};

function orderOf(s: Story, nowMs: number): OrderInput {
  const party = (p: Story['to']): OrderInput['receiver'] => ({
    name: p.name,
    address: p.address,
    phone: p.phone,
    place: place(p.town),
  });
  const incoming = s.direction === 'incoming';
  const here: OrderInput['receiver'] = { name: room.name, address: room.address, phone: room.phone, place: room.place };
  const sender = incoming ? party(s.from!) : s.direction === 'own-move' ? party(s.from!) : here;
  const receiver = incoming ? here : party(s.to);
  const handOver = nowMs + s.handOverInH * HOUR;
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
    tank: { ...s.water, ...s.tank },
    note: s.note ?? '',
  };
}

/** Fills an empty database with the demo fish room, from the beginning of each story to now. */
export function seedDemo(folder: string): void {
  const now = nowMs();
  let clock = now;
  const house: House = openHouse(folder, () => clock);
  if (house.consignments.list().length > 0) return;
  keepProfile(house, room);
  const must = <T>(r: { ok: true; value: T } | { ok: false; problems: { path: string; message: string }[] }): T => {
    if (!r.ok)
      throw new Error(`The demo cannot be made: ${r.problems.map((p) => `${p.path}: ${p.message}`).join('; ')}`);
    return r.value;
  };
  const make = (name: keyof typeof stories): string => {
    const s = stories[name]!;
    clock = Math.min(now, now + s.handOverInH * HOUR - 72 * HOUR);
    return must(saveOrder(house, orderOf(s, now))).code;
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
    const e = must(tryEvaluate(c));
    const i = Math.min(e.steps - 1, Math.round((at - e.instants.sealMs) / HOUR / e.stepH));
    clock = at + 10 * 60_000;
    must(
      arrival.saveReadings(house, {
        code,
        version: stored.version,
        tank: { ...c.tank },
        bags: e.bags.map((b) => ({
          bagId: b.id,
          tempC: Math.round(b.tempC[i]! * 10) / 10,
          pH: Math.round(b.curves.pH[i]! * 20) / 20,
          salinity: c.sourceWater.salinity > 0 ? c.sourceWater.salinity : null,
          alive: b.animals,
          dead: 0,
          doubtful: 0,
          note: '',
        })),
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
    const id = must(arrival.openQuarantine(house, code));
    for (const d of house.arrivals.dutiesOf(id)) {
      clock = Date.parse(d.dueAt) + 20 * 60_000;
      if (clock < now - 2 * HOUR) must(arrival.setDuty(house, id, d.key, true));
    }
  }

  const acclimating = make('acclimating');
  travelled(acclimating);
  arrived(acclimating, now - 0.8 * HOUR);
  event(acclimating, 'openedAt', now - 0.2 * HOUR);
  {
    const c = house.consignments.byCode(acclimating)!.document;
    const e = must(tryEvaluate(c));
    const minute = 60_000;
    const runs = [
      {
        method: 'drip',
        presses: [
          ['place', 39],
          ['open', 16],
          ['rate', 12.7],
        ],
      },
      { method: 'float-transfer', presses: [['place', 2.2]] },
    ] as const;
    arrival.methodComparisons(c, e, now).forEach((lane, i) => {
      const story = runs[i % runs.length]!;
      clock = now - (story.presses[0][1] + 1) * minute;
      const run = must(arrival.startRun(house, c, lane, story.method));
      for (const [key, before] of story.presses) {
        clock = now - before * minute;
        must(arrival.finishStep(house, run, key));
      }
    });
  }

  const overdue = make('overdue');
  travelled(overdue);
  const travelling = make('travelling');
  travelled(travelling);

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
  travelled(make('coming'));

  const fasting = make('fasting');
  ticked(fasting, ['moment:water-change:7'], now - 6 * HOUR);
  make('byCar');
  clock = now;
  house.db.close();
}
