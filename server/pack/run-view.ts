import { withOverrides } from '@/core/catalogue/assumptions';
import { keyInstants } from '@/core/calendar/legs';
import { twistCm } from '@/core/bag/filling';
import { standingBagOf } from '@/core/box/arrange';
import { row } from '@/core/catalogue/row';
import { numberedPacks } from '@/core/heat/numbered';
import { expectedSurfaceC } from '@/core/heat/proof';
import { dudWords } from '@/core/heat/duds';
import { scaleReadings } from '@/server/box/scale-readings';
import { catalogueOf } from '@/server/consignment/result';
import type { Bag } from '@/core/consignment/schema';
import type { StoredConsignment } from '@/server/db/consignments';
import { practises } from '@/server/devices/devices';
import type { House } from '@/server/house';
import { takenNow } from '@/server/room/assignments';
import type { Who } from '@/server/room/who';
import { batchesOf } from '@/server/stock/supplies';
import { tankRows } from '@/server/stock/tanks';
import { counterWords, gateFindings } from './gate';
import { saidAs } from './events';
import { dudsHere } from './proving';
import { paceHere, stepsOf } from './steps';

/** The room that a reading is taken in, until another is typed, °C. */
const ROOM_C = 20;

/** Packs of a consignment as hands prove them. */
function packsView(house: House, stored: StoredConsignment) {
  const c = stored.document;
  const a = withOverrides(c.assumptions);
  const now = house.nowMs();
  return numberedPacks(c, catalogueOf(c, house), house.facts.of(c.id), a).map(({ type, openings: _, ...p }) => ({
    ...p,
    typeId: type.id,
    name: type.name,
    rightNowC: p.openedAt ? expectedSurfaceC(type, (now - Date.parse(p.openedAt)) / 60_000, ROOM_C, a) : null,
  }));
}

/** What a drawing of a bag is made from. */
function drawnOf(house: House, { document: c }: StoredConsignment, bag: Bag) {
  const catalogue = catalogueOf(c, house);
  const type = row(catalogue.bags, bag.bagTypeId, 'bag');
  return {
    standing: standingBagOf(bag, type, withOverrides(c.assumptions)),
    breather: type.breather === true,
    made: { lies: bag.lies, layers: bag.layers, corners: bag.corners, cover: bag.cover },
    waterL: bag.waterL,
    gasL: bag.gasL,
    oxygen: bag.oxygenFraction > 0.5,
    twistCm: type.breather ? null : twistCm(type, bag.waterL + bag.gasL),
    inside: bag.animals.map((x) => {
      const line = c.lines.find((l) => l.id === x.lineId)!;
      return { species: row(catalogue.species, line.speciesId, 'species'), count: x.count, lengthCm: line.lengthCm };
    }),
  };
}

/** How packs proved in this house, and the batches that lie on its shelf: read once for an evening. */
const shelfOf = (house: House) => ({
  duds: dudsHere(house).map((d) => ({ typeId: d.typeId, words: dudWords(d) })),
  batches: batchesOf(house),
});
type Shelf = ReturnType<typeof shelfOf>;

