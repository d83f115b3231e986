import { counted } from '@/core/quantities/words';

/** What is late and only a desk waits for, in a line. */
export const deskWords = (titles: readonly string[]): string =>
  `${counted(titles.length, 'late job')} at the desk: ${[...new Set(titles)].join(', ')}`;
/** The day in a line. */
export const dayStates = { calm: 'Nothing to do right now.' } as const;
