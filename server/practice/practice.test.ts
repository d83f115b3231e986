import { houseInMemory } from '@/tests/house';
import { bringHome, must, orderInput, readBag, said } from '@/tests/order';
import { crateById, crates } from '@/core/practice/crates';
import { firstChoices } from '@/core/practice/default-choices';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { crateOfPast, crateView, dropCrate, keepCrate, keepPlay, practiceView } from './practice';

let now = 0;
let house: House;
beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());

const row = (id: string) => practiceView(house).rows.find((r) => r.id === id)!;
const choices = () => {
  const { play } = crateById('first-frost')!;
  if (play.kind !== 'shipping') throw new Error('not to be sent');
  return firstChoices(play);
};
const good = () => ({ ...choices(), boxTypeId: 'box-m', packs: { 'heat-40h': 3 }, vents: 4 });

test('a play is kept with the score that its choices make, and the shelf tells how it went', () => {
  expect(row('first-frost')).toMatchObject({ plays: 0, won: 0 });
  must(keepPlay(house, { crateId: 'first-frost', seed: 0, choices: choices() }));
  expect(row('first-frost')).toMatchObject({ plays: 1, won: 0, best: null });
  must(keepPlay(house, { crateId: 'first-frost', seed: 0, choices: good() }));
  expect(row('first-frost')).toMatchObject({ plays: 2, won: 1 });
  expect(row('first-frost').best).toBeGreaterThan(10);
  expect(crateView(house, 'first-frost')!.tries.map((t) => t.score.won)).toEqual([false, true]);
});

test('choices of another kind, of a crate that is not there, or that fit nowhere are refused in words', () => {
  const dosing = { kind: 'dosing' as const, ml: 3, othersMoved: true, tested: true };
  expect(said(keepPlay(house, { crateId: 'first-frost', seed: 0, choices: dosing }))).toContain('another kind');
  expect(said(keepPlay(house, { crateId: 'no-such', seed: 0, choices: dosing }))).toContain('does not exist');
  expect(said(keepPlay(house, { crateId: 'first-frost', seed: 0, choices: { ...choices(), waterL: 25 } }))).toMatch(
    /cm|fit/,
  );
  expect(keepPlay(house, { crateId: 'first-frost', seed: -1, choices: choices() }).ok).toBe(false);
  expect(practiceView(house).rows.every((r) => r.plays === 0)).toBe(true);
});

test('a crate comes from a file and goes again; the names of the shelf are taken', () => {
  const own = { ...crates[0]!, id: 'my-frost', title: 'My frost' };
  expect(must(keepCrate(house, JSON.stringify(own)))).toBe('my-frost');
  expect(row('my-frost')).toMatchObject({ own: true, title: 'My frost' });
  expect(said(keepCrate(house, JSON.stringify(crates[0])))).toContain('already the name');
  expect(said(keepCrate(house, '{'))).toContain('not a JSON file');
  expect(said(keepCrate(house, '{}'))).toContain('practice shipment');
  must(dropCrate(house, 'my-frost'));
  expect(row('my-frost')).toBeUndefined();
  expect(said(dropCrate(house, 'first-frost'))).toContain('your own');
});

test('a past shipment becomes a crate with what its readings said of box and packs, and nothing of its people', () => {
  const code = must(saveOrder(house, orderInput(house))).code;
  bringHome(house, code, (ms) => (now = ms));
  const c = house.consignments.byCode(code)!.document;
  for (const b of c.bags) must(readBag(house, code, b.id, { tempC: 17, alive: 4, dead: 0, doubtful: 0 }));
  const id = must(crateOfPast(house, code));
  const v = crateView(house, id)!;
  expect(v.own).toBe(true);
  expect(JSON.stringify(v.crate)).not.toContain('Nico Sarto');
  if (v.crate.play.kind !== 'shipping') throw new Error('not to be sent');
  expect(v.crate.play.hidden.lossTimes).toBeGreaterThan(1);
  must(keepPlay(house, { crateId: id, seed: 3, choices: firstChoices(v.crate.play) }));
  // Practice leaves no trace among the records.
  expect(house.consignments.counts()).toMatchObject({ all: 1 });
  expect(said(crateOfPast(house, 'KC-9999'))).toMatch(/KC-9999/);
});
