import type { RecordKind, KindId } from './kind';
import { places } from './place';
import { receivers } from './people';
import { ownSpecies } from './species';
import { services } from './service';
import { supplies } from './supply';
import { lots, tanks } from './tank';

export const kinds: Readonly<Record<KindId, RecordKind>> = {
  receiver: receivers,
  tank: tanks,
  lot: lots,
  place: places,
  service: services,
  supply: supplies,
  species: ownSpecies,
};

export const kindOfSlug = (slug: string): RecordKind | null =>
  Object.values(kinds).find((k) => k.slug === slug) ?? null;
