import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { DAY } from '@/core/quantities/time';
import type { Raised } from './severity';
import { crowdFindings, promisedFindings, residentFindings, stopsByReading, type TankFinding } from './tank';

const a = withOverrides({});
const codes = (list: readonly Raised<TankFinding>[]): string[] => list.map((x) => `${x.severity} ${x.finding.code}`);

describe('a tank against those who are in it', () => {
  const of = (...ids: string[]) => ids.map((id) => row(catalogue.species, id, 'species'));
  const now = Date.parse('2026-12-01T12:00:00Z');
  const read = (figures: Record<string, number>, daysAgo = 0) =>
    Object.fromEntries(Object.entries(figures).map(([k, value]) => [k, { value, ms: now - daysAgo * DAY }]));
  test('the dangerous four: freshwater fish in sea water, a marine one in fresh, a discus at 18 °C, ammonia at 1 mg/L', () => {
    const stop = (figures: Record<string, number>, ...ids: string[]) =>
      residentFindings(read(figures), of(...ids), now, a, { volumeL: 60 })
        .filter((x) => x.severity === 'stop')
        .map((x) => ('of' in x.finding ? x.finding.of : ''));
    expect(stop({ salinity: 34 }, 'neon-tetra')).toEqual(['sea']);
    expect(stop({ salinity: 0 }, 'banggai-cardinalfish')).toEqual(['fresh']);
    expect(stop({ tempC: 18 }, 'discus')).toEqual(['cold']);
    expect(stop({ tempC: 25, pH: 8, tanMgNL: 2 }, 'guppy')).toEqual(['ammonia']);
    expect(stop({ nitriteMgL: 0.9 }, 'guppy')).toEqual(['nitrite']);
    expect(stop({ nitriteMgL: 0.9, salinity: 34 }, 'banggai-cardinalfish')).toEqual([]);
    expect(stop({ tempC: 25, pH: 7, salinity: 0, tanMgNL: 0.2 }, 'guppy')).toEqual([]);
  });
  test('what was not read harms nobody: no ammonia without pH and warmth, nothing of an empty tank', () => {
    expect(stopsByReading({ tanMgNL: 5 }, of('guppy'), a)).toEqual([]);
    expect(stopsByReading({ tanMgNL: 5, pH: 8, tempC: 25 }, of('guppy'), a)).toHaveLength(1);
    expect(stopsByReading({ tempC: 4 }, [], a)).toEqual([]);
    expect(residentFindings({}, [], now, a)).toEqual([]);
  });
  test('what was read speaks for a week, ammonia for a day and a half; then only that it is old is told', () => {
    const at4 = (d: number) => codes(residentFindings(read({ tempC: 18 }, d), of('discus'), now, a));
    expect(at4(6.9)).toEqual(['stop harms-animals']);
    expect(at4(7.1)).toEqual(['know read-long-ago']);
    const tan = (d: number) =>
      codes(residentFindings({ ...read({ tempC: 25, pH: 8 }), ...read({ tanMgNL: 2 }, d) }, of('guppy'), now, a));
    expect(tan(1.4)).toEqual(['stop harms-animals']);
    expect(tan(1.6)).toEqual([]);
    expect(codes(residentFindings({}, of('guppy'), now, a))).toEqual(['know never-read']);
  });
  test('a tank whose quarantine judges its ammonia is judged once', () => {
    const tank = read({ tempC: 25, pH: 8, tanMgNL: 2 });
    expect(residentFindings(tank, of('guppy'), now, a, { judged: true })).toEqual([]);
  });
});

test('more promised of a lot than are there is for today, with the shipments; as many is not', () => {
  const lot = (there: number) => ({
    name: 'Guppy',
    there,
    promised: [
      { code: 'KC-1', count: 4 },
      { code: 'KC-2', count: 3 },
    ],
  });
  expect(promisedFindings([lot(7)])).toEqual([]);
  expect(promisedFindings([lot(6)])).toMatchObject([
    { severity: 'today', finding: { of: 'Guppy', there: 6, promised: 7, codes: ['KC-1', 'KC-2'] } },
  ]);
});

test('who may eat or fight is to be known, and a tank with more than its grams a litre is for today', () => {
  const crowd = (x: Partial<Parameters<typeof crowdFindings>[0]>) =>
    codes(crowdFindings({ warnings: [], massG: 60, volumeL: 30, ...x }, 2));
  expect(crowd({})).toEqual([]);
  expect(crowd({ massG: 61 })).toEqual(['today crowded']);
  expect(crowd({ massG: null })).toEqual([]);
  expect(crowd({ volumeL: null })).toEqual([]);
  expect(crowd({ warnings: ['They nip long fins.'] })).toEqual(['know tank-mates']);
});
