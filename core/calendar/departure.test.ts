import { catalogue } from '@/core/catalogue';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Service } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { chargeable, freightPrice } from '@/core/box/freight';
import { confirmation, paperText } from '@/core/papers/confirmation';
import { HOUR } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import { emptyCalendar, lastAcceptance } from './calendar';
import type { Calendar } from './schema';
import { departure, longestFast, orderAdvice, waterSteps, whyNot } from './departure';

const example = exampleConsignment();
/** Coimbra keeps UTC in winter; Tuesday 24 November 2026, noon. */
const noon = Date.parse('2026-11-24T12:00:00Z');
const lisbon = { name: 'Coimbra', lat: 40.21, lon: -8.43, zone: 'Europe/Lisbon', country: 'PT' };
const madrid = { name: 'Bilbao', lat: 43.26, lon: -2.93, zone: 'Europe/Madrid', country: 'ES' };
const overnight = row(catalogue.services, 'northline-overnight', 'service');

const order = (change: Partial<Consignment> = {}): Consignment => ({
  ...example,
  direction: 'outgoing',
  sender: { ...example.sender, place: lisbon },
  receiver: { ...example.receiver, place: madrid },
  serviceId: overnight.id,
  lines: [{ id: 'L1', speciesId: 'honey-gourami', count: 6, lengthCm: 4, massG: null, sex: 'unsexed', tank: '11' }],
  bags: [],
  handOverAt: '2026-11-26T19:00:00.000Z',
  window: { startAt: '2026-11-27T09:00:00.000Z', endAt: '2026-11-27T12:00:00.000Z' },
  openingAt: '2026-11-27T10:30:00.000Z',
  actual: { sealedAt: null, handedOverAt: null, arrivedAt: null, openedAt: null, bags: [], tanks: {} },
  ...change,
});
const withService = (change: Partial<Service>) => ({
  ...catalogue,
  services: catalogue.services.map((s) => (s.id === overnight.id ? { ...s, ...change } : s)),
});

describe('when an order can leave', () => {
  // Honey gourami fast 36 h at 26 °C (common practice), three hours more in this water of 25 °C: fed until Tuesday noon
  // they are ready on Thursday in the small hours.
  test('fasting and packing first, then the counter less the hour in hand: worked by hand', () => {
    const d = departure(order(), catalogue, emptyCalendar, noon);
    // Thursday: the counter takes until 20:00, be there 50 min before as assumed.
    expect(new Date(d.earliestMs!).toISOString().slice(0, 10)).toBe('2026-11-26');
    expect(d.earliestMs! - noon).toBeGreaterThan(36 * HOUR);
    expect(d.sentence).toContain(
      'Leaves Coimbra on Thu 26 Nov at 19:00, because the Honey gourami of tank 11 must fast 39 h',
    );
  });

  test('Friday would stand over the weekend: it waits for Monday and says why', () => {
    const friday = noon + 2 * 24 * HOUR; // fed until Thursday noon, ready on Saturday
    const d = departure(
      order({ handOverAt: '2026-11-30T19:00:00.000Z', window: null, openingAt: '2026-12-01T10:00:00.000Z' }),
      catalogue,
      emptyCalendar,
      friday,
    );
    expect(new Date(d.earliestMs!).toISOString().slice(0, 10)).toBe('2026-11-30');
    expect(d.sentence).toContain('takes no parcels on Sat');
    expect(whyNot(overnight, Date.parse('2026-11-27T19:00:00Z'), order(), emptyCalendar)).toBe(
      'dropped off on Fri 27 Nov it would wait until Mon 30 Nov',
    );
  });

  test('holidays at either end and embargoes stop it; own cars drive', () => {
    const calendar: Calendar = {
      holidays: [
        { date: '2026-11-26', name: 'A holiday', place: 'Coimbra' },
        { date: '2026-11-25', name: 'Rest', place: 'Bilbao' },
      ],
      embargoes: [],
    };
    const at = Date.parse('2026-11-26T19:00:00Z');
    expect(whyNot(overnight, at, order(), calendar)).toBe('Thu 26 Nov is A holiday in Coimbra');
    expect(whyNot({ ...overnight, holidayRule: 'works' }, at, order(), calendar)).toBeNull();
    expect(whyNot(overnight, at - 48 * HOUR, order(), calendar)).toContain(
      'would wait until Thu 26 Nov, for Rest in Bilbao',
    );
    const embargoed = { ...overnight, embargoes: [{ from: '2026-11-20', to: '2026-11-30', reason: 'strike' }] };
    expect(whyNot(embargoed, at, order(), emptyCalendar)).toBe('embargo on Thu 26 Nov: strike');
    expect(
      whyNot(
        { ...row(catalogue.services, 'own-car', 'service'), embargoes: embargoed.embargoes },
        at,
        order(),
        calendar,
      ),
    ).toBeNull();
  });

  test('tanks that fast already need no more days', () => {
    const d = departure(order(), catalogue, emptyCalendar, noon, new Set(['11']));
    expect(new Date(d.earliestMs!).toISOString().slice(0, 10)).toBe('2026-11-24');
  });
});

