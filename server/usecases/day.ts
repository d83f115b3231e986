import { z } from 'zod';
import type { Job } from '@/core/consignment/job';
import { boxSchema, problemsOf, refuse, type Consignment, type Outcome } from '@/core/consignment/schema';
import { ventHolesFor } from '@/core/heat/choose';
import { clockWords, dayWords } from '@/core/journey/calendar';
import { backwardSchedule } from '@/core/journey/schedule';
import type { House } from '../house';
import { forecastFor } from '../outside';
import { catalogueOf, jobRows } from '../result';
import { change } from './change';

/** Days that are compared, and how far their weather must reach. */
export const DAYS = 10;
const FORECAST_DAYS = DAYS + 6;

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

const moveInput = z.object({
  code: z.string(),
  version: z.number(),
  serviceId: z.string(),
  handOverAt: z.iso.datetime(),
  windowAt: z.object({ startAt: z.iso.datetime(), endAt: z.iso.datetime() }),
  openingAt: z.iso.datetime(),
  packs: z.array(z.object({ boxId: z.string(), packs: boxSchema.shape.packs })),
});

/**
 * Moves a planned consignment to another day and service, with the packs that were compared there. Everything before the
 * hand-over moves with it: says what moved from when to when, and takes back the ticks of what is still to be done again.
 */
export function moveDay(house: House, input: unknown): Outcome<string[]> {
  const parsed = moveInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const to = parsed.data;
  if (Date.parse(to.handOverAt) < house.nowMs())
    return refuse('handOverAt', 'This day has passed. Compare the days again.');
  const stored = house.consignments.byCode(to.code);
  if (!stored) return refuse('code', `There is no consignment ${to.code}.`);
  const before = backwardSchedule(stored.document, catalogueOf(stored.document, house));
  const moved = change(house, to.code, to.version, 'the day', (c) => {
    if (c.actual.sealedAt ?? c.actual.handedOverAt) return refuse('code', 'The bags are sealed: the day stands.');
    const catalogue = catalogueOf(c, house);
    const next: Consignment = {
      ...c,
      serviceId: to.serviceId,
      handOverAt: to.handOverAt,
      window: to.windowAt,
      openingAt: to.openingAt,
      boxes: c.boxes.map((b) => {
        const packs = to.packs.find((p) => p.boxId === b.id)?.packs;
        return packs ? { ...b, packs, ventHoles: ventHolesFor(packs, catalogue), bottle: null } : b;
      }),
    };
    return { ok: true, value: { ...next, forecast: forecastFor(next, Date.parse(next.handOverAt), house.nowMs()) } };
  });
  if (!moved.ok) return moved;
  const c = moved.value.document;
  const { zone } = c.sender.place;
  const when = (ms: number): string => `${dayWords(ms, zone)} ${clockWords(ms, zone)}`;
  const ticks = house.consignments.ticks(c.id);
  const said = backwardSchedule(c, catalogueOf(c, house)).flatMap((m) => {
    const was = before.find((x) => x.key === m.key);
    if (!was || was.atMs === m.atMs) return [];
    const again = ticks.has(`moment:${m.key}`) && m.atMs > house.nowMs();
    if (again) {
      house.consignments.tick(c.id, `moment:${m.key}`, null);
      house.consignments.journal(c.id, house.nowIso(), 'taken back', `moment:${m.key}`, { because: 'the day moved' });
    }
    return [`${m.title}: ${when(was.atMs)} to ${when(m.atMs)}${again ? '; to be done again' : ''}`];
  });
  house.consignments.journal(c.id, house.nowIso(), 'moved', c.code, {
    handOverAt: c.handOverAt,
    serviceId: c.serviceId,
  });
  return { ok: true, value: said };
}
