import { houseInMemory } from '@/tests/house';
import { newDraft } from '@/server/order/view';
import { profileOf } from '@/server/house';
import { quickStop, spareWords } from '@/words/en/quick';
import { quickView } from './quick';

const house = houseInMemory(() => Date.parse('2026-12-01T12:00:00Z'));
afterAll(() => house.db.close());

test('a fish alone is enough: everything else has a usual value, told in its field', () => {
  const v = quickView(house, { fish: 'neon-tetra' });
  expect(v.question).toMatchObject({ count: 10, lengthCm: 3, widthCm: 30, heightCm: 50, hours: 24, gas: 'oxygen' });
  expect(v.usual!.tempC).toBe(v.question!.tempC);
  expect(v.answer!.waterL).toBeGreaterThan(0);
  expect(quickView(house, {})).toMatchObject({ species: null, answer: null, problems: [] });
  expect(quickView(house, { fish: 'unicorn', count: '3' })).toMatchObject({ species: null, problems: [] });
});
test('what is typed counts, with a comma too; what cannot be is said beside its field, and nothing is computed', () => {
  expect(quickView(house, { fish: 'neon-tetra', count: '12', warmth: '24,5' }).question).toMatchObject({
    count: 12,
    tempC: 24.5,
  });
  for (const [k, v, path] of [
    ['count', '0', 'count'],
    ['count', 'a few', 'count'],
    ['hours', '400', 'hours'],
    ['warmth', '60', 'tempC'],
    ['width', '2', 'widthCm'],
  ] as const) {
    const r = quickView(house, { fish: 'neon-tetra', [k]: v });
    expect(r.answer).toBeNull();
    expect(r.problems[0]).toMatchObject({ path });
  }
});
test('too short is said first, with a bag that does it; enough says nothing', () => {
  const short = quickView(house, { fish: 'neon-tetra', count: '60', width: '18', height: '40', hours: '24' }).answer!;
  expect(quickStop(short, 'Neon tetra', 24)).toMatchObject({ title: expect.stringMatching(/^\d+ h in a bad case/) });
  expect(spareWords(short, 24).short).toBe(true);
  const well = quickView(house, { fish: 'neon-tetra' }).answer!;
  expect(quickStop(well, 'Neon tetra', 24)).toBeNull();
});
test('a shipment made of it begins with its fish', () => {
  const d = newDraft(house, profileOf(house), { fish: 'guppy', count: '6', length: '3' });
  expect(d.lines).toMatchObject([{ speciesId: 'guppy', count: '6', lengthCm: '3' }]);
  expect(newDraft(house, profileOf(house)).lines[0]!.speciesId).toBe('');
});
