import { boxHasCome } from '@/server/arrive/register-arrival';
import type { Outcome } from '@/core/consignment/outcome';
import { toDraft, type Draft } from '@/records/field';
import { kinds } from '@/records';
import type { KindId } from '@/records/kind';
import type { House } from '@/server/house';
import type { OrderInput } from '@/server/order/input';
import { tellReadings, type ReadOf } from '@/server/arrive/readings';
import { recordEvent } from '@/server/pack/events';
import { draftOfRecord, saveRecord } from '@/server/records/records';

/** The value of a use case that should have gone well; its sentences where it did not. */
export function must<T>(r: Outcome<T>): T {
  if (!r.ok) throw new Error(r.problems.map((p) => `${p.path}: ${p.message}`).join('; '));
  return r.value;
}

/** The sentences of a refusal; nothing where it went well. */
export const said = (r: Outcome<unknown>): string => (r.ok ? '' : r.problems.map((p) => p.message).join(' '));

/** Tap water of a fresh-water room, and a place as a form sends it. */
export const water = { tempC: 25, pH: 7.2, khDkh: 5, ghDgh: 8, salinity: 0, tanMgNL: 0 };
export const place = (name: string, lat: number, lon: number, zone: string) => ({ name, lat, lon, zone });

/** Eight lemon tetras from Coimbra to Bilbao overnight, Thursday 26 November 2026, as the form sends them. */
export function orderInput(house: House, more: Partial<OrderInput> = {}): OrderInput {
  const of = (id: string) => house.records.byId(id)!.document as OrderInput['sender']['place'];
  return {
    code: null,
    version: null,
    direction: 'outgoing',
    sender: { name: 'Room', address: '', phone: '', place: of('place-coimbra-pt') },
    receiver: { name: 'Nico Sarto', address: '', phone: '', place: of('place-bilbao-es') },
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

/** An arrival from a shop that nobody wrote an order for, into a tank; its code or why not. */
export const newArrival = (house: House, tankId: string, more: object = {}) =>
  boxHasCome(house, {
    way: 'shop',
    animals: [{ speciesId: 'lemon-tetra', count: 6 }],
    hours: null,
    tankId,
    from: '',
    ...more,
  });

/** What was read of a bag, or of a tank, as a phone sends it; what looks odd is so. */
export const readBag = (house: House, code: string, id: string, figures: object, note?: string): Outcome<null> =>
  tellReadings(
    house,
    { code, sure: true, of: [{ kind: 'bag', id, figures, ...(note === undefined ? {} : { note }) }] },
    house.nowIso(),
  );
export const readTank = (house: House, code: string, id: string, figures: object): Outcome<null> =>
  tellReadings(house, { code, sure: true, of: [{ kind: 'tank', id, figures } as ReadOf] }, house.nowIso());

/** Where the problems of a refusal stand. */
export const pathsOf = (r: Outcome<unknown>): string[] => (r.ok ? [] : r.problems.map((p) => p.path));

/** Noon of the day on which the tests of whole orders begin. */
export const NOON = Date.parse('2026-11-24T12:00:00Z');

/** Ten lemon tetras from Coimbra to Kraków by air, as a form would send them, without a type: tests break it on purpose. */
export function krakowOrder(change: object = {}): object {
  return {
    code: null,
    version: null,
    direction: 'outgoing',
    sender: {
      name: 'Marrow Weir Fishroom',
      address: 'Quinta 3',
      phone: '1',
      place: place('Coimbra', 40.21, -8.43, 'Europe/Lisbon'),
    },
    receiver: {
      name: 'Zofia Łęcka',
      address: 'ul. Młyńska 5',
      phone: '2',
      place: place('Kraków', 50.06, 19.94, 'Europe/Warsaw'),
    },
    serviceId: 'sable-air',
    handOverLocal: '2026-11-26T17:00',
    windowStartLocal: '2026-11-27T10:00',
    windowEndLocal: '2026-11-27T14:00',
    openingLocal: '2026-11-27T12:00',
    lines: [{ id: 'L1', speciesId: 'lemon-tetra', count: 10, lengthCm: 3, massG: null, sex: 'unsexed', tank: '7' }],
    sourceWater: water,
    tank: { ...water, pH: 7.6, name: 'Q1', volumeL: 60 },
    note: '',
    ...change,
  };
}

/** What tests of records do over and over in a house. */
export const desk = (house: () => House) => ({
  add: (kind: KindId, draft: Draft): string => addRecord(house(), kind, draft),
  /** Saves some fields of a record over its present version, or over an older one. */
  change: (id: string, draft: Draft, version = house().records.byId(id)!.version) => {
    const r = house().records.byId(id)!;
    return saveRecord(house(), r.kind, { id, version, draft: { ...draftOfRecord(kinds[r.kind], r), ...draft } });
  },
  tank: (name: string): string => addRecord(house(), 'tank', { name, volumeL: '100', use: 'stock' }),
  ilse: (): string =>
    addRecord(house(), 'receiver', { name: 'Ilse Tamm', phone: '1', placeId: 'place-tartu-ee', collection: 'counter' }),
  order: (more: Partial<OrderInput> = {}): OrderInput => orderInput(house(), more),
});

/** Seals, hands over, receives and opens the order of `orderInput` at the hours it plans; `turn` sets the clock. */
export function bringHome(house: House, code: string, turn: (ms: number) => void): void {
  for (const [name, iso] of [
    ['sealedAt', '2026-11-26T17:00:00.000Z'],
    ['handedOverAt', '2026-11-26T19:00:00.000Z'],
    ['arrivedAt', '2026-11-27T09:30:00.000Z'],
    ['openedAt', '2026-11-27T10:30:00.000Z'],
  ] as const) {
    turn(Date.parse(iso));
    must(recordEvent(house, code, name, iso));
  }
}
