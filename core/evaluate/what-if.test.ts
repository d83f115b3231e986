import { catalogue } from '@/core/catalogue';
import { exampleConsignment } from '@/tests/example';
import { evaluate } from './evaluate';
import { whatIf, whatIfs, type Otherwise } from './what-if';

const c = exampleConsignment();
const bag = c.bags[0]!;
const all = new Map(whatIf(c, catalogue, c.forecast, bag.id).map((x) => [x.what, x]));
const of = (what: Otherwise['what']): Otherwise => all.get(what)!;
const mean = (xs: number[]): number => xs.reduce((s, x) => s + x, 0) / xs.length;

describe('what if', () => {
  test('the plan is recommended, and is the one evaluation without chance', () => {
    expect([...all.keys()]).toEqual(['planned', ...Object.keys(whatIfs)]);
    const e = evaluate(c, catalogue, c.forecast, { draws: 0, stepH: 0.5 });
    if (!e.ok) throw new Error('refused');
    const r = e.value.bags.find((b) => b.id === bag.id)!;
    const k = Math.round(e.value.deadlineH * 2);
    expect(of('planned').curves.tempC[k]).toBeCloseTo(r.tempC[k]!, 1);
    expect(of('planned').curves.times[k]).toBeCloseTo(r.curves.timesAcute[k]!, 3);
  });
  test('warmer is warmer and colder colder, by less than three degrees, since the box is between', () => {
    const [w, p, k] = (['warmer', 'planned', 'colder'] as const).map((x) => mean(of(x).curves.tempC));
    expect(w! - p!).toBeGreaterThan(0.3);
    expect(p! - k!).toBeGreaterThan(0.3);
    expect(w! - p!).toBeLessThan(3);
  });
  test('fed the day before there is more ammonia; with half the water as well; with air there is less oxygen', () => {
    const last = (x: Otherwise, key: 'times' | 'oxygenMgL'): number => x.curves[key][x.curves[key].length - 1]!;
    expect(Math.max(...of('fed').curves.times)).toBeGreaterThan(Math.max(...of('planned').curves.times));
    expect(last(of('half'), 'times')).toBeGreaterThan(last(of('planned'), 'times'));
    expect(mean(of('air').curves.oxygenMgL)).toBeLessThan(mean(of('planned').curves.oxygenMgL) / 2);
  });
  test('a death leaves the water as it was until then, and fouls it afterwards', () => {
    const [dead, alive] = [of('death'), of('planned')];
    const before = Math.floor((alive.deadlineH / 3) * 2) - 1;
    expect(dead.curves.oxygenMgL.slice(0, before)).toEqual(alive.curves.oxygenMgL.slice(0, before));
    expect(dead.curves.oxygenMgL.at(-1)).not.toBeCloseTo(alive.curves.oxygenMgL.at(-1)!, 1);
  });
  test('a day late is measured from the later end of the window', () => {
    expect(of('late').deadlineH).toBeCloseTo(of('planned').deadlineH + 24, 9);
  });
  test('what cannot be asked of a bag is left out, and of one that is not there nothing is told', () => {
    const bare = { ...c, bags: [{ ...bag, animals: [{ ...bag.animals[0]!, count: 1 }], oxygenFraction: 0.21 }] };
    const asked = whatIf(bare, catalogue, c.forecast, bag.id).map((x) => x.what);
    expect(asked).not.toContain('air');
    expect(asked).not.toContain('death');
    expect(whatIf(c, catalogue, c.forecast, 'Z9')).toEqual([]);
  });
});
