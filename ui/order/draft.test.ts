import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import { copiedWords, typedOver, waterOf, waterTyped } from '@/ui/fields/water';
import { parseClock } from '@/ui/fields/time-fields';
import {
  emptyLine,
  flat,
  follow,
  orderInputOf,
  mix,
  settleWaters,
  tankInto,
  turned,
  waterOfLine,
  withLot,
  withHandOver,
  withSpecies,
  type OrderDraft,
  type TankOption,
} from './draft';

const { species, services } = catalogue;
const tetra = row(species, 'lemon-tetra', 'species');
const clown = row(species, 'ocellaris-clownfish', 'species');
const water = { tempC: '25', pH: '7.2', khDkh: '5', ghDgh: '8', salinity: '0', tanMgNL: '0' };
const party = {
  name: 'A',
  address: '',
  phone: '',
  town: 'Tartu',
  country: 'ee',
  lat: '58,38',
  lon: '26.72',
  zone: '',
  altitudeM: '',
};
const blank: OrderDraft = {
  direction: 'outgoing',
  receiverId: '',
  sender: party,
  receiver: party,
  serviceId: 'northline-overnight',
  handOver: '2026-11-26T19:00',
  windowStart: '',
  windowEnd: '',
  opening: '2026-11-27T10:00',
  lines: [],
  source: water,
  waters: {},
  tanks: [{ ...water, name: 'Q', volumeL: '60', residents: '' }],
  companions: [],
  note: '',
};
const line = (speciesId: string, tank: string) => ({
  ...withSpecies(emptyLine([]), row(species, speciesId, 'species')),
  id: `L${tank}`,
  count: '4',
  tank,
});
const litres = { volumeL: '100', residents: '' };
const sea = { salinity: '34' };
const tanks: TankOption[] = [
  { ...litres, name: '7', water: { ...water, tempC: '23.5', pH: '6.8' } },
  { ...litres, name: 'K1', water: { ...sea, tempC: '26' } },
  { ...litres, name: '9', water: null },
];

describe('the waters of an order follow its fish', () => {
  const bare = { name: 'Q', volumeL: '60', residents: '' };
  const untold: OrderDraft = { ...blank, source: {}, tanks: [bare] };
  test('the first fish bring the last reading of their tank; our water is never written into the receiver’s', () => {
    const d = settleWaters({ ...untold, lines: [line('lemon-tetra', '7')] }, species, tanks, true);
    expect(d.source).toMatchObject({ tempC: '23.5', pH: '6.8' });
    expect(d.tanks[0]).toEqual(bare);
    expect(d.waters).toEqual({});
    expect(orderInputOf(d, null, null).tank).toEqual({ name: 'Q', volumeL: 60 });
  });
  test('of a tank that was read in part only that part is told', () => {
    const part: TankOption[] = [
      { ...litres, name: '7', water: { tempC: '24', pH: '6.4' } },
      { ...litres, name: 'K1', water: { tempC: '26' } },
    ];
    const d = settleWaters({ ...untold, lines: [line('lemon-tetra', '7')] }, species, part, true);
    expect(orderInputOf(d, null, null).sourceWater).toEqual({ tempC: 24, pH: 6.4 });
    const sea = settleWaters({ ...untold, lines: [line('ocellaris-clownfish', 'K1')] }, species, part, true);
    expect(sea.source).toEqual({ tempC: '26' });
  });
  test('what the receiver’s tank was told stays, whatever fish are chosen after', () => {
    const told = { ...untold, tanks: [{ ...untold.tanks[0]!, tempC: '22', pH: '7.9' }] };
    const d = settleWaters({ ...told, lines: [line('lemon-tetra', '7')] }, species, tanks, true);
    expect(d.tanks[0]).toEqual(told.tanks[0]);
  });

  test('what a hand has typed of the shipping water lies over the reading of the tank', () => {
    const d = settleWaters(
      { ...untold, source: { pH: '6.1' }, lines: [line('lemon-tetra', '7')] },
      species,
      tanks,
      true,
    );
    expect(d.source).toMatchObject({ pH: '6.1', tempC: '23.5' });
  });

  test('without a reading nothing is filled in; what the receiver told is not touched', () => {
    const d = settleWaters(
      { ...untold, receiverId: 'r', tanks: [{ ...bare, tempC: '21' }], lines: [line('goldfish', '9')] },
      species,
      tanks,
      true,
    );
    expect(d.source).toEqual({});
    expect(d.tanks[0]!.tempC).toBe('21');
  });

  test('sea fish beside fresh ones keep their own water, and go into a sea water tank of their own', () => {
    const d = settleWaters(
      {
        ...blank,
        lines: [line('lemon-tetra', '7'), line('ocellaris-clownfish', 'K1'), line('ocellaris-clownfish', '9')],
      },
      species,
      tanks,
      true,
    );
    expect(waterOfLine(d, '7').salinity).toBe('0');
    expect(waterOfLine(d, 'K1')).toMatchObject({ salinity: '34', tempC: '26' });
    expect(waterOfLine(d, '9')).toEqual({});
    expect(d.tanks.map((t) => t.name)).toEqual(['Q', 'Sea water tank']);
    expect(d.lines.map((l) => tankInto(d, l.into).name)).toEqual(['Q', 'Sea water tank', 'Sea water tank']);
    // In a receiving tank that nobody measured they are parted by their kinds alone.
    const unmeasured = settleWaters(
      { ...untold, lines: d.lines.map((l) => ({ ...l, into: '' })) },
      species,
      tanks,
      true,
    );
    expect(unmeasured.tanks.map((t) => t.name)).toEqual(['Q', 'Sea water tank']);
    expect(unmeasured.tanks[1]).not.toHaveProperty('salinity');
  });

  test('water of a tank that nothing comes from any more goes', () => {
    const both = settleWaters(
      { ...blank, lines: [line('lemon-tetra', '7'), line('ocellaris-clownfish', 'K1')] },
      species,
      tanks,
      true,
    );
    expect(settleWaters({ ...both, lines: both.lines.slice(0, 1) }, species, tanks, true).waters).toEqual({});
  });

  test('an order that stands is not rewritten: typed water stays', () => {
    const d = settleWaters(
      { ...blank, source: { ...water, tempC: '19' }, lines: [line('lemon-tetra', '9')] },
      species,
      tanks,
      false,
    );
    expect(d.source.tempC).toBe('19');
  });
});

