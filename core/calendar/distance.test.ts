import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { exampleConsignment } from '@/tests/example';
import { keyInstants, legsHeldUp, legsOf, delayPlaces } from './legs';
import { emptyCalendar } from './calendar';
import { orderAdvice } from './departure';
import { row } from '@/core/catalogue/row';
import type { Service } from '@/core/catalogue/schema';
import { drivingHours, drivingWords, greatCircleKm, wayOf } from './distance';

const house = { kmPerH: 75, restEveryH: 2, restH: 0.25, dayH: 10, nightH: 10 };

describe('how far it is', () => {
  test('great circles agree with published distances: London to Paris 344 km, Coimbra to Tartu 3,191 km', () => {
    expect(greatCircleKm({ lat: 51.5074, lon: -0.1278 }, { lat: 48.8566, lon: 2.3522 })).toBeCloseTo(343.6, 0);
    expect(greatCircleKm({ lat: 40.21, lon: -8.43 }, { lat: 58.38, lon: 26.72 })).toBeCloseTo(3191, -0.5);
    expect(greatCircleKm({ lat: 10, lon: 10 }, { lat: 10, lon: 10 })).toBe(0);
  });
  test('exact multiples are no step more, rests stop where a night or the goal comes', () => {
    expect(drivingHours(1500, house)).toMatchObject({ driveH: 20, nights: 1, rests: 8, totalH: 32 });
    expect(drivingHours(750, house)).toMatchObject({ driveH: 10, nights: 0, rests: 4 });
    expect(drivingHours(150, house)).toMatchObject({ driveH: 2, nights: 0, rests: 0 });
    expect(drivingHours(151, house).rests).toBe(1);
  });
});

describe('the way of a service', () => {
  const c = exampleConsignment();
  const service = (id: string, more: Partial<Service> = {}): Service => ({
    ...row(catalogue.services, id, 'service'),
    ...more,
  });
  const coimbra = { name: 'Coimbra', lat: 40.21, lon: -8.43, country: 'PT' };
  const tartu = { name: 'Tartu', lat: 58.38, lon: 26.72, country: 'EE' };
  const place = (p: typeof coimbra, zone: string) => ({ ...p, zone });
  test('Coimbra to Tartu by own car is six days with five nights, each a leg of its own, and no 14 hours', () => {
    const way = wayOf(service('own-car'), coimbra, tartu, a);
    expect(way.hours).toBeCloseTo(108.4, 0);
    expect(way.legs.filter((l) => l.kind === 'room')).toHaveLength(5);
    expect(way.legs.reduce((s, l) => s + l.share, 0)).toBeCloseTo(way.hours, 9);
    expect(way.legs.filter((l) => l.kind === 'own-car').map((l) => l.part![1])).toEqual([
      ...[1, 2, 3, 4, 5].map((d) => expect.closeTo((10 * d) / 53.18, 2)),
      expect.closeTo(1, 9),
    ]);
    expect(drivingWords(way)).toBe('108 h driving, 6 days with 5 nights');
  });
  test('a journey planned shorter than one can drive is stopped with its reason', () => {
    const at = (h: number): string => new Date(Date.parse(c.handOverAt) + h * 3600_000).toISOString();
    const order = {
      ...c,
      catalogue: null,
      serviceId: 'own-car',
      sender: { ...c.sender, place: { ...c.sender.place, ...place(coimbra, 'Europe/Lisbon') } },
      receiver: { ...c.receiver, place: { ...c.receiver.place, ...place(tartu, 'Europe/Tallinn') } },
      window: { startAt: at(12), endAt: at(14) },
      openingAt: at(14),
    };
    const stops = (o: typeof order): string[] =>
      orderAdvice(o, catalogue, emptyCalendar, Date.parse(c.handOverAt) - 96 * 3600_000)
        .filter((x) => x.level === 'stop')
        .map((x) => x.message);
    expect(stops(order)).toEqual([
      expect.stringMatching(/^By car Tartu is 39\d\d km away: 108 h driving, 6 days with 5 nights. Planned: 14 h\.$/),
    ]);
    expect(stops({ ...order, window: { startAt: at(108), endAt: at(110) }, openingAt: at(110) })).toEqual([]);
  });
  test('what a courier does not reach is refused: by country, by road, and it takes a day more far away', () => {
    const reach = { countries: 'pt, ES fr', mostKm: 2000, kmPerDay: 700 };
    const way = (to: typeof tartu, r: Service['reach']) =>
      wayOf(service('northline-overnight', { reach: r }), coimbra, to, a);
    expect(way(tartu, reach).refused).toBe('Northline Courier, overnight does not deliver to Tartu (EE).');
    expect(way(tartu, { mostKm: 2000 }).refused).toMatch(/goes 2000 km by road at most; Tartu is 39\d\d km away/);
    expect(way(tartu, { kmPerDay: 700 })).toMatchObject({ refused: null, hours: 14 + 24 * 5 });
    expect(way(tartu, undefined)).toMatchObject({ refused: null, hours: 14 });
    expect(way({ ...coimbra, name: 'Porto', lat: 41.15, lon: -8.61 }, reach)).toMatchObject({
      refused: null,
      hours: 14,
    });
  });
});

