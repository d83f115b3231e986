import { catalogue as shipped } from '@/core/catalogue';
import type { ZodType } from 'zod';
import { bagTypeSchema, boxTypeSchema, packTypeSchema, serviceSchema, type Catalogue } from '@/core/catalogue/schema';
import { treatmentSchema } from '@/core/catalogue/treatment';
import { speciesOf, withOwnSpecies, type OwnSpecies } from '@/records/species';
import { typeOf, type Supply } from '@/records/supply';
import type { ServiceRecord } from '@/records/service';
import type { RecordRepository, StoredRecord } from '../db/records';
import type { Shelves } from '@/server/consignment/result';

/** The house's own bags, boxes, packs and services as the planner reads them; the first batch of a type gives its figures. */
export function shelvesOf(records: RecordRepository): Shelves {
  const supplies = records.list('supply', 'all') as StoredRecord<Supply>[];
  const services = records.list('service', 'all') as StoredRecord<ServiceRecord>[];
  const own = records.list('species', 'all') as StoredRecord<OwnSpecies>[];
  const mine = (archivedToo: boolean) =>
    own.filter((r) => archivedToo || !r.archivedAt).map((r) => speciesOf(r.id, r.document));
  const catalogue = (archivedToo: boolean): Catalogue => {
    const species = archivedToo ? [...mine(true), ...shipped.species] : withOwnSpecies(shipped.species, mine(false));
    const out: Catalogue = { species, bags: [], boxes: [], packs: [], services: [], treatments: [] };
    // A row past its bounds (an earlier version may have taken one) is computed with by nobody: who uses it is named.
    const add = <T extends { id: string }>(schema: ZodType<T>, rows: T[], row: T): void => {
      if (!rows.some((r) => r.id === row.id) && schema.safeParse(row).success) rows.push(row);
    };
    // What is offered first: a type one of whose batches is put away is still offered.
    for (const r of [...supplies].sort((x, y) => Number(x.archivedAt !== null) - Number(y.archivedAt !== null))) {
      if (r.archivedAt && !archivedToo) continue;
      const type = typeOf(r.id, r.document);
      if (!type) continue;
      if ('bag' in type) add(bagTypeSchema, out.bags, type.bag);
      else if ('box' in type) add(boxTypeSchema, out.boxes, type.box);
      else if ('pack' in type) add(packTypeSchema, out.packs, type.pack);
      else add(treatmentSchema, out.treatments!, type.treatment);
    }
    for (const r of services)
      if (archivedToo || !r.archivedAt) add(serviceSchema, out.services, { ...r.document, id: r.id });
    out.bags.sort((x, y) => x.widthCm - y.widthCm);
    return sortedLikeShipped(out);
  };
  return { offered: catalogue(false), all: catalogue(true) };
}

/** Shipped rows first in their own order (packs from short to long, boxes from small to large), then the user's. */
function sortedLikeShipped(c: Catalogue): Catalogue {
  const rank = (rows: readonly { id: string }[], id: string): number => {
    const i = rows.findIndex((r) => r.id === id);
    return i < 0 ? rows.length : i;
  };
  for (const part of ['boxes', 'packs', 'services'] as const)
    (c[part] as { id: string }[]).sort((x, y) => rank(shipped[part], x.id) - rank(shipped[part], y.id));
  return c;
}
