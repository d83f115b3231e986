import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import { exampleConsignment } from '@/tests/example';
import { runJob, type Job, type JobReport } from './job';
import { solveCarbonate } from '@/core/water/carbonate';
import { carbonateConstants } from '@/core/water/carbonate-constants';
import { Refusal } from '@/core/quantities/refusal';

const caught = (act: () => unknown): unknown => {
  try {
    return act();
  } catch (error) {
    return error;
  }
};
const c = exampleConsignment();
const last = (job: Job): JobReport => [...runJob(job)].at(-1)!;
const job = (change: Partial<Job> = {}): Job =>
  ({
    consignment: c,
    catalogue,
    calendar: undefined,
    options: { choosers: { packs: null, bags: false, days: null } },
    ...change,
  }) as Job;

describe('what the engine refuses', () => {
  test('carries its reason and figures, and says them in one sentence', () => {
    const e = caught(() => row(catalogue.bags, 'no-such-bag', 'bag')) as Refusal;
    expect(e).toBeInstanceOf(Refusal);
    expect(e.reason).toBe('row-missing');
    expect(e.figures).toEqual({ what: 'bag', id: 'no-such-bag' });
    expect(e.message).toBe('There is no bag "no-such-bag" in the catalogue.');
  });
  test('chemistry past its range names the quantity, the range and its unit', () => {
    const k = carbonateConstants(25, 0);
    expect((caught(() => solveCarbonate(0.03, 0, { total: 0.001 }, k)) as Refusal).message).toMatch(
      /^Alkalinity must lie between -5 and 20 meq\/L, not 30:/,
    );
    expect((caught(() => solveCarbonate(0.001, 0.02, { total: 0.001 }, k)) as Refusal).message).toMatch(
      /^Ammonia must lie between 0 and 10 mmol\/L, not 20:/,
    );
    expect((caught(() => solveCarbonate(0.001, 0, { co2: 0.3 }, k)) as Refusal).message).toMatch(
      /^Carbon must lie between 0 and 200 mmol\/L, not 300:/,
    );
  });
  /** A catalogue that throws as soon as its bags are asked for. */
  const throwing = (error: Error): typeof catalogue =>
    Object.defineProperty({ ...catalogue }, 'bags', {
      get: () => {
        throw error;
      },
    });
  test('ends the work with its sentence', () => {
    const refusal = new Refusal('ph-above-hardness', { whose: 'The water’s', pH: 9.417 });
    expect(last(job({ catalogue: throwing(refusal) }))).toEqual({
      kind: 'refused',
      problems: [
        {
          path: '',
          message: 'The water’s pH 9.42 is too high for this carbonate hardness. Measure both again.',
        },
      ],
    });
  });
  test('a fault of ours is never told as advice: it stays a fault', () => {
    const e = caught(() => last(job({ catalogue: throwing(new RangeError('a fault')) })));
    expect(e).toBeInstanceOf(RangeError);
    expect(e).not.toBeInstanceOf(Refusal);
  });
});
