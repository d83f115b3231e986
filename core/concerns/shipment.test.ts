import { DAY, HOUR, MIN } from '@/core/quantities/time';
import { shipmentFindings, type ShipmentState } from './shipment';

const LEAVE = Date.parse('2026-12-01T18:00:00Z');
const calm: ShipmentState = {
  incoming: false,
  cancelled: false,
  bagged: null,
  heldMs: null,
  rests: null,
  miscounts: [],
  leaveMs: LEAVE,
  openingMs: LEAVE + 18 * HOUR,
  handedOverMs: null,
  arrivedMs: null,
  openedMs: null,
  deadlineMs: LEAVE + 18 * HOUR,
  packsOpen: false,
  odds: { bagId: 'A1', factor: 'oxygen', worstSlackH: 12, state: 'fine' },
  road: null,
  fading: null,
  forecastDays: null,
  forecastEndsMs: LEAVE + 48 * HOUR,
  changedSteps: [],
  skippedSteps: [],
  due: { fromMs: LEAVE + 16 * HOUR, toMs: LEAVE + 44 * HOUR },
  tooHeavy: [],
  borderTo: null,
  fastConflicts: [],
  unknown: [],
  inWeeks: [],
  tooSmall: [],
  misfits: [],
  closedBags: [],
  tanks: [],
  overweight: [],
  claim: null,
  waiting: [],
};
const codes = (change: Partial<ShipmentState>, nowMs = LEAVE - 6 * HOUR): string[] =>
  shipmentFindings({ ...calm, ...change }, nowMs).map((x) => `${x.severity} ${x.finding.code}`);
const left = { handedOverMs: LEAVE };
const here = { ...left, incoming: true, arrivedMs: LEAVE + 16 * HOUR };

test('a plan that is well wants nothing, before and after it leaves', () => {
  expect(codes({})).toEqual([]);
  expect(codes(left, LEAVE + 4 * HOUR)).toEqual([]);
});

test('a forecast that ends before the delivery is for today, once it leaves within two days', () => {
  const short = { forecastEndsMs: LEAVE + 17 * HOUR };
  expect(codes(short)).toEqual(['today forecast-short']);
  expect(codes(short, LEAVE - 49 * HOUR)).toEqual([]);
  expect(codes({ forecastEndsMs: LEAVE + 18 * HOUR })).toEqual([]);
  expect(codes({ ...short, ...left }, LEAVE + HOUR)).toEqual([]);
});
test('steps that were done and say something else since want hands now, until it has left', () => {
  expect(codes({ changedSteps: ['Labels on, hands dry'] })).toEqual(['now done-step-changed']);
  expect(codes({ changedSteps: ['Labels on, hands dry'], ...left }, LEAVE + HOUR)).toEqual([]);
});
test('residents that do not go with the newcomers are for today, and for now once these are here', () => {
  const misfits = [{ tank: 'Q', warnings: ['Crabs eat snails and shrimp. Keep them apart.'] }];
  expect(codes({ incoming: true, misfits })).toEqual(['today residents']);
  expect(codes({ ...here, misfits }, LEAVE + 16 * HOUR)).toEqual(['now residents']);
});

