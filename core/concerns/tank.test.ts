import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import { withOverrides } from '@/core/catalogue/assumptions';
import { copper, drops } from '@/tests/medicines';
import { DAY, HOUR } from '@/core/quantities/time';
import { chronicMgNL } from '@/core/water/criteria';
import { quarantineStateOf, type QuarantineRecord } from '@/core/quarantine/course';
import type { Entry, QuarantinePlan, NewEntry } from '@/core/quarantine/schema';
import { templates } from '@/core/quarantine/templates';
import type { TankFinding } from './tank';
import type { Raised } from './severity';
import {
  promisedFindings,
  quarantineFindings,
  residentFindings,
  signsSeen,
  stopsByReading,
  twinFindings,
} from './tank';

const a = withOverrides({});
const t0 = Date.parse('2026-11-02T12:00:00Z');
let n = 0;
const at = (day: number, hour: number, told: NewEntry): Entry =>
  ({
    ...told,
    n: ++n,
    at: new Date(t0 + (day - 1) * DAY + (hour - 12) * HOUR).toISOString(),
    by: '',
    strikes: null,
  }) as Entry;
const nowAt = (day: number, hour = 20): number => t0 + (day - 1) * DAY + (hour - 12) * HOUR;
const facts = (entries: Entry[], plan: QuarantinePlan = templates.observation!): QuarantineRecord => ({
  plan,
  openedMs: t0,
  zone: 'Europe/Lisbon',
  waterL: 80,
  entries,
  duties: [],
});
const found = (entries: Entry[], day = 3, plan?: QuarantinePlan): Raised<TankFinding>[] => {
  const f = facts(entries, plan);
  return quarantineFindings(f, quarantineStateOf(f, nowAt(day)), a);
};
const codes = (list: readonly Raised<TankFinding>[]): string[] => list.map((x) => `${x.severity} ${x.finding.code}`);
const test1 = (figures: Extract<NewEntry, { kind: 'test' }>['figures']): NewEntry => ({
  kind: 'test',
  figures,
  how: 'drops',
});

describe('what a value wants of hands', () => {
  test('ammonia of 0.5 at pH 7.8 and 26 °C is seven tenths of the chronic criterion: change 40 %; of 1.0 it stops', () => {
    expect(0.5 / chronicMgNL(7.8, 26)).toBeCloseTo(0.7, 1);
    const of = (tanMgNL: number) => found([at(3, 18, test1({ tanMgNL, pH: 7.8, tempC: 26 }))])[0]!;
    expect(of(0.5)).toMatchObject({ severity: 'today', finding: { code: 'ammonia', share: 0.4, changeL: 32 } });
    expect(of(1)).toMatchObject({ severity: 'stop', finding: { code: 'ammonia' } });
    expect(of(1).times).toBeCloseTo(1 / chronicMgNL(7.8, 26), 6);
  });
  test('changed since, it asks no more; an old value asks nothing', () => {
    const tan = test1({ tanMgNL: 0.5, pH: 7.8, tempC: 26 });
    expect(found([at(3, 18, tan), at(3, 19, { kind: 'change', litres: 40 })])).toEqual([]);
    expect(found([at(1, 13, tan)])).toEqual([]);
  });
  test('nitrite, a swinging pH, a low KH with its grams, carbon under medicine, a sign', () => {
    expect(codes(found([at(3, 18, test1({ nitriteMgL: 0.9 }))]))[0]).toMatch(/nitrite/);
    const swing = found([at(3, 8, test1({ pH: 7.1 })), at(3, 18, test1({ pH: 7.8 }))])[0]!.finding;
    expect(swing).toEqual({ code: 'ph-swing', by: expect.closeTo(0.7, 6) });
    const kh = found([at(3, 8, test1({ khDkh: 3.6 }))], 3, templates.koi!)[0]!.finding;
    // 2 °dKH in 80 L: 0.357 meq/L a degree, 84 g of bicarbonate an equivalent.
    expect(kh).toMatchObject({ code: 'kh-low', bicarbonateG: expect.closeTo(2 * 0.357 * 0.084 * 80, 0) });
    const dose = at(3, 12, { kind: 'dose', medicine: drops, amount: 20 });
    expect(codes(found([dose, at(3, 13, { kind: 'carbon', in: true })]))[0]).toBe('now carbon');
    const look = at(3, 17, { kind: 'look', signs: [{ sign: 'breathing', part: 'gills', many: 3 }], eaten: 'some' });
    expect(found([look])[0]).toMatchObject({ finding: { code: 'sign', of: 'breathing', part: 'gills', many: 3 } });
  });
});

