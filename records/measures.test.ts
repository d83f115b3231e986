import { measuresSchema } from './measures';
import { byOwnMeasure, type OwnMeasure } from './own-measure';
import { inOurUnit } from './typed';

const own: OwnMeasure[] = [
  { name: 'scoop', amount: 4.5, unit: 'g' },
  { name: 'squirt', amount: 1.2, unit: 'mL' },
  { name: 'blue bucket', amount: 9.4, unit: 'L' },
];

describe('measures of the house', () => {
  test('are typed like any unit, one or several, where what they hold is asked', () => {
    expect(inOurUnit('2 scoops', 'g', own)).toBe('9');
    expect(inOurUnit('1 Blue  bucket', 'L', own)).toBe('9.4');
    expect(inOurUnit('1,5 squirt', 'L', own)).toBe('0.0018');
    expect(byOwnMeasure(2, 'blue bucket', 'mL', own)).toBe(18_800);
  });
  test('grams are no litres, and what nobody measured stays as it was typed', () => {
    expect(inOurUnit('2 scoops', 'L', own)).toBe('2 scoops');
    expect(inOurUnit('2 ladles', 'g', own)).toBe('2 ladles');
    expect(inOurUnit('2 scoops', 'g')).toBe('2 scoops');
    expect(inOurUnit('2 gal', 'L', own)).toBe('7.5708');
  });
  test('two of one name, one without letters, and one that holds nothing are refused', () => {
    const said = (list: unknown): string => {
      const r = measuresSchema.safeParse(list);
      return r.success ? '' : r.error.issues.map((i) => i.message).join(' ');
    };
    expect(said(own)).toBe('');
    expect(said([own[0], { ...own[1], name: 'Scoop' }])).toMatch(/same name/);
    expect(said([{ ...own[0], name: '7' }])).toMatch(/in letters/);
    expect(said([{ ...own[0], amount: 0 }])).toMatch(/more than 0/);
  });
});
