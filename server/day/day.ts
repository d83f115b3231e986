import { noConsignment } from '@/server/answer';
import { z } from 'zod';
import { between, idText, text, version } from '@/core/quantities/shapes';
import { runJob, type Job, type JobReport, type JobResult } from '@/core/evaluate/job';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { boxSchema, type Consignment } from '@/core/consignment/schema';
import { ventHolesFor } from '@/core/choose/packs';
import { betterDay } from '@/core/choose/days';
import { movedWords, scheduleOf, type ScheduleMoment } from '@/core/duties/schedule';
import type { House } from '@/server/house';
import { forecastFor } from '@/server/outside';
import { catalogueOf, jobRows } from '@/server/consignment/result';
import { change } from '@/server/consignment/change';
import { soundOf } from '@/server/consignment/sound';
import { fastedTanks } from './fasted';

/** Days that are compared, and how far their weather must reach. */
const DAYS = 10;
const FORECAST_DAYS = DAYS + 6;
/** Runs of each day and service. */
const RUNS = 200;
/** A held consignment is looked at again when the forecast may have changed. */
const LOOK_AGAIN_MS = 3 * 3600_000;

/** The same order on every coming day with every live service: what a worker needs to compare them. */
export function dayJob(house: House, c: Consignment): Omit<Job, 'options'> {
  const rows = jobRows(c, house);
  const offered = catalogueOf(c, house).services.filter((s) => s.live);
  const far = new Date(house.nowMs() + FORECAST_DAYS * 864e5).toISOString();
  return {
    consignment: { ...c, forecast: forecastFor(c, house.nowMs(), house.nowMs(), FORECAST_DAYS) },
    catalogue: { ...rows, services: offered },
    calendar: house.calendar({ ...c, handOverAt: house.nowIso(), openingAt: far }),
  };
}

/** How the days are compared, from now on. */
export const dayOptions = (fromMs: number, fasted: readonly string[]): Job['options'] => ({
  stepH: 0.5,
  choosers: { packs: null, bags: false, days: { fromMs, days: DAYS, draws: RUNS, fasted } },
});

const moveInput = z.object({
  code: idText(20),
  version,
  serviceId: idText(),
  handOverAt: z.iso.datetime(),
  windowAt: z.object({ startAt: z.iso.datetime(), endAt: z.iso.datetime() }),
  openingAt: z.iso.datetime(),
  packs: z.array(z.object({ boxId: idText(), packs: boxSchema.shape.packs })),
});
export type MoveInput = z.input<typeof moveInput>;

/** The moments of a consignment as it stands, to be compared with those after a change. */
export const scheduleMomentsOf = (house: House, c: Consignment): ScheduleMoment[] =>
  scheduleOf(c, catalogueOf(c, house));

/**
 * After a plan has moved: says what moved from when to when, takes back the ticks of what is to be done again, and brings
 * back what was put off.
 */
export function sayMoved(house: House, before: readonly ScheduleMoment[], c: Consignment): string[] {
  const after = scheduleMomentsOf(house, c);
  const words = movedWords(before, after, c.sender.place.zone);
  if (words.size === 0) return [];
  const ticks = house.facts.ticks(c.id);
  const taken: { key: string; at: string }[] = [];
  const said = [...words].map(([key, text]) => {
    const at = ticks.get(`moment:${key}`);
    const moment = after.find((m) => m.key === key);
    if (!at || !moment || moment.atMs <= house.nowMs()) return text;
    house.facts.untick(c.id, `moment:${key}`, house.nowIso());
    house.consignments.journal(c.id, house.nowIso(), 'taken back', `moment:${key}`, { because: 'the day moved' });
    taken.push({ key: `moment:${key}`, at });
    return `${text}; to be done again`;
  });
  house.bench.putOn(c.id);
  house.consignments.journal(c.id, house.nowIso(), 'moved', c.code, {
    handOverAt: c.handOverAt,
    serviceId: c.serviceId,
    taken,
  });
  return said;
}

/**
 * Moves a planned consignment to another day and service, with the packs that were compared there, and lets go of what was
 * held. Everything before the hand-over moves with it.
 */