describe('the earliest drop-off, to the minute', () => {
  // 39 h without food, then one bag of 9 min, boxing 45 min, driving 28 min; at the counter 50 min before 20:00.
  const needsMs = 39 * HOUR + 82 * 60_000;
  const counter = Date.parse('2026-11-26T19:10:00Z');
  const find = (nowMs: number, c = order(), cat = catalogue, calendar = emptyCalendar) =>
    departure(c, cat, calendar, nowMs);
  test('a minute decides: ready as the hour begins it leaves, a minute later it waits over the weekend', () => {
    expect(find(counter - needsMs).earliestMs).toBe(counter);
    expect(find(counter - needsMs + 60_000).earliestMs).toBe(Date.parse('2026-11-30T19:10:00Z'));
  });
  test('an own car leaves when the fish are ready, whatever the day; nothing is said of a counter', () => {
    const saturday = Date.parse('2026-11-28T12:00:00Z');
    const car = order({ serviceId: 'own-car', handOverAt: new Date(saturday).toISOString() });
    // No drive to a counter: 9 min and 45 min.
    const d = find(saturday - 39 * HOUR - 54 * 60_000, car);
    expect(d.earliestMs).toBe(saturday);
    expect(d.sentence).toBe(
      'Leaves Coimbra on Sat 28 Nov at 12:00, because the Honey gourami of tank 11 must fast 39 h before bagging.',
    );
  });
  test('what needs no fast leaves today, and only the counter is a reason', () => {
    const snails = order({
      lines: [{ ...order().lines[0]!, speciesId: 'nerite-snail' }],
      handOverAt: '2026-11-24T19:00:00.000Z',
    });
    expect(find(noon, snails)).toEqual({
      earliestMs: Date.parse('2026-11-24T19:10:00Z'),
      sentence: `Leaves Coimbra on Tue 24 Nov at 19:00, because ${overnight.name} takes live animals until 20:00.`,
    });
  });
  test('a later day than need be: the reasons are told of the earliest, not of it', () => {
    const late = order({ handOverAt: '2026-12-03T19:00:00.000Z', window: null, openingAt: '2026-12-04T10:00:00.000Z' });
    expect(find(noon, late).sentence).toBe(
      `Leaves Coimbra on Thu 3 Dec at 19:00; ${overnight.name} takes live animals until 20:00. Thu 26 Nov would be the earliest, because the Honey gourami of tank 11 must fast 39 h before bagging.`,
    );
    const car = order({ ...late, serviceId: 'own-car', lines: [{ ...late.lines[0]!, speciesId: 'nerite-snail' }] });
    expect(find(noon, car).sentence).toBe('Leaves Coimbra on Thu 3 Dec at 19:00. Tue 24 Nov would be the earliest.');
  });
  test('the first two days that stood in the way are told, each once', () => {
    const embargoes = [
      { from: '2026-11-26', to: '2026-11-26', reason: 'strike' },
      { from: '2026-11-27', to: '2026-11-27', reason: 'storm' },
    ];
    const c = order({ handOverAt: '2026-11-30T19:00:00.000Z', window: null, openingAt: '2026-12-01T10:00:00.000Z' });
    const d = find(noon, c, withService({ embargoes }));
    expect(d.sentence).toContain('embargo on Thu 26 Nov: strike, embargo on Fri 27 Nov: storm and');
    expect(d.sentence).not.toContain('takes no parcels on');
  });
  test('three weeks are looked through, not a day more; a day before the earliest promises no reasons of days', () => {
    const shut = (to: string) => withService({ embargoes: [{ from: '2026-11-20', to, reason: 'strike' }] });
    // 24 November is the first of 21 days: the last is 14 December, a Monday.
    expect(find(noon, order(), shut('2026-12-13')).earliestMs).toBe(Date.parse('2026-12-14T19:10:00Z'));
    const none = find(noon, order(), shut('2026-12-14'));
    expect(none.earliestMs).toBeNull();
    expect(none.sentence).not.toContain('strike');
    expect(find(noon, order(), shut('2026-12-13')).sentence).not.toContain('strike');
  });
  test('the slowest of several tanks is named; of two alike the first', () => {
    const line = order().lines[0]!;
    const two = order({ lines: [line, { ...line, id: 'L2', tank: '12', speciesId: 'oscar', lengthCm: 20 }] });
    expect(longestFast(two, catalogue, defaultAssumptions)!.tank).toBe('12');
    const alike = order({ lines: [line, { ...line, id: 'L2', tank: '12' }] });
    expect(longestFast(alike, catalogue, defaultAssumptions)!.tank).toBe('11');
    expect(longestFast(alike, catalogue, defaultAssumptions, new Set(['11']))!.tank).toBe('12');
    expect(
      longestFast(order({ lines: [{ ...line, speciesId: 'nerite-snail' }] }), catalogue, defaultAssumptions),
    ).toBeNull();
  });
});

