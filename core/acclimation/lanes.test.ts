import { defaultAssumptions } from '@/core/catalogue/assumptions';
import fc from 'fast-check';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { paths, type Path } from '@/core/consignment/signs';
import { sameTreatment, bagNames, extremes, lanesOf, type LaneBag } from './lanes';
import { compareMethods } from './methods';
import { adviseOpening, worstOf, type TransferGroup } from './recommend';
import type { OpenedBag, TankWater } from './vessel';

const water: OpenedBag = { waterL: 1, tempC: 22, pH: 6.4, alkalinityMeqL: 1.5, tanMgNL: 6, salinity: 0, ghDgh: 8 };
const tank: TankWater = { tempC: 25, pH: 7.5, khDkh: 6, salinity: 0, ghDgh: 8 };
const who: TransferGroup = { tolerance: 'ordinary', invertebrate: false, marine: false };
const bag = (id: string, change: Partial<OpenedBag> = {}, path: Path = 'usual', key = 'L1'): LaneBag => ({
  id,
  key,
  path,
  opened: { ...water, ...change },
});
const names = (bags: LaneBag[]): string[] => lanesOf(bags, defaultAssumptions).map((l) => l.map((b) => b.id).join(' '));

describe('bags that are handled as one', () => {
  test('waters that are alike share a lane, one that is not has its own', () => {
    expect(names([bag('A1'), bag('A2', { tanMgNL: 6.9, tempC: 22.6 }), bag('A3', { pH: 7.1 })])).toEqual([
      'A1 A2',
      'A3',
    ]);
    expect(names([bag('A1'), bag('A2', { tanMgNL: 12 }), bag('A3', { waterL: 3 })])).toEqual(['A1', 'A2', 'A3']);
  });
  test('other animals, another tank, other film are never together', () => {
    expect(names([bag('A1'), bag('A2', {}, 'usual', 'L2'), bag('A3', { breather: true })])).toEqual(['A1', 'A2', 'A3']);
  });
  test('the weak come first, then the ill, then the drugged, each apart', () => {
    expect(
      names([bag('A1'), bag('A2', {}, 'drugged'), bag('A3', {}, 'ill'), bag('A4', {}, 'weak'), bag('A5')]),
    ).toEqual(['A4', 'A3', 'A2', 'A1 A5']);
  });
  test('every two bags of a lane are alike, and every bag is in one lane', () => {
    const any = fc.array(
      fc.record({
        tempC: fc.double({ min: 18, max: 26, noNaN: true }),
        pH: fc.double({ min: 6, max: 8, noNaN: true }),
        tanMgNL: fc.double({ min: 0, max: 12, noNaN: true }),
        path: fc.constantFrom(...paths),
      }),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(any, (all) => {
        const bags = all.map(({ path, ...w }, i) => bag(`A${i}`, w, path));
        const lanes = lanesOf(bags, defaultAssumptions);
        expect(
          lanes
            .flat()
            .map((b) => b.id)
            .sort(),
        ).toEqual(bags.map((b) => b.id).sort());
        for (const l of lanes)
          for (const x of l)
            for (const y of l)
              expect(sameTreatment(x.opened, y.opened, defaultAssumptions) && x.path === y.path).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
  test('names in short', () => {
    expect(bagNames(['A1'])).toBe('A1');
    expect(bagNames(['A1', 'A2'])).toBe('A1, A2');
    expect(bagNames(['A1', 'A3', 'A4', 'A5', 'B1', 'B2'])).toBe('A1, A3 to A5, B1, B2');
  });
});

describe('figures of a lane are those of the worst of its bags', () => {
  const bags = [water, { ...water, tanMgNL: 7.2 }, { ...water, pH: 6.55, tempC: 22.9 }, water];
  test('the ends of each measure are computed, equal ones once', () => {
    const ends = extremes(bags);
    expect(ends.length).toBeLessThan(bags.length);
    for (const b of bags.slice(1, 3)) expect(ends).toContain(b);
  });
  test('no method is told better than it is for any bag of the lane', () => {
    const together = adviseOpening(bags, tank, who, a).courses;
    for (const b of bags)
      compareMethods(b, tank, a).forEach((alone, i) => {
        const lane = together[i]!;
        expect(lane.id).toBe(alone.id);
        for (const k of ['criterionMin', 'peakNh3MgNL', 'phStep', 'bufferStep', 'co2FallMgL', 'tempStepC'] as const)
          expect(lane[k]).toBeGreaterThanOrEqual(alone[k] - 1e-9);
        expect(lane.leastOxygenKPa).toBeLessThanOrEqual(alone.leastOxygenKPa + 1e-9);
      });
  });
  test('what one bag forbids is forbidden to its lane', () => {
    const [floated] = compareMethods(water, tank, a);
    const [film] = compareMethods({ ...water, breather: true }, tank, a);
    expect(worstOf([floated!, film!]).refused).toBe(film!.refused);
  });
});

describe('a path by what was seen', () => {
  const advised = (path: Path) =>
    adviseOpening([{ ...water, tanMgNL: 1, pH: 6.2 }], { ...tank, ghDgh: 20, khDkh: 14 }, { ...who, path }, a);
  const hands = (r: ReturnType<typeof advised>): number => r.recommendation.ranked[0]!.course.handsMin;
  test('hands weigh more on weak and on ill animals', () => {
    const part = (path: Path): number =>
      advised(path).recommendation.ranked.find((j) => j.course.id === 'drip')!.parts.hands;
    expect(part('weak')).toBeCloseTo(part('usual') * a.weakHandsTimes, 9);
    expect(part('ill')).toBeCloseTo(part('weak'), 9);
    expect(hands(advised('weak'))).toBeLessThanOrEqual(hands(advised('usual')));
    expect(advised('weak').recommendation.reason).toMatch(/^They are weak/);
  });
  test('weak animals go across at once where that is borne, and are mixed with care where it is not', () => {
    const first = (t: Partial<TankWater>, path: Path): string =>
      adviseOpening([water], { ...tank, ...t }, { ...who, path }, a).recommendation.ranked[0]!.course.id;
    expect(['float-transfer', 'staged', 'scoop']).toContain(first({ ghDgh: 10, khDkh: 4.5 }, 'weak'));
    expect(['drip', 'cups', 'degas']).toContain(first({ ghDgh: 24, khDkh: 16 }, 'weak'));
  });
  test('drugged animals never first stay in their water', () => {
    const { ranked } = advised('drugged').recommendation;
    const at = (id: string): number => ranked.findIndex((j) => j.course.id === id);
    for (const stays of ['cups', 'drip', 'degas'])
      for (const out of ['float-transfer', 'straight', 'scoop']) expect(at(out)).toBeLessThan(at(stays));
  });
});
