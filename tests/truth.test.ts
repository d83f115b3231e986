import { oneSeed, tally } from './truth';
import { cases } from '@/tests/cases';

/** The short form of `npm run truth`: a hundred seeds there, a few here. */
test('what is learned of simulated houses holds their truth about nine times in ten, and predicts better', () => {
  const seeds = [1, 2, 3, 4].slice(0, cases(4, 2)).map((s) => oneSeed(s, 60, 60, 200));
  const { held, better } = tally(seeds);
  const [in_, of] = [...held.values()].reduce(([h, n], [a, b]) => [h + a, n + b], [0, 0]);
  expect(of).toBeGreaterThan(cases(90, 45));
  // A binomial of 0.9 with a floor under every spread: below 0.8 and above 0.99 it is something else.
  expect(in_ / of).toBeGreaterThan(0.8);
  expect(in_ / of).toBeLessThanOrEqual(0.99);
  expect(better).toBeGreaterThanOrEqual(cases(3, 2));
}, 120_000);
