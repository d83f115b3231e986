import { atClock } from '@/core/journey/calendar';
import { cities as places } from '@/core/catalogue/places';
import type { Consignment, OrderLine, WaterReading } from '@/core/consignment/schema';
import { TZDate } from '@date-fns/tz';
import { nowMs } from './clock';
import { keepProfile, openHouse, type House, type Profile } from './house';
import { tryEvaluate } from './result';
import type { Field } from '@/core/records/field';
import { toDraft } from '@/core/records/field';
import { kinds } from '@/core/records';
import { lookupOf } from './records/lookup';
import { placeId } from './records/seed';
import { draftOfRecord, saveRecord } from './usecases/records';
import { saveReading } from './usecases/readings';
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
  papers:
    'Registered fish room, invented number PT-000-142.\nLosses are told by photograph of the closed bag within two hours.',
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
  /** Clock of the hand-over on that day, where it stands at a counter. */
  counter?: string;
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
    handOverInH: 48,
    counter: '19:00',
    transitH: 15,
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
    counter: '07:00',
    transitH: 30,
    water: cool,
    tank: { name: 'Pond house', volumeL: 900, tempC: 15, pH: 7.6, khDkh: 8 },
    lines: [{ speciesId: 'goldfish', count: 3, lengthCm: 14, tank: 'P1' }],
  },
};

/** Tanks of the demo room: name, litres, use, place in the room, their water. */
const ownTanks: readonly [name: string, litres: number, use: string, where: string, water: WaterReading][] = [
  ['3', 80, 'stock', 'Rack 1', hard],
  ['4', 240, 'stock', 'Rack 1', { ...soft, tempC: 24.5 }],
  ['7', 120, 'stock', 'Rack 2', soft],
  ['9', 160, 'stock', 'Rack 2', { ...soft, tempC: 24.5 }],
  ['11', 90, 'stock', 'Rack 2', { ...soft, tempC: 24.5 }],
  ['12', 40, 'stock', 'Rack 3', soft],
  ['K1', 200, 'stock', 'Sea rack', reef],
  ['P1', 900, 'stock', 'Cold room', cool],
  ['Q1', 60, 'quarantine', 'Quarantine', soft],
  ['Q2', 96, 'quarantine', 'Quarantine', soft],
  ['Q3', 84, 'quarantine', 'Quarantine', soft],
  ['Q4', 110, 'quarantine', 'Quarantine', reef],
];

/** Fish of the demo room: tank, species, length, sex, count. */
const ownFish: readonly [
  tank: string,
  speciesId: string,
  lengthCm: string,
  sex: string,
  count: number,
  grade?: string,
][] = [
  ['3', 'guppy', '3', 'mixed', 46],
  ['4', 'boesemans-rainbowfish', '7.5', 'mixed', 14, 'A'],
  ['7', 'lemon-tetra', '3.2', 'unsexed', 38],
  ['9', 'steel-blue-killifish', '4.5', 'pair', 18, 'F2'],
  ['9', 'angelfish', '5.5', 'unsexed', 11],
  ['11', 'honey-gourami', '4', 'unsexed', 22],
  ['12', 'cherry-shrimp', '2.2', 'unsexed', 210],
  ['K1', 'ocellaris-clownfish', '4', 'pair', 8],
  ['P1', 'goldfish', '14', 'unsexed', 9],
];

