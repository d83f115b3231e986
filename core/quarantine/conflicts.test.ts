import { treatmentKinds, type Treatment, type TreatmentKind } from '@/core/catalogue/treatment';
import { allBeside, conflictsOf, type Beside, type Grade } from './conflicts';

const t = (kind: TreatmentKind, more: Partial<Treatment> = {}): Treatment => ({
  id: kind,
  name: kind,
  kind,
  unit: 'mL',
  perL: 1,
  ...more,
});
const kinds = Object.keys(treatmentKinds) as TreatmentKind[];
const worst = (dose: Treatment, beside: Beside): Grade | null => conflictsOf(dose, [beside])[0]?.grade ?? null;

/**
 * What the trade tells of every pair (W55 to W57; common practice), written down apart from the table. A dose in a row, what
 * stands beside it in a column; every pair that is not here is none.
 */
const expected: Record<string, Grade> = {
  'copper+reducing': 'refuse',
  'bound-copper+reducing': 'reason',
  'copper+invertebrates': 'refuse',
  'bound-copper+invertebrates': 'refuse',
  'copper+scaleless': 'reason',
  'bound-copper+scaleless': 'reason',
  'copper+soft': 'reason',
  'bound-copper+soft': 'reason',
  'copper+bound-copper': 'refuse',
  'bound-copper+copper': 'refuse',
  ...Object.fromEntries(
    ['copper', 'bound-copper', 'antibiotic', 'parasite', 'dye'].flatMap((k) => [
      [`${k}+carbon`, 'reason'],
      [`${k}+unsettled`, 'reason'],
      [`${k}+food-fish`, 'refuse'],
    ]),
  ),
  'antibiotic+filter': 'tell',
  'dye+filter': 'tell',
  'dye+scaleless': 'reason',
  'dye+invertebrates': 'reason',
  'parasite+invertebrates': 'reason',
  'salt+plants': 'tell',
  'salt+scaleless': 'reason',
  'antibiotic+copper': 'reason',
  'antibiotic+bound-copper': 'reason',
  'copper+antibiotic': 'reason',
  'bound-copper+antibiotic': 'reason',
  'bacteria+antibiotic': 'tell',
};

const pairs = kinds.flatMap((k) => allBeside.map((b) => [k, b] as const));
test.each(pairs)('%s where there is %s', (kind, beside) => {
  expect(worst(t(kind), beside)).toBe(expected[`${kind}+${beside}`] ?? null);
});

describe('what a label says besides', () => {
  test('a reducing binder and ionic copper are refused in either order; a bound copper asks for a reason', () => {
    for (const kind of ['binder', 'conditioner'] as const) {
      expect(worst(t(kind, { reducing: true }), 'copper')).toBe('refuse');
      expect(worst(t(kind, { reducing: true }), 'bound-copper')).toBe('reason');
      expect(worst(t(kind), 'copper')).toBeNull();
    }
  });
  test('what lowers oxygen asks for air in warm water, what harms the filter for tests', () => {
    expect(worst(t('parasite', { lowersOxygen: true }), 'warm')).toBe('tell');
    expect(worst(t('parasite', { harmsFilter: true }), 'filter')).toBe('tell');
    expect(worst(t('parasite'), 'warm')).toBeNull();
  });
  test('whom a label shuts out is shut out', () => {
    expect(worst(t('own', { notFor: { invertebrates: true } }), 'invertebrates')).toBe('refuse');
    expect(worst(t('own', { notFor: { scaleless: true } }), 'scaleless')).toBe('reason');
  });
  test('the worst is recommended, and nothing twice', () => {
    const all = conflictsOf(t('copper'), [...allBeside]);
    expect(all[0]!.grade).toBe('refuse');
    expect(new Set(all.map((c) => c.words)).size).toBe(all.length);
  });
});
