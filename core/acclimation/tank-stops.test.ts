import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { chronicMgNL } from '@/core/water/criteria';
import { stopsOf, tankStops, type TankState } from './tank-stops';

const a = withOverrides({});
const of = (...ids: string[]) => ids.map((id) => row(catalogue.species, id, 'species'));
const tank: TankState = { tempC: 26, pH: 7.2, salinity: 0, tanMgNL: 0, volumeL: 60 };
const codes = (change: Partial<TankState>, ...ids: string[]): string[] =>
  tankStops({ ...tank, ...change }, of(...ids), a).map((s) => s.code);

describe('what of a tank would harm animals', () => {
  test('nothing, where it is as they live', () => {
    expect(codes({}, 'discus', 'neon-tetra')).toEqual([]);
    expect(codes({ tempC: 25, pH: 8.1, salinity: 34 }, 'banggai-cardinalfish')).toEqual([]);
  });
  test('sea water for freshwater fish, fresh water for those of the sea, for any of them', () => {
    expect(codes({ salinity: 34, pH: 8.1 }, 'neon-tetra')).toEqual(['sea']);
    expect(codes({ salinity: 10.1 }, 'neon-tetra')).toEqual(['sea']);
    expect(codes({ salinity: 10 }, 'neon-tetra')).toEqual([]);
    expect(codes({ salinity: 19.9 }, 'banggai-cardinalfish')).toEqual(['fresh']);
    expect(codes({ salinity: 20 }, 'banggai-cardinalfish')).toEqual([]);
  });
  test('cold and heat beyond what the weakest of them tolerates for a day, to the tenth', () => {
    const discus = row(catalogue.species, 'discus', 'species').temp;
    expect(codes({ tempC: 18 }, 'discus')).toEqual(['cold']);
    expect(codes({ tempC: 18 }, 'goldfish')).toEqual([]);
    expect(codes({ tempC: 18 }, 'goldfish', 'discus')).toEqual(['cold']);
    expect(codes({ tempC: discus.cold24C }, 'discus')).toEqual([]);
    expect(codes({ tempC: discus.warm24C + 0.1 }, 'discus')).toEqual(['warm']);
    expect(codes({ tempC: discus.warm24C }, 'discus')).toEqual([]);
    expect(tankStops({ ...tank, tempC: 18 }, of('goldfish', 'discus'), a)[0]).toMatchObject({
      name: 'Discus',
      limitC: discus.cold24C,
    });
  });
  test('ammonia over the chronic criterion of its own pH; a guess of it stops nobody', () => {
    // US EPA 2013 at pH 8 and 25 °C: about 0.8 mg/L.
    expect(codes({ tanMgNL: 1, pH: 8, tempC: 25 }, 'swordtail')).toEqual(['ammonia']);
    expect(codes({ tanMgNL: 1, pH: 6.8, tempC: 25 }, 'swordtail')).toEqual([]);
    expect(codes({ tanMgNL: 1, pH: 8, tempC: 25, guessed: ['tanMgNL'] }, 'swordtail')).toEqual([]);
    const limit = chronicMgNL(8, 25);
    expect(codes({ tanMgNL: limit, pH: 8, tempC: 25 }, 'swordtail')).toEqual([]);
    // In sea water it is the un-ionized part: 0.5 mg/L at pH 8.1 and 25 °C holds about 0.03.
    expect(codes({ tanMgNL: 0.5, pH: 8.1, salinity: 34, tempC: 25 }, 'banggai-cardinalfish')).toEqual([]);
    expect(codes({ tanMgNL: 1, pH: 8.1, salinity: 34, tempC: 25 }, 'banggai-cardinalfish')).toEqual(['ammonia']);
  });
  test('the change that is named brings it under the limit', () => {
    const w = { ...tank, tanMgNL: 2, pH: 8, tempC: 25 };
    const [stop] = tankStops(w, of('swordtail'), a);
    if (stop?.code !== 'ammonia') throw new Error('no stop');
    const left = 2 * (1 - stop.changeL! / 60);
    expect(left).toBeLessThan(chronicMgNL(8, 25));
    expect(left).toBeGreaterThan(0.6 * chronicMgNL(8, 25));
  });
  test('a way that brings the tank to the bag is not stopped by its salinity, and by its warmth it is', () => {
    const stops = tankStops({ ...tank, salinity: 34, tempC: 18, pH: 8.1 }, of('discus'), a);
    expect(stopsOf(stops, 'float-transfer').map((s) => s.code)).toEqual(['sea', 'cold']);
    expect(stopsOf(stops, 'pinhole').map((s) => s.code)).toEqual(['cold']);
  });
});
