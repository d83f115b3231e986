import { exampleConsignment } from '@/tests/example';
import { openDatabase } from './open';
import { planStore } from './plans';

const c = exampleConsignment();
const at = '2026-11-24T12:00:00.000Z';
const hours = (db: ReturnType<typeof openDatabase>): number =>
  (db.prepare('SELECT COUNT(*) AS n FROM forecast').get() as { n: number }).n;

describe('plans as they are stored', () => {
  test('a plan comes back as it was, without what happened', () => {
    const db = openDatabase(null);
    const plans = planStore(db);
    const { actual: _actual, ...plan } = c;
    expect(plans.decode(plans.encode(c, at))).toEqual(plan);
    expect(planStore(db).decode(plans.encode(c, at))).toEqual(plan);
  });

  test('two plans of one forecast share its hours; another hour of one place is another forecast of that place alone', () => {
    const db = openDatabase(null);
    const plans = planStore(db);
    plans.encode(c, at);
    const once = hours(db);
    plans.encode(structuredClone(c), at);
    expect(hours(db)).toBe(once);
    const [first, ...rest] = c.forecast!.places;
    const [hour, ...later] = first!.points;
    const warmer = { ...first!, points: [{ ...hour!, tempC: hour!.tempC + 1 }, ...later] };
    plans.encode({ ...c, forecast: { ...c.forecast!, places: [warmer, ...rest] } }, at);
    expect(hours(db)).toBe(once + 1);
  });

  test('hours that went with a rolled-back change are stored again by the next', () => {
    const db = openDatabase(null);
    const plans = planStore(db);
    expect(() =>
      db.transaction(() => {
        plans.encode(c, at);
        throw new Error('rolled back');
      })(),
    ).toThrow('rolled back');
    expect(hours(db)).toBe(0);
    const text = plans.encode(c, at);
    expect(planStore(db).decode(text).forecast).toEqual(c.forecast);
  });

  test('hours that are missing are told, not made up', () => {
    const db = openDatabase(null);
    const text = planStore(db).encode(c, at);
    db.exec('DELETE FROM forecast');
    expect(() => planStore(db).decode(text)).toThrow(/forecast’s hours are missing/);
  });
});
