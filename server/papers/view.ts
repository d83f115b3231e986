import { z } from 'zod';
import { languageIds, languageNames } from '@/core/consignment/languages';
import { formats } from '@/core/papers/formats';
import { paperKindIds, paperKinds, type PaperKind } from '@/core/papers/kinds';
import type { Station } from '@/server/consignment/station';
import { languageOf, papersOf, type Wanted } from './papers';

const packed = paperKinds.filter((k) => k.packed).map((k) => k.id);

const query = z.object({
  kinds: z
    .string()
    .max(200)
    .transform((x) => x.split(',').filter((k): k is PaperKind => paperKindIds.includes(k as PaperKind)))
    .catch([]),
  format: z.enum(formats.map((f) => f.id) as [string, ...string[]]).catch(formats[0]!.id),
  bag: z.string().max(8).optional().catch(undefined),
});

/** What an address asks to be printed; all that goes in or on the boxes where it names no kind. */
export function askedFor(search: Record<string, string | string[] | undefined>): Wanted {
  const { kinds, format, bag } = query.parse(search);
  return { kinds: kinds.length > 0 ? kinds : packed, format, ...(bag ? { bag } : {}) };
}

/** Sheets that a page shows; the PDF has all. */
const SHOWN = 12;

/** The page of papers: one kind laid out as it will be printed. */
export function papersView(s: Station, search: Record<string, string | string[] | undefined>) {
  const want = askedFor({ kinds: 'bags', ...search });
  const kind = want.kinds[0]!;
  const made = papersOf(s, { ...want, kinds: [kind], once: true });
  const sheets = made.ok ? made.value.sheets : [];
  return {
    ...s.base,
    kind,
    format: want.format,
    kinds: paperKinds
      .filter((k) => k.id !== 'cutting' || s.c.boxes.some((b) => b.own?.build === 'cut'))
      .map((k) => ({ ...k })),
    formats: formats.map((f) => ({ id: f.id, name: f.name })),
    language: languageOf(s),
    languages: languageIds.map((id): [string, string] => [id, languageNames[id]]),
    sheets: sheets.slice(0, SHOWN),
    of: sheets.length,
    bags: s.c.bags.map((b) => b.id),
    told: made.ok ? made.value.told : [made.problems[0]!.message],
  };
}
export type PapersView = ReturnType<typeof papersView>;
