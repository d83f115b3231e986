import type { Service, Species } from '@/core/catalogue/schema';
import { takingDays } from '@/core/calendar/calendar';
import { daysText } from '@/core/calendar/days';
import { cellText, fold, toDraft, type Lookup } from '@/records/field';
import { kinds } from '@/records';
import type { RecordKind } from '@/records/kind';
import type { Lot } from '@/records/tank';
import type { StoredRecord } from '@/server/db/records';
import type { House } from '@/server/house';
import { lookupOf } from './lookup';
import { blankDraft, draftOfRecord } from './records';
import { promises } from '@/server/stock/settle';

const PAGE = 60;
const WORKDAYS = [1, 2, 3, 4, 5];
const EVERY_DAY = [...WORKDAYS, 6, 7];

interface ListRow {
  id: string;
  name: string;
  cells: string[];
  amount: number | null;
  /** Promised to planned consignments, of what is counted. */
  promised: { code: string; count: number }[];
  archived: boolean;
  species: Species | null;
}

export interface ListView {
  rows: ListRow[];
  heads: { label: string; numeric: boolean }[];
  counts: { active: number; archived: number };
  page: number;
  pages: number;
  find: string;
  shown: 'active' | 'archived';
}

function cellsOf(kind: RecordKind, r: StoredRecord, lookup: Lookup): string[] {
  const draft = toDraft(kind.fields, r.document);
  return kind.columns.map((path) => {
    const f = kind.fields.find((x) => x.path === path)!;
    const value = draft[path];
    if (f.type === 'rows') return (value as unknown[]).map((x) => String(Object.values(x as object)[0])).join(', ');
    const text = cellText(f, value, lookup);
    if (path === 'takesOn' && text === '')
      return daysText(
        takingDays({ ...r.document, id: r.id } as Service) ?? (r.document.kind === 'own-car' ? EVERY_DAY : WORKDAYS),
      );
    if (f.type === 'yes') return text === 'yes' ? 'yes' : 'no';
    return text && 'unit' in f && f.unit ? `${text} ${f.unit}` : text;
  });
}

/** A page of a list, or what was found in it. */
export function listView(
  house: House,
  kind: RecordKind,
  asked: { find?: string; shown?: string; page?: number },
): ListView {
  const shown = asked.shown === 'archived' ? 'archived' : 'active';
  const find = asked.find?.trim() ?? '';
  const counts = house.records.counts(kind.id);
  const pages = find ? 1 : Math.max(1, Math.ceil(counts[shown] / PAGE));
  const page = Math.min(pages, Math.max(1, asked.page ?? 1));
  const lookup = lookupOf(house.records);
  const stored = find
    ? house.records.found(kind.id, find, PAGE * 3)
    : house.records.list(kind.id, shown, PAGE, (page - 1) * PAGE);
  const promised = kind.id === 'lot' ? promises(house) : new Map<string, { code: string; count: number }[]>();
  const { species } = house.shelves().all;
  return {
    rows: stored.map((r) => ({
      id: r.id,
      name: r.name,
      cells: cellsOf(kind, r, lookup),
      amount: r.amount,
      promised: promised.get(r.id) ?? [],
      archived: r.archivedAt !== null,
      species: kind.id === 'lot' ? (species.find((s) => s.id === (r.document as Lot).speciesId) ?? null) : null,
    })),
    heads: kind.columns.map((path) => {
      const f = kind.fields.find((x) => x.path === path)!;
      return { label: f.label, numeric: f.type === 'number' };
    }),
    counts,
    page,
    pages,
    find,
    shown,
  };
}

export interface RefOption {
  id: string;
  label: string;
}

/** What references may be set to. */
function refOptions(house: House, kind: RecordKind): Partial<Record<string, RefOption[]>> {
  const wanted = new Set(kind.fields.flatMap((f) => (f.type === 'ref' ? [f.kind] : [])));
  const out: Partial<Record<string, RefOption[]>> = {};
  for (const ref of wanted) {
    if (ref === 'species') out.species = house.shelves().offered.species.map((s) => ({ id: s.id, label: s.name }));
    else {
      const lookup = lookupOf(house.records);
      out[ref] = house.records.list(ref, 'active').map((r) => ({ id: r.id, label: lookup.label(ref, r.id) }));
    }
  }
  return out;
}

/** A record in its form, or an empty form; null where there is no such record. */
export function editorView(house: House, kind: RecordKind, id: string) {
  if (id === 'new')
    return {
      id: null,
      version: null,
      name: `New ${kind.one}`,
      draft: blankDraft(kind),
      users: [],
      archived: false,
      deleted: false,
      canUndo: false,
      movements: [],
      options: refOptions(house, kind),
    };
  const r = house.records.byId(id);
  if (!r || r.kind !== kind.id) return null;
  return {
    id: r.id,
    version: r.version,
    name: r.name,
    draft: draftOfRecord(kind, r),
    users: house.records.users(id),
    archived: r.archivedAt !== null,
    deleted: r.deletedAt !== null,
    canUndo: house.records.lastKept(id) !== null,
    movements: kind.counted ? house.ledger.movements(id) : [],
    options: refOptions(house, kind),
  };
}

/** Everything that holds the words, by kind, species among them. */
export function searchView(house: House, text: string) {
  const found = house.records.search(text);
  const words = fold(text).split(' ').filter(Boolean);
  const species = text.trim()
    ? house
        .shelves()
        .offered.species.filter((s) =>
          words.every((w) => fold(`${s.name} ${s.scientific} ${s.otherNames ?? ''}`).includes(w)),
        )
        .map((s) => ({
          id: s.id,
          kind: 'species',
          href: `/species?find=${encodeURIComponent(s.name)}`,
          name: s.name,
          detail: s.scientific,
        }))
    : [];
  const groups = [
    { title: 'Shipments', kind: 'consignment' },
    ...Object.values(kinds)
      .filter((k) => k.id !== 'species')
      .map((k) => ({ title: k.many, kind: k.id as string })),
  ].map((g) => ({ title: g.title, rows: found.filter((f) => f.kind === g.kind) }));
  return [...groups, { title: 'Species', rows: species }].filter((g) => g.rows.length > 0);
}
