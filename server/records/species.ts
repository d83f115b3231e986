import { atomically } from '@/server/answer';
import type { Species } from '@/core/catalogue/schema';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { kinds } from '@/records';
import { fold, toDraft, type Draft } from '@/records/field';
import { classes, likeSpecies, ownSpeciesSchema, speciesOf } from '@/records/species';
import type { House } from '@/server/house';
import { lookupOf } from './lookup';
import { blankDraft, shelfChanged, writeRecord } from './records';

/** A name that nobody knows becomes a row of its own in one step, with the figures of one that is like it. */
export function addSpecies(house: House, name: string, likeId: string): Outcome<Species> {
  const { all } = house.shelves();
  const like = all.species.find((s) => s.id === likeId);
  if (!like) return refuse('likeId', 'Choose a similar species.');
  const same = all.species.find((s) => fold(s.name) === fold(name));
  if (same) return { ok: true, value: same };
  const document = ownSpeciesSchema.safeParse(likeSpecies(name.trim(), like));
  if (!document.success) return refuse('name', document.error.issues[0]!.message);
  const written = atomically(house, () =>
    writeRecord(house, kinds.species, { id: null, version: null, document: document.data }, lookupOf(house.records)),
  );
  if (!written.ok) return written;
  shelfChanged(house, [written.value.id]);
  return { ok: true, value: speciesOf(written.value.id, document.data) };
}

/** Species as the list shows them: one's own first, then the catalogue, those that hold every word. */
export function speciesList(house: House, find: string) {
  const words = fold(find).split(' ').filter(Boolean);
  const own = new Map(house.records.list('species', 'active').map((r) => [r.id, r]));
  return house
    .shelves()
    .offered.species.filter((s) => {
      const text = fold(`${s.name} ${s.scientific} ${s.otherNames ?? ''} ${s.water} ${s.kind}`);
      return words.every((w) => text.includes(w));
    })
    .map((s) => ({ species: s, own: own.has(s.id) }));
}

const draftLike = (like: Species, lengthCm = like.lengthCm): Draft => ({
  ...toDraft(kinds.species.fields, { ...likeSpecies('', like), lengthCm }),
});

/** A new species as its form begins: like another where one is named, else blank. */
export function speciesDraft(house: House, likeId: string | undefined): Draft {
  const like = house.shelves().all.species.find((s) => s.id === likeId);
  return like ? draftLike(like) : blankDraft(kinds.species);
}

/** Beginnings for what is like nothing known: its class, and then its size. */
export const speciesTemplates = (house: House): { name: string; draft: Draft }[] =>
  classes.flatMap(({ name, likeId, lengthCm }) => {
    const like = house.shelves().all.species.find((s) => s.id === likeId);
    return like ? [{ name, draft: draftLike(like, lengthCm) }] : [];
  });
