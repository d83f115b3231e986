import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { exampleConsignment } from '@/tests/example';
import { keyInstants, legsHeldUp, legsOf, delayPlaces } from './legs';
import { drivingHours, greatCircleKm } from './reach';

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
