import { turnKey } from '@/core/acclimation/unboxing';
import { tryEvaluate } from '@/server/consignment/result';
import { tick } from '@/server/pack/events';
import type { SignId } from '@/core/consignment/signs';
import { undo } from '@/server/consignment/change';
import { looksOf } from './looks';
import { sellerBefore, takeAsSeen } from './seller';
import { tellSign } from './signs';
import { methodComparisons } from './methods';
import { finishStep, startRun } from './run';
import { receiveView } from './view';
import { houseInMemory } from '@/tests/house';
import { addRecord, must, newArrival, pathsOf, readBag, said } from '@/tests/order';
import { benchView } from '@/server/bench/view';
import type { House } from '@/server/house';
import { comeView } from './register-arrival';

let now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
let tankId = '';
beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
  tankId = addRecord(house, 'tank', { name: 'Q1', volumeL: '60', use: 'quarantine' });
});
afterEach(() => house.db.close());
const come = (more: object = {}) => newArrival(house, tankId, more);
const made = (more: object = {}) => house.consignments.byCode(must(come(more)).code)!.document;

describe('a box has come, and nobody wrote an order', () => {
  test('species, count and tank are enough: it is here now, and everything unknown is a guess', () => {
    const c = made();
    expect(c).toMatchObject({ direction: 'incoming', lines: [{ speciesId: 'lemon-tetra', count: 6 }] });
    expect(c.actual).toMatchObject({ arrivedAt: new Date(now).toISOString(), sealedAt: null, openedAt: null });
    // Nobody measured anything of it, so nothing is there.
    expect(c.sourceWater).toEqual({});
    expect(c.bags.flatMap((b) => b.animals).reduce((n, x) => n + x.count, 0)).toBe(6);
    // The hours that nobody told are those that are usual, and no fact.
    expect(house.facts.of(c.id).events.map((e) => e.kind)).toEqual(['arrived']);
    expect(now - Date.parse(c.handOverAt)).toBeLessThanOrEqual(comeView(house).usualHours.shop * 3600_000);
  });

  test('hours that were told are a fact, and what is computed runs from there', () => {
    const c = made({ way: 'posted', hours: 31 });
    expect(c.actual.sealedAt).toBe(new Date(now - 31 * 3600_000).toISOString());
    expect(house.consignments.byCode(c.code)!.result!.sealMs).toBe(now - 31 * 3600_000);
  });

  test('a tank with fish in it is never brought to the newcomer’s water', () => {
    const seas = { animals: [{ speciesId: 'ocellaris-clownfish', count: 2 }] };
    const matched = (c = made(seas)) => {
      must(readBag(house, c.code, c.bags[0]!.id, { salinity: 28 }));
      const now_ = house.consignments.byCode(c.code)!.document;
      const [lane] = methodComparisons(house, now_, must(tryEvaluate(house, now_)), now);
      return lane!.courses.find((m) => m.id === 'pinhole')!.refused;
    };
    const early = made(seas);
    expect(matched(early)).toBeNull();
    addRecord(house, 'lot', { speciesId: 'ocellaris-clownfish', tankId, count: '8' });
    expect(made(seas).tank.residents).toBe(true);
    expect(matched()).toMatch(/already in this tank/);
    // They came to live there after the arrival was written down: known all the same.
    expect(matched(early)).toMatch(/already in this tank/);
  });

  test('without a tank they stand in their own box: what works there is told, the rest is refused by name', () => {
    const c = made({ tankId: comeView(house).noTank });
    expect(c.tank).toMatchObject({ name: 'Foam box', inBox: true });
    const [lane] = methodComparisons(house, c, must(tryEvaluate(house, c)), now);
    expect(lane!.recommendation.ranked.map((j) => j.course.id).sort()).toEqual(['degas', 'drip']);
  });

  test('what one brings from one’s own tank is a move: the tank is taken down in its order, and tested for a week', () => {
    const c = made({ way: 'moved', hours: 1 });
    const view = () => receiveView(house, c, must(tryEvaluate(house, c)), []);
    expect(view().ownMove).toBe(true);
    const [first, second] = view().turns.map((t) => t.key) as [string, string];
    must(tick(house, c.code, turnKey(first), true));
    expect(
      view()
        .turns.map((t) => t.at !== null)
        .slice(0, 2),
    ).toEqual([true, false]);
    expect(said(tick(house, c.code, turnKey('nothing'), true))).toContain('not in the plan');
    expect(second).toBe('water');
    for (const l of methodComparisons(house, c, must(tryEvaluate(house, c)), now)) {
      const id = must(startRun(house, c, l, 'straight'));
      for (const s of house.arrivals.run(id)!.steps) must(finishStep(house, id, s.key));
    }
    expect(looksOf(house, c.id).filter((l) => l.key.includes(':test-'))).toHaveLength(7);
  });

  test('how it was packed by a look: shown first, taken over as an edit, and counted for its seller the next time', () => {
    const { code } = must(come({ way: 'posted', hours: 30, from: 'Ada Brunner' }));
    const c = () => house.consignments.byCode(code)!.document;
    const view = () => receiveView(house, c(), must(tryEvaluate(house, c())), []);
    expect(view().asSeen).toEqual([]);
    const [bag] = c().bags.map((b) => b.id) as [string];
    const was = c().bags[0]!;
    const seen = (kind: 'bag' | 'box', id: string, sign: SignId) =>
      must(tellSign(house, { code, kind, id, sign, on: true }, new Date(now).toISOString()));
    seen('bag', bag, 'waterMost');
    seen('bag', bag, 'threeLayers');
    seen('box', c().boxes[0]!.id, 'bagPack');
    expect(view().asSeen.map((x) => `${x.of} ${x.what}`)).toEqual([`bag ${bag} water`, `bag ${bag} layers`]);
    expect(c().bags[0]).toEqual(was);
    must(takeAsSeen(house, code));
    expect(c().bags[0]!.waterL / (c().bags[0]!.waterL + c().bags[0]!.gasL)).toBeCloseTo(0.8, 2);
    expect(c().bags[0]!.layers).toBe(3);
    expect(view().asSeen).toEqual([]);
    expect(said(takeAsSeen(house, code))).toContain('Nothing differs');
    must(undo(house, code));
    expect(c().bags[0]).toEqual(was);
    must(readBag(house, code, bag, { alive: 5, dead: 1 }));
    expect(view().sellerBefore).toBeNull();
    const next = made({ from: 'Ada Brunner' });
    expect(sellerBefore(house, next)).toMatchObject({ arrivals: 1, alive: 5, counted: 6 });
    expect(sellerBefore(house, next)!.packed.map((x) => x.words)).toContain('pack against a bag');
    expect(sellerBefore(house, made({ from: '' }))).toBeNull();
  });

  test('an own tank gives what was read of it last; what was not read stays a guess', () => {
    house.ledger.read({
      tankId,
      at: '2026-11-24T08:00:00.000Z',
      figures: { tempC: 26.5, pH: 7.4 },
      note: '',
    });
    expect(made().tank).toMatchObject({
      name: 'Q1',
      volumeL: 60,
      tempC: 26.5,
      pH: 7.4,
      readAt: { tempC: '2026-11-24T08:00:00.000Z', pH: '2026-11-24T08:00:00.000Z' },
    });
    expect(made().tank).not.toHaveProperty('khDkh');
  });

  test('nothing of it is late that was typed a minute ago', () => {
    const { code } = made();
    now += 60_000;
    expect(benchView(house).tasks.filter((t) => t.state === 'late' && t.href.includes(code))).toEqual([]);
  });

  test.each([
    ['no animals', { animals: [] }, 'animals'],
    ['a species nobody knows', { animals: [{ speciesId: 'unicorn-fish', count: 1 }] }, 'animals.0.speciesId'],
    ['no tank', { tankId: 'nowhere' }, 'tankId'],
    ['less than no hours', { hours: -1 }, 'hours'],
  ])('%s is told beside its field', (_, more, path) => {
    const r = come(more);
    expect(pathsOf(r)).toEqual([path]);
    expect(said(r).length).toBeGreaterThan(10);
  });

  test('tanks for quarantine are offered first', () => {
    addRecord(house, 'tank', { name: 'A1', volumeL: '200', use: 'display' });
    expect(comeView(house).tanks.map((t) => t.name)).toEqual(['Q1', 'A1']);
  });
});
