import { catalogue as shipped } from '@/core/catalogue';
import { cities } from '@/core/catalogue/places';
import { kinds } from '@/records';
import type { KindId } from '@/records/kind';
import type { Supply } from '@/records/supply';
import type { ArrivalRepository } from '../db/arrivals';
import type { ConsignmentRepository } from '../db/consignments';
import type { Db } from '../db/db';
import type { RecordRepository } from '../db/records';
import { linksOf, lookupOf } from './lookup';

const DONE = 'records seeded';

interface Shelf {
  db: Db;
  records: RecordRepository;
  arrivals: ArrivalRepository;
  consignments: ConsignmentRepository;
  nowIso: () => string;
}

/** A row of the starter table of towns. */
export const placeId = (name: string, country: string): string =>
  `place-${name}-${country}`.toLowerCase().replaceAll(' ', '-');

/** What a house starts with: towns, example services, and the shelf uncounted. Once for every database. */
export function seedRecords(house: Shelf): void {
  if (house.arrivals.setting(DONE)) return;
  const at = house.nowIso();
  const lookup = lookupOf(house.records);
  const add = (kind: KindId, id: string, given: Record<string, unknown>): void => {
    const k = kinds[kind];
    const document = k.schema.parse(given);
    const name = k.name(document, lookup);
    house.records.insert(
      {
        id,
        kind,
        key: k.key(document, lookup),
        name,
        document,
        links: linksOf(kind, document),
        finding: { href: `/${k.slug}/${id}`, name, detail: k.detail(document, lookup), more: '' },
      },
      at,
    );
  };
  house.db.transaction(() => {
    for (const c of cities) add('place', placeId(c.name, c.country), { ...c });
    for (const { id, ...service } of shipped.services)
      add('service', id, { ...service, liveTerms: 'An example with invented figures. Enter your own carrier’s.' });
    const supply = (id: string, s: Supply): void => add('supply', id, { ...s });
    for (const { id, name, cost, ...bag } of shipped.bags)
      supply(id, { kind: 'bag', name, typeId: id, ...(cost === undefined ? {} : { price: cost }), bag });
    for (const { id, name, cost, ...box } of shipped.boxes)
      supply(id, { kind: 'box', name, typeId: id, price: cost, box });
    for (const { id, name, cost, ...pack } of shipped.packs)
      supply(id, { kind: 'pack', name, typeId: id, price: cost, pack });
    supply('liner', { kind: 'liner', name: 'Liner bag', typeId: 'liner' });
    supply('band', { kind: 'band', name: 'Rubber bands', typeId: 'band' });
    supply('oxygen', { kind: 'oxygen', name: 'Oxygen cylinder', typeId: 'oxygen', unit: 'L' });
    supply('binder', { kind: 'additive', name: 'Ammonia binder', typeId: 'binder', unit: 'doses' });
    for (const shelf of ['all', 'archived'] as const)
      for (const c of house.consignments.list(shelf, -1)) house.consignments.index(c.document);
    house.arrivals.setSetting(DONE, at);
  })();
}
