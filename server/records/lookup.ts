import { catalogue as shipped } from '@/core/catalogue';
import type { Species } from '@/core/catalogue/schema';
import { kinds } from '@/records';
import { speciesOf, withOwnSpecies, type OwnSpecies } from '@/records/species';
import { fold, type Lookup, type RefKind } from '@/records/field';
import type { RecordRepository } from '../db/records';

/** Names of what records point at, read when first asked for: make one for each answer. */
export function lookupOf(records: RecordRepository): Lookup {
  let kept: Species[] | null = null;
  /** Own rows in the catalogue: where both have one species, a name finds one's own. */
  const species = (): Species[] =>
    (kept ??= withOwnSpecies(
      shipped.species,
      records.list('species', 'all').map((r) => speciesOf(r.id, r.document as unknown as OwnSpecies)),
    ));
  const index = new Map<RefKind, Map<string, string | null>>();
  const indexOf = (kind: RefKind): Map<string, string | null> => {
    const known = index.get(kind);
    if (known) return known;
    const names = new Map<string, string | null>();
    // A name that two rows share finds neither: the longer name tells them apart.
    const add = (text: string, id: string): void => {
      const key = fold(text);
      names.set(key, names.has(key) && names.get(key) !== id ? null : id);
    };
    if (kind === 'species')
      for (const s of species()) {
        add(s.name, s.id);
        if (s.scientific) add(s.scientific, s.id);
        for (const other of s.otherNames?.split(',') ?? []) add(other, s.id);
        add(s.id, s.id);
      }
    else
      for (const r of records.list(kind, 'all')) {
        const doc = r.document;
        add(String(doc.name ?? r.name), r.id);
        if (kind === 'place') add(`${String(doc.name)}, ${String(doc.country)}`, r.id);
        add(r.id, r.id);
      }
    index.set(kind, names);
    return names;
  };
  const labels = new Map<string, string>();
  const label = (kind: RefKind, id: string): string => {
    if (kind === 'species') return species().find((s) => s.id === id)?.name ?? id;
    const r = records.byId(id);
    if (!r) return id;
    if (kind === 'place') return `${String(r.document.name)}, ${String(r.document.country)}`;
    return String(r.document.name ?? r.name);
  };
  return {
    label: (kind, id) => {
      const key = `${kind} ${id}`;
      let text = labels.get(key);
      if (text === undefined) {
        text = label(kind, id);
        labels.set(key, text);
      }
      return text;
    },
    find: (kind, text) => indexOf(kind).get(fold(text)) ?? null,
  };
}

/** Ids of other records that a document names; rows of the catalogue are none, and fall away where links are kept. */
export function linksOf(kind: keyof typeof kinds, doc: unknown): string[] {
  return kinds[kind].fields.flatMap((f) => {
    if (f.type !== 'ref') return [];
    const id = (doc as Record<string, unknown>)[f.path];
    return typeof id === 'string' && id ? [id] : [];
  });
}
