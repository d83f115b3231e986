import { blankLine } from '@/records/order-line';
import type { Place } from '@/core/catalogue/places';
import type { Consignment, ReceivingTank } from '@/core/consignment/schema';
import type { Receiver } from '@/records/people';
import type { Lot } from '@/records/tank';
import { paperText } from '@/core/papers/confirmation';
import type { Station } from '@/server/consignment/station';
import { confirmationOf } from '@/server/papers/confirmation';
import type { House, Profile } from '@/server/house';
import { latestWater } from '@/server/stock/readings';
import { localAt } from '@/server/instants';
import { lookupOf } from '@/server/records/lookup';
import { promises } from '@/server/stock/settle';

type Party = Consignment['sender'];
const text = (v: number | undefined): string => (v === undefined ? '' : String(v));

const placeDraft = (p: Party['place']) => ({
  town: p.name,
  country: p.country ?? '',
  lat: String(p.lat),
  lon: String(p.lon),
  zone: p.zone,
  altitudeM: text(p.altitudeM),
});
export const partyDraft = (p: Party) => ({ name: p.name, address: p.address, phone: p.phone, ...placeDraft(p.place) });
/** A water as it was typed; a figure that was copied has beside it when it was read: `tempC` and `tempCAt`. */
const waterDraft = ({ readAt = {}, ...w }: Partial<ReceivingTank>): Record<string, string> => ({
  ...Object.fromEntries(
    Object.entries(w).map(([k, v]) => [k, v == null ? '' : typeof v === 'boolean' ? (v ? 'yes' : '') : String(v)]),
  ),
  ...Object.fromEntries(Object.entries(readAt).map(([k, at]) => [`${k}At`, at])),
});

/** The order form's draft speaks in typed text; times in the local clock of each end. */
export function orderDraftOf(c: Consignment) {
  const there = c.receiver.place.zone;
  return {
    direction: c.direction as string,
    receiverId: c.receiverId ?? '',
    sender: partyDraft(c.sender),
    receiver: partyDraft(c.receiver),
    serviceId: c.serviceId,
    handOver: localAt(Date.parse(c.handOverAt), c.sender.place.zone),
    windowStart: c.window ? localAt(Date.parse(c.window.startAt), there) : '',
    windowEnd: c.window ? localAt(Date.parse(c.window.endAt), there) : '',
    opening: localAt(Date.parse(c.openingAt), there),
    lines: c.lines.map((l) => ({
      id: l.id,
      speciesId: l.speciesId,
      count: String(l.count),
      size: l.size ?? '',
      lengthCm: String(l.lengthCm),
      massG: l.massG === null ? '' : String(l.massG),
      sex: l.sex as string,
      grade: l.grade ?? '',
      variety: l.variety ?? '',
      tank: l.tank,
      lotId: l.lotId ?? '',
      into: l.into ?? '',
    })),
    source: waterDraft(c.sourceWater),
    waters: Object.fromEntries((c.waters ?? []).map((w) => [w.tank, waterDraft(w.water)])),
    tanks: [c.tank, ...(c.otherTanks ?? [])].map(waterDraft),
    companions: (c.companions ?? []).map((x) => ({
      id: x.id,
      kind: x.kind as string,
      name: x.name,
      amount: x.amount,
      vessel: x.vessel as string,
      weightKg: String(x.weightKg),
      boxId: x.boxId ?? '',
    })),
    note: c.note,
  };
}
export type OrderDraftView = ReturnType<typeof orderDraftOf>;

/** A new order, of what a quick answer was asked for where it begins with one: two evenings from now, the first live service, the fish room's own place; of its water nothing is measured yet. */
export function newDraft(
  house: House,
  profile: Profile,
  first: { fish: string; count: string; length: string } | null = null,
): OrderDraftView {
  const zone = profile.place.zone;
  const day = localAt(house.nowMs() + 2 * 864e5, zone).slice(0, 10);
  const next = localAt(house.nowMs() + 3 * 864e5, zone).slice(0, 10);
  const { services } = house.shelves().offered;
  return {
    direction: 'outgoing',
    receiverId: '',
    sender: partyDraft(profile),
    receiver: { name: '', address: '', phone: '', town: '', country: '', lat: '', lon: '', zone: '', altitudeM: '' },
    serviceId: (services.find((s) => s.live) ?? services[0])?.id ?? '',
    handOver: `${day}T19:00`,
    windowStart: `${next}T09:00`,
    windowEnd: `${next}T12:00`,
    opening: `${next}T10:30`,
    lines: [
      first
        ? { ...blankLine('L1'), speciesId: first.fish, count: first.count, lengthCm: first.length }
        : blankLine('L1'),
    ],
    source: {},
    waters: {},
    tanks: [{ name: 'Quarantine', volumeL: '60', residents: '' }],
    companions: [],
    note: '',
  };
}