/** Counts of the shelf, with batches of packs and their use-by days from today. */
const counted: Record<string, { count: number; lowMark?: number; soldBy?: number }> = {
  'bag-13x30': { count: 180, lowMark: 60, soldBy: 100 },
  'bag-18x40': { count: 34, lowMark: 40, soldBy: 100 },
  'bag-23x46': { count: 88, lowMark: 30, soldBy: 100 },
  'bag-28x55': { count: 41, lowMark: 20, soldBy: 50 },
  'box-s': { count: 6, lowMark: 4, soldBy: 5 },
  'box-m': { count: 9, lowMark: 4, soldBy: 5 },
  'box-l': { count: 4, lowMark: 2, soldBy: 5 },
  'box-winter': { count: 1, lowMark: 2, soldBy: 5 },
  'heat-40h': { count: 12, lowMark: 6, soldBy: 10 },
  'heat-72h': { count: 8, lowMark: 4, soldBy: 10 },
  'cold-500': { count: 5, lowMark: 2, soldBy: 4 },
  liner: { count: 17, lowMark: 8, soldBy: 25 },
  band: { count: 640, lowMark: 200, soldBy: 500 },
  oxygen: { count: 1150, lowMark: 300 },
};

/** Tanks, their water over the last weeks, the fish in them, the shelf, and the people of the stories. */
function stockTheRoom(house: House, now: number, at: (ms: number) => void): void {
  const must = <T>(r: { ok: true; value: T } | { ok: false; problems: { message: string }[] }): T => {
    if (!r.ok) throw new Error(`The demo cannot be stocked: ${r.problems.map((p) => p.message).join('; ')}`);
    return r.value;
  };
  const tanks = new Map<string, string>();
  at(now - 60 * 24 * HOUR);
  for (const [name, litres, use, where] of ownTanks)
    tanks.set(
      name,
      must(
        saveRecord(house, 'tank', {
          id: null,
          version: null,
          draft: {
            name,
            volumeL: String(litres),
            use,
            where,
            gear: use === 'quarantine' ? `Net, bucket and siphon ${name}, red tape` : `Net and siphon of ${where}`,
          },
        }),
      ).id,
    );
  ownTanks.forEach(([name, , , , w], i) => {
    for (let day = 42; day >= 0; day -= 3) {
      const swing = Math.sin(day * 0.9 + i) * 0.3;
      at(now - day * 24 * HOUR - 5 * HOUR);
      must(
        saveReading(house, {
          tankId: tanks.get(name)!,
          at: '',
          tempC: (day === 0 ? w.tempC : w.tempC + swing).toFixed(1),
          pH: (day === 0 ? w.pH : w.pH - swing / 4).toFixed(1),
          khDkh: String(w.khDkh),
          ghDgh: String(w.ghDgh),
          salinity: String(w.salinity),
          tanMgNL: String(w.tanMgNL),
          nitrateMgL: String(8 + ((day * 7 + i * 3) % 14)),
        }),
      );
    }
  });
  at(now - 20 * 24 * HOUR);
  for (const [tank, speciesId, lengthCm, sex, count, grade] of ownFish)
    must(
      saveRecord(house, 'lot', {
        id: null,
        version: null,
        draft: {
          tankId: tanks.get(tank)!,
          speciesId,
          lengthCm,
          sex,
          count: String(count),
          ...(grade ? { grade } : {}),
        },
      }),
    );
  for (const [id, { count, lowMark, soldBy }] of Object.entries(counted)) {
    const r = house.records.byId(id)!;
    const draft = {
      ...draftOfRecord(kinds.supply, r),
      count: String(count),
      lowMark: String(lowMark ?? ''),
      soldBy: String(soldBy ?? ''),
    };
    if (id === 'heat-72h')
      Object.assign(draft, { batch: '2517', expires: new Date(now + 40 * 24 * HOUR).toISOString().slice(0, 10) });
    must(saveRecord(house, 'supply', { id, version: r.version, draft }));
  }
  const year = new Date(now).getUTCFullYear();
  const northline = {
    carrier: 'Northline Courier',
    counters: [
      { days: 'Mon–Thu', opens: '09:00', cutOff: '20:00', last: '19:45', closes: '20:30' },
      { days: 'Fri', opens: '09:00', cutOff: '18:00', last: '17:30', closes: '18:30' },
    ],
    embargoes: [{ from: `${year}-12-16`, to: `${year + 1}-01-03`, reason: 'peak season, no promise holds' }],
    collection: 'depot',
    packagingApproved: 'yes',
    liveTerms: 'Invented terms: cold-blooded animals in approved boxes, at the sender’s risk, no delivery on Saturday.',
    minimumCharge: '14',
    priceSteps: [
      { toKg: '5', price: '18.5' },
      { toKg: '10', price: '27' },
      { toKg: '20', price: '46' },
    ],
  };
  const sable = {
    carrier: 'Sable Air Cargo',
    counters: [{ days: 'Mon–Sat', opens: '06:00', cutOff: '20:00', last: '19:45', closes: '22:00' }],
    deliversOn: 'Mon–Sun',
    collection: 'counter',
    packagingApproved: '',
    liveTerms: 'Invented terms: the receiver collects at the air shed; absorbent and a liner in every box.',
    minimumCharge: '38',
  };
  for (const [id, more] of [
    ['northline-overnight', northline],
    ['northline-two-day', northline],
    ['sable-air', sable],
  ] as const) {
    const r = house.records.byId(id)!;
    must(
      saveRecord(house, 'service', { id, version: r.version, draft: { ...draftOfRecord(kinds.service, r), ...more } }),
    );
  }
  const packs = house.records.byId('heat-72h')!;
  must(
    saveRecord(house, 'supply', {
      id: null,
      version: null,
      draft: {
        ...draftOfRecord(kinds.supply, packs),
        batch: '2406',
        expires: new Date(now - 12 * 24 * HOUR).toISOString().slice(0, 10),
        count: '6',
      },
    }),
  );
  const seen = new Set<string>();
  for (const s of Object.values(stories)) {
    if (seen.has(s.to.name) || s.direction === 'own-move') continue;
    seen.add(s.to.name);
    const town = place(s.to.town);
    must(
      saveRecord(house, 'receiver', {
        id: null,
        version: null,
        draft: {
          name: s.to.name,
          phone: s.to.phone,
          address: s.to.address,
          placeId: placeId(town.name, town.country),
          collection: s.serviceId === 'sable-air' ? 'counter' : 'depot',
          tanks: s.direction === 'incoming' ? [] : [toDraft(tankFields, { ...s.water, residents: false, ...s.tank })],
          note: '',
        },
      }),
    );
  }
}

