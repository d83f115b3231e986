import { z } from 'zod';
import { localDate, longDayWords } from '@/core/calendar/calendar';
import { row } from '@/core/catalogue/row';
import { originKinds } from '@/core/papers/certificate';
import { profileOf, type House } from '@/server/house';
import { languageIds, languageNames } from '@/core/consignment/languages';
import { formatOf, formats } from '@/core/papers/formats';
import { paperKindIds, paperKinds, type PaperKind } from '@/core/papers/kinds';
import type { Station } from '@/server/consignment/station';
import { labelPaper } from './change';
import { eveningShipments } from './evening';
import { HOURS_FOLLOW, languageOf, papersOf, type PapersQuery } from './papers';

const packed = paperKinds.filter((k) => k.packed).map((k) => k.id);

const formatIds = formats.map((f) => f.id) as [string, ...string[]];

const query = z.object({
  kinds: z
    .string()
    .max(200)
    .transform((x) => x.split(',').filter((k): k is PaperKind => paperKindIds.includes(k as PaperKind)))
    .catch([]),
  format: z.enum(formatIds).optional().catch(undefined),
  edge: z.coerce.number().min(0).max(20).optional().catch(undefined),
  bag: z.string().max(8).optional().catch(undefined),
});

/** What an address asks to be printed; all that goes in or on the boxes where it names no kind. */
export function papersAskedFor(house: House, search: Record<string, string | string[] | undefined>): PapersQuery {
  const { kinds, format, edge, bag } = query.parse(search);
  const own = labelPaper(house);
  const edgeMm = edge ?? (format === undefined || format === own.format ? own.edgeMm : undefined);
  return {
    kinds: kinds.length > 0 ? kinds : packed,
    format: format ?? own.format,
    ...(edgeMm === undefined ? {} : { edgeMm }),
    ...(bag ? { bag } : {}),
  };
}

const day = (iso: string): string => longDayWords(Date.parse(iso), 'UTC');

/** The register of certificates, newest first. */
export function registerView(house: House) {
  return {
    certificates: house.certificates.all().map((x) => ({
      number: x.number,
      code: x.code,
      day: day(x.at),
      buyer: x.paper.sections.find((s) => s.heading === 'Buyer')?.lines[0] ?? '',
      animals: (x.paper.sections.find((s) => s.heading === 'Animals')?.table ?? [])
        .slice(1)
        .map((r) => `${r[1]} ${r[0]}`)
        .join('; '),
    })),
  };
}
export type RegisterView = ReturnType<typeof registerView>;

/** What the form of a certificate starts from. */
const certifyView = ({ h, c, catalogue }: Station) => ({
  licence: profileOf(h).licence ?? '',
  next: h.certificates.next(h.nowIso().slice(0, 4)),
  kinds: Object.entries(originKinds).map(([id, k]): [string, string] => [id, k.name]),
  lines: c.lines.map((l) => ({ id: l.id, name: `${l.count} ${row(catalogue.species, l.speciesId, 'species').name}` })),
  given: h.certificates
    .all()
    .filter((x) => x.code === c.code)
    .map((x) => ({ number: x.number, day: day(x.at) })),
});

function eveningHere({ h, c }: Station) {
  const day = localDate(Date.parse(c.handOverAt), profileOf(h).place.zone);
  return { day, all: eveningShipments(h, day) };
}

/** Sheets that a page shows; the PDF has all. */
const SHOWN = 12;

/** The page of papers: one kind laid out as it will be printed. */
export function papersView(s: Station, search: Record<string, string | string[] | undefined>) {
  const want = papersAskedFor(s.h, { kinds: 'bags', ...search });
  const kind = want.kinds[0]!;
  const made = papersOf(s, { ...want, kinds: [kind], once: true });
  const sheets = made.ok ? made.value.sheets : [];
  return {
    ...s.base,
    kind,
    format: want.format,
    edgeMm: want.edgeMm ?? formatOf(want.format).edgeMm,
    kinds: paperKinds
      .filter((k) => k.id !== 'cutting' || s.c.boxes.some((b) => b.own?.build === 'cut'))
      .map((k) => ({ ...k })),
    formats: formats.map((f) => ({ id: f.id, name: f.name })),
    language: languageOf(s),
    languages: languageIds.map((id): [string, string] => [id, languageNames[id]]),
    sheets: sheets.slice(0, SHOWN),
    of: sheets.length,
    bags: s.c.bags.map((b) => b.id),
    bag: want.bag ?? '',
    /** The odds are on their way: the page looks again. */
    oddsFollow: made.ok && made.value.told.includes(HOURS_FOLLOW),
    told: made.ok ? made.value.told : [made.problems[0]!.message],
    certify: certifyView(s),
    /** What else is packed that evening: its papers come in one PDF, in the order of packing. */
    evening: eveningHere(s),
  };
}
export type PapersView = ReturnType<typeof papersView>;
