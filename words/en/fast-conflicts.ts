import type { FastConflict } from '@/core/calendar/fast';
import { clockWords, dayWords } from '@/core/calendar/calendar';
import { UNNAMED } from '@/core/consignment/unnamed';

/** What two shipments want of one tank, and what to do about it. */
export function fastConflictWords(x: FastConflict, zone: string): string {
  const when = (ms: number): string => `${dayWords(ms, zone)} ${clockWords(ms, zone)}`;
  const the = (code: string): string => (code === UNNAMED ? 'this order' : code);
  const [first, second] = [the(x.first), the(x.second)];
  const begins = `Tank ${x.tank} also feeds ${the(x.code)}${x.others > 0 ? ` and ${x.others} more` : ''}`;
  switch (x.why) {
    case 'feeds-no-more':
      return `${begins}: no feeding there from ${when(x.secondFeedMs)} on, so the fish of ${first} go ${x.hours} h without food${x.level === 'stop' ? `, more than ${x.longestH}` : ''}.`;
    case 'serves-both':
      return `${begins}: leave out the feed of ${when(x.secondFeedMs)}. The last one, ${when(x.firstFeedMs)}, serves both; the fish of ${second} then go ${x.hours} h without food.`;
    case 'breaks-fast':
      return `${begins}: the feed of ${when(x.secondFeedMs)} would break the fast for ${first}; without it the fish of ${second} go ${x.hours} h, more than ${x.longestH}. Purge the fish of ${first} in a separate tub, or move a day.`;
  }
}
