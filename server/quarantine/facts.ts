import { waterFigures, type TankFigure } from '@/core/measurement/quantities';
import type { Living } from '@/core/quarantine/build-up';
import type { Beside } from '@/core/quarantine/conflicts';
import { isThere, quarantineStateOf, type QuarantineRecord, type QuarantineState } from '@/core/quarantine/course';
import type { Entry } from '@/core/quarantine/schema';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { oxygenUseOf } from '@/core/catalogue/species';
import type { Species } from '@/core/catalogue/schema';
import { residentsOf } from '@/server/arrive/residents';
import type { StoredQuarantine } from '@/server/db/quarantines';
import type { House } from '@/server/house';
import { ownAssumptions } from '@/server/settings/assumptions';

export const assumptionsHere = (house: House): Assumptions => withOverrides(ownAssumptions(house));

/** Readings that were typed at the tank’s own page count as tests; those that tests left there are not counted twice. */
function readHere(house: House, q: StoredQuarantine, told: readonly Entry[]): Entry[] {
  const known = new Set(told.map((e) => e.at));
  return house.ledger
    .readings(q.tankId, 400)
    .filter((r) => r.struckBy === null && r.at >= q.startedAt && (q.closedAt === null || r.at <= q.closedAt))
    .filter((r) => !known.has(r.at))
    .map((r): Entry => ({ kind: 'test', figures: r.figures, how: r.how, n: -r.id, at: r.at, by: '', strikes: null }));
}

/** What the tank was read last before the weeks began; ammonia and medicines of then tell nothing of now. */
function readBefore(house: House, q: StoredQuarantine): NonNullable<QuarantineRecord['before']> {
  const earlier = house.ledger.readings(q.tankId, 400).filter((r) => r.struckBy === null && r.at < q.startedAt);
  const last = (k: TankFigure) => earlier.find((r) => r.figures[k] !== undefined);
  return Object.fromEntries(
    waterFigures.flatMap((k) => {
      if (k === 'tanMgNL') return [];
      const r = last(k);
      return r ? [[k, { ms: Date.parse(r.at), value: r.figures[k]! }]] : [];
    }),
  );
}

/** Litres that a dose is reckoned for: measured where somebody did, else what the tank is said to hold. */
export const litresOf = (q: Pick<StoredQuarantine, 'waterL' | 'volumeL'>): number => q.waterL ?? q.volumeL;

export function factsOf(house: House, q: StoredQuarantine): QuarantineRecord {
  const told = house.quarantines.entriesOf(q.id);
  return {
    plan: q.plan,
    openedMs: Date.parse(q.startedAt),
    zone: q.zone,
    waterL: litresOf(q),
    entries: [...told, ...readHere(house, q, told)],
    before: readBefore(house, q),
    duties: house.quarantines.dutiesOf(q.id).map((d) => ({
      key: d.key,
      kind: d.kind,
      phase: d.phase,
      dueMs: Date.parse(d.dueAt),
      doneMs: d.doneAt === null ? null : Date.parse(d.doneAt),
      waived: d.waived,
    })),
  };
}

/** The name the tank has now, whatever it was called when the weeks began. */
export const tankNameOf = (house: House, q: Pick<StoredQuarantine, 'tankId' | 'tank'>): string => {
  const name = house.records.byId(q.tankId)?.document.name;
  return typeof name === 'string' ? name : q.tank;
};

export interface Dweller {
  species: Species | null;
  speciesId: string;
  name: string;
  count: number;
  code: string | null;
  consignmentId: string;
}

/** Who lives in the tank of those that joined its weeks, consignment by consignment. */
export function dwellersOf(house: House, q: StoredQuarantine): Dweller[] {
  const known = new Map(house.shelves().all.species.map((s) => [s.id, s]));
  return house.quarantines.members(q.id).flatMap(({ consignmentId }) =>
    house.ledger
      .staysOf(consignmentId)
      .filter((s) => s.tank === q.tankId && s.count > 0)
      .map((s): Dweller => {
        const c = s.code ? house.consignments.byCode(s.code)?.document : undefined;
        const species = known.get(s.speciesId) ?? c?.catalogue?.species.find((x) => x.id === s.speciesId) ?? null;
        const { speciesId, count, code } = s;
        return { species, speciesId, name: species?.name ?? speciesId, count, code, consignmentId };
      }),
  );
}

/** Length of an animal of which nobody told one: that of its kind. */
export function livingIn(house: House, q: StoredQuarantine): Living[] {
  return residentsOf(house, q.tankId).map(({ species, count, lengthCm }) => {
    const s = species as Species;
    return { count, massG: s.gPerCm3 * (lengthCm ?? s.lengthCm) ** 3, metabolismFactor: oxygenUseOf(s) };
  });
}

const WARM_C = 28;
const SOFT_DKH = 3;

/** What animals of these kinds are to a dose. */
export const besideOfKinds = (kinds: readonly Species[]): Beside[] => [
  ...(kinds.some((x) => x.kind !== 'fish') ? (['invertebrates'] as const) : []),
  ...(kinds.some((x) => x.flags.includes('dye-sensitive')) ? (['scaleless'] as const) : []),
];

/** What is beside a dose in this tank now. */
export function besideOf(house: House, q: StoredQuarantine, f: QuarantineRecord, s: QuarantineState): Beside[] {
  const out = besideOfKinds(dwellersOf(house, q).flatMap((d) => d.species ?? []));
  if (q.plan.plants) out.push('plants');
  if (q.plan.foodFish) out.push('food-fish');
  if (s.carbonIn) out.push('carbon');
  if (s.media > 0) out.push('filter');
  if ((s.latest.tempC?.value ?? 0) >= WARM_C) out.push('warm');
  if (s.latest.khDkh && s.latest.khDkh.value < SOFT_DKH) out.push('soft');
  if (s.now.phase.kind === 'settle' && s.now.state === 'now') out.push('unsettled');
  for (const w of s.water)
    if (isThere(w, s.nowMs)) out.push(w.medicine.kind, ...(w.medicine.reducing ? (['reducing'] as const) : []));
  return out;
}

export const standingNow = (house: House, q: StoredQuarantine, f = factsOf(house, q)): QuarantineState =>
  quarantineStateOf(f, q.closedAt === null ? house.nowMs() : Math.min(house.nowMs(), Date.parse(q.closedAt)));

/** Who lives in a tank in its weeks now, in words; those it was opened for where nobody is left. */
export const animalsIn = (house: House, q: StoredQuarantine): string =>
  dwellersOf(house, q)
    .map((d) => `${d.count} ${d.name}`)
    .join(', ') || q.animals;
