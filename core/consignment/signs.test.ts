import type { Observation } from './facts';
import { seenOf } from './seen-signs';
import { openingOrder, signIds, arrivalSigns, signsNow, soWhat, type ArrivalSign } from './signs';

const told = (n: number, word: string, strikes: number | null = null, id = 'A1'): Observation => ({
  n,
  at: `2026-11-24T12:0${n}:00.000Z`,
  subject: { kind: 'bag', id },
  quantity: 'sign',
  value: null,
  unit: '',
  word: strikes === null ? word : '',
  method: 'seen',
  note: '',
  photo: null,
  by: 'Ana',
  strikes,
});

describe('what is seen through the film', () => {
  test('a slip is struck out and stays told; told again it stands', () => {
    const seen = seenOf([told(1, 'side'), told(2, 'side', 1), told(3, 'spots'), told(4, 'side')], 'bag', 'A1');
    expect(seen.map((s) => [s.sign, s.struck])).toEqual([
      ['side', true],
      ['spots', false],
      ['side', false],
    ]);
    expect(signsNow(seen)).toEqual(['spots', 'side']);
  });
  test('what is of another bag, or no sign of this house, is not told', () => {
    expect(seenOf([told(1, 'side', null, 'B1'), told(2, 'toString')], 'bag', 'A1')).toEqual([]);
  });
  test('what it means is said once, however often it is seen', () => {
    expect(soWhat(['side', 'fast', 'slime'])).toEqual(['This bag first, with the least handling.']);
    expect(soWhat(['still'])[0]).toMatch(/not dead: do not poke/);
  });
  test('weak bags are opened first, the others as they lie', () => {
    const bags = ['A1', 'A2', 'A3', 'A4'].map((id) => ({ id }));
    const now = (id: string) => (id === 'A3' ? (['flat'] as const) : id === 'A2' ? (['spots'] as const) : []);
    expect(openingOrder(bags, now).map((b) => b.id)).toEqual(['A3', 'A1', 'A2', 'A4']);
  });
  test('no sign frightens without saying what to do about it: weak ones all have a sentence', () => {
    for (const id of signIds)
      if ((arrivalSigns[id] as ArrivalSign).weak) expect((arrivalSigns[id] as ArrivalSign).so).toBeTruthy();
  });
});