describe('what is said to an order', () => {
  const say = (c: Consignment, cat = catalogue) =>
    orderAdvice(c, cat, emptyCalendar, noon).map((a) => `${a.level}: ${a.message}`);

  test('dry goods do not carry live fish; plants may go with them', () => {
    expect(say(order({ serviceId: 'drayton-parcel' }))).toContain(
      'stop: Drayton Parcels, dry goods does not take live animals. Choose a live service.',
    );
    const plants = order({ serviceId: 'drayton-parcel', lines: [{ ...order().lines[0]!, speciesId: 'stem-plants' }] });
    expect(say(plants).join()).not.toContain('does not take');
  });

  test('the last acceptance of live fish may be sooner than the cut-off, and differs by weekday', () => {
    const counters = [
      { days: [1, 2, 3], cutOff: '20:00', last: '19:45' },
      { days: [4], cutOff: '18:00' },
    ];
    expect(lastAcceptance({ ...overnight, counters }, 1)).toBe('19:45');
    expect(lastAcceptance({ ...overnight, counters }, 4)).toBe('18:00');
    expect(lastAcceptance({ ...overnight, counters }, 5)).toBe(overnight.cutOff);
    expect(say(order(), withService({ counters })).join()).toContain(
      'Live fish accepted until 18:00 that day; 19:00 is too late.',
    );
    expect(say(order({ handOverAt: '2026-11-27T10:00:00.000Z' }), withService({ counters })).join()).toContain(
      'takes no parcels on Fri',
    );
  });

  test('too little time to fast is told with the hours that are left', () => {
    expect(
      say(
        order({ handOverAt: '2026-11-25T19:00:00.000Z', window: null, openingAt: '2026-11-26T10:00:00.000Z' }),
      ).join(),
    ).toMatch(/need 39 h without food; (29|30) h are left/);
  });

  test('steps between the waters that fish feel are told, small ones are not', () => {
    expect(
      waterSteps({ tempC: 25, pH: 7, ghDgh: 8, salinity: 0 }, { tempC: 22, pH: 7.6, ghDgh: 9, salinity: 0 }),
    ).toEqual(['temperature 25.0 to 22.0 °C (−3.0)', 'pH 7.0 to 7.6 (+0.6)']);
    expect(
      waterSteps({ tempC: 25, pH: 7, ghDgh: 8, salinity: 0 }, { tempC: 24, pH: 7.2, ghDgh: 8, salinity: 0 }),
    ).toEqual([]);
  });
});