describe('a line', () => {
  test('takes length from the species, by its size class where it has one', () => {
    expect(withSpecies({ ...emptyLine([]), size: 'large' }, tetra).lengthCm).toBe(
      String(Math.round(1.3 * tetra.lengthCm * 2) / 2),
    );
    expect(withSpecies(emptyLine([]), tetra).lengthCm).toBe(String(tetra.lengthCm));
  });
  test('keeps a length that was typed before the species was chosen, and one that it took from another goes', () => {
    expect(withSpecies({ ...emptyLine([]), lengthCm: '4.1' }, tetra).lengthCm).toBe('4.1');
    const was = withSpecies(emptyLine([]), clown);
    expect(withSpecies(was, tetra, clown).lengthCm).toBe(String(tetra.lengthCm));
    expect(withSpecies({ ...was, lengthCm: '9' }, tetra, clown).lengthCm).toBe('9');
  });
  test('takes everything of a group of fish, and keeps its count', () => {
    const lot = {
      id: 'x',
      tank: '7',
      speciesId: clown.id,
      size: '',
      lengthCm: '4.2',
      sex: 'pair',
      grade: 'A',
      detail: '',
      amount: 8,
      free: 6,
    };
    expect(withLot({ ...emptyLine([]), count: '2' }, lot, clown)).toMatchObject({
      speciesId: clown.id,
      lotId: 'x',
      tank: '7',
      lengthCm: '4.2',
      sex: 'pair',
      grade: 'A',
      count: '2',
    });
  });
  test('a new one has an id that no other has', () => {
    const lines = [{ ...emptyLine([]), id: 'L2' }];
    expect(emptyLine(lines).id).toBe('L3');
  });
});

test('delivery and opening follow from the promise of the service', () => {
  const s = row(services, 'northline-overnight', 'service');
  expect(follow('2026-11-26T19:00', [s], s.id)).toEqual({
    windowStart: '2026-11-27T09:00',
    windowEnd: '2026-11-27T12:00',
    opening: '2026-11-27T10:30',
  });
  expect(follow('soon', [s], s.id)).toEqual({});
  // Own car: 1,000 km of road and more are no afternoon, whatever the row says is usual.
  const car = row(services, 'own-car', 'service');
  const coimbra = { name: 'Coimbra', lat: 40.2, lon: -8.4 };
  const far = follow('2026-11-26T06:00', [car], car.id, { from: coimbra, to: { name: 'Bari', lat: 41.1, lon: 16.9 } });
  expect(far.windowStart! > '2026-11-28').toBe(true);
  const near = follow('2026-11-26T06:00', [car], car.id, {
    from: coimbra,
    to: { name: 'Porto', lat: 41.15, lon: -8.6 },
  });
  expect(near.windowStart!.startsWith('2026-11-26')).toBe(true);
  expect(near.windowStart! < far.windowStart!).toBe(true);
  expect(follow('2026-11-26T19:00', [s], 'another')).toEqual({});
});