describe('a journey that is held up', () => {
  const c = exampleConsignment();
  const k = keyInstants(c, catalogue, a);
  const legs = legsOf(c, catalogue, k, k.openMs + 48 * 3600_000);
  const H = 3600_000;
  const hours = (list: typeof legs): number => list.reduce((s, l) => s + l.endMs - l.startMs, 0) / H;
  test.each(delayPlaces)(
    'at the %s: its hours are spent there, what comes after comes later, and no gap is left',
    (where) => {
      const late = legsHeldUp(legs, k, 24 * H, where);
      for (let i = 1; i < late.length; i++) expect(late[i]!.startMs).toBe(late[i - 1]!.endMs);
      expect(late[0]!.startMs).toBe(legs[0]!.startMs);
      expect(hours(late) - hours(legs)).toBeCloseTo(where === 'door' ? 0 : 24, 9);
      const time = (list: typeof legs, kind: string, at: string): number =>
        hours(list.filter((l) => l.kind === kind && l.at === at));
      const added = (kind: string, at: string): number => time(late, kind, at) - time(legs, kind, at);
      if (where === 'origin') expect(added('depot', 'origin')).toBeCloseTo(24, 9);
      if (where === 'destination') expect(added('depot', 'destination')).toBeCloseTo(24, 9);
      if (where === 'hub') expect(added('depot', 'between')).toBeCloseTo(24, 9);
    },
  );
});

describe('the road by hand', () => {
  const c = exampleConsignment();
  const H = 3600_000;
  const road = (legs: NonNullable<typeof c.road>['legs']) => ({ ...c, road: { serviceId: c.serviceId, legs } });
  const k = keyInstants(c, catalogue, a);
  const of = (x: typeof c) =>
    legsOf(x, catalogue, k, k.openMs + 24 * H).filter((l) => l.startMs >= k.handOverMs && l.endMs <= k.arriveMs);
  const three: NonNullable<typeof c.road>['legs'] = [
    { kind: 'depot', label: 'Sorting', at: 'origin', hours: 3 },
    { kind: 'van-conditioned', label: '', at: 'between', hours: 4, heldC: 18 },
    { kind: 'doorstep', label: '', at: 'destination', hours: 1 },
  ];
  test('goes from drop-off to delivery without a gap; the last leg lasts until delivery', () => {
    const legs = of(road(three));
    expect(legs.map((l) => l.label)).toEqual(['Sorting', 'Heated van', 'Doorstep']);
    expect(legs[0]!.startMs).toBe(k.handOverMs);
    expect(legs[2]!.endMs).toBe(k.arriveMs);
    for (let i = 1; i < legs.length; i++) expect(legs[i]!.startMs).toBe(legs[i - 1]!.endMs);
    expect(legs[1]!.endMs - legs[1]!.startMs).toBe(4 * H);
  });
  test('another service goes its own way', () => {
    const other = { ...c, road: { serviceId: 'another', legs: three } };
    expect(of(other)).toEqual(of(c));
  });
  test('legs between take the weather from one end to the other once, by their hours', () => {
    const two = of(
      road([
        { kind: 'van-unconditioned', label: '', at: 'between', hours: 1 },
        { kind: 'van-unconditioned', label: '', at: 'between', hours: 3 },
        { kind: 'depot', label: '', at: 'destination', hours: 1 },
      ]),
    );
    expect(two[0]!.part).toEqual([0, 0.25]);
    expect(two[1]!.part).toEqual([0.25, 1]);
  });
  test('what comes after delivery is cut', () => {
    const legs = of(road([{ ...three[0]!, hours: 300 }, three[2]!]));
    expect(legs).toHaveLength(1);
    expect(legs[0]!.endMs).toBe(k.arriveMs);
  });
});
