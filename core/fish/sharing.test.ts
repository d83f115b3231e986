import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import { chooseBags } from '@/core/choose/bags';
import { exampleConsignment } from '@/tests/example';
import { mayShare, sharingWords } from './sharing';

const of = (id: string) => row(catalogue.species, id, 'species');

/** Common practice throughout. */
test.each([
  ['siamese-fighter', 5, [1], [2, 5]],
  ['ocellaris-clownfish', 5, [1, 2], [3, 6]],
  ['lemon-tetra', 3.5, [1, 2, 3, 12], []],
  ['angelfish', 6, [1, 4, 8], [2, 3]],
  // Large ones that hold a territory fight, whatever their number.
  ['firemouth', 14, [1], [2, 4, 6]],
  ['knight-goby', 6, [1, 2], [4]],
])('%s of %s cm share a bag by %j and not by %j', (id, lengthCm, may, not) => {
  for (const n of may) expect(mayShare(of(id), lengthCm, n)).toBe(true);
  for (const n of not) {
    expect(mayShare(of(id), lengthCm, n)).toBe(false);
    expect(sharingWords(of(id), lengthCm)).toMatch(/per bag|never two or three/);
  }
});

test('six clownfish are never planned into one bag', () => {
  const c = exampleConsignment('marine-air-cargo');
  const line = { ...c.lines[0]!, speciesId: 'ocellaris-clownfish', count: 6, lengthCm: 5 };
  const plans = chooseBags({ ...c, lines: [line] }, line, catalogue);
  expect(plans.length).toBeGreaterThan(0);
  for (const p of plans) expect(p.perBag).toBeLessThanOrEqual(2);
});
