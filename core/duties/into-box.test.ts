import { exampleConsignment } from '@/tests/example';
import { readLabel, intoBox, notIn } from './into-box';

const example = exampleConsignment();
const c = {
  ...example,
  code: 'KC-0106',
  boxes: [example.boxes[0]!, { ...example.boxes[0]!, id: '2' }],
  bags: [
    { ...example.bags[0]!, id: 'A1', boxId: '1' },
    { ...example.bags[0]!, id: 'A2', boxId: '1' },
    { ...example.bags[0]!, id: 'B1', boxId: '2' },
  ],
};
const why = (boxId: string, scanned: string): string => {
  const r = intoBox(c, boxId, scanned);
  return r.ok ? `in: ${r.value}` : r.problems[0]!.message;
};

describe('a bag goes into its box by the number on its label', () => {
  test.each([
    ['KC-0106/A1', { code: 'KC-0106', bagId: 'A1' }],
    [' a1 ', { code: null, bagId: 'A1' }],
    ['https://room.local/at/KC-0106/A1?x=1', { code: 'KC-0106', bagId: 'A1' }],
    ['', { code: null, bagId: '' }],
  ])('%s is read', (scanned, told) => expect(readLabel(scanned)).toEqual(told));

  test.each([
    ['1', 'KC-0106/A1', 'in: A1'],
    ['1', 'a2', 'in: A2'],
    ['1', 'KC-0106/B1', 'Bag B1 belongs in box 2, not in box 1.'],
    ['1', 'KC-0107/A1', 'KC-0107/A1 is not of KC-0106: another box, another receiver.'],
    ['2', 'KC-0106/C9', 'There is no bag C9 in KC-0106.'],
    ['2', 'KC-0106/BOX-2', 'That is a box label. Scan the bag label.'],
    ['2', '', 'There is no bag without a number in KC-0106.'],
  ])('into box %s, %s: %s', (box, scanned, told) => expect(why(box, scanned)).toBe(told));

  test('what is missing is named', () => {
    expect(notIn(c, '1', (id) => id === 'A1')).toEqual(['A2']);
    expect(notIn(c, '2', () => true)).toEqual([]);
  });
});
