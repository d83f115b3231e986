import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';

/** Part of the evening that a step belongs to, in the order of the work. */
export type PackingPhase = 'labels' | 'water' | 'bags' | 'stand' | 'packs' | 'boxes' | 'papers';

/** What a step is counted by, and how much of one such piece of work it is. */
export interface WorkPeriod {
  of: 'label' | 'tank' | 'bag' | 'box';
  share: number;
}

/** One step of the packing: what hands do, at what place of the evening, and what has to have stood before. */
export interface CheckItem {
  key: string;
  phase: PackingPhase;
  title: string;
  /** What hands do, one after another, each with its figures. */
  lines: readonly string[];
  /** The same as one text. */
  detail: string;
  caution?: string;
  /** The bag this item is about; `bag:` closes it. */
  bagId?: string;
  boxId?: string;
  work: WorkPeriod;
  /** It may be done only so long after these were; at once, where the minutes are 0. */
  after?: { keys: readonly string[]; minutes: number; what: string };
  /** Steps that have to be done before it: what it holds, closes or rests on. */
  needs?: readonly string[];
  /** What happens when it is dropped in a hurry; a step without this is not dropped. */
  mayWait?: string;
}

/** What items are made from. */
export interface ChecklistInput {
  c: Consignment;
  catalogue: Catalogue;
  a: Assumptions;
}

export const item = (i: Omit<CheckItem, 'detail'>): CheckItem => ({
  ...i,
  detail: `${i.lines.join('. ')}.`.replace(/\.\.$/, '.'),
});

export const TREATED =
  'By its label and local law; ask a veterinarian; never for fish that may be eaten. Gloves for dyes; keep from children.';
