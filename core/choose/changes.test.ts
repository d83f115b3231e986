import { catalogue } from '@/core/catalogue';
import { exampleConsignment } from '@/tests/example';
import { changesTo } from './changes';

const c = exampleConsignment();
const box = c.boxes[0]!;

describe('what another plan would change', () => {
  test('nothing where it is the same', () => expect(changesTo(c, c, catalogue)).toEqual([]));
  test('bags by their line, those alike counted together', () => {
    const bags = c.bags.map((b) => ({ ...b, waterL: 3, gasL: 6 }));
    const said = changesTo(c, { bags, boxes: c.boxes }, catalogue);
    expect(said.length).toBe(c.lines.length);
    expect(said[0]).toMatch(/^Boeseman’s rainbowfish: \d+ × .* L of gas → .*3 L and 6 L of gas\.$/);
  });
  test('packs, walls and boxes that come or go', () => {
    const boxes = [
      {
        ...box,
        boxTypeId: 'box-winter-l',
        packs: [{ packId: 'heat-72h', count: 2 }],
        ballast: { litres: 1, count: 4 },
      },
      { ...box, id: '2', packs: [] },
    ];
    const said = changesTo(c, { bags: c.bags, boxes }, catalogue).join('\n');
    expect(said).toMatch(/Box 1: .* → Large winter foam box \+ 4 bottles of 1 L water\./);
    expect(said).toMatch(/Packs of box 1: .* → 2 × 72 h\./);
    expect(said).toMatch(/Box 2 is new: .*, no pack\./);
    expect(said).toMatch(/2 boxes in place of 1\./);
    expect(changesTo({ ...c, boxes }, { bags: c.bags, boxes: [boxes[0]!] }, catalogue)).toEqual([
      'Box 2 is not needed.',
      '1 box in place of 2.',
    ]);
  });
  test('holes that a hand has set are named as such', () => {
    const packs = [{ packId: 'heat-72h', count: 2 }];
    const to = (ventHoles: number) => ({ bags: c.bags, boxes: [{ ...box, packs, ventHoles }] });
    const from = (ventHoles: number) => ({ ...c, ...to(ventHoles) });
    expect(changesTo(from(3), to(4), catalogue)).toEqual(['Holes of box 1: 3, set by hand, → 4.']);
    expect(changesTo(from(4), to(3), catalogue)).toEqual(['Holes of box 1: 4 → 3.']);
  });
});
