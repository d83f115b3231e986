import { cellText, fold, readCell, type Draft, type Field, type Lookup } from './field';

/** A column of a list: a field, or the count of what is counted. */
export const COUNT = 'count';
export const countField: Field = {
  path: COUNT,
  label: 'Count',
  type: 'number',
  optional: true,
  aliases: ['quantity', 'number', 'stock', 'on hand', 'pieces', 'left'],
};

/** Column of the file for every field, by its heading; null for a heading nobody claims. */
export type Mapping = (string | null)[];

const plain = (text: string): string =>
  fold(text)
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** A first guess from headings: labels, paths and aliases, each field once. */
export function guessMapping(headings: readonly string[], fields: readonly Field[]): Mapping {
  const taken = new Set<string>();
  return headings.map((h) => {
    const heading = plain(h);
    const found = fields.find(
      (f) =>
        !taken.has(f.path) &&
        [f.label, f.path, ...(f.aliases ?? [])].some(
          (name) => plain(name) === heading || plain(`${name} ${'unit' in f ? (f.unit ?? '') : ''}`) === heading,
        ),
    );
    if (found) taken.add(found.path);
    return found?.path ?? null;
  });
}

export interface ReadLine {
  /** Line of the file, the heading is 1. */
  line: number;
  draft: Draft;
  /** Fields that the file has a column for: others keep what is stored. */
  given: string[];
  problems: string[];
}

/** Rows of a file as forms, every cell that cannot be read told. Rows come without the heading. */
export function readLines(
  rows: readonly (readonly string[])[],
  mapping: Mapping,
  fields: readonly Field[],
  lookup: Lookup,
): ReadLine[] {
  const at = mapping.map((path) => fields.find((f) => f.path === path) ?? null);
  return rows.map((cells, i) => {
    const draft: Draft = {};
    const problems: string[] = [];
    at.forEach((field, column) => {
      if (!field) return;
      const cell = readCell(field, cells[column] ?? '', lookup);
      if (cell.ok) draft[field.path] = cell.value;
      else problems.push(cell.message);
    });
    return { line: i + 2, draft, given: at.flatMap((f) => (f ? [f.path] : [])), problems };
  });
}

/** Headings and rows of a list, ready for a CSV writer. Reading them again gives the same records. */
export const writeRows = (fields: readonly Field[], drafts: readonly Draft[], lookup: Lookup): string[][] => [
  fields.map((f) => ('unit' in f && f.unit ? `${f.label} (${f.unit})` : f.label)),
  ...drafts.map((d) => fields.map((f) => cellText(f, d[f.path], lookup))),
];
