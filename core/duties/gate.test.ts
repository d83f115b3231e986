import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { NumberedPack } from '@/core/heat/numbered';
import { MIN } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import { eveningSteps } from './evening';
import { foundAtGate, type GateInput } from './gate';
import { leftOut, type PackingRecord } from './skipped-steps';
import { clockMs } from './clock';
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
const steps = eveningSteps([{ c, catalogue, slackH: {} }], usualPace(withOverrides({})));
const found = (more: Partial<GateInput> = {}): GateInput => ({
  packs: [],
  scaleKg: new Map(),
  rests: null,
  outlook: { worstSlackH: 30, chance: 0.99, draws: 200 },
  a: withOverrides({}),
  ...more,
});
const words = (f: GateInput): string[] => foundAtGate(c, f).map((m) => m.words);
const MONDAY = Date.parse('2026-11-30T15:00:00Z');
/** Every step in its order, each as soon as its clock has run. */
function inTime(): Map<string, number> {
  const at = new Map<string, number>();
  let now = MONDAY;
  for (const s of steps) {
    now = Math.max(now, clockMs(s, (_, key) => at.get(key) ?? null) ?? now) + MIN;
    at.set(s.key, now);
  }
  return at;
}
const told = (at: Map<string, number>, weighed = c.boxes.map((b) => b.id)): PackingRecord => ({
  tickedMs: (_, key) => at.get(key) ?? null,
  weighed: new Set(weighed),
});
const keysOf = (t: PackingRecord): string[] => leftOut(steps, t).map((m) => m.key);

describe('the gate', () => {
  test('is open where everything is done in its time and weighed', () => {
    expect(keysOf(told(inTime()))).toEqual([]);
    expect(words(found())).toEqual([]);
  });

  test('names every step that is not done, in the order of the work, and nothing else', () => {
    const at = inTime();
    for (const key of ['stand', 'papers', `bag:${c.bags[1]!.id}`]) at.delete(key);
    expect(keysOf(told(at))).toEqual([`bag:${c.bags[1]!.id}`, 'stand', 'papers']);
  });

  test('a look that was passed over is missing: the leak stand after two minutes, the packs after five', () => {
    const at = inTime();
    const closed = Math.max(...c.bags.map((b) => at.get(`bag:${b.id}`)!));
    at.set('stand', closed + 2 * MIN);
    expect(leftOut(steps, told(at)).map((m) => m.words)).toEqual([
      expect.stringMatching(/^Leak stand.*\? Ticked after 2 of 10 min$/),
    ]);
    const pack = steps.find((s) => s.key.startsWith('prove:'))!;
    at.set('stand', closed + 10 * MIN);
    at.set(pack.key, at.get(pack.after!.keys[0]!)! + 5 * MIN);
    expect(leftOut(steps, told(at)).map((m) => m.words)).toEqual([
      expect.stringMatching(/^Check .*\w\. Ticked after 5 of 20 min$/),
    ]);
  });

  test('a box that was passed over the scale is missing, whatever was booked', () => {
    expect(keysOf(told(inTime(), []))).toEqual(c.boxes.map((b) => `weigh:${b.id}`));
  });

  test('a day on which its carrier rests wants a reason', () =>
    expect(words(found({ rests: 'Friday 25 December is Christmas in Coimbra' }))).toEqual([
      'Friday 25 December is Christmas in Coimbra',
    ]));

  test('so does what is below the marks of the house, told with both figures; what is on them does not', () => {
    const at = (worstSlackH: number | null, chance: number | null): string =>
      words(found({ outlook: { worstSlackH, chance, draws: 200 } })).join();
    expect(at(20, 0.79)).toMatch(/158 of 200 simulated trips good; your minimum is 80 of 100/);
    expect(at(-3, 0.9)).toMatch(/bad case it falls 3\.0 h short; your minimum is 0 h/);
    expect(at(-3, 0.9)).not.toContain('trips');
    expect([at(0, 0.8), at(null, null)]).toEqual(['', '']);
    expect(
      words(
        found({ outlook: { worstSlackH: 20, chance: 0.79, draws: 200 }, a: withOverrides({ stopBelowChance: 0.7 }) }),
      ),
    ).toEqual([]);
  });

  test('what may wait is no lack', () => {
    expect(steps.some((s) => s.key === 'along:K1')).toBe(true);
    const at = inTime();
    at.delete('along:K1');
    expect(keysOf(told(at))).toEqual([]);
  });

  test('a box that is heavier than booked would be refused: told with both weights', () => {
    expect(words(found({ scaleKg: new Map([[c.boxes[0]!.id, 5.4]]) }))).toEqual([
      `Box ${c.boxes[0]!.id} weighs 5.4 kg, 5 kg booked: the counter will refuse it`,
    ]);
    expect(words(found({ scaleKg: new Map([[c.boxes[0]!.id, 5]]) }))).toEqual([]);
  });

  test('plants across a border of another country are named; within one they are not', () => {
    const fern = { ...food, id: 'K2', kind: 'plant' as const, name: 'Fern' };
    const to = (country: string): string[] =>
      foundAtGate(
        {
          ...c,
          companions: [fern],
          sender: { ...c.sender, place: { ...c.sender.place, country: 'PT' } },
          receiver: { ...c.receiver, place: { ...c.receiver.place, country } },
        },
        found(),
      ).map((m) => m.words);
    expect(to('EE')).toEqual(['Fern crosses a border: refused there without a plant passport']);
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
