import type { Outcome } from '@/core/consignment/outcome';
import { toDraft, type Draft } from '@/records/field';
import { kinds } from '@/records';
import type { KindId } from '@/records/kind';
import type { House } from '@/server/house';
import type { OrderInput } from '@/server/order/input';
import { saveRecord } from '@/server/records/records';

/** The value of a use case that should have gone well; its sentences where it did not. */
export function must<T>(r: Outcome<T>): T {
  if (!r.ok) throw new Error(r.problems.map((p) => `${p.path}: ${p.message}`).join('; '));
  return r.value;
}

/** The sentences of a refusal; nothing where it went well. */
export const said = (r: Outcome<unknown>): string => (r.ok ? '' : r.problems.map((p) => p.message).join(' '));

/** Eight lemon tetras from Coimbra to Bilbao overnight, Thursday 26 November 2026, as the form sends them. */
export function orderInput(house: House, more: Partial<OrderInput> = {}): OrderInput {
  const place = (id: string) => house.records.byId(id)!.document as OrderInput['sender']['place'];
  const water = { tempC: 25, pH: 7.2, khDkh: 5, ghDgh: 8, salinity: 0, tanMgNL: 0 };
  return {
    code: null,
    version: null,
    direction: 'outgoing',
    sender: { name: 'Room', address: '', phone: '', place: place('place-coimbra-pt') },
    receiver: { name: 'Nico Sarto', address: '', phone: '', place: place('place-bilbao-es') },
    serviceId: 'northline-overnight',
    handOverLocal: '2026-11-26T19:00',
    windowStartLocal: '2026-11-27T09:00',
    windowEndLocal: '2026-11-27T12:00',
    openingLocal: '2026-11-27T10:30',
    lines: [{ id: 'L1', speciesId: 'lemon-tetra', count: 8, lengthCm: 3.2, massG: null, sex: 'unsexed', tank: '7' }],
    sourceWater: water,
    tank: { ...water, name: 'Q', volumeL: 60 },
    note: '',
    ...more,
  };
}

/** A new record as its form sends it: a blank one with some fields filled; its id. */
export const addRecord = (house: House, kind: KindId, draft: Draft): string =>
  must(
    saveRecord(house, kind, {
      id: null,
      version: null,
      draft: { ...toDraft(kinds[kind].fields, kinds[kind].blank), ...draft },
    }),
  ).id;