/** People of the address book that hold the words; the latest to be changed where none are typed. */
export function receiverOptions(house: House, find: string) {
  const found = find.trim() ? house.records.found('receiver', find, 20) : house.records.latest('receiver', 20);
  return found.flatMap((r) => {
    const x = r.document as unknown as Receiver;
    const place = house.records.byId(x.placeId)?.document as unknown as Place | undefined;
    if (!place || r.archivedAt) return [];
    return [
      {
        id: r.id,
        name: x.name,
        phone: x.phone,
        address: x.address,
        place: placeDraft(place),
        collection: x.collection as string,
        tanks: x.tanks.map((t) => Object.fromEntries(Object.entries(waterDraft(t)).filter(([, v]) => v !== ''))),
      },
    ];
  });
}

/** How many animals live in each own tank: of stock, and of what was carried there. */
function livingIn(house: House): Map<string, number> {
  const out = new Map<string, number>();
  const add = (tank: string, n: number): void => void out.set(tank, (out.get(tank) ?? 0) + n);
  for (const r of house.records.list('lot', 'active')) add((r.document as unknown as Lot).tankId, r.amount ?? 0);
  for (const s of house.ledger.living()) add(s.tank, s.count);
  return out;
}

/** Everything the order form offers: towns, own tanks with their last water, their fish. */
export function orderChoices(house: House, c: Consignment | null) {
  const lookup = lookupOf(house.records);
  const places = house.records.list('place', 'active').map((r) => r.document as unknown as Place);
  for (const p of c ? [c.sender.place, c.receiver.place] : [])
    if (p.country && !places.some((x) => x.name === p.name && x.country === p.country))
      places.push({ ...p, country: p.country } as Place);
  const readings = house.ledger.latestFigures();
  const lived = livingIn(house);
  const tanks = house.records.list('tank', 'active').map((r) => {
    const read = waterDraft(latestWater(readings.get(r.id)));
    const water = Object.keys(read).length > 0 ? read : null;
    const residents = (lived.get(r.id) ?? 0) > 0 ? 'yes' : '';
    return { name: String(r.document.name), volumeL: text(r.document.volumeL as number), residents, water };
  });
  const promised = promises(house);
  const { species } = house.shelves().all;
  const lots = house.records.list('lot', 'active').flatMap((r) => {
    const lot = r.document as unknown as Lot;
    const s = species.find((x) => x.id === lot.speciesId);
    if (!s) return [];
    const taken = (promised.get(r.id) ?? []).filter((p) => p.code !== c?.code).reduce((n, p) => n + p.count, 0);
    const tank = lookup.label('tank', lot.tankId);
    return [
      {
        id: r.id,
        tank,
        speciesId: lot.speciesId,
        size: lot.size ?? '',
        lengthCm: text(lot.lengthCm),
        sex: lot.sex as string,
        grade: lot.grade ?? '',
        detail: [
          `tank ${tank}`,
          lot.size,
          lot.lengthCm ? `${lot.lengthCm} cm` : '',
          lot.sex === 'unsexed' ? '' : lot.sex,
          lot.grade,
        ]
          .filter(Boolean)
          .join(', '),
        amount: r.amount,
        free: r.amount === null ? null : r.amount - taken,
      },
    ];
  });
  return { places, tanks, lots };
}

/** The Order station of a consignment that is there. */
export function orderView({ h, c, catalogue }: Station) {
  const paper = confirmationOf(h, c.code);
  return {
    draft: orderDraftOf(c),
    species: catalogue.species,
    services: catalogue.services,
    ...orderChoices(h, c),
    /** What an earlier version had filled in, and nothing proves. */
    unproven: c.unproven ?? [],
    confirmation: paper.ok ? paperText(paper.value) : null,
  };
}
export type OrderChoices = ReturnType<typeof orderChoices>;
export type Receivers = ReturnType<typeof receiverOptions>;
