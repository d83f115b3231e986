import { readFileSync } from 'node:fs';
import { catalogue } from '@/core/catalogue';
import { exampleConsignment } from '@/tests/example';
import { crateById, crates } from './crates';
import { crateJsonSchema } from './json-schema';
import { crateFrom } from './from-past';
import { runPractice, scoreOf } from './job';
import { dose, litresIn, live, open } from './receiving';
import { crateSchema, readCrate, type Crate, type ShippingChoices } from './schema';
import { firstChoices } from './default-choices';
import { playedPlan, send } from './shipping';

const shipping = (c: Crate) => {
  if (c.play.kind !== 'shipping') throw new Error('not to be sent');
  return c.play;
};
const sent = (id: string, over: Partial<ShippingChoices> = {}, seed = 0) => {
  const s = shipping(crateById(id)!);
  const plan = playedPlan(s, { ...firstChoices(s), ...over }, catalogue);
  if (!plan.ok) throw new Error(plan.problems[0]!.message);
  const r = send(s, plan.value, catalogue, seed);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};

/** What an attentive player does; the first choices of each lose. */
const wins: Record<string, Partial<ShippingChoices>> = {
  'first-frost': { boxTypeId: 'box-m', packs: { 'heat-40h': 3 }, vents: 4 },
  'tight-lid': { vents: 6 },
  'one-big-bag': { perBag: 6, waterL: 1.4 },
  'friday-box': { day: 4, boxTypeId: 'box-m', packs: { 'heat-72h': 2 } },
  breakfast: { fastH: 96, perBag: 1, waterL: 4 },
  'july-tarmac': { day: 3, boxTypeId: 'box-winter', packs: { 'cold-500': 1 } },
  'quiet-pack': { packs: { 'heat-20h': 3 } },
  'the-fog': { boxTypeId: 'box-m', packs: { 'heat-72h': 3 }, vents: 4 },
  'late-lorry': { fastH: 36, perBag: 6, waterL: 1.4 },
};

describe('practice shipments', () => {
  test('there are at least twelve, each by its own name, each an open file that reads back the same', () => {
    expect(crates.length).toBeGreaterThanOrEqual(12);
    expect(new Set(crates.map((c) => c.id)).size).toBe(crates.length);
    for (const c of crates) {
      const read = readCrate(JSON.parse(JSON.stringify(c)));
      expect(read.ok ? '' : `${c.id} ${JSON.stringify(read.problems)}`).toBe('');
      expect(read.ok && read.value).toEqual(crateSchema.parse(c));
    }
  });
  test.each(crates.filter((c) => c.play.kind === 'shipping').map((c) => c.id))(
    '%s: as a beginner finds it, it is lost; done with care, it is won',
    (id) => {
      const lost = sent(
        id,
        id === 'tight-lid' ? { packs: { 'heat-72h': 3 } } : id === 'quiet-pack' ? { packs: { 'heat-72h': 1 } } : {},
      );
      expect(lost.score.won).toBe(false);
      const good = sent(id, id === 'tight-lid' ? { ...wins[id], packs: { 'heat-72h': 3 } } : wins[id]!);
      expect([id, good.score, good.told]).toEqual([id, expect.objectContaining({ won: true }), expect.anything()]);
      expect(good.score.hours!).toBeGreaterThan(0);
    },
  );
  test('what happened is said: the starved packs, the dud, the weekend, the cold', () => {
    expect(sent('tight-lid', { packs: { 'heat-72h': 3 } }).told.join(' ')).toMatch(/ran short of air/);
    expect(sent('quiet-pack', { packs: { 'heat-72h': 1 } }).told.join(' ')).toMatch(/One pack never warmed/);
    expect(sent('friday-box').told.join(' ')).toMatch(/72 h in a hub/);
    expect(sent('friday-box', { day: 4 }).told.join(' ')).not.toMatch(/hub/);
    expect(sent('the-fog').told.join(' ')).toMatch(/8 °C colder than forecast/);
    expect(sent('one-big-bag').told.join(' ')).toMatch(/limit of CO₂ and acid.*died/);
  });
  test('the same luck twice is the same journey; other luck is another', () => {
    const at = (seed: number) => sent('first-frost', wins['first-frost'], seed).world.f.bags[0]!.tempC;
    expect(Array.from(at(3))).toEqual(Array.from(at(3)));
    expect(Array.from(at(3))).not.toEqual(Array.from(at(4)));
  });
  test('a plan that fits nowhere is refused with its centimetres', () => {
    const s = shipping(crateById('breakfast')!);
    const r = playedPlan(s, { ...firstChoices(s), waterL: 12, perBag: 1 }, catalogue);
    expect(r.ok ? '' : r.problems[0]!.message).toMatch(/cm/);
  });
  test('the chooser knows a plan, and it holds in what was hidden', () => {
    const crate = crateById('first-frost')!;
    const a = runPractice({ kind: 'best', crate, choices: firstChoices(shipping(crate)), seed: 0 });
    expect(a.kind === 'best' && a.best!.score.won).toBe(true);
    expect(a.kind === 'best' && a.best!.words.join(' ')).toMatch(/pack|winter/i);
  }, 60_000);
});

