import { randomUUID } from 'node:crypto';
import type { Facts } from '@/core/consignment/facts';
import { projectFacts } from '@/core/consignment/project-facts';
import type { Consignment, Forecast } from '@/core/consignment/schema';
import type { Trace } from '@/core/consignment/trace';
import { DRAW_STEP_H } from '@/core/engine/draws';
import { lived, type Lived } from '@/core/engine/simulated-truth';
import { prepare } from '@/core/engine/prepare';
import { streamOf, type Stream } from '@/core/engine/random';
import { evaluate } from '@/core/evaluate/evaluate';
import { predictionOf } from '@/core/evaluate/prediction';
import { HOUR } from '@/core/quantities/time';
import { catalogueOf } from '@/server/consignment/result';
import { addConsignment } from '@/server/consignment/store';
import type { House } from '@/server/house';

const WEEK = 7 * 24 * HOUR;

/** What this room’s things are really like, and nobody there knew: its boxes lose more, its packs give less, its tetras breathe more. */
export const TRUTH = { loss: 1.14, packs: 0.9, use: 1.12 };

/** Weeks ago, degrees against the base journey, hours late, whether a logger lay in it, and whether somebody counted. */
const JOURNEYS: readonly [weeks: number, warmerC: number, lateH: number, logger: boolean, counted: boolean][] = [
  [3, 1, 0, true, true],
  [4, 2, 0, false, true],
  [6, 3, 0, true, true],
  [8, 5, 0, false, true],
  [11, 7, 24, false, true],
  [14, 9, 0, false, false],
  [18, 13, 0, false, true],
  [22, 14, 0, false, true],
  [27, 11, 0, true, true],
  [31, 7, 0, false, true],
  [35, 3, 0, false, true],
  [39, -5, 24, true, true],
  [42, -8, 0, false, true],
  [45, -10, 24, true, true],
];
const PEOPLE = ['Greta Olm', 'Piet Rasker', 'Ines Morar', 'Tove Lind'] as const;

/** A plan as it was some weeks before, in that week’s weather. */
function before(c: Consignment, weeks: number, warmerC: number, n: number): Consignment {
  const at = (iso: string): string => new Date(Date.parse(iso) - weeks * WEEK).toISOString();
  const forecast: Forecast = {
    ...c.forecast!,
    madeAt: at(c.forecast!.madeAt),
    places: c.forecast!.places.map((p) => ({
      ...p,
      points: p.points.map((x) => ({ ...x, at: at(x.at), tempC: Math.round((x.tempC + warmerC) * 10) / 10 })),
    })),
  };
  return {
    ...c,
    id: randomUUID(),
    code: `KC-00${String(40 + n).padStart(2, '0')}`,
    receiver: { ...c.receiver, name: PEOPLE[n % PEOPLE.length]!, phone: `+00 000 00${n}` },
    receiverId: undefined,
    note: '',
    handOverAt: at(c.handOverAt),
    window: c.window && { startAt: at(c.window.startAt), endAt: at(c.window.endAt) },
    openingAt: at(c.openingAt),
    forecast,
    lines: c.lines.map(({ lotId: _, ...l }) => l),
    actual: projectFacts({ observations: [], events: [] }),
  };
}

const nearest = (c: Float64Array, h: number): number => c[Math.min(c.length - 1, Math.round(h / DRAW_STEP_H))]!;

