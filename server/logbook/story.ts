import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { unstruck } from '@/core/consignment/project-facts';
import { isSign } from '@/core/consignment/seen-signs';
import { arrivalSigns } from '@/core/consignment/signs';
import type { Consignment } from '@/core/consignment/schema';
import { tracePlaceWords } from '@/core/consignment/trace';
import { methodNames } from '@/core/acclimation/vessel';
import { hourly } from '@/core/learning/box-curve';
import { Refusal } from '@/core/quantities/refusal';
import { HOUR } from '@/core/quantities/time';
import { catalogueOf } from '@/server/consignment/result';
import { practises } from '@/server/devices/devices';
import { currencyOf, profileOf, type House } from '@/server/house';
import { asFound, cameOut, fitsOf, settleOne } from './digest';
import { journeyOf } from './traces';

type Points = [h: number, v: number][];

/** What happened, planned beside actual. */
function momentsOf(c: Consignment, sealMs: number) {
  const a = c.actual;
  const at = (iso: string | null | undefined): number | null => (iso ? (Date.parse(iso) - sealMs) / HOUR : null);
  return [
    { words: 'Drop-off', planned: at(c.handOverAt), actual: at(a.handedOverAt) },
    { words: 'Delivery', planned: at(c.window?.startAt ?? c.openingAt), actual: at(a.arrivedAt) },
    { words: 'Opened', planned: at(c.openingAt), actual: at(a.openedAt) },
  ];
}

/** The curves of one box: what was foretold at the hand-over, what loggers and thermometers found, and the fit between. */
function boxStory(house: House, c: Consignment, boxId: string, sealMs: number, fits: ReturnType<typeof fitsOf>) {
  const foretold = house.facts.predictions(c.id).find((p) => p.moment === 'hand-over') ?? null;
  const bags = c.bags.filter((b) => b.boxId === boxId);
  const found = asFound(house.facts.of(c.id), c.actual.openedAt);
  const shift = foretold ? (foretold.sealMs - sealMs) / HOUR : 0;
  const untilH = Math.max(2, (Date.parse(c.actual.openedAt ?? c.openingAt) - sealMs) / HOUR);
  const curve = (values: readonly number[]): Points =>
    values
      .map((v, i): [number, number] => [i * foretold!.everyH + shift, v])
      .filter(([h]) => h >= 0 && h <= untilH + 1);
  const shown =
    foretold?.bags.find((b) => b.id === foretold.headline.bagId && bags.some((x) => x.id === b.id)) ??
    foretold?.bags.find((b) => bags.some((x) => x.id === b.id));
  const fit = fits?.fits.get(boxId) ?? null;
  const i = bags.findIndex((b) => b.id === shown?.id);
  return {
    id: boxId,
    bagId: shown?.id ?? bags[0]?.id ?? '',
    untilH,
    foretold: shown ? curve(shown.tempC) : [],
    outside: foretold ? curve(foretold.ambientC) : [],
    traces: house.logbook
      .traces(c.id)
      .filter((t) => t.boxId === boxId)
      .map((t) => ({
        id: t.id,
        place: t.place,
        words: `${t.source}, ${tracePlaceWords[t.place]}${t.bagId ? ` ${t.bagId}` : ''}`,
        count: t.points.length,
        standIn: t.method === 'stand-in',
        points: hourly(
          t.points
            .map(([ms, tempC]) => ({ h: (ms - sealMs) / HOUR, tempC }))
            .filter((p) => p.h >= -1 && p.h <= untilH + 2),
        ).map((p): [number, number] => [p.h, p.tempC]),
      })),
    read: bags.flatMap((b): Points => {
      const r = found.find((x) => x.bagId === b.id);
      return r && r.tempC !== null ? [[(Date.parse(r.at) - sealMs) / HOUR, r.tempC]] : [];
    }),
    fit: fit && {
      loss: fit.loss,
      packs: fit.packs,
      dud: fit.dud,
      hours: fit.hours,
      scatterC: fit.scatterC,
      reckonedOffC: fit.reckonedOffC,
      curve: i < 0 ? [] : sampledHours(fit.bagC[i]!, fits!.p.stepH, untilH),
    },
  };
}

const sampledHours = (values: Float64Array, stepH: number, untilH: number): Points =>
  Array.from({ length: Math.floor(untilH) + 1 }, (_, h): [number, number] => [
    h,
    values[Math.min(values.length - 1, Math.round(h / stepH))]!,
  ]);

/** Everything that was written of it beside figures: notes, signs, words, with their instants. */
function remarksOf(house: House, c: Consignment) {
  const notes = unstruck(house.facts.of(c.id).observations).flatMap((o) => {
    const of = o.subject.kind === 'consignment' ? '' : `${o.subject.kind} ${o.subject.id}: `;
    if (o.quantity === 'sign' && isSign(o.word))
      return [{ at: o.at, by: o.by, words: `${of}${arrivalSigns[o.word].words}` }];
    if (o.quantity === 'note' && o.word) return [{ at: o.at, by: o.by, words: `${of}${o.word}` }];
    if (o.quantity === 'lostLater') return [{ at: o.at, by: o.by, words: `${o.value} died since` }];
    return [];
  });
  return [...notes, ...(c.note ? [{ at: c.handOverAt, by: '', words: c.note }] : [])].sort((x, y) =>
    x.at.localeCompare(y.at),
  );
}

