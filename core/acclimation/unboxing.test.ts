import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { exampleConsignment } from '@/tests/example';
import { isOwnMove, nextAt, turnKey, turnsOf, unboxing } from './unboxing';

const c = exampleConsignment();

test('a box is opened by steps of light, each with the minutes that are waited before the next', () => {
  const turns = unboxing({ ...defaultAssumptions, lidCrackedMin: 12 });
  expect(turns.map((t) => t.key)).toEqual(['there', 'crack', 'half', 'off']);
  const crack = turns[1]!;
  expect(nextAt(crack, 1000)).toBe(1000 + 12 * 60_000);
  expect(nextAt(turns[0]!, 1000)).toBeNull();
  // Knives and hot packs are warned of where they come up.
  expect(crack.caution).toMatch(/no long blade/);
  expect(turns[3]!.caution).toMatch(/hot/);
});

test('a house that receives from itself moves: its tank is taken down in its order, mains first, fish after the cover', () => {
  const own = {
    ...c,
    direction: 'incoming' as const,
    sender: { ...c.sender, name: 'Same' },
    receiver: { ...c.receiver, name: 'Same' },
  };
  expect([isOwnMove(own), isOwnMove({ ...own, direction: 'outgoing' }), isOwnMove(c)]).toEqual([true, false, false]);
  const keys = turnsOf(own, defaultAssumptions).map((t) => t.key);
  expect(keys[0]).toBe('plugs');
  expect(keys.indexOf('cover')).toBeLessThan(keys.indexOf('fish'));
  expect(keys.indexOf('fish')).toBeLessThan(keys.indexOf('tank'));
  expect(keys.at(-1)).toBe('setup');
  const names = [...keys, ...unboxing(defaultAssumptions).map((t) => t.key)].map(turnKey);
  expect(new Set(names).size).toBe(names.length);
});

test('a move that was planned here was taken down while it was packed: at the other end the tank is set up', () => {
  const own = { ...c, direction: 'own-move' as const };
  expect(isOwnMove(own)).toBe(true);
  expect(turnsOf(own, defaultAssumptions).map((t) => t.key)).toEqual(['setup']);
});
