import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import { proposals, withFigures, type LearnedFigure, type Lessons } from './figures';

const a = withOverrides({});
const nothing: Lessons = { figures: [], trips: [], squaresC: [], minutes: { bag: null, box: null } };
const service = catalogue.services[0]!;
const figure = (key: string, values: Record<string, number>, saw: unknown): LearnedFigure =>
  ({ key, values, saw: JSON.stringify(saw) }) as unknown as LearnedFigure;
const row = (figures: LearnedFigure[]) => withFigures(catalogue, figures).services.find((s) => s.id === service.id)!;

describe('what was accepted stands in the rows', () => {
  const shares = service.legs.map((l) => l.share);
  test('each leg takes its own times the catalogue, one without a figure stays', () => {
    const { legs } = row([figure(`legs:${service.id}`, { 0: 1.25 }, shares)]);
    expect(legs.map((l) => l.share)).toEqual([shares[0]! * 1.25, ...shares.slice(1)]);
  });
  test('a delay takes its three shares', () => {
    const values = { oneDay: 0.07, twoDays: 0.02, lostWeekend: 0.11 };
    expect(row([figure(`delay:${service.id}`, values, service.delay ?? null)]).delay).toEqual(values);
  });
  test('a row that a hand has changed since keeps what the hand put there', () => {
    const other = [...shares].reverse().map((x) => x + 0.001);
    expect(row([figure(`legs:${service.id}`, { 0: 1.25 }, other)]).legs).toEqual(service.legs);
    expect(row([figure(`delay:${service.id}`, { oneDay: 0.5 }, { oneDay: 9 })]).delay).toEqual(service.delay);
  });
});

describe('minutes of one’s own hands', () => {
  const bag = (from: number) =>
    proposals({ ...nothing, minutes: { bag: { minutes: 4, sd: 1.5, from }, box: null } }, catalogue, catalogue, a)[0];
  test('lie within 1.645 standard errors of as many as were ticked and the five that stand for the usual ones', () => {
    const { after, weight, from } = bag(20)!;
    // 1.6449 × 1.5 / √25 = 0.4935, by hand.
    expect(after).toMatchObject({ value: 4, low: expect.closeTo(3.5065, 4), high: expect.closeTo(4.4935, 4) });
    expect(weight).toBeCloseTo(0.8, 12);
    expect(from).toBe(20);
  });
  test('are never told from none, and never under twelve seconds', () => {
    expect(bag(0)).toBeUndefined();
    const wide = proposals(
      { ...nothing, minutes: { bag: null, box: { minutes: 1, sd: 30, from: 2 } } },
      catalogue,
      catalogue,
      a,
    )[0]!;
    expect(wide.after.low).toBe(0.2);
  });
});

test('how often a service is late is in percent, of one day and more together, and says from how many', () => {
  const trips = [0, 0, 0, 0, 0, 0, 1, 2].map((late) => ({
    serviceId: service.id,
    late: late as 0 | 1 | 2,
    trapped: false,
  }));
  const found = proposals({ ...nothing, trips }, catalogue, catalogue, a);
  const told = found.find((f) => f.key === `delay:${service.id}`)!;
  expect(told.fromWords).toBe('8 journeys, 2 late');
  expect(told.after.value).toBeCloseTo(100 * (told.values.oneDay! + told.values.twoDays!), 1);
  expect(told.after.low).toBeLessThan(told.after.value);
  expect(told.after.high).toBeLessThanOrEqual(100);
  // Two of eight late draws the share upwards, and no further than what was seen.
  expect(told.after.value).toBeGreaterThan(told.before.value);
  expect(told.after.value).toBeLessThan(25);
  expect(found).toHaveLength(1);
});