describe('before it leaves', () => {
  test('a day its carrier rests, and animals without a bag, stop it; the other way round too', () => {
    const off = [{ name: 'Lemon tetra', ordered: 8, bagged: 6 }];
    expect(codes({ rests: 'It would stand over Christmas', miscounts: off })).toEqual([
      'stop cannot-leave',
      'stop miscounted',
    ]);
    expect(codes({ ...left, rests: 'x', miscounts: off }, LEAVE + HOUR)).toEqual([]);
  });
  test('half an hour after its hour it was not dropped off, and nothing else of that hour is told', () => {
    expect(codes({ rests: 'x' }, LEAVE + 29 * MIN)).toEqual(['stop cannot-leave']);
    expect(codes({ rests: 'x', forecastDays: 4 }, LEAVE + 31 * MIN)).toEqual(['now not-handed-over']);
    // What came without anybody telling that it left, left.
    expect(codes({ arrivedMs: LEAVE + HOUR, rests: 'x' }, LEAVE + 2 * HOUR)).toEqual([]);
    // Ten days later it is not "on its way, past its window".
    expect(codes({}, LEAVE + 10 * DAY)).toEqual(['now not-handed-over']);
  });
  test('a box over its booked weight wants hands until it left', () => {
    const overweight = [{ boxId: '1', kg: 6.4, bookedKg: 6 }];
    expect(codes({ overweight })).toEqual(['now overweight']);
    expect(codes({ ...left, overweight }, LEAVE + HOUR)).toEqual([]);
  });
  test('a box over what its service takes, a skipped step, an opening before or a day after delivery', () => {
    expect(codes({ tooHeavy: [{ boxId: 'B1', kg: 31, mostKg: 30, service: 'Heron' }] })).toEqual(['now too-heavy']);
    expect(codes({ skippedSteps: ['Close bag A1'] })).toEqual(['now step-skipped']);
    expect(codes({ skippedSteps: ['Close bag A1'], ...left })).toEqual([]);
    expect(codes({ openingMs: LEAVE + 15 * HOUR })).toEqual(['today opening-off']);
    expect(codes({ openingMs: LEAVE + 16 * HOUR })).toEqual([]);
    expect(codes({ openingMs: LEAVE + 45 * HOUR })).toEqual(['today opening-off']);
    expect(codes({ openingMs: LEAVE + 45 * HOUR, due: null })).toEqual([]);
  });
  test('papers for a border matter five days before; another plan that wants the tank fed is told as grave as it is', () => {
    const day = (d: number) => codes({ borderTo: 'PT' }, LEAVE - d * DAY);
    expect(day(5.1)).toEqual([]);
    expect(day(4.9)).toEqual(['today border-papers']);
    const both = { tank: '4', code: 'KC-9', why: 'serves-both', first: 'KC-8', second: 'KC-9' } as const;
    const fed = { firstFeedMs: 0, secondFeedMs: 0, hours: 60, longestH: 60, others: 0 };
    const clash = (level: 'stop' | 'mind') => codes({ fastConflicts: [{ ...both, ...fed, level }] });
    expect([clash('stop'), clash('mind')]).toEqual([['now fast-conflict'], ['today fast-conflict']]);
  });
  test('water that nobody read is asked for where it decides, and only the figures that do', () => {
    const unknown = [{ tank: '4', figures: ['pH', 'tanMgNL', 'ghDgh'] as const }].map((x) => ({
      ...x,
      figures: [...x.figures],
    }));
    const odds = { bagId: 'A1', factor: 'ammonia', worstSlackH: 2, state: 'watch' } as const;
    const told = shipmentFindings({ ...calm, unknown, odds }, LEAVE - DAY).map((x) => x.finding);
    expect(told).toEqual([{ code: 'unknown-water', of: '4', figures: ['pH', 'tanMgNL'], factor: 'ammonia' }]);
    expect(codes({ unknown, odds: { ...odds, factor: 'oxygen' } })).toEqual([]);
    expect(codes({ unknown })).toEqual([]);
  });
  test('an old forecast matters two days before, not sooner', () => {
    expect(codes({ forecastDays: 3 }, LEAVE - 47 * HOUR)).toEqual(['today forecast-old']);
    expect(codes({ forecastDays: 3 }, LEAVE - 49 * HOUR)).toEqual([]);
  });
  test('a bag that does not last stops it here; on the road nobody packs it again', () => {
    const odds = { ...calm.odds!, worstSlackH: -3, state: 'stop' as const };
    expect(shipmentFindings({ ...calm, odds }, LEAVE - HOUR)[0]).toMatchObject({
      severity: 'stop',
      finding: { code: 'runs-out', bagId: 'A1', shortH: 3 },
    });
    expect(codes({ ...left, odds }, LEAVE + HOUR)).toEqual(['now runs-out']);
    expect(codes({ ...left, odds, openedMs: LEAVE + 9 * HOUR }, LEAVE + 10 * HOUR)).toEqual([]);
  });
  test('held back is only to be known; cancelled is nothing', () => {
    expect(codes({ heldMs: LEAVE - DAY, rests: 'x' }, LEAVE + DAY)).toEqual(['know held']);
    expect(codes({ cancelled: true, rests: 'x' }, LEAVE + DAY)).toEqual([]);
  });
});

describe('on its way', () => {
  const road = { at: 'depot', lateMin: 0, unseenSinceMs: null, holdsUntilMs: LEAVE + 30 * HOUR, help: null };
  test('late, unseen, past its delivery: one of them, with the hours left', () => {
    expect(codes({ ...left, road }, LEAVE + 9 * HOUR)).toEqual([]);
    expect(codes({ ...left, road: { ...road, lateMin: 90 } }, LEAVE + 9 * HOUR)).toEqual(['now late']);
    const unseen = shipmentFindings(
      { ...calm, ...left, road: { ...road, lateMin: 90, unseenSinceMs: LEAVE } },
      LEAVE + 9 * HOUR,
    );
    expect(unseen).toMatchObject([{ finding: { code: 'unseen', unseenH: 9, leftH: 21 } }]);
    expect(codes(left, LEAVE + 19 * HOUR)).toEqual(['now overdue']);
    expect(codes({ ...left, arrivedMs: LEAVE + 17 * HOUR }, LEAVE + 19 * HOUR)).toEqual([]);
  });
  test('a control pack that fades is told until the box is there', () => {
    const fading = { name: '40 h pack', share: 0.5, ms: LEAVE + HOUR };
    expect(codes({ ...left, fading }, LEAVE + 2 * HOUR)).toEqual(['now pack-fades']);
    expect(codes({ ...left, fading, arrivedMs: LEAVE + 3 * HOUR }, LEAVE + 4 * HOUR)).toEqual([]);
  });
});

