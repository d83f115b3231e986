import { entriesFrom } from '@/tests/entries';
import { withOverrides } from '@/core/catalogue/assumptions';
import { binder, copper, drops, ionic } from '@/tests/medicines';
import { DAY, HOUR } from '@/core/quantities/time';
import { chronicMgNL } from '@/core/water/criteria';
import type { Beside } from '@/core/quarantine/conflicts';
import { quarantineStateOf, type QuarantineRecord } from '@/core/quarantine/course';
import type { Entry, QuarantinePlan, NewEntry } from '@/core/quarantine/schema';
import { templates } from '@/core/quarantine/templates';
import { quarantineFindings, signsSeen, twinFindings, type QuarantineFinding } from './quarantine';
import type { Raised } from './severity';

const a = withOverrides({});
const t0 = Date.parse('2026-11-02T12:00:00Z');
const at = entriesFrom(t0);
const nowAt = (day: number, hour = 20): number => t0 + (day - 1) * DAY + (hour - 12) * HOUR;
const facts = (entries: Entry[], plan: QuarantinePlan = templates.observation!): QuarantineRecord => ({
  plan,
  openedMs: t0,
  zone: 'Europe/Lisbon',
  waterL: 80,
  entries,
  duties: [],
});
/** With cycled media in the filter, unless told otherwise. */
const found = (
  entries: Entry[],
  day = 3,
  plan?: QuarantinePlan,
  { beside = [], media = true }: { beside?: Beside[]; media?: boolean } = {},
): Raised<QuarantineFinding>[] => {
  const f = facts([...(media ? [at(1, 12, { kind: 'media' })] : []), ...entries], plan);
  return quarantineFindings(f, quarantineStateOf(f, nowAt(day)), a, beside);
};
const codes = (list: readonly Raised<QuarantineFinding>[]): string[] =>
  list.map((x) => `${x.severity} ${x.finding.code}`);
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
  test('changed since, it asks no more; an old value asks nothing, one that was too high asks for a test until there is one', () => {
    const tan = test1({ tanMgNL: 0.5, pH: 7.8, tempC: 26 });
    expect(found([at(3, 18, tan), at(3, 19, { kind: 'change', litres: 40 })])).toEqual([]);
    expect(found([at(1, 13, tan)])).toEqual([]);
    const high = at(1, 13, test1({ tanMgNL: 2, pH: 7.8, tempC: 26, nitriteMgL: 1 }));
    expect(codes(found([high], 9))).toEqual(['today test-again', 'today test-again']);
    expect(found([high, at(9, 8, test1({ tanMgNL: 0, nitriteMgL: 0 }))], 9)).toEqual([]);
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
  const reserve = quarantineFindings(f, s, a, []).find((x) => x.finding.code === 'reserve')!.finding;
  expect(reserve).toEqual({ code: 'reserve', haveL: 50, wantL: 80 });
  expect(quarantineStateOf(facts([]), nowAt(2)).reserveL).toBeNull();
  // Without medicine, and with no change ahead, nothing is asked for.
  expect(found([at(1, 12, { kind: 'reserve', litres: 5 })], 2)).toEqual([]);
});

test('what catches is told to the twin tank, what does not is not, and it stays until a look is without it', () => {
  const look = at(3, 17, { kind: 'look', signs: [{ sign: 'dust' }, { sign: 'fins' }], eaten: 'all' });
  const well = at(4, 9, { kind: 'look', signs: [], eaten: 'all' });
  const seen = (day: number, ...more: Entry[]) => signsSeen(quarantineStateOf(facts([look, ...more]), nowAt(day)));
  expect(twinFindings('Q1', seen(3))).toEqual([
    { finding: { code: 'twin-sign', of: 'dust', tank: 'Q1' }, severity: 'now', sinceMs: Date.parse(look.at) },
  ]);
  expect(twinFindings('Q1', seen(9))).toHaveLength(1);
  expect(seen(9, well)).toEqual([]);
});

