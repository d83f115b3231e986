import { refuse, type Outcome } from './outcome';
import { FORMAT_VERSION } from './schema';

/** A document as it was written, by whatever version. */
export type Json = Record<string, unknown>;

/** From each released version to the next: pure, and never changed once the next one is released. */
const steps: Readonly<Record<number, (old: Json) => Json>> = {
  1: factsApart,
  2: temperatureAsDose,
  3: unknownIsAbsent,
  4: placesWithSeason,
};

/**
 * Brings a document of any released version to the present one: a file, a stored plan, or an earlier state of one. What
 * a step does not know it leaves as it is. Refuses what is newer than this program, and versions that never were.
 */
export function upgraded(json: Json): Outcome<Json> {
  let doc = json;
  let version = Number(doc.version);
  if (version > FORMAT_VERSION)
    return refuse(
      'version',
      `This file has format version ${version}; this program reads up to version ${FORMAT_VERSION}. Update the program, or export the file again from where it was made.`,
    );
  if (!Number.isInteger(version) || version < 1)
    return refuse('version', `Format version ${version} was never released: the file reads as damaged.`);
  for (; version < FORMAT_VERSION; version++) doc = { ...steps[version]!(doc), version: version + 1 };
  return { ok: true, value: doc };
}

/** A part of a document as rows, or as an object: what is neither is left for the schema to tell. */
const rowsOf = <T>(x: unknown): T[] =>
  Array.isArray(x) ? (x.filter((r) => typeof r === 'object' && r !== null) as T[]) : [];
const objectOf = (x: unknown): Json | null =>
  typeof x === 'object' && x !== null && !Array.isArray(x) ? (x as Json) : null;

interface OldLine {
  id: string;
  speciesId: string;
  count: number;
}
interface OldBag {
  boxId: string;
  waterL: number;
  animals: { lineId: string; count: number }[];
}
interface OldRow {
  id: string;
  name: string;
  kind: string;
}

/** The one row of version 1 that was no animal. */
const OLD_PLANTS: OldRow = { id: 'stem-plants', name: 'Bunch of stem plants', kind: 'plant' };

/**
 * Version 1 to 2. Readings of the receiving tank stand by the tank's name; plants that were ordered like animals travel
 * along as companions, with the weight of the bag they were in.
 */
function factsApart(old: Json): Json {
  const out: Json = { ...old };
  const actual = objectOf(old.actual);
  const name = objectOf(old.tank)?.name;
  if (actual && typeof name === 'string') {
    const { tank, otherTanks, ...rest } = actual;
    out.actual = { ...rest, tanks: { ...(tank ? { [name]: tank } : {}), ...objectOf(otherTanks) } };
  }
  const embedded = rowsOf<OldRow>(objectOf(old.catalogue)?.species);
  const plants = [OLD_PLANTS, ...embedded.filter((s) => s.kind === 'plant')];
  const lines = rowsOf<OldLine>(old.lines);
  const gone = lines.filter((l) => plants.some((p) => p.id === l.speciesId));
  if (embedded.some((s) => s.kind === 'plant'))
    out.catalogue = { ...(old.catalogue as Json), species: embedded.filter((s) => s.kind !== 'plant') };
  if (gone.length === 0) return out;
  const bags = rowsOf<OldBag>(old.bags).map((b) => ({ ...b, animals: rowsOf<OldBag['animals'][number]>(b.animals) }));
  out.lines = lines.filter((l) => !gone.includes(l));
  out.companions = gone.map((l) => {
    const inside = bags.filter((b) => b.animals.some((a) => a.lineId === l.id));
    return {
      id: l.id,
      kind: 'plant',
      name: plants.find((p) => p.id === l.speciesId)!.name,
      amount: `${l.count}`,
      vessel: 'bag',
      weightKg: Math.round(inside.reduce((kg, b) => kg + b.waterL, 0) * 100) / 100,
      boxId: inside[0]?.boxId ?? null,
    };
  });
  out.bags = bags
    .map((b) => ({ ...b, animals: b.animals.filter((a) => !gone.some((l) => l.id === a.lineId)) }))
    .filter((b) => b.animals.length > 0);
  return out;
}

/** Assumptions that have another name since version 3, and those that nothing is computed with any more. */
const renamed: Readonly<Record<string, string>> = {
  gasTransferMPerH: 'gasTransferRestMPerH',
  packStrengthSigma: 'packKindSigma',
  insulationSigma: 'boxKindSigma',
};
const retired: readonly string[] = [
  'nh3MeanH',
  'delicateNh3MgNL',
  'ordinaryNh3MgNL',
  'hardyNh3MgNL',
  'worstCaseOxygenFactor',
  'packDormantOxygen',
  'dearerBoxGain',
];

/** Assumptions of version 2 in the names of version 3; the same where nothing of it is old. */
export const presentAssumptions = (own: Json): Json =>
  Object.fromEntries(
    Object.entries(own)
      .filter(([name]) => !retired.includes(name))
      .map(([name, value]) => [renamed[name] ?? name, value]),
  );

