import type { ReactNode } from 'react';
import type { Handled } from '@/core/bag/by-hand';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Treatment } from '@/core/catalogue/treatment';
import type { Problem } from '@/core/consignment/outcome';
import type { Bag } from '@/core/consignment/schema';
import { capital } from '@/core/quantities/words';
import type { BagStationProps } from '@/server/bag/view';

export interface SheetProps extends Pick<BagStationProps, 'lines' | 'bagTypes'> {
  /** What may go into the water. */
  shelf: readonly Treatment[];
  bags: readonly Bag[];
  chosen: readonly Bag[];
  a: Assumptions;
  problems: readonly Problem[];
  /** What speaks against a bag as it is now. */
  warned: Readonly<Record<string, string[]>>;
  handle: (what: string | null, done: Handled) => void;
}

/** The value that all of them share; undefined where they differ. */
export function shared<T>(bags: readonly Bag[], of: (b: Bag) => T): T | undefined {
  const first = bags[0] && of(bags[0]);
  return bags.every((b) => of(b) === first) ? first : undefined;
}

/** A name that the eye reads alone; who hears it hears whose it is. */
export const named = (name: string, whose: string): ReactNode => (
  <>
    {name}
    <span className="sr-only"> {whose}</span>
  </>
);

export const options = (of: Record<string, string>): [string, string][] =>
  Object.entries(of).map(([key, text]): [string, string] => [key, capital(text)]);

/** Changes the chosen bags; `key` names the field. */
export type ChangeBags = (key: string, to: Partial<Bag>) => void;