export function moveDay(house: House, input: unknown): Outcome<string[]> {
  const parsed = moveInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const to = parsed.data;
  if (Date.parse(to.handOverAt) < house.nowMs())
    return refuse('handOverAt', 'This day has passed. Compare days again.');
  const stored = house.consignments.byCode(to.code);
  if (!stored) return noConsignment(to.code);
  const before = scheduleMomentsOf(house, stored.document);
  return house.db.transaction((): Outcome<string[]> => {
    const moved = change(house, to.code, to.version, 'the day', (c) => {
      if (c.actual.sealedAt ?? c.actual.handedOverAt)
        return refuse('code', 'The bags are sealed. The day cannot change.');
      const catalogue = catalogueOf(c, house);
      const next: Consignment = {
        ...c,
        serviceId: to.serviceId,
        handOverAt: to.handOverAt,
        window: to.windowAt,
        openingAt: to.openingAt,
        held: null,
        boxes: c.boxes.map((b) => {
          const packs = to.packs.find((p) => p.boxId === b.id)?.packs;
          return packs ? { ...b, packs, ventHoles: ventHolesFor(packs, catalogue), bottle: null } : b;
        }),
      };
      return { ok: true, value: { ...next, forecast: forecastFor(next, Date.parse(next.handOverAt), house.nowMs()) } };
    });
    if (!moved.ok) return moved;
    house.bench.dropLook(stored.document.id);
    return { ok: true, value: sayMoved(house, before, moved.value.document) };
  })();
}

const holdInput = z.object({
  code: idText(20),
  version,
  reason: text(300),
  best: z.object({ verdict: z.enum(['go', 'care', 'hold']), chance: between(0, 1, 'A chance').nullable() }).nullable(),
});
export type HoldInput = z.input<typeof holdInput>;

/** Holds a planned consignment back until a better day: nothing of it is due, and it is looked at again by itself. */
export function hold(house: House, input: unknown): Outcome<null> {
  const parsed = holdInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, reason, best } = parsed.data;
  const r = change(house, code, version, 'holding it back', (c) => {
    if (c.actual.sealedAt ?? c.actual.handedOverAt) return refuse('code', 'The bags are sealed. It cannot wait.');
    if (c.direction === 'incoming') return refuse('code', 'The sender decides the day.');
    return { ok: true, value: { ...c, held: { at: house.nowIso(), reason, best } } };
  });
  if (!r.ok) return r;
  // What it was compared with just now needs no second look before the forecast changes.
  house.bench.keepLook(r.value.document.id, { at: house.nowIso(), found: null });
  return { ok: true, value: null };
}

/** Lets go of what was held: its plan stands again as it was. */
export function release(house: House, code: string): Outcome<null> {
  const r = change(house, code, null, 'letting it go', (c) => ({ ok: true, value: { ...c, held: null } }));
  if (!r.ok) return r;
  house.bench.dropLook(r.value.document.id);
  return { ok: true, value: null };
}

/** Runs a job to its end where it stands; for places without threads. */
async function here(job: Job): Promise<Outcome<JobResult>> {
  let last: JobReport | null = null;
  for (const report of runJob(job)) last = report;
  if (last?.kind === 'done') return { ok: true, value: last.result };
  return { ok: false, problems: last?.kind === 'refused' ? last.problems : [] };
}

/**
 * Looks for a better day for everything that is held and was not looked at since the forecast may have changed. What is
 * found becomes its one duty; a day that has got worse again takes it back.
 */
export async function lookForBetterDays(
  house: House,
  run: (job: Job) => Promise<Outcome<JobResult>> = here,
): Promise<number> {
  const now = house.nowMs();
  let looked = 0;
  const { sound } = soundOf(house, { read: house.consignments.planned(), unread: [] });
  for (const { document: c } of sound) {
    const look = c.held ? house.bench.look(c.id) : null;
    if (!c.held || (look && now - Date.parse(look.at) < LOOK_AGAIN_MS)) continue;
    const r = await run({ ...dayJob(house, c), options: dayOptions(now, [...fastedTanks(house, c)]) });
    const found = r.ok && r.value.days ? betterDay(r.value.days, c.held.best) : null;
    // Somebody may have let it go meanwhile.
    if (!house.consignments.byId(c.id)?.document.held) continue;
    house.bench.keepLook(c.id, { at: new Date(now).toISOString(), found });
    looked++;
  }
  return looked;
}