/** Temperatures of a species of version 2 in the words of version 3: what were hard edges is what it bears for a day. */
export function presentSpecies<T extends { temp?: unknown }>(s: T): T {
  const temp = objectOf(s.temp);
  if (!temp || !('hardMinC' in temp)) return s;
  const { hardMinC, softMinC, softMaxC, hardMaxC } = temp;
  return { ...s, temp: { cold24C: hardMinC, easeMinC: softMinC, easeMaxC: softMaxC, warm24C: hardMaxC } };
}

/** Version 2 to 3. Temperature is a dose; its limits and what else changed have other names. */
function temperatureAsDose(old: Json): Json {
  const out: Json = { ...old };
  const own = objectOf(old.assumptions);
  if (own) out.assumptions = presentAssumptions(own);
  const rows = objectOf(old.catalogue);
  if (Array.isArray(rows?.species))
    out.catalogue = {
      ...rows,
      species: rows.species.map((s: unknown) => (objectOf(s) ? presentSpecies(s as { temp?: unknown }) : s)),
    };
  return out;
}

/** What earlier forms filled in by themselves, all of it together: of a tank that was read in part, and of a water that nobody read. */
const FILLED = { khDkh: 5, ghDgh: 8, tanMgNL: 0 } as const;
const NEVER_READ = ['pH', 'khDkh', 'ghDgh', 'tanMgNL'];

/**
 * Version 3 to 4. A figure that nobody measured is not there any more. What looks like one of the figures that earlier
 * forms filled in goes with it, and is kept in `unproven`, so that whoever did measure it can put it back.
 */
function unknownIsAbsent(old: Json): Json {
  const unproven: { where: string; figures: Json }[] = [];
  const known = (of: unknown, where: string): unknown => {
    const water = objectOf(of);
    if (!water) return of;
    const { guessed, ...all } = water;
    const names = Array.isArray(guessed) ? guessed.map(String) : [];
    const without = (of: Json, gone: readonly string[]): Json =>
      Object.fromEntries(Object.entries(of).filter(([k]) => !gone.includes(k)));
    const rest = without(all, names);
    const filled = Object.entries(FILLED).every(([k, v]) => rest[k] === v)
      ? Object.keys(FILLED)
      : NEVER_READ.every((k) => names.includes(k))
        ? ['tempC', 'salinity'].filter((k) => k in rest)
        : [];
    if (filled.length > 0) unproven.push({ where, figures: Object.fromEntries(filled.map((k) => [k, rest[k]])) });
    return without(rest, filled);
  };
  const out: Json = { ...old, sourceWater: known(old.sourceWater, 'sourceWater'), tank: known(old.tank, 'tank') };
  if (Array.isArray(old.waters))
    out.waters = old.waters.map((w: unknown, i) => {
      const row = objectOf(w);
      return row ? { ...row, water: known(row.water, `waters.${i}.water`) } : w;
    });
  if (Array.isArray(old.otherTanks)) out.otherTanks = old.otherTanks.map((t, i) => known(t, `otherTanks.${i}`));
  if (unproven.length > 0) out.unproven = unproven;
  return out;
}

/** What version 4 assumed of a place: air = own + coupling · (weather − own), all year. */
const oldPlaces: Readonly<Record<string, readonly [ownC: number, coupling: number]>> = {
  room: [21, 0.05],
  ownCar: [20, 0.25],
  counter: [18, 0.3],
  vanUnconditioned: [15, 0.6],
  vanConditioned: [16, 0.25],
  depot: [14, 0.55],
  aircraftHold: [12, 0.05],
  ramp: [15, 1],
  doorstep: [15, 1],
};

/** Assumptions of version 4 that nothing is computed with any more. */
const without: readonly string[] = ['legCouplingSigma', 'packProvedAboveC'];

/**
 * Assumptions of version 4 in the names of version 5. A place that a hand had set goes on as it was set: neither lag nor
 * sun, and one answer on the cold and the warm side.
 */
export function placesAsSet(own: Json): Json {
  const out: Json = {};
  for (const [name, value] of Object.entries(own)) {
    const of = /^(.+)(OwnC|Coupling)$/.exec(name)?.[1];
    if (name === 'legOwnSigmaC') out.placeSigmaC = value;
    else if (of === undefined || !oldPlaces[of]) {
      if (!without.includes(name)) out[name] = value;
    } else if (of !== 'doorstep') {
      const [ownC, coupling] = oldPlaces[of]!;
      const keptC = own[`${of}OwnC`] ?? ownC;
      const share = own[`${of}Coupling`] ?? coupling;
      Object.assign(out, {
        [`${of}LagH`]: 0,
        [`${of}HeatedToC`]: keptC,
        [`${of}ColdCoupling`]: share,
        [`${of}CooledToC`]: keptC,
        [`${of}WarmCoupling`]: share,
        [`${of}SunK`]: 0,
      });
    }
  }
  return out;
}

/** Version 4 to 5. A place on the way follows the seasons. */
function placesWithSeason(old: Json): Json {
  const own = objectOf(old.assumptions);
  return own ? { ...old, assumptions: placesAsSet(own) } : old;
}
