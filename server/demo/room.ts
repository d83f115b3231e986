import { restsOn } from '@/core/calendar/departure';
import { nothingYet } from '@/core/consignment/project-facts';
import { HOUR } from '@/core/quantities/time';
import type { Draft, Field } from '@/records/field';
import { toDraft } from '@/records/field';
import { kinds } from '@/records';
import type { House } from '../house';
import { calendarOf } from '../records/holidays';
import { placeId } from '../records/seed';
import { draftOfRecord, saveRecord } from '@/server/records/records';
import { saveReading } from '@/server/stock/readings';
import { demoCounts, demoEnds, ownFish, ownTanks, demoPlace, stories, treatments } from './stories';

const tankFields = (kinds.receiver.fields.find((f) => f.path === 'tanks') as Extract<Field, { type: 'rows' }>).of;

const tireless = {
  counters: [{ days: 'Mon–Sun', opens: '00:00', cutOff: '23:59', last: '23:59', closes: '23:59' }],
  takesOn: 'Mon–Sun',
  deliversOn: 'Mon–Sun',
  holidayRule: 'works',
  embargoes: [],
};

/** Whether a service takes every story that is still to leave with it at its hour. */
function takesItsStories(house: House, id: string, now: number): boolean {
  const catalogue = house.shelves().all;
  return Object.values(stories).every((s) => {
    if (s.serviceId !== id || s.handOverInH < 0) return true;
    const { sender, receiver, handOverMs } = demoEnds(s, now);
    const at = new Date(handOverMs).toISOString();
    const plan = {
      sender,
      receiver,
      serviceId: id,
      handOverAt: at,
      direction: 'outgoing' as const,
      actual: nothingYet(),
    };
    return restsOn(plan, catalogue, calendarOf({ ...plan, openingAt: at })) === null;
  });
}

