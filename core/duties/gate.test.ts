import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { NumberedPack } from '@/core/heat/numbered';
import { exampleConsignment } from '@/tests/example';
import { eveningOf } from './evening';
import { missingAtGate, type Found } from './gate';
import { usualPace } from './pace';

const example = exampleConsignment();
const food = {
  id: 'K1',
  kind: 'food' as const,
  name: 'Flakes',
  amount: '',
  vessel: 'bag' as const,
  weightKg: 0.1,
  boxId: null,
};
const c = { ...example, companions: [food], boxes: [{ ...example.boxes[0]!, declaredKg: 5 }] };
const steps = eveningOf([{ c, catalogue, slackH: {} }], usualPace(withOverrides({})));
const found = (more: Partial<Found> = {}): Found => ({ isDone: () => true, packs: [], scaleKg: new Map(), ...more });
const words = (f: Found): string[] => missingAtGate(c, steps, f).map((m) => m.words);

describe('the gate', () => {
  test('is open where everything is done, whatever nobody weighed', () => expect(words(found())).toEqual([]));

  test('names every step that is not done, in the order of the work, and nothing else', () => {
    const skipped = ['stand', 'papers', `bag:${c.bags[1]!.id}`];
    expect(missingAtGate(c, steps, found({ isDone: (k) => !skipped.includes(k) })).map((m) => m.key)).toEqual([
      `bag:${c.bags[1]!.id}`,
      'stand',
      'papers',
    ]);
  });

  test('what may wait is no lack', () => {
    expect(steps.some((s) => s.key === 'along:K1')).toBe(true);
    expect(words(found({ isDone: (k) => k !== 'along:K1' }))).toEqual([]);
  });

  test('a box that is heavier than booked would be refused: told with both weights', () => {
    expect(words(found({ scaleKg: new Map([[c.boxes[0]!.id, 5.4]]) }))).toEqual([
      `Box ${c.boxes[0]!.id} weighs 5.4 kg, 5 kg are booked: the counter refuses it`,
    ]);
    expect(words(found({ scaleKg: new Map([[c.boxes[0]!.id, 5]]) }))).toEqual([]);
  });

  test('plants across a border of another country are named; within one they are not', () => {
    const fern = { ...food, id: 'K2', kind: 'plant' as const, name: 'Fern' };
    const to = (country: string): string[] =>
      missingAtGate(
        {
          ...c,
          companions: [fern],
          sender: { ...c.sender, place: { ...c.sender.place, country: 'PT' } },
          receiver: { ...c.receiver, place: { ...c.receiver.place, country } },
        },
        steps,
        found(),
      ).map((m) => m.words);
    expect(to('EE')).toEqual(['Fern crosses a border: it is refused there without a plant passport']);
    expect(to('PT')).toEqual([]);
  });

  test('of a pack the last reading counts', () => {
    const read = (verdict: 'dud' | 'fine') => ({
      at: '',
      surfaceC: 22,
      roomC: 20,
      method: 'typed' as const,
      proof: { verdict, expectedC: 40, words: 'a dud' },
    });
    const pack = (...readings: ReturnType<typeof read>[]): NumberedPack =>
      ({ number: 1, type: catalogue.packs[0]!, readings }) as unknown as NumberedPack;
    expect(words(found({ packs: [pack(read('dud'))] }))).toEqual(['Pack 1 read 22 °C: a dud']);
    expect(words(found({ packs: [pack(read('dud'), read('fine'))] }))).toEqual([]);
  });
});
