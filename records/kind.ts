import type { z } from 'zod';
import type { Field, Lookup } from './field';

export const kindIds = ['receiver', 'tank', 'lot', 'place', 'service', 'supply', 'species'] as const;
export type KindId = (typeof kindIds)[number];

/** A kind of record: its schema, its one description, and what tells two of them apart. */
export interface RecordKind<T = Record<string, unknown>> {
  id: KindId;
  /** Its part of the address, and its words. */
  slug: string;
  one: string;
  many: string;
  /** One sentence under the heading. */
  about: string;
  schema: z.ZodType<T>;
  fields: readonly Field[];
  /** What a new one starts as. */
  blank: Partial<T>;
  /** Two records with the same key are the same thing: the door of the CSV and of a second entry. */
  key: (doc: T, lookup: Lookup) => string;
  name: (doc: T, lookup: Lookup) => string;
  /** The second line in lists and in the search. */
  detail: (doc: T, lookup: Lookup) => string;
  /** Paths shown as columns. */
  columns: readonly string[];
  /** Something of it is counted: live animals, pieces, litres. */
  counted: boolean;
}

/** Keeps the document's own type where a kind is written, gives the common one where kinds are used. */
export const kind = <T>(k: RecordKind<T>): RecordKind => k as unknown as RecordKind;