/** A bag as it was foretold for the hour at which it was found, beside what was found. */
function bagStories(house: House, c: Consignment, catalogue: Catalogue, sealMs: number) {
  const foretold = house.facts.predictions(c.id).find((p) => p.moment === 'hand-over') ?? null;
  const found = asFound(house.facts.of(c.id), c.actual.openedAt);
  const runs = house.arrivals.runsOf(c.id);
  return c.bags.map((b) => {
    const r = found.find((x) => x.bagId === b.id) ?? null;
    const was = foretold?.bags.find((x) => x.id === b.id);
    const h =
      ((r ? Date.parse(r.at) : Date.parse(c.actual.openedAt ?? c.openingAt)) - (foretold?.sealMs ?? sealMs)) / HOUR;
    const at = (curve: readonly number[] | undefined): number | null =>
      curve?.[Math.round(h / (foretold?.everyH ?? 1))] ?? null;
    const lines = b.animals.map((x) => ({ ...x, line: c.lines.find((l) => l.id === x.lineId) }));
    return {
      id: b.id,
      boxId: b.boxId,
      animalsWords: lines
        .map((x) => `${x.count} ${x.line ? row(catalogue.species, x.line.speciesId, 'species').name : x.lineId}`)
        .join(', '),
      ...cameOut(c, b),
      method: methodWordsOf(runs.findLast((x) => x.bagIds.includes(b.id))?.method),
      found: r && { tempC: r.tempC, pH: r.pH, tanMgNL: r.tanMgNL ?? null, oxygenMgL: r.oxygenMgL ?? null },
      foretold: was ? { tempC: at(was.tempC), pH: at(was.pH), tanMgNL: at(was.tanMgNL) } : null,
    };
  });
}

const methodWordsOf = (id: string | undefined): string =>
  id ? ((methodNames as Record<string, string>)[id] ?? id) : '';

/** One consignment’s story on one page; null where there is none of that code. */
export function storyView(house: House, code: string) {
  const stored = house.consignments.byCode(code);
  if (!stored) return null;
  const c = stored.document;
  settleOne(house, c.id);
  let catalogue: Catalogue;
  try {
    catalogue = catalogueOf(c, house);
    for (const l of c.lines) row(catalogue.species, l.speciesId, 'species');
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
  const sealMs = Date.parse(c.actual.sealedAt ?? c.actual.handedOverAt ?? c.handOverAt);
  const fits = c.actual.openedAt ? fitsOf(house, c, catalogue) : null;
  const foretold = house.facts.predictions(c.id).find((p) => p.moment === 'hand-over') ?? null;
  const incoming = c.direction === 'incoming';
  const end = incoming ? c.sender : c.receiver;
  return {
    code: c.code,
    version: stored.version,
    incoming,
    title: `${incoming ? 'From' : 'To'} ${end.name}, ${end.place.name}`,
    service: catalogue.services.find((s) => s.id === c.serviceId)?.name ?? c.serviceId,
    zone: profileOf(house).place.zone,
    currency: currencyOf(house),
    sealMs,
    row: house.logbook.byId(c.id),
    legs: (stored.result?.legs ?? []).map((l) => ({
      label: l.label,
      from: (l.startMs - sealMs) / HOUR,
      to: (l.endMs - sealMs) / HOUR,
    })),
    moments: momentsOf(c, sealMs),
    journey: journeyOf(c),
    chance: foretold?.odds ?? null,
    slackH: foretold?.headline.worstSlackH ?? null,
    engine: foretold?.engine ?? null,
    boxes: c.boxes
      .filter((b) => c.bags.some((x) => x.boxId === b.id))
      .map((b) => boxStory(house, c, b.id, sealMs, fits)),
    bags: bagStories(house, c, catalogue, sealMs),
    lines: c.lines.map((l) => ({ id: l.id, count: l.count, species: row(catalogue.species, l.speciesId, 'species') })),
    packNames: Object.fromEntries(catalogue.packs.map((p) => [p.id, p.name])),
    remarks: remarksOf(house, c),
    photos: unstruck(house.facts.of(c.id).observations).flatMap((o) =>
      o.photo ? [{ hash: o.photo, at: o.at, of: `${o.subject.kind} ${o.subject.id}` }] : [],
    ),
    practises: practises(house),
    assumptions: withOverrides(c.assumptions),
  };
}
export type StoryView = NonNullable<ReturnType<typeof storyView>>;

/** Two stories beside one another. */
export function compareView(house: House, codes: string) {
  const [a, b] = codes.split(',').slice(0, 2);
  return {
    a: a ? storyView(house, a.trim()) : null,
    b: b ? storyView(house, b.trim()) : null,
    codes: [a ?? '', b ?? ''],
  };
}
export type CompareView = ReturnType<typeof compareView>;
