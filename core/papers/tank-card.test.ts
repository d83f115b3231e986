import { tankCard } from './tank-card';
import type { Type } from './sheet';

/** Every letter as wide as half its height: enough to see what fits. */
const coded: string[] = [];
const type: Type = {
  widthMm: (text, pt) => text.length * pt * 0.18,
  has: () => true,
  qr: (text) => {
    coded.push(text);
    return { d: 'M0 0h1v1h-1z', size: 25 };
  },
};
const card = { name: 'Q4', number: 'TANK/abc', volumeL: 110, role: 'quarantine', animals: ['2 Ocellaris clownfish'] };

test('a tank card holds its name, its litres, what lives there, and the code that opens its page', () => {
  const sheet = tankCard(card, type);
  expect(coded.at(-1)).toBe('TANK/abc');
  expect(sheet.words).toEqual(expect.arrayContaining(['Q4', '110 L, quarantine', '2 Ocellaris clownfish']));
  expect(sheet.told).toEqual([]);
  const name = sheet.ink.find((x) => x.kind === 'text' && x.text === 'Q4');
  // Read from two metres: letters of 10 mm or more.
  expect(name?.kind === 'text' && (name.pt * 25.4) / 72 > 10).toBe(true);
  for (const x of sheet.ink) if (x.kind === 'text') expect(x.x + x.widthMm).toBeLessThanOrEqual(sheet.widthMm);
});

test('a long name is made smaller, and what does not fit is told', () => {
  const long = tankCard({ ...card, name: 'Lower rack left, breeding' }, type);
  expect(long.told).toEqual([]);
  const many = tankCard({ ...card, animals: Array.from({ length: 40 }, (_, i) => `${i} fish of a kind`) }, type);
  expect(many.told.length).toBeGreaterThan(0);
});
