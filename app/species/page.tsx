import { askedFor } from '@/server/asked';
import { speciesList } from '@/server/records/species';
import { house } from '@/server/wiring';
import { SpeciesList } from '@/ui/records/species-list';

export default async function SpeciesPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { find = '', gone } = await askedFor(searchParams);
  const h = house();
  const removed = gone ? h.records.byId(gone) : null;
  return (
    <SpeciesList
      rows={speciesList(h, find)}
      known={h.shelves().offered.species.length}
      find={find}
      gone={removed?.deletedAt ? { id: removed.id, name: removed.name } : null}
    />
  );
}
