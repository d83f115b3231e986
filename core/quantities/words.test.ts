import { byNumber, counted, durationWords } from './words';

test('one thing has no s', () => {
  expect([counted(1, 'bag'), counted(2, 'bag'), counted(0, 'box', 'boxes'), counted(1, 'box', 'boxes')]).toEqual([
    '1 bag',
    '2 bags',
    '0 boxes',
    '1 box',
  ]);
});

test.each([
  [0, '0 min'],
  [89 * 60_000, '89 min'],
  [90 * 60_000, '2 h'],
  [23.4 * 3600_000, '23 h'],
  [1903 * 60_000, '1 d 8 h'],
  [48 * 3600_000, '2 d'],
  [-30 * 60_000, '30 min'],
])('%d ms late is %s', (ms, words) => {
  expect(durationWords(ms)).toBe(words);
});

test('names stand in the order in which hands count them', () =>
  expect(['A10', 'B1', 'A2', 'A100', 'A1'].sort(byNumber)).toEqual(['A1', 'A2', 'A10', 'A100', 'B1']));