test('the schema of the open file is the one that is read by', () => {
  const written = JSON.parse(readFileSync('docs/format/practice.schema.json', 'utf8')) as unknown;
  expect(written).toEqual(JSON.parse(JSON.stringify(crateJsonSchema())));
});

describe('boxes that have come', () => {
  const way = (id: string, method: Parameters<typeof open>[1]['method']) => {
    const { play } = crateById(id)!;
    if (play.kind !== 'opening') throw new Error('not to be opened');
    return open(play, { kind: 'opening', measured: [], method }, catalogue, 0);
  };
  test.each([
    ['stranger-at-the-door', 'drip', 'float-transfer'],
    ['moulting-shrimp', 'float-transfer', 'drip'],
    ['cold-morning', 'straight', 'staged'],
    ['thin-sea', 'float-transfer', 'pinhole'],
  ] as const)('%s: %s loses, %s wins', (id, wrong, right) => {
    expect(way(id, wrong).score.won).toBe(false);
    expect(way(id, right).score.won).toBe(true);
  });
  test('a way that is not open says why, and loses', () => {
    const r = way('stranger-at-the-door', 'staged');
    expect(r.refused).toMatch(/5 °C/);
    expect(r.score.alive).toBe(0);
  });
});

describe('weeks and doses', () => {
  const crash = () => {
    const { play } = crateById('silent-crash')!;
    if (play.kind !== 'weeks') throw new Error('no weeks');
    return play;
  };
  test('who never tests loses them; who tests every day, changes and feeds less keeps them', () => {
    const w = crash();
    const blind = Array.from({ length: w.days }, () => ({ test: false, change: 0, feed: 1 }));
    expect(live(w, { kind: 'weeks', days: blind }, catalogue, 0).at(-1)!.alive).toBeLessThan(w.animals / 2);
    // By what the last test said alone.
    const days: { test: boolean; change: number; feed: number }[] = [];
    for (let i = 0; i < w.days; i++) {
      const last = live(w, { kind: 'weeks', days }, catalogue, 0).at(-1);
      const high = last !== undefined && last.tanMgNL > 0.4;
      days.push({ test: true, change: high ? 0.7 : 0, feed: high ? 0 : 1 });
    }
    const kept = scoreOf(crateById('silent-crash')!, { kind: 'weeks', days }, 0);
    expect(kept).toEqual({ ok: true, value: expect.objectContaining({ won: true, alive: w.animals }) });
    expect(scoreOf(crateById('silent-crash')!, { kind: 'weeks', days: days.slice(1) }, 0).ok).toBe(false);
  });
  test('copper by the label of the tank is too much, by the litres that are there it is right, snails out', () => {
    const { play } = crateById('copper-by-the-label')!;
    if (play.kind !== 'dosing') throw new Error('no dose');
    const right = (play.targetMgL * litresIn(play)) / play.mgPerMl;
    const byLabel = (play.targetMgL * play.labelL) / play.mgPerMl;
    const d = (ml: number, othersMoved: boolean, tested = false) =>
      dose(play, { kind: 'dosing', ml, othersMoved, tested });
    expect(d(byLabel, true).score.won).toBe(false);
    expect(d(right, false).score).toMatchObject({ won: false, alive: 2 });
    expect(d(right, true).score.won).toBe(true);
    expect(d(right / 3, true).told.join(' ')).toMatch(/cures nothing/);
    expect(litresIn(play)).toBeCloseTo((78 * 38 * (30 - 3)) / 1000 - 12, 9);
  });
});

describe('a crate out of a past shipment', () => {
  test('keeps its animals, way and weather, and nothing of people or prices', () => {
    const c = exampleConsignment();
    const crate = crateFrom(c, catalogue, {
      id: 'past-one',
      title: 'Cancel',
      hidden: { warmerC: -3 },
      alive: 'All came alive.',
    });
    const text = JSON.stringify(crate);
    for (const p of [c.sender, c.receiver]) {
      expect(text).not.toContain(p.name);
      if (p.phone) expect(text).not.toContain(p.phone);
    }
    expect(readCrate(JSON.parse(text)).ok).toBe(true);
    const s = shipping(crate);
    expect(runPractice({ kind: 'draft', crate, choices: firstChoices(s) })).toMatchObject({
      kind: 'draft',
      draft: { problem: null },
    });
  });
  test('what is no crate is refused by its field', () => {
    expect(readCrate({ format: 'x' })).toEqual({ ok: false, problems: [expect.objectContaining({ path: 'format' })] });
    const bad = JSON.parse(JSON.stringify(crates[0])) as { play: { animalPrice: unknown } };
    bad.play.animalPrice = -3;
    expect(readCrate(bad)).toEqual({
      ok: false,
      problems: [expect.objectContaining({ path: expect.stringContaining('animalPrice') })],
    });
    expect(readCrate(null).ok).toBe(false);
  });
});