describe('who and what is beside a medicine', () => {
  const given = (medicine: typeof copper, hour: number) => at(3, hour, { kind: 'dose', medicine, amount: 4 });
  const clash = (entries: Entry[], ...beside: Beside[]) =>
    found(entries, 3, undefined, { beside }).filter((x) => x.finding.code === 'medicine-harms');
  test('copper over shrimp stops; where only a reason was wanted and given, nothing does', () => {
    expect(clash([given(copper, 12)], 'invertebrates', 'copper')).toMatchObject([
      { severity: 'stop', finding: { of: 'copper', conflict: { beside: 'invertebrates', grade: 'refuse' } } },
    ]);
    expect(clash([given(copper, 12)], 'scaleless', 'soft')).toEqual([]);
    expect(clash([given(copper, 12), at(3, 14, { kind: 'change', litres: 79 })], 'invertebrates')).toEqual([]);
  });
  test('two that do not go together are told once, by the one given last', () => {
    const both: Beside[] = ['copper', 'binder', 'reducing'];
    expect(clash([given(ionic, 12), given(binder, 14)], ...both)).toMatchObject([
      { finding: { of: binder.name, conflict: { beside: 'copper' } } },
    ]);
    expect(clash([given(copper, 12), given(ionic, 14)], 'copper', 'bound-copper')).toMatchObject([
      { finding: { conflict: { beside: 'bound-copper' } } },
    ]);
  });
});

test('a death asks for a test of ammonia until there is one; who is missing is told until found, dead or not', () => {
  const died = (day: number, count: number) => at(day, 9, { kind: 'died', count, name: 'Discus', note: '' });
  const missing = (day: number, count: number) => at(day, 8, { kind: 'missing', count, name: 'Discus' });
  const tested = at(3, 12, test1({ tanMgNL: 0 }));
  expect(found([died(3, 1)])).toMatchObject([{ severity: 'today', finding: { code: 'died', count: 1 } }]);
  expect(found([died(3, 1), tested])).toEqual([]);
  expect(found([missing(3, 2), tested])).toMatchObject([{ finding: { code: 'missing', of: 'Discus', count: 2 } }]);
  expect(found([missing(2, 2), died(3, 1), tested])).toMatchObject([{ finding: { code: 'missing', count: 1 } }]);
  expect(found([missing(2, 2), missing(3, 0), tested])).toEqual([]);
});

test('a filter without media wants tests until three in a row are in band', () => {
  const bare = (entries: Entry[], day: number) =>
    codes(found(entries, day, undefined, { media: false })).filter((x) => x.includes('filter'));
  const fine = (day: number) => at(day, 9, test1({ tanMgNL: 0, nitriteMgL: 0 }));
  expect(bare([], 2)).toEqual([]);
  expect(bare([], 3)).toEqual(['today filter-unproven']);
  expect(bare([fine(3)], 3)).toEqual([]);
  expect(bare([fine(3), fine(4)], 9)).toEqual(['today filter-unproven']);
  expect(bare([fine(3), fine(4), fine(5)], 9)).toEqual([]);
});

test('the release is told once every point is met, and what is open once its days are over', () => {
  const gate = (entries: Entry[], day: number) => found(entries, day).filter((x) => x.finding.code.startsWith('gate'));
  const looks = (n: number) =>
    Array.from({ length: n }, (_, i) => at(i + 1, 13, { kind: 'look', signs: [], eaten: 'all' }));
  const fine = [36, 37, 38].map((d) => at(d, 14, test1({ tanMgNL: 0, nitriteMgL: 0 })));
  const gear = at(2, 9, { kind: 'gear' });
  expect(gate([...looks(20), ...fine], 20)).toEqual([]);
  expect(gate([...looks(60)], 60)).toMatchObject([
    { severity: 'today', finding: { code: 'gate-broken', open: expect.arrayContaining([expect.any(String)]) } },
  ]);
  const met = gate([...looks(60), ...fine, gear, at(59, 9, test1({ tanMgNL: 0, nitriteMgL: 0 }))], 60);
  expect(met).toMatchObject([{ severity: 'today', finding: { code: 'gate-passed' } }]);
});
