import { byNumber } from '@/core/quantities/words';
import { z } from 'zod';
import { withOverrides } from '@/core/catalogue/assumptions';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import type { ReceivingTank } from '@/core/consignment/schema';
import { between, count, idText, requiredText, text } from '@/core/quantities/shapes';
import { HOUR, MIN } from '@/core/quantities/time';
import type { TankRecord } from '@/records/tank';
import { latestWater } from '@/server/stock/readings';
import { profileOf, type House } from '@/server/house';
import { localAt } from '@/server/instants';
import type { OrderInput } from '@/server/order/input';
import { saveOrder } from '@/server/order/order';
import { UNKNOWN_SENDER } from './seller';
import { residentsOf } from './residents';
import { recordEvent } from '@/server/pack/events';
import { ownAssumptions } from '@/server/settings/assumptions';

const ways = ['shop', 'posted', 'moved'] as const;
export type ArrivalKind = (typeof ways)[number];
/** Between the look at the closed bag and its opening, min († ours). */
const LOOK_MIN = 30;
/** Sea water as shops keep it, and water between (†): what came is measured at the bag. */

const comeInput = z.object({
  way: z.enum(ways, { error: 'Choose how they travelled.' }),
  animals: z
    .array(z.object({ speciesId: requiredText(80, 'Choose the animals.'), count: count(5000, 'The animals').min(1) }))
    .min(1, 'Choose the animals.')
    .max(20),
  /** Since the bag was closed; null where nobody knows. */
  hours: between(0, 240, 'Hours in the bag').nullable(),
  tankId: idText(),
  from: text(80),
});
export type ComeInput = z.input<typeof comeInput>;

/** Hours in the bag where nobody told them, by how it came. */
function usualHoursOf(house: House): Record<ArrivalKind, number> {
  const a = withOverrides(ownAssumptions(house));
  return { shop: a.shopHours, posted: a.postedHours, moved: a.movedHours };
}

/** An own tank with its water as it was read last. */
export function waterOfTankRecord(house: House, tankId: string): ReceivingTank | null {
  const record = house.records.byId(tankId);
  if (record?.kind !== 'tank' || record.deletedAt) return null;
  const tank = record.document as unknown as TankRecord;
  const read = latestWater(house.ledger.latestFigures().get(tankId));
  const residents = residentsOf(house, tank.name).length > 0;
  return { ...read, name: tank.name, volumeL: tank.volumeL, ...(residents ? { residents } : {}) };
}

/** Chosen where there is no tank yet: the foam box they came in, lined. */
const NO_TANK = 'no-tank';
/** What a foam box holds of water, filled to half († ours). */
const BOX_L = 20;
const FOAM_BOX: ReceivingTank = { name: 'Foam box', volumeL: BOX_L, inBox: true };

/**
 * A box has come, or fish were brought home, and nobody wrote an order: which animals, how many, into which tank. From
 * that an incoming consignment with everything unknown at what is usual, as a guess. What was told is a fact (it is here;
 * when the bag was closed, if somebody knows), what was not told is none.
 */
export function boxHasCome(house: House, input: unknown): Outcome<{ code: string }> {
  const parsed = comeInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const d = parsed.data;
  const species = d.animals.map((x) => house.shelves().all.species.find((s) => s.id === x.speciesId));
  const unknown = species.findIndex((s) => s === undefined);
  if (unknown >= 0) return refuse(`animals.${unknown}.speciesId`, 'This species is unknown.');
  const tank = d.tankId === NO_TANK ? FOAM_BOX : waterOfTankRecord(house, d.tankId);
  if (!tank) return refuse('tankId', 'Choose one of your tanks.');
  const home = profileOf(house);
  const { zone } = home.place;
  const now = house.nowMs();
  const sealedMs = now - (d.hours ?? usualHoursOf(house)[d.way]) * HOUR;
  const services = house.shelves().offered.services.filter((s) => s.live);
  const service =
    services.find((s) => (d.way === 'posted' ? s.kind === 'courier' : s.kind === 'own-car')) ?? services[0];
  if (!service) return refuse('way', 'No service takes live animals. Add one under Carriers.');
  const local = (ms: number): string => localAt(ms, zone);
  const order: OrderInput = {
    code: null,
    version: null,
    direction: 'incoming',
    sender: {
      name: d.from || (d.way === 'moved' ? home.name : UNKNOWN_SENDER[0]),
      address: '',
      phone: '',
      place: home.place,
    },
    receiver: { name: home.name, address: home.address, phone: home.phone, place: home.place },
    serviceId: service.id,
    handOverLocal: local(Math.min(sealedMs + 10 * MIN, now - 10 * MIN)),
    windowStartLocal: '',
    windowEndLocal: '',
    openingLocal: local(now + LOOK_MIN * MIN),
    lines: d.animals.map((x, i) => ({
      id: `L${i + 1}`,
      speciesId: x.speciesId,
      count: x.count,
      lengthCm: species[i]!.lengthCm,
      massG: null,
      sex: 'unsexed' as const,
      tank: 'theirs',
    })),
    sourceWater: {},
    tank,
    note: '',
  };
  return house.db.transaction((): Outcome<{ code: string }> => {
    const made = saveOrder(house, order);
    if (!made.ok) return made;
    const { code } = made.value;
    const iso = (ms: number): string => new Date(ms).toISOString();
    // Only what somebody knows becomes a fact.
    const facts = [...(d.hours === null ? [] : [['sealedAt', sealedMs] as const]), ['arrivedAt', now] as const];
    for (const [name, ms] of facts) {
      const r = recordEvent(house, code, name, iso(ms));
      if (!r.ok) return r;
    }
    return { ok: true, value: { code } };
  })();
}

/** What the form offers: own tanks, those for quarantine at first, and every species. */
export function comeView(house: House) {
  const use = (t: TankRecord): number => (t.use === 'quarantine' ? 0 : 1);
  return {
    species: house.shelves().offered.species,
    tanks: house.records
      .list('tank', 'active', 400)
      .map((r) => ({ id: r.id, tank: r.document as unknown as TankRecord }))
      .sort((x, y) => use(x.tank) - use(y.tank) || byNumber(x.tank.name, y.tank.name))
      .map(({ id, tank }) => ({ id, name: tank.name, volumeL: tank.volumeL, use: tank.use })),
    usualHours: usualHoursOf(house),
    noTank: NO_TANK,
  };
}
export type ComeView = ReturnType<typeof comeView>;
