import fc from 'fast-check';
import { inOurUnit, inUsUnits } from './typed';

/** Against exact definitions and a refractometer's scale: 35 of salinity is about 1.0264 at 25/25 °C (common table). */
test.each([
  ['76 F', '°C', 24.444],
  ['77°F', '°C', 25],
  ['24.5 °C', '°C', 24.5],
  ['2 gal', 'L', 7.5708],
  ['500 ml', 'L', 0.5],
  ['3 in', 'cm', 7.62],
  ['3"', 'cm', 7.62],
  ['25 mm', 'cm', 2.5],
  ['3 mil', 'mm', 0.0762],
  ['10 lb', 'kg', 4.5359],
  ['1 oz', 'g', 28.35],
  ['90 ppm', '°dKH', 5.0424],
  ['2 meq/L', '°dKH', 5.6077],
  ['139 in3/lb', 'cm³/kg', 5021.7],
  ['5,280 ft', 'm', 1.6093],
])('%s is %s of ours: %s', (text, unit, value) =>
  expect(Number(inOurUnit(text, unit).replace(',', '.'))).toBeCloseTo(value, 3),
);

test('a hydrometer reading is sea water', () => {
  expect(Number(inOurUnit('1.0264 SG', 'salinity'))).toBeCloseTo(35, 0);
  // The same water by hydrometers made for other temperatures (handbook 2).
  expect(Number(inOurUnit('1.0266 SG20', 'salinity'))).toBeCloseTo(35, 0);
  expect(Number(inOurUnit('1.0269 SG 60F', 'salinity'))).toBeCloseTo(35, 0);
  expect(inUsUnits(35, 'salinity')).toBe('1.0264 SG');
});

test.each(['76', '76 stone', 'warm', '', '1.2.3 F'])('%s is left as it was typed', (text) =>
  expect(inOurUnit(text, '°C')).toBe(text),
);

test('what is shown beside a figure leads back to it (property)', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('°C', 'L', 'cm', 'kg', '°dKH'),
      fc.double({ min: 5, max: 30, noNaN: true }),
      (unit, v) => {
        expect(Math.abs(Number(inOurUnit(inUsUnits(v, unit)!, unit)) - v)).toBeLessThan(0.2);
      },
    ),
  );
});
