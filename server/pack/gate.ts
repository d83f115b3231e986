import { z } from 'zod';
import { withOverrides } from '@/core/catalogue/assumptions';
import { sameTimeLater } from '@/core/calendar/calendar';
import { whyNot } from '@/core/calendar/departure';
import { row } from '@/core/catalogue/row';
import { unstruck } from '@/core/consignment/project-facts';
import type { Quantity } from '@/core/measurement/quantities';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { foundAtGate } from '@/core/duties/gate';
import { leftOut, type Missing } from '@/core/duties/skipped-steps';
import { planB, type PlanB } from '@/core/duties/plan-b';
import { numberedPacks } from '@/core/heat/numbered';
import { idText, text } from '@/core/quantities/shapes';
import { scaleReadings } from '@/server/box/scale-readings';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import { evaluationOf } from '@/server/consignment/view';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { localAt, typedInstant } from '@/server/instants';
import { recordEvent } from './events';
import { stepsOf } from './steps';

/** What speaks against handing a consignment over at an instant, besides what hands left out. */
export function gateFindings(house: House, stored: StoredConsignment, atMs = house.nowMs()): Missing[] {
  const { document: c, result } = stored;
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  const service = row(catalogue.services, c.serviceId, 'service');
  const scale = [...scaleReadings(house, c.id)].map(([box, r]) => [box, r.kg] as const);
  return foundAtGate(c, {
    packs: numberedPacks(c, catalogue, house.facts.of(c.id), a),
    scaleKg: new Map(scale),
    rests: service.kind === 'own-car' ? null : whyNot(service, atMs, c, house.calendar(c)),
    outlook: {
      worstSlackH: result?.worstSlackH ?? null,
      chance: result?.chance ?? null,
      draws: result?.draws ?? 0,
    },
    a,
  });
}

/** What a consignment would leave without at an instant, by name: what may harm first, then what hands left out. */
export function missingAtGate(house: House, stored: StoredConsignment, atMs = house.nowMs()): Missing[] {
  const { id } = stored.document;
  const ticks = house.facts.ticks(id);
  return [
    ...gateFindings(house, stored, atMs),
    ...leftOut(stepsOf(house, [stored]), {
      tickedMs: (_, key) => (ticks.has(key) ? Date.parse(ticks.get(key)!) : null),
      weighed: new Set(scaleReadings(house, id).keys()),
    }),
  ];
}

export const handOverShape = z.object({
  deed: z.literal('handOver'),
  code: idText(20),
  /** Why it leaves although something is missing. */
  because: text(200),
  receipt: text(60),
  takenBy: text(60),
  /** By the clock of the counter, as 18:40; when it was pressed where empty. */
  clock: text(5),
});
export type HandOver = Omit<z.infer<typeof handOverShape>, 'deed'>;

/** What the counter told: receipt or booking number, who took it, and why it left although something was missing. */
const counterFacts = ['receipt', 'takenBy', 'note'] as const satisfies readonly Quantity[];

/** So long ago a clock may have been read at the counter and typed at home, ms. */
const EVENING_MS = 12 * 3600_000;

/** The instant that a clock of the counter showed: today, or late yesterday where it is past midnight by now. */
function counterInstant(clock: string, pressedAt: string, zone: string): Outcome<string> {
  if (clock === '') return { ok: true, value: pressedAt };
  const pressedMs = Date.parse(pressedAt);
  const on = (days: number): string | null =>
    typedInstant(`${localAt(sameTimeLater(pressedMs, days, zone), zone).slice(0, 10)} ${clock}`, zone);
  if (on(0) === null) return refuse('clock', 'Enter the time as 18:40.');
  const at = [on(0), on(-1)].find(
    (x) => x !== null && Date.parse(x) <= pressedMs + 60_000 && Date.parse(x) >= pressedMs - EVENING_MS,
  );
  return at
    ? { ok: true, value: at }
    : refuse('clock', `It is not ${clock} yet. Record the drop-off when it has happened.`);
}

/** The hand-over through the gate: what is missing has to be done, or a reason given; what the counter said is kept. */
export function handOver(house: House, d: HandOver, pressedAt: string): Outcome<null> {
  const stored = find(house, d.code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  // The other phone was quicker.
  if (c.actual.handedOverAt) return { ok: true, value: null };
  const told = counterInstant(d.clock, pressedAt, c.sender.place.zone);
  if (!told.ok) return told;
  const at = told.value;
  const missing = missingAtGate(house, stored.value, Date.parse(at));
  if (missing.length > 0 && d.because === '')
    return refuse(
      'because',
      `${missing.length === 1 ? 'One thing is' : `${missing.length} things are`} missing: ${missing.map((m) => m.words).join('; ')}. Do it, or give a reason to send it anyway.`,
    );
  return house.db.transaction((): Outcome<null> => {
    const r = recordEvent(house, d.code, 'handedOverAt', at);
    if (!r.ok) return r;
    const without = missing.length > 0 ? `Left without: ${missing.map((m) => m.words).join('; ')}`.slice(0, 200) : '';
    const words = {
      receipt: d.receipt,
      takenBy: d.takenBy,
      note: without ? `${without}. Because ${d.because}` : d.because,
    };
    for (const quantity of counterFacts)
      if (words[quantity])
        house.facts.told(c.id, {
          at,
          subject: { kind: 'consignment', id: '' },
          quantity,
          word: words[quantity].slice(0, 300),
          method: 'typed',
        });
    return { ok: true, value: null };
  })();
}

/** Takes the hand-over back, and with it what the counter told. */
export function takeBackHandOver(house: House, code: string, version: number | null): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const { id: of } = stored.value.document;
  return house.db.transaction((): Outcome<null> => {
    const r = recordEvent(house, code, 'handedOverAt', null, version);
    if (!r.ok) return r;
    for (const o of counterTold(house, of)) house.facts.takeBack(of, o, house.nowIso());
    return { ok: true, value: null };
  })();
}

const counterTold = (house: House, of: string) =>
  unstruck(house.facts.of(of).observations).filter(
    (o) => o.subject.kind === 'consignment' && counterFacts.some((q) => q === o.quantity),
  );

/** What was told at the counter, in words by kind. */
export const counterWords = (house: House, of: string): Partial<Record<(typeof counterFacts)[number], string>> =>
  Object.fromEntries(counterTold(house, of).map((o) => [o.quantity, o.word]));

/** What is left when the counter refuses: asked for before leaving. */
export function planBOf(house: House, code: string): Outcome<PlanB> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const e = evaluationOf(house, stored.value);
  if (!e.ok) return e;
  const c = stored.value.document;
  return { ok: true, value: planB(c, catalogueOf(c, house), house.calendar(c), e.value, house.nowMs()) };
}