describe('when a warning begins', () => {
  const at = (handOverAt: string, change: Partial<Consignment> = {}, service: Partial<Service> = {}): string =>
    orderAdvice(order({ handOverAt, ...change }), withService(service), emptyCalendar, noon - 100 * HOUR)
      .map((x) => x.message)
      .join(' | ');

  test('the counter: fifty minutes in hand, then "be there by", then too late', () => {
    expect(at('2026-11-26T19:10:00.000Z')).not.toContain('Be there by');
    expect(at('2026-11-26T19:11:00.000Z')).toContain('Be there by 19:10, to leave time before 20:00.');
    expect(at('2026-11-26T20:00:00.000Z')).toContain('Be there by 19:10');
    expect(at('2026-11-26T20:00:00.000Z')).not.toContain('too late');
    expect(at('2026-11-26T20:01:00.000Z')).toContain('accepted until 20:00 that day; 20:01 is too late.');
    expect(at('2026-11-26T20:01:00.000Z')).not.toContain('Be there by');
  });
  test('before the counter opens, and on a day without a counter nothing of its hours', () => {
    const counters = [{ days: [4], cutOff: '20:00', opens: '09:00' }];
    expect(at('2026-11-26T08:59:00.000Z', {}, { counters })).toContain('The counter opens at 09:00.');
    expect(at('2026-11-26T09:00:00.000Z', {}, { counters })).not.toContain('opens at');
    const saturday = at('2026-11-28T21:00:00.000Z');
    expect(saturday).toContain(`${overnight.name} takes no parcels on Sat`);
    expect(saturday).not.toContain('too late');
  });
  test('an own car has no counter', () => {
    expect(at('2026-11-28T21:00:00.000Z', { serviceId: 'own-car' })).not.toMatch(/counter|takes|too late|Be there/);
  });
  test('due before a day without delivery: one slip and they wait', () => {
    const due = (day: string, change: Partial<Consignment> = {}) =>
      at('2026-11-26T19:00:00.000Z', {
        window: { startAt: `${day}T09:00:00.000Z`, endAt: `${day}T12:00:00.000Z` },
        openingAt: `${day}T10:30:00.000Z`,
        ...change,
      });
    expect(due('2026-11-27')).toContain('Due on Fri 27 Nov. One delay');
    expect(due('2026-11-30')).not.toContain('one slip');
    expect(due('2026-11-27', { window: null })).toContain('Due on Fri 27 Nov');
    // Where the day itself is impossible, that is said alone.
    expect(due('2026-11-28', { handOverAt: '2026-11-27T19:00:00.000Z' })).not.toContain('one slip');
  });
  test('packaging that the carrier refused, and only that', () => {
    const words = (packagingApproved?: boolean) =>
      at('2026-11-26T19:00:00.000Z', {}, packagingApproved === undefined ? {} : { packagingApproved });
    expect(words(false)).toContain('has not approved your packaging');
    expect(words(true) + words()).not.toContain('packaging');
  });
  test('before delivery starts; promised later than its window', () => {
    const open = (openingAt: string) => at('2026-11-26T19:00:00.000Z', { openingAt });
    expect(open('2026-11-27T08:59:00.000Z')).toContain('before delivery starts');
    expect(open('2026-11-27T09:00:00.000Z')).not.toContain('opened before');
    // 14 h promised from 19:00 are 9:00; two hours sooner is let pass.
    const from = (startAt: string) =>
      at('2026-11-26T19:00:00.000Z', { window: { startAt, endAt: '2026-11-27T12:00:00.000Z' } });
    expect(from('2026-11-27T07:00:00.000Z')).not.toContain('this window opens sooner');
    expect(from('2026-11-27T06:59:00.000Z')).toContain('promises 14 h; this window starts sooner.');
    expect(at('2026-11-26T19:00:00.000Z', { window: null })).not.toMatch(/opens sooner|opened before/);
  });
  test('the fast: only for what we pack and have not sealed, and to the hour', () => {
    const seal = Date.parse('2026-11-26T19:00:00Z') - 82 * 60_000;
    const left = (hours: number, change: Partial<Consignment> = {}) =>
      orderAdvice(order(change), catalogue, emptyCalendar, seal - hours * HOUR)
        .map((x) => x.message)
        .join();
    expect(left(39)).not.toContain('without food');
    expect(left(38.9)).toContain('need 39 h without food; 38 h are left');
    expect(left(0)).not.toContain('without food');
    expect(left(20, { direction: 'incoming' })).not.toContain('without food');
    const sealed = { actual: { ...order().actual, sealedAt: new Date(seal).toISOString() } };
    expect(left(20, sealed)).not.toContain('without food');
  });
  test('the step of the waters is told once for tanks alike, not at all where there is none', () => {
    const line = order().lines[0]!;
    const steps = (change: Partial<Consignment>) =>
      orderAdvice(order(change), catalogue, emptyCalendar, noon).filter((x) => x.path === 'tank');
    const other = { ...example.tank, tempC: example.sourceWater.tempC! - 4 };
    const far = steps({ tank: other, lines: [line, { ...line, id: 'L2' }] });
    expect(far).toHaveLength(1);
    expect(far[0]!.message).toContain(`From tank 11 into ${other.name}: temperature`);
    expect(steps({ tank: { ...example.tank, ...example.sourceWater } })).toEqual([]);
    expect(steps({ tank: other, lines: [line, { ...line, id: 'L2', tank: '12' }] })).toHaveLength(2);
  });
  test('a step is told from its edge on', () => {
    const water = { tempC: 25, pH: 7, ghDgh: 8, salinity: 0 };
    expect(waterSteps(water, { ...water, tempC: 27 })).toEqual(['temperature 25.0 to 27.0 °C (+2.0)']);
    expect(waterSteps(water, water)).toEqual([]);
  });
});