const tankFields = (kinds.receiver.fields.find((f) => f.path === 'tanks') as Extract<Field, { type: 'rows' }>).of;

const localAt = (ms: number, zone: string): string => {
  const d = new TZDate(Math.round(ms / 300_000) * 300_000, zone);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}T${two(d.getHours())}:${two(d.getMinutes())}`;
};

function orderOf(house: House, s: Story, nowMs: number): OrderInput {
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
  const about = nowMs + s.handOverInH * HOUR;
  const handOver = s.counter ? atClock(about, s.counter, sender.place.zone) : about;
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
    ...records(house, s),
  };
}

/** The story's receiver and fish, where they stand in the records. */
function records(house: House, s: Story): Partial<OrderInput> {
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
export function seedDemo(folder: string): void {
  const now = nowMs();
  let clock = now;
  const house: House = openHouse(folder, () => clock);
  if (house.consignments.any()) return;
  keepProfile(house, room);
  stockTheRoom(house, now, (ms) => void (clock = ms));
  const must = <T>(r: { ok: true; value: T } | { ok: false; problems: { path: string; message: string }[] }): T => {
    if (!r.ok)
      throw new Error(`The demo cannot be made: ${r.problems.map((p) => `${p.path}: ${p.message}`).join('; ')}`);
    return r.value;
  };
  const make = (name: keyof typeof stories): string => {
    const s = stories[name]!;
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
    const e = must(tryEvaluate(house, c));
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
    arrival.methodComparisons(house, c, e, now).forEach((lane, i) => {
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
  const coming = make('coming');
  travelled(coming);
  ticked(coming, ['moment:mix-salt:Q4'], now - 7.5 * HOUR);

  make('fasting');
  make('byCar');
  clock = now;
  house.db.close();
}
