import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import type { Service } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { chargeable, freightPrice } from '@/core/box/freight';
import { confirmation, paperText } from '@/core/papers/confirmation';
import { exampleConsignment } from '@/tests/example';
import { emptyCalendar, lastAcceptance } from './calendar';
import type { Calendar } from './schema';
import { departure, orderAdvice, waterSteps, whyNot } from './departure';

const example = exampleConsignment();
const HOUR = 3600_000;
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
      'Leaves Coimbra on Thu 26 Nov at 19:00, because the Honey gourami of tank 11 eat nothing for 39 h',
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
    expect(d.sentence).toContain('takes nothing on Sat');
    expect(whyNot(overnight, Date.parse('2026-11-27T19:00:00Z'), order(), emptyCalendar)).toBe(
      'handed over on Fri 27 Nov it would stand until Mon 30 Nov',
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
      'would stand until Thu 26 Nov, for Rest in Bilbao',
    );
    const embargoed = { ...overnight, embargoes: [{ from: '2026-11-20', to: '2026-11-30', reason: 'strike' }] };
    expect(whyNot(embargoed, at, order(), emptyCalendar)).toBe('an embargo holds on Thu 26 Nov: strike');
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
      'Live fish are taken until 18:00 on that day; 19:00 is too late.',
    );
    expect(say(order({ handOverAt: '2026-11-27T10:00:00.000Z' }), withService({ counters })).join()).toContain(
      'takes nothing on Fri',
    );
  });

  test('too little time to fast is told with the hours that are left', () => {
    expect(
      say(
        order({ handOverAt: '2026-11-25T19:00:00.000Z', window: null, openingAt: '2026-11-26T10:00:00.000Z' }),
      ).join(),
    ).toMatch(/want 39 h without food; (29|30) h are left/);
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
