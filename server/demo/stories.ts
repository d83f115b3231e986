import { atClock } from '@/core/calendar/calendar';
import { cities as places } from '@/core/catalogue/places';
import type { Consignment, OrderLine, Water } from '@/core/consignment/schema';
import type { Profile } from '../house';

/** The demo fish room: people, firms and carriers are invented. Everything is laid relative to the moment of seeding. */
export const demoPlace = (name: string): (typeof places)[number] => places.find((p) => p.name === name)!;

export const room: Profile = {
  name: 'Marrow Weir Fishroom',
  address: 'Quinta da Levada 3',
  phone: '+351 239 000 142',
  place: demoPlace('Coimbra'),
  licence: 'PT-000-142 (invented)',
  papers:
    'Registered fish room, invented number PT-000-142.\nLosses are told by photograph of the closed bag within two hours.',
};

const soft: Water = { tempC: 25, pH: 7.2, khDkh: 5, ghDgh: 8, salinity: 0, tanMgNL: 0 };
const hard: Water = { tempC: 24.5, pH: 7.6, khDkh: 9, ghDgh: 14, salinity: 0, tanMgNL: 0 };
const cool: Water = { tempC: 18, pH: 7.5, khDkh: 6, ghDgh: 9, salinity: 0, tanMgNL: 0 };
const reef: Water = { tempC: 25.5, pH: 8.1, khDkh: 8, ghDgh: 60, salinity: 34, tanMgNL: 0 };

type Line = Pick<OrderLine, 'speciesId' | 'count' | 'lengthCm' | 'tank'> & Partial<OrderLine>;

export interface DemoStory {
  to: { name: string; address: string; phone: string; town: string };
  from?: DemoStory['to'];
  direction?: Consignment['direction'];
  serviceId: string;
  handOverInH: number;
  /** Clock of the hand-over on that day, where it stands at a counter. */
  counter?: string;
  transitH: number;
  water: Water;
  tank: { name: string; volumeL: number } & Partial<Water>;
  lines: Line[];
  note?: string;
}

export const stories: Record<string, DemoStory> = {
  quarantineOld: {
    to: { name: 'Anke Roelfs', address: 'Turfkade 8', phone: '+31 50 000 119', town: 'Groningen' },
    direction: 'incoming',
    from: { name: 'Anke Roelfs', address: 'Turfkade 8', phone: '+31 50 000 119', town: 'Groningen' },
    serviceId: 'northline-overnight',
    handOverInH: -24 * 24,
    transitH: 16,
    water: soft,
    tank: { name: 'Q1', volumeL: 60, tempC: 23.6, pH: 7.7, khDkh: 9, ghDgh: 13 },
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
    tank: { name: 'Salón', volumeL: 180, tempC: 26.2, pH: 7.1 },
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
    note: 'Nico asks whether it goes in a small box without heat packs: it would be half the price.',
    lines: [{ speciesId: 'lemon-tetra', count: 10, lengthCm: 3.2, tank: '7' }],
  },
  byCar: {
    to: { name: 'Rory Fenn', address: 'Canal Row 6', phone: '+44 113 000 0149', town: 'Leeds' },
    from: { name: 'Marrow Weir Fishroom', address: 'Quinta da Levada 3', phone: '+351 239 000 142', town: 'Coimbra' },
    direction: 'own-move',
    serviceId: 'own-car',
    handOverInH: 130,
    counter: '07:00',
    transitH: 48,
    water: cool,
    tank: { name: 'Pond house', volumeL: 900, tempC: 15, pH: 7.6, khDkh: 8 },
    lines: [{ speciesId: 'goldfish', count: 3, lengthCm: 14, tank: 'P1' }],
  },
};

/** Tanks of the demo room: name, litres, use, place in the room, their water. */
export const ownTanks: readonly [name: string, litres: number, use: string, where: string, water: Water][] = [
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
export const ownFish: readonly [
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

/** What goes into the water, with invented labels. */
export const treatments: readonly (Record<string, string> & { name: string; count: string })[] = [
  {
    name: 'Stillwater binder',
    count: '420',
    unit: 'mL',
    'label.kind': 'binder',
    'label.unit': 'mL',
    'label.perL': '0.1',
    'label.dropsPerMl': '20',
    'label.bindingTimes': '5',
    'label.capacityMgN': '2.4',
    'label.reducing': 'yes',
  },
  {
    name: 'Zeolite pad',
    count: '34',
    unit: 'pieces',
    'label.kind': 'pad',
    'label.unit': 'piece',
    'label.perL': '1',
    'label.capacityMgN': '6',
    'label.exchanges': 'yes',
  },
  {
    name: 'Teasel drops',
    count: '240',
    unit: 'mL',
    'label.kind': 'parasite',
    'label.unit': 'mL',
    'label.perL': '0.25',
    'label.mgPerUnit': '10',
    'label.targetMgL': '2.5',
    'label.bandFromMgL': '1.5',
    'label.bandToMgL': '4',
    'label.halfLifeH': '130',
    'label.lowersOxygen': 'yes',
  },
  {
    name: 'Sorrel copper, bound',
    count: '180',
    unit: 'mL',
    'label.kind': 'bound-copper',
    'label.unit': 'mL',
    'label.perL': '0.2',
    'label.mgPerUnit': '10',
    'label.targetMgL': '2',
    'label.bandFromMgL': '1.5',
    'label.bandToMgL': '2.5',
    'label.notFor.scaleless': 'yes',
    'label.notFor.invertebrates': 'yes',
  },
  {
    name: 'Bluebell dye',
    count: '85',
    unit: 'mL',
    'label.kind': 'dye',
    'label.unit': 'drop',
    'label.perL': '2',
    'label.dropsPerMl': '20',
    'label.stains': 'yes',
    'label.notFor.scaleless': 'yes',
    'label.notFor.invertebrates': 'yes',
  },
  {
    name: 'Dormouse drops',
    count: '50',
    unit: 'mL',
    'label.kind': 'sedative',
    'label.unit': 'drop',
    'label.perL': '4',
    'label.dropsPerMl': '20',
    'label.notFor.scaleless': 'yes',
    'label.notFor.invertebrates': 'yes',
  },
];

/** Counts of the shelf, with batches of packs and their use-by days from today. */
export const demoCounts: Record<string, { count: number; lowMark?: number; soldBy?: number }> = {
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

/** Who sends a story to whom, and when it is handed over, in a demo laid around an instant. */
export function demoEnds(s: DemoStory, nowMs: number) {
  const party = (p: DemoStory['to']) => ({
    name: p.name,
    address: p.address,
    phone: p.phone,
    place: demoPlace(p.town),
  });
  const here = { name: room.name, address: room.address, phone: room.phone, place: room.place };
  const incoming = s.direction === 'incoming';
  const sender = incoming || s.direction === 'own-move' ? party(s.from!) : here;
  const receiver = incoming ? here : party(s.to);
  const about = nowMs + s.handOverInH * 3600_000;
  return { sender, receiver, handOverMs: s.counter ? atClock(about, s.counter, sender.place.zone) : about };
}