describe('the price of a box', () => {
  const service = {
    pricePerKg: 3,
    minimumCharge: 14,
    priceSteps: [
      { toKg: 10, price: 27 },
      { toKg: 5, price: 18.5 },
    ],
  };
  test.each([
    [1, 18.5],
    [5, 18.5],
    [5.5, 27],
    [12, 27 + 2 * 3],
  ])('%s kg cost %s by the steps', (kg, price) => expect(freightPrice(service, kg)).toBeCloseTo(price, 9));
  test('without steps by the kilogram, never below the minimum', () => {
    expect(freightPrice({ pricePerKg: 3 }, 12)).toBe(36);
    expect(freightPrice({ pricePerKg: 3, minimumCharge: 50 }, 12)).toBe(50);
  });
  test('sides may be rounded as the carrier does', () => {
    const f = { sides: [40.4, 30.4, 30.4] as const, actual: 1, divisor: 5000, step: 0.5 };
    expect(chargeable({ ...f, dimensionRounding: 'nearest' }).volume).toBe(40 * 30 * 30);
    expect(chargeable({ ...f, dimensionRounding: 'up' }).volume).toBe(41 * 31 * 31);
  });
});

test('the confirmation tells when and why, both waters, and what to have ready; a refractometer only for the sea', () => {
  const text = paperText(confirmation(order(), catalogue, 'Leaves on Thursday.', 'Permit 7'));
  for (const part of [
    'Leaves on Thursday.',
    '6 Honey gourami (Trichogaster chuna), 4 cm',
    'Temperature, °C',
    'net',
    'About 4 L',
    'before the bags float',
    'Permit 7',
    'veterinarian',
  ])
    expect(text).toContain(part);
  expect(text).not.toContain('Refractometer');
  const sea = order({ lines: [{ ...order().lines[0]!, speciesId: 'ocellaris-clownfish' }] });
  expect(paperText(confirmation(sea, catalogue, '', ''))).toContain('Refractometer');
});
