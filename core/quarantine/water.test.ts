import {
  afterChange,
  bicarbonateG,
  decayed,
  hotAndCold,
  massFor,
  realLitres,
  saltSteps,
  seaSaltG,
  shareToReach,
} from './water';
import { dropTest, ppmToDkh } from './kits';

describe('litres that are really there', () => {
  test('length by width by the height of the water, cm, is litres; a bed and stones take theirs (worked by hand)', () => {
    expect(realLitres({ lengthCm: 60, widthCm: 30, waterCm: 28 })).toBeCloseTo(50.4, 9);
    // 5 cm of gravel of which 60 % is stone: 3 cm of water less.
    expect(realLitres({ lengthCm: 60, widthCm: 30, waterCm: 28, bedCm: 5 })).toBeCloseTo(45, 9);
    expect(realLitres({ lengthCm: 60, widthCm: 30, waterCm: 28, ornamentsL: 4.4 })).toBeCloseTo(46, 9);
  });
  test('stones larger than the tank are refused in words', () => {
    expect(() => realLitres({ lengthCm: 10, widthCm: 10, waterCm: 10, ornamentsL: 2 })).toThrow(/take more room/);
    expect(() => realLitres({ lengthCm: 0, widthCm: 10, waterCm: 10 })).toThrow(/more than 0/);
  });
});

describe('changes and doses', () => {
  test('85 % changed leaves 15 %; two halves leave a quarter', () => {
    expect(afterChange(2, 100, 85)).toBeCloseTo(0.3, 12);
    expect(afterChange(afterChange(1, 80, 40), 80, 40)).toBeCloseTo(0.25, 12);
    expect(afterChange(1, 80, 100)).toBe(0);
  });
  test('the share that brings 0.5 to 0.3 is 40 %; what is low enough needs none', () => {
    expect(shareToReach(0.5, 0.3)).toBeCloseTo(0.4, 12);
    expect(shareToReach(0.2, 0.3)).toBe(0);
    expect(shareToReach(1, 0)).toBe(1);
  });
  test('a level is what is missing times the litres', () => {
    expect(massFor(0.4, 2.5, 84)).toBeCloseTo(176.4, 9);
    expect(massFor(3, 2.5, 84)).toBe(0);
  });
  test('after one half-life half is left, after two a quarter; what does not decay stays', () => {
    expect(decayed(2, 24, 24)).toBeCloseTo(1, 12);
    expect(decayed(2, 48, 24)).toBeCloseTo(0.5, 12);
    expect(decayed(2, 48, undefined)).toBe(2);
  });
});

describe('salt and buffer', () => {
  test('0.3 % of 1,000 L in three steps is a kilogram a step; back down by water alone', () => {
    const up = saltSteps(0, 3, 1, 1000);
    expect(up.map((s) => s.grams)).toEqual([1000, 1000, 1000]);
    expect(up.map((s) => s.toGL)).toEqual([1, 2, 3]);
    const down = saltSteps(3, 0, 1, 1000);
    let left = 3;
    for (const s of down) left *= 1 - s.litres / 1000;
    expect(left).toBeCloseTo(0, 9);
    expect(down[0]!.litres).toBeCloseTo(333.33, 1);
  });
  test('2.5 lb a hundred US gallons is 0.30 %, three pounds 0.36 % (W59; 453.6 g a pound, 378.5 L)', () => {
    const gPerL = (lb: number): number => (lb * 453.592) / 378.541;
    expect(gPerL(2.5)).toBeCloseTo(3, 1);
    expect(saltSteps(0, gPerL(3), 10, 378.541)[0]!.grams).toBeCloseTo(3 * 453.592, 6);
    expect(gPerL(3) / 10).toBeCloseTo(0.36, 2);
  });
  test('one degree of carbonate hardness in 100 L is 3 g of bicarbonate (30 mg a litre, published)', () => {
    expect(bicarbonateG(3, 4, 100)).toBeCloseTo(3, 1);
    expect(bicarbonateG(6, 4, 100)).toBe(0);
  });
  test('100 ppm of hardness are 5.6 °d (17.85 ppm each)', () => expect(ppmToDkh(100)).toBeCloseTo(5.6, 2));
  test('35 g/kg in 50 L takes about 1.8 kg of sea salt', () => expect(seaSaltG(35, 50)).toBeCloseTo(1837.5, 6));
});

test('five drops of half a degree are 2.5; drops below none are refused', () => {
  expect(dropTest(5, 0.5)).toBe(2.5);
  expect(() => dropTest(-1, 1)).toThrow(RangeError);
});

test('hot and cold water for 40 L at 25 °C, by the heat of both; none where both are too warm', () => {
  const x = hotAndCold(40, 25, 45, 12)!;
  expect((x.hotL * 45 + x.coldL * 12) / 40).toBeCloseTo(25, 9);
  expect(x.hotL + x.coldL).toBeCloseTo(40, 9);
  expect(hotAndCold(40, 25, 40, 30)).toBeNull();
});