test('what is sent has numbers where numbers are, and NaN where something else was typed', () => {
  const d = { ...blank, lines: [{ ...line('lemon-tetra', '7'), count: 'six', into: 'Q' }] };
  const sent = orderInputOf(d, null, null) as {
    lines: { count: number; into?: string; massG: number | null }[];
    receiver: { place: { lat: number; country: string } };
  };
  expect(sent.lines[0]).toMatchObject({ count: NaN, massG: null });
  expect(sent.lines[0]!.into).toBeUndefined();
  expect(sent.receiver.place).toMatchObject({ lat: 58.38, country: 'EE' });
});

test('two versions of an order are mixed part by part, and neither is changed', () => {
  const theirs = { ...blank, note: 'theirs', receiver: { ...party, phone: '1', address: 'there' } };
  const mine = { ...blank, note: 'mine', receiver: { ...party, phone: '2' } };
  const mixed = mix(mine, theirs, new Set(['note', 'receiver.phone']));
  expect(mixed).toMatchObject({ note: 'theirs', receiver: { phone: '1', address: '' } });
  expect(mine.note).toBe('mine');
  expect(flat(mine).get('receiver.phone')).toEqual({ label: 'Receiver, phone', text: '2' });
});

test.each([
  ['7', '07:00'],
  ['745', '07:45'],
  ['1945', '19:45'],
  ['7.45', '07:45'],
  ['19:45', '19:45'],
  ['24:00', '24:00'],
  ['7:75', '7:75'],
])('%s on the clock is %s', (typed, clock) => expect(parseClock(typed)).toBe(clock));

describe('another drop-off', () => {
  const s = row(services, 'northline-overnight', 'service');
  const as = (handOver: string): OrderDraft => ({ ...blank, handOver, ...follow(handOver, [s], s.id, null) });
  const ends = { sender: { ...party, lat: '', lon: '' }, receiver: { ...party, lat: '', lon: '' } };
  const saved = { ...as('2026-12-08T19:00'), ...ends };
  const hours = (d: OrderDraft): number =>
    (Date.parse(`${d.opening}:00Z`) - Date.parse(`${d.handOver}:00Z`)) / 3600_000;

  test('of the whole day takes delivery and opening along, in a saved order too', () => {
    const typed = {
      ...saved,
      windowStart: '2026-12-14T09:00',
      windowEnd: '2026-12-14T12:00',
      opening: '2026-12-14T10:30',
    };
    const d = withHandOver(typed, '2026-12-03T18:55', services, true);
    expect(d).toMatchObject({
      handOver: '2026-12-03T18:55',
      windowStart: '2026-12-04T08:55',
      opening: '2026-12-04T10:25',
    });
    expect(hours(d)).toBeCloseTo(hours(saved), 6);
  });
  test('typed as an hour takes them along where they followed, and leaves what a hand has set', () => {
    expect(withHandOver(saved, '2026-12-08T18:00', services, false).windowStart).toBe('2026-12-09T08:00');
    const set = { ...saved, windowStart: '2026-12-09T15:00' };
    expect(withHandOver(set, '2026-12-08T18:00', services, false)).toEqual({ ...set, handOver: '2026-12-08T18:00' });
  });
});

test('a move of one’s own goes by own car, whose times follow; turned back it keeps what it has', () => {
  const d = turned({ ...blank, sender: { ...party, lat: '', lon: '' } }, 'own-move', services);
  expect(services.find((s) => s.id === d.serviceId)!.kind).toBe('own-car');
  expect(d.opening).not.toBe(blank.opening);
  expect(turned(d, 'outgoing', services).serviceId).toBe(d.serviceId);
  expect(turned(blank, 'incoming', services)).toMatchObject({ direction: 'incoming', receiverId: '' });
});

test('a copy says when it was read, and that it is a guess once it is older than a week', () => {
  const w = { tempC: '24', tempCAt: '2026-11-20T08:00:00.000Z', pH: '6.8' };
  const until = (day: string) => copiedWords(w, 'Europe/Lisbon', Date.parse(`${day}T12:00:00Z`));
  expect(until('2026-11-24')).toMatch(/oldest of Fri 20 Nov\.$/);
  expect(until('2026-11-28')).toMatch(/More than 7 days old by then: it counts as a guess/);
  expect(copiedWords(typedOver(w, 'tempC', '25'), 'Europe/Lisbon', 0)).toBeNull();
  expect(waterOf(w)).toEqual({ tempC: 24, pH: 6.8, readAt: { tempC: '2026-11-20T08:00:00.000Z' } });
  expect(waterTyped(waterOf(w))).toEqual(w);
});
