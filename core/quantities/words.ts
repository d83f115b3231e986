/** "1 bag", "3 bags"; words that do not take an s are given in their plural. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** How long something is overdue: minutes, then hours, then days and hours. */
export function durationWords(ms: number): string {
  const minutes = Math.round(Math.abs(ms) / 60_000);
  if (minutes < 90) return `${minutes} min`;
  const hours = Math.round(minutes / 60);
  if (hours < 24) return `${hours} h`;
  const rest = hours % 24;
  return `${Math.floor(hours / 24)} d${rest > 0 ? ` ${rest} h` : ''}`;
}

/** A phrase as a sentence begins. */
export const capital = (phrase: string): string => phrase.slice(0, 1).toUpperCase() + phrase.slice(1);

/** A chance in whole points; 100 only where nothing was lost, 0 only where everything was. */
export const wholePercent = (share: number): number =>
  share === 0 || share === 1 ? 100 * share : Math.min(99, Math.max(1, Math.round(100 * share)));

/** "17.8 of 18": all of them is a whole number; what is less keeps its tenth. */
export const expectedWords = (expected: number, of: number): string =>
  `${expected > of - 0.05 ? of : expected.toFixed(1)} of ${of}`;

/** How many of the simulated trips brought every bag within its limits; with their number, so that a few are not taken for many. */
export const tripsWords = (within: number, of: number): string => `${within} of ${of} simulated trips good`;

/** What was predicted at drop-off, in words: the living, or, before engine 4, only the trips within limits. */
export const predictedWords = (odds: { chance: number; expected?: number | undefined }, animals: number): string =>
  odds.expected === undefined
    ? `${Math.floor(100 * odds.chance)} of 100 trips good`
    : `${expectedWords(odds.expected, animals)} alive`;

const numbers = new Intl.Collator('en', { numeric: true });
/** Names in the order a hand counts them: A1, A2, A10; tank 9 before tank 10. */
export const byNumber = (x: string, y: string): number => numbers.compare(x, y);
