import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import { HOUR } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import { LATE_FROM_H, tripOf } from './roads';

const a = withOverrides({});
const c = exampleConsignment();
const due = Date.parse(c.window!.endAt);
const came = (lateH: number, change: Partial<typeof c> = {}) =>
  tripOf(
    {
      ...c,
      actual: {
        ...c.actual,
        handedOverAt: c.handOverAt,
        arrivedAt: new Date(due + lateH * HOUR).toISOString(),
      },
      ...change,
    },
    catalogue,
    a,
    [],
  );

test('traffic of six hours is no delay; what comes later than that is a day late', () => {
  expect(LATE_FROM_H).toBe(6);
  expect(came(6)!.late).toBe(0);
  expect(came(6.01)!.late).toBe(1);
  expect(came(-3)!.late).toBe(0);
});

test('only what came in time tells how long a leg took, and only one that was seen at both ends', () => {
  const seen = (lateH: number) => {
    const at = new Date(Date.parse(c.handOverAt) + 3 * HOUR).toISOString();
    const actual = { ...c.actual, handedOverAt: c.handOverAt, arrivedAt: new Date(due + lateH * HOUR).toISOString() };
    return tripOf({ ...c, actual: { ...actual, scans: [{ leg: 1, at } as never] } }, catalogue, a, [])!.legs;
  };
  expect(seen(0)).toEqual([{ leg: 0, plannedH: expect.any(Number), tookH: 3 }]);
  expect(seen(24)).toEqual([]);
  // Nobody saw where one leg ended and the next began.
  expect(came(0)!.legs).toEqual([]);
});

test('what was not dropped off, has not come, or was carried by oneself tells nothing of a service', () => {
  expect(came(0, { direction: 'own-move' })).toBeNull();
  expect(
    tripOf({ ...c, actual: { ...c.actual, handedOverAt: c.handOverAt, arrivedAt: null } }, catalogue, a, []),
  ).toBeNull();
  expect(
    tripOf({ ...c, actual: { ...c.actual, handedOverAt: null, arrivedAt: c.openingAt } }, catalogue, a, []),
  ).toBeNull();
});