describe('where it is opened', () => {
  test('bags that wait are told an hour after the box came, with the instant until which they are safe', () => {
    const closed = { ...here, closedBags: ['A1', 'A2'] };
    expect(codes(closed, here.arrivedMs + 59 * MIN)).toEqual([]);
    expect(shipmentFindings({ ...calm, ...closed }, here.arrivedMs + 61 * MIN)).toMatchObject([
      { severity: 'now', finding: { code: 'still-closed', openByMs: LEAVE + 30 * HOUR } },
    ]);
  });
  test('a tank in its weeks: for today on the way, then now, and a stop where medicine is in it', () => {
    const weeks = (medicines: string[], here0: object) =>
      codes({ inWeeks: [{ tank: 'Q', medicines, never: null }], ...here0 }, LEAVE + 17 * HOUR);
    expect(weeks([], { ...left, incoming: true })).toEqual(['today tank-in-weeks']);
    expect(weeks([], here)).toEqual(['now tank-in-weeks']);
    expect(weeks(['Sorrel'], here)).toEqual(['stop tank-in-weeks']);
  });
  test('a tank too small for all, and one nobody read, want hands once they are here', () => {
    const tooSmall = [{ tank: 'T', massG: 200, volumeL: 60 }];
    expect(codes({ ...left, incoming: true, tooSmall })).toEqual(['today tank-small']);
    const unknown = [{ tank: 'T', figures: ['pH' as const] }];
    expect(codes({ ...here, tooSmall, unknown, closedBags: ['A1'] }, LEAVE + 16.5 * HOUR)).toEqual([
      'now unknown-water',
      'now tank-small',
    ]);
    expect(codes({ ...here, unknown }, LEAVE + 16.5 * HOUR)).toEqual([]);
  });
  test('a tank that harms is for today while they travel, and stops once they are here', () => {
    const tanks = [{ tank: 'Q5', stops: [{ code: 'sea' as const, name: 'Neon tetra', salinity: 34 }] }];
    expect(codes({ incoming: true, tanks }, LEAVE)).toEqual(['today tank-harms']);
    expect(codes({ ...here, tanks }, here.arrivedMs)).toEqual(['stop tank-harms']);
  });
  test('losses are for today from a third of the seller’s term, for now from two thirds, and past it no more', () => {
    const claim = { seller: 'Odile Marr', fromMs: here.arrivedMs, byMs: here.arrivedMs + 6 * HOUR };
    const at = (h: number) => codes({ ...here, claim }, here.arrivedMs + h * HOUR);
    expect([1.9, 2.1, 3.9, 4.1, 6.1].map((h) => at(h).join())).toEqual([
      '',
      'today claim',
      'today claim',
      'now claim',
      '',
    ]);
  });
  test('a clock that ran out is told after two minutes', () => {
    const waiting = [{ runId: 'r', step: 'Net over', bagIds: ['A1'], sinceMs: here.arrivedMs }];
    expect(codes({ ...here, waiting }, here.arrivedMs + 2 * MIN)).toEqual([]);
    expect(codes({ ...here, waiting }, here.arrivedMs + 3 * MIN)).toEqual(['now timer']);
  });
});

test('a cancelled shipment asks for the fish that are still in its bags, past their hours as a stop', () => {
  const bagged = { bagIds: ['A1', 'A2'], tanks: ['4'], sinceMs: LEAVE - 2 * HOUR };
  expect(codes({ cancelled: true })).toEqual([]);
  expect(codes({ cancelled: true, bagged, rests: 'never said of what is cancelled' })).toEqual(['now fish-in-bags']);
  // Safe for 12 h past the window that ends 18 h after leaving.
  expect(codes({ cancelled: true, bagged }, LEAVE + 30 * HOUR)).toEqual(['now fish-in-bags']);
  expect(codes({ cancelled: true, bagged }, LEAVE + 30 * HOUR + 1)).toEqual(['stop fish-in-bags']);
});