test('too much copper stops as long as it is there, measured or only by its doses, and no more once the water was changed', () => {
  const twice = at(1, 12, { kind: 'dose', medicine: copper, amount: 32 });
  const over = (entries: Entry[], day: number) =>
    found(entries, day).flatMap((x) => (x.severity === 'stop' ? [x.finding] : []));
  for (const day of [1, 3, 12])
    expect(over([twice], day)).toEqual([
      expect.objectContaining({ code: 'over-dose', of: 'copper', level: 4, harmsFrom: 2.5, calculated: true }),
    ]);
  const measured = at(3, 18, test1({ copperMgL: 3.9 }));
  expect(over([twice, measured], 3)[0]).toMatchObject({ level: 3.9, calculated: false });
  expect(over([twice, at(2, 12, { kind: 'change', litres: 48 })], 2)).toEqual([]);
  // Carbon is no proof that it is gone.
  expect(over([twice, at(1, 13, { kind: 'carbon', in: true })], 12)[0]).toMatchObject({ level: 4 });
  // Where no label says what harms, from one and a half times what it is dosed to.
  const label = (amount: number) => over([at(1, 12, { kind: 'dose', medicine: drops, amount })], 1);
  expect(label(20)).toEqual([]);
  expect(label(40)[0]).toMatchObject({ of: 'Teasel', harmsFrom: null, meant: 2.5 });
});

test('prepared water is what was recorded less what was changed since, and is asked for under medicine', () => {
  const f = facts([
    at(1, 12, { kind: 'reserve', litres: 80 }),
    at(1, 14, { kind: 'dose', medicine: copper, amount: 16 }),
    at(2, 12, { kind: 'change', litres: 30 }),
  ]);
  const s = quarantineStateOf(f, nowAt(2));
  const reserve = quarantineFindings(f, s, a).find((x) => x.finding.code === 'reserve')!.finding;
  expect(reserve).toEqual({ code: 'reserve', haveL: 50, wantL: 80 });
  expect(quarantineStateOf(facts([]), nowAt(2)).reserveL).toBeNull();
  // Without medicine, and with no change ahead, nothing is asked for.
  expect(found([at(1, 12, { kind: 'reserve', litres: 5 })], 2)).toEqual([]);
});

test('what catches is told to the twin tank, what does not is not, and nothing after a day and a half', () => {
  const look = at(3, 17, { kind: 'look', signs: [{ sign: 'dust' }, { sign: 'fins' }], eaten: 'all' });
  const seen = (day: number) => signsSeen(quarantineStateOf(facts([look]), nowAt(day)));
  expect(twinFindings('Q1', seen(3))).toEqual([
    { finding: { code: 'twin-sign', of: 'dust', tank: 'Q1' }, severity: 'now', sinceMs: Date.parse(look.at) },
  ]);
  expect(twinFindings('Q1', seen(5))).toEqual([]);
});

describe('a tank against those who are in it', () => {
  const of = (...ids: string[]) => ids.map((id) => row(catalogue.species, id, 'species'));
  const now = Date.parse('2026-12-01T12:00:00Z');
  const read = (figures: Record<string, number>, daysAgo = 0) =>
    Object.fromEntries(Object.entries(figures).map(([k, value]) => [k, { value, ms: now - daysAgo * DAY }]));
  test('the dangerous four: freshwater fish in sea water, a marine one in fresh, a discus at 18 °C, ammonia at 1 mg/L', () => {
    const stop = (figures: Record<string, number>, ...ids: string[]) =>
      residentFindings(read(figures), of(...ids), now, { volumeL: 60 })
        .filter((x) => x.severity === 'stop')
        .map((x) => ('of' in x.finding ? x.finding.of : ''));
    expect(stop({ salinity: 34 }, 'neon-tetra')).toEqual(['sea']);
    expect(stop({ salinity: 0 }, 'banggai-cardinalfish')).toEqual(['fresh']);
    expect(stop({ tempC: 18 }, 'discus')).toEqual(['cold']);
    expect(stop({ tempC: 25, pH: 8, tanMgNL: 2 }, 'guppy')).toEqual(['ammonia']);
    expect(stop({ tempC: 25, pH: 7, salinity: 0, tanMgNL: 0.2 }, 'guppy')).toEqual([]);
  });
  test('what was not read harms nobody: no ammonia without pH and warmth, nothing of an empty tank', () => {
    expect(stopsByReading({ tanMgNL: 5 }, of('guppy'))).toEqual([]);
    expect(stopsByReading({ tanMgNL: 5, pH: 8, tempC: 25 }, of('guppy'))).toHaveLength(1);
    expect(stopsByReading({ tempC: 4 }, [])).toEqual([]);
    expect(residentFindings({}, [], now)).toEqual([]);
  });
  test('what was read speaks for a week, ammonia for a day and a half; then only that it is old is told', () => {
    const at4 = (d: number) => codes(residentFindings(read({ tempC: 18 }, d), of('discus'), now));
    expect(at4(6.9)).toEqual(['stop harms-animals']);
    expect(at4(7.1)).toEqual(['know read-long-ago']);
    const tan = (d: number) =>
      codes(residentFindings({ ...read({ tempC: 25, pH: 8 }), ...read({ tanMgNL: 2 }, d) }, of('guppy'), now));
    expect(tan(1.4)).toEqual(['stop harms-animals']);
    expect(tan(1.6)).toEqual([]);
    expect(codes(residentFindings({}, of('guppy'), now))).toEqual(['know never-read']);
  });
  test('a tank whose quarantine judges its ammonia is judged once', () => {
    const tank = read({ tempC: 25, pH: 8, tanMgNL: 2 });
    expect(residentFindings(tank, of('guppy'), now, { judged: true })).toEqual([]);
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
