import { tanksOf } from '@/core/consignment/waters';
import { kinds } from '@/records';
import { toDraft } from '@/records/field';
import type { Receiver } from '@/records/people';
import type { Consignment } from '@/core/consignment/schema';
import type { House } from '@/server/house';
import { lookupOf } from '@/server/records/lookup';
import { readDraft, writeRecord } from '@/server/records/records';

/** Somebody new goes into the address book, with the water that was told for the order. */
export function adoptReceiver(house: House, c: Consignment): void {
  const lookup = lookupOf(house.records);
  const { place } = c.receiver;
  let placeId = place.country
    ? lookup.find('place', `${place.name}, ${place.country}`)
    : lookup.find('place', place.name);
  if (!placeId) {
    const made = readDraft(kinds.place, {
      ...toDraft(kinds.place.fields, place),
      country: place.country ?? '',
    });
    if (!made.ok) return;
    const written = writeRecord(house, kinds.place, { id: null, version: null, document: made.value }, lookup);
    if (!written.ok) return;
    placeId = written.value.id;
  }
  const told: Receiver = {
    name: c.receiver.name,
    phone: c.receiver.phone,
    address: c.receiver.address,
    placeId,
    collection: 'depot',
    tanks: tanksOf(c).map(({ residents, readAt: _, ...t }) => ({ ...t, residents: residents === true })),
    note: '',
  };
  const known = house.records.byKey('receiver', kinds.receiver.key(told, lookup));
  const document = kinds.receiver.schema.safeParse(told);
  if (known || !document.success) {
    if (known) linkReceiver(house, c, known.id);
    return;
  }
  const written = writeRecord(house, kinds.receiver, { id: null, version: null, document: document.data }, lookup);
  if (written.ok) linkReceiver(house, c, written.value.id);
}

function linkReceiver(house: House, c: Consignment, receiverId: string): void {
  const stored = house.consignments.byId(c.id)!;
  house.consignments.replace({ ...stored.document, receiverId }, stored.result, house.nowIso());
}