/** What was told of it: when it went and came, and what a thermometer, drops and eyes found. */
function factsOf(c: Consignment, world: Lived, lateH: number, counted: boolean, s: Stream): Facts {
  const iso = (ms: number): string => new Date(ms).toISOString();
  const late = lateH * HOUR;
  const openMs = Date.parse(c.openingAt) + late;
  const facts: Facts = { observations: [], events: [] };
  let n = 0;
  const base = { note: '', by: '', strikes: null };
  for (const [kind, ms] of [
    ['sealed', world.f.instants.sealMs],
    ['handed-over', Date.parse(c.handOverAt)],
    ['arrived', Date.parse(c.window?.startAt ?? c.openingAt) + late + 0.4 * HOUR],
    ['opened', openMs],
  ] as const)
    facts.events.push({ n: ++n, at: iso(ms), kind, subject: { kind: 'consignment', id: '' }, ...base });
  if (!counted) return facts;
  world.f.bags.forEach((b) => {
    const lost = world.bags.find((x) => x.id === b.id)!.lost;
    const dead = lost ? Math.max(1, Math.round(b.animals * Math.min(1, (world.openH - lost.atH) / 8))) : 0;
    const tell = (quantity: 'tempC' | 'pH' | 'tanMgNL' | 'alive' | 'dead', value: number, unit: string): void =>
      void facts.observations.push({
        n: ++n,
        at: iso(openMs - 0.1 * HOUR),
        subject: { kind: 'bag', id: b.id },
        quantity,
        value,
        unit,
        word: '',
        method: quantity === 'tempC' ? 'infrared' : quantity === 'alive' || quantity === 'dead' ? 'counted' : 'typed',
        photo: null,
        ...base,
      });
    tell('tempC', Math.round((nearest(b.tempC, world.openH) + 0.4 * s.normal()) * 10) / 10, '°C');
    tell('pH', Math.round((nearest(b.curves.pH, world.openH) + 0.1 * s.normal()) * 10) / 10, '');
    tell('tanMgNL', Math.round(nearest(b.curves.tanMgNL, world.openH) * Math.exp(0.2 * s.normal()) * 2) / 2, 'mg N/L');
    tell('alive', b.animals - dead, '');
    tell('dead', dead, '');
  });
  return facts;
}

/** A year of earlier journeys, so that the logbook has something to tell: each lived through the engine with what nobody knew. */
export function livePast(house: House, bases: readonly Consignment[]): void {
  JOURNEYS.forEach(([weeks, warmerC, lateH, logger, counted], i) => {
    const s = streamOf(4242, i);
    const base = before(bases[i % bases.length]!, weeks, warmerC, i);
    // In the warm half of the year nobody packs heat.
    const c = warmerC < 7 ? base : { ...base, boxes: base.boxes.map((b) => ({ ...b, packs: [] })) };
    const catalogue = catalogueOf(c, house);
    const p = prepare(c, catalogue, c.forecast, { stepH: DRAW_STEP_H, beyondH: 60 });
    const told = evaluate(c, catalogue, c.forecast, { draws: 50, stepH: DRAW_STEP_H, calendar: house.calendar(c) });
    if (!p.ok || !told.ok) throw new Error(`The past of ${c.code} cannot be made.`);
    const off = 1.2 * s.normal();
    const world = lived(p.value, {
      loss: c.boxes.map(() => TRUTH.loss * Math.exp(0.05 * s.normal())),
      packs: p.value.boxes.map((b) => b.load.heatPacks.map(() => TRUTH.packs * Math.exp(0.1 * s.normal()))),
      use: Object.fromEntries(c.lines.map((l) => [l.speciesId, TRUTH.use * Math.exp(0.12 * s.normal())])),
      warmerC: () => off,
      delayH: lateH,
      delayAt: 'hub',
    });
    const facts = factsOf(c, world, lateH, counted, s);
    const air = world.f.boxes[0]!.curves.airC;
    const sensor = 0.2 * s.normal();
    const trace: Trace = {
      id: `demo-${i}`,
      boxId: c.boxes[0]!.id,
      bagId: null,
      place: 'air',
      source: `button ${1 + (i % 3)}.csv`,
      method: 'file',
      points: Array.from({ length: Math.floor(world.openH / DRAW_STEP_H) }, (_, k): [number, number] => [
        world.f.instants.sealMs + k * DRAW_STEP_H * HOUR,
        Math.round((air[k]! + sensor + 0.15 * s.normal()) * 10) / 10,
      ]),
      at: new Date(Date.parse(c.openingAt) + (lateH + 1) * HOUR).toISOString(),
      by: '',
    };
    addConsignment(
      house,
      { ...c, actual: projectFacts(facts) },
      { kind: 'imported', subject: 'new' },
      {
        ...facts,
        movements: [],
        predictions: [predictionOf(told.value, 'hand-over', c.handOverAt)],
        ...(logger && counted ? { traces: [trace] } : {}),
      },
    );
  });
}