/** Tanks, their water over the last weeks, the fish in them, the shelf, and the people of the stories. */
export function stockTheRoom(house: House, now: number, at: (ms: number) => void): void {
  const must = <T>(r: { ok: true; value: T } | { ok: false; problems: { message: string }[] }): T => {
    if (!r.ok) throw new Error(`The demo cannot be stocked: ${r.problems.map((p) => p.message).join('; ')}`);
    return r.value;
  };
  const tanks = new Map<string, string>();
  at(now - 60 * 24 * HOUR);
  for (const [name, litres, use, where] of ownTanks)
    tanks.set(
      name,
      must(
        saveRecord(house, 'tank', {
          id: null,
          version: null,
          draft: {
            name,
            volumeL: String(litres),
            use,
            where,
            gear: use === 'quarantine' ? `Net, bucket and siphon ${name}, red tape` : `Net and siphon of ${where}`,
          },
        }),
      ).id,
    );
  ownTanks.forEach(([name, , , , w], i) => {
    for (let day = 42; day >= 0; day -= 3) {
      const { tempC = 25, pH = 7 } = w;
      const swing = Math.sin(day * 0.9 + i) * 0.3;
      at(now - day * 24 * HOUR - 5 * HOUR);
      must(
        saveReading(house, {
          ...Object.fromEntries(Object.entries(w).map(([k, v]) => [k, String(v)])),
          tankId: tanks.get(name)!,
          at: '',
          tempC: (day === 0 ? tempC : tempC + swing).toFixed(1),
          pH: (day === 0 ? pH : pH - swing / 4).toFixed(1),
          nitrateMgL: String(8 + ((day * 7 + i * 3) % 14)),
        }),
      );
    }
  });
  at(now - 20 * 24 * HOUR);
  for (const [tank, speciesId, lengthCm, sex, count, grade] of ownFish)
    must(
      saveRecord(house, 'lot', {
        id: null,
        version: null,
        draft: {
          tankId: tanks.get(tank)!,
          speciesId,
          lengthCm,
          sex,
          count: String(count),
          ...(grade ? { grade } : {}),
        },
      }),
    );
  for (const [id, { count, lowMark, soldBy }] of Object.entries(demoCounts)) {
    const r = house.records.byId(id)!;
    const draft = {
      ...draftOfRecord(kinds.supply, r),
      count: String(count),
      lowMark: String(lowMark ?? ''),
      soldBy: String(soldBy ?? ''),
    };
    if (id === 'heat-72h')
      Object.assign(draft, { batch: '2517', expires: new Date(now + 40 * 24 * HOUR).toISOString().slice(0, 10) });
    must(saveRecord(house, 'supply', { id, version: r.version, draft }));
  }
  for (const draft of treatments)
    must(saveRecord(house, 'supply', { id: null, version: null, draft: { ...draft, kind: 'treatment' } }));
  const year = new Date(now).getUTCFullYear();
  const northline = {
    carrier: 'Northline Courier',
    counters: [
      { days: 'Mon–Thu', opens: '09:00', cutOff: '20:00', last: '19:45', closes: '20:30' },
      { days: 'Fri', opens: '09:00', cutOff: '18:00', last: '17:30', closes: '18:30' },
    ],
    embargoes: [{ from: `${year}-12-16`, to: `${year + 1}-01-03`, reason: 'peak season, no promise holds' }],
    collection: 'depot',
    packagingApproved: 'yes',
    liveTerms: 'Invented terms: cold-blooded animals in approved boxes, at the sender’s risk, no delivery on Saturday.',
    minimumCharge: '14',
    priceSteps: [
      { toKg: '5', price: '18.5' },
      { toKg: '10', price: '27' },
      { toKg: '20', price: '46' },
    ],
  };
  const sable = {
    carrier: 'Sable Air Cargo',
    counters: [{ days: 'Mon–Sat', opens: '06:00', cutOff: '20:00', last: '19:45', closes: '22:00' }],
    deliversOn: 'Mon–Sun',
    collection: 'counter',
    packagingApproved: '',
    liveTerms: 'Invented terms: the receiver collects at the air shed; absorbent and a liner in every box.',
    minimumCharge: '38',
  };
  for (const [id, more] of [
    ['northline-overnight', northline],
    ['northline-two-day', northline],
    ['sable-air', sable],
  ] as const) {
    const r = house.records.byId(id)!;
    const save = (draft: Draft): void => {
      const { version } = house.records.byId(id)!;
      must(saveRecord(house, 'service', { id, version, draft: { ...draftOfRecord(kinds.service, r), ...draft } }));
    };
    save(more);
    // Laid on a holiday, on a Sunday or after the counter closes, its stories leave all the same: then it is a carrier that works day and night.
    if (!takesItsStories(house, id, now)) save({ ...more, ...tireless });
  }
  const packs = house.records.byId('heat-72h')!;
  must(
    saveRecord(house, 'supply', {
      id: null,
      version: null,
      draft: {
        ...draftOfRecord(kinds.supply, packs),
        batch: '2406',
        expires: new Date(now - 12 * 24 * HOUR).toISOString().slice(0, 10),
        count: '6',
      },
    }),
  );
  const seen = new Set<string>();
  for (const s of Object.values(stories)) {
    if (seen.has(s.to.name) || s.direction === 'own-move') continue;
    seen.add(s.to.name);
    const town = demoPlace(s.to.town);
    must(
      saveRecord(house, 'receiver', {
        id: null,
        version: null,
        draft: {
          name: s.to.name,
          phone: s.to.phone,
          address: s.to.address,
          placeId: placeId(town.name, town.country),
          collection: s.serviceId === 'sable-air' ? 'counter' : 'depot',
          tanks: s.direction === 'incoming' ? [] : [toDraft(tankFields, { ...s.water, residents: false, ...s.tank })],
          note: '',
        },
      }),
    );
  }
}

/** Whatever the weather of the day took of packs and boxes, no shelf stands below nothing: more was bought in time. */
export function restock(house: House): void {
  for (const r of house.records.list('supply', 'active', 2000)) {
    if (r.amount === null || r.amount >= 0) continue;
    const draft = { ...draftOfRecord(kinds.supply, r), count: String(SPARE) };
    const saved = saveRecord(house, 'supply', { id: r.id, version: r.version, draft });
    if (!saved.ok) throw new Error(saved.problems.map((p) => p.message).join('; '));
  }
}
/** What lies there after it was bought. */
const SPARE = 4;