/** One consignment of the evening, without the steps: nothing of it has a price. */
function consignmentOf(house: House, stored: StoredConsignment, shelf: Shelf) {
  const c = stored.document;
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  const scale = scaleReadings(house, c.id);
  const packs = packsView(house, stored);
  const kinds = new Set(packs.map((p) => p.typeId));
  return {
    code: c.code,
    version: stored.version,
    to: c.receiver.place.name,
    zone: c.sender.place.zone,
    leaveMs: keyInstants(c, catalogue, a).leaveMs,
    sealedMs: c.actual.sealedAt ? Date.parse(c.actual.sealedAt) : null,
    handedOverAt: c.actual.handedOverAt,
    counter: counterWords(house, c.id),
    boxes: c.boxes.map((b) => ({
      id: b.id,
      bagIds: c.bags.filter((x) => x.boxId === b.id).map((x) => x.id),
      bookedKg: b.declaredKg ?? null,
      weighed: scale.get(b.id) ?? null,
    })),
    bags: c.bags.map((b) => ({
      id: b.id,
      boxId: b.boxId,
      notes: b.labelNotes ?? '',
      drawn: drawnOf(house, stored, b),
      given: (b.treatments ?? []).map((t) => t.id),
      animals: b.animals.map((x) => {
        const line = c.lines.find((l) => l.id === x.lineId)!;
        const species = row(catalogue.species, line.speciesId, 'species');
        return {
          ...x,
          males: x.males ?? null,
          name: species.name,
          speciesId: species.id,
          tank: line.tank,
          lotId: line.lotId ?? null,
        };
      }),
    })),
    /** Bottles of the shelf that may go into a bag besides. */
    bottles: (catalogue.treatments ?? []).map((t) => ({ id: t.id, name: t.name, unit: t.unit })),
    packs,
    duds: shelf.duds.filter((d) => kinds.has(d.typeId)),
    batches: shelf.batches.filter((b) => kinds.has(b.typeId)),
    /** What was found and not mended; what is not done the screen adds from the steps. */
    found: gateFindings(house, stored),
    accepted: c.bags.flatMap((b) => (b.accepted ?? []).map((x) => ({ bag: b.id, ...x }))),
  };
}
export type PackedConsignment = ReturnType<typeof consignmentOf>;

/** The packing run of one consignment or of a whole evening: steps in the order of the hands, with what was done and by whom. */
export function packRunView(house: House, codes: readonly string[], who: Who | null) {
  const list = codes.flatMap((code) => house.consignments.byCode(code) ?? []);
  const pace = paceHere(house);
  const shelf = shelfOf(house);
  const ticks = new Map(
    list.map(({ document: c }) => [
      c.code,
      { at: house.facts.ticks(c.id), by: house.facts.tickedBy(c.id), as: house.facts.tickedAs(c.id) },
    ]),
  );
  const taken = Object.fromEntries(
    codes.map((code) => [
      code,
      { steps: takenNow(house, `step:${code}:`, who), boxes: takenNow(house, `lane:${code}:`, who) },
    ]),
  );
  const steps = stepsOf(house, list, pace).map((s) => {
    const t = ticks.get(s.code)!;
    const as = t.as.get(s.key) ?? '';
    const mine = taken[s.code]!;
    return {
      ...s,
      at: t.at.get(s.key) ?? null,
      by: t.by.get(s.key) ?? '',
      /** What it said when it was done, where the plan says something else since. */
      was: as !== '' && as !== saidAs(s) ? as : null,
      taken: mine.steps[s.key] ?? (s.boxId ? (mine.boxes[s.boxId] ?? null) : null),
    };
  });
  const here = new Set(list.flatMap((s) => s.document.lines.map((l) => l.speciesId)));
  const known = new Set(steps.map((s) => `${s.code} ${s.key}`));
  return {
    nowMs: house.nowMs(),
    steps,
    consignments: list.map((s) => consignmentOf(house, s, shelf)),
    pace,
    /** Done steps that the plan has lost since. */
    gone: [...ticks].flatMap(([code, t]) =>
      [...t.at.keys()]
        .filter((k) => !k.startsWith('moment:') && !known.has(`${code} ${k}`))
        .map((key) => ({ code, key })),
    ),
    /** Animals that could take the place of others: by species, tank by tank. */
    others: tankRows(house).flatMap((t) =>
      t.fish
        .filter((f) => here.has(f.species.id))
        .map((f) => ({ tank: t.tank.name, lotId: f.lotId, speciesId: f.species.id, amount: f.amount })),
    ),
    practises: practises(house),
    shared: house.people.all().length > 0,
  };
}
export type PackRunView = ReturnType<typeof packRunView>;
export type RunStep = PackRunView['steps'][number];
