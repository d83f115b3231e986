import { z } from 'zod';
import { backOverDays } from '@/core/acclimation/transfer-methods';
import { handling, releaseOrder, releaseWarnings, type Group } from '@/core/acclimation/release';
import { atClock, sameTimeLater } from '@/core/calendar/calendar';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { gateHeld, isOpen } from '@/core/quarantine/conditions';
import { dayNumber } from '@/core/quarantine/duties';
import { idText, requiredText } from '@/core/quantities/shapes';
import type { NewDuty, StoredQuarantine } from '@/server/db/quarantines';
import { residentsOf, tankId } from '@/server/arrive/residents';
import type { House } from '@/server/house';
import { assumptionsHere, dwellersOf, factsOf, litresOf, standingNow, tankNameOf } from './facts';

const releaseInput = z.object({ quarantineId: idText(), into: requiredText(80, 'Choose the tank they go to.') });

/** What a release into a tank would be: who in which order and how, and what speaks against it. */
export function releaseView(house: House, q: StoredQuarantine, into: string) {
  const a = assumptionsHere(house);
  const groups: Group[] = residentsOf(house, q.tankId);
  return {
    into,
    order: releaseOrder(groups).map((g) => ({ name: g.species.name, count: g.count, how: handling(g, a) })),
    warnings: releaseWarnings(groups, residentsOf(house, into), a),
  };
}

/** What is left to do once they are across: low lights, fed residents, looks, gear bleached and dried. */
function dutiesAfter(house: House, q: StoredQuarantine, into: string): NewDuty[] {
  const now = house.nowMs();
  const { clockMs } = standingNow(house, q);
  const from = tankNameOf(house, q);
  const duty = (key: string, ms: number, kind: string, title: string, detail: string, minutes: number): NewDuty => ({
    key: `after-${key}`,
    phase: 'after',
    day: dayNumber(clockMs, ms, q.zone),
    dueAt: new Date(ms).toISOString(),
    kind,
    title,
    detail,
    minutes,
  });
  const at = (days: number, clock: string): number => atClock(sameTimeLater(now, days, q.zone), clock, q.zone);
  return [
    duty(
      'lights',
      now + 5 * 60_000,
      'lights',
      `Lights low over ${into} until tomorrow`,
      'Newcomers find hiding places in the dark.',
      1,
    ),
    duty(
      'look',
      now + 30 * 60_000,
      'look',
      `First look at ${into}`,
      'From a distance: upright, breathing calmly, none chased.',
      5,
    ),
    ...[0, 1].map((d) =>
      duty(
        `feed-${d}`,
        d === 0 ? now + 10 * 60_000 : at(d, '10:00'),
        'feed',
        `Feed the residents of ${into} well`,
        'For two days: well-fed fish chase less.',
        5,
      ),
    ),
    duty(
      'bleach',
      at(1, '11:00'),
      'care',
      `Bleach, rinse and dry ${from}`,
      'Tank, heater, pipes, net, siphon; discard media. Gloves, open windows; never mix bleach with acid.',
      40,
    ),
    duty(
      'dry',
      at(3, '11:00'),
      'care',
      `${from} is dry: store it`,
      'Keep dry for at least two days before new fish.',
      5,
    ),
  ];
}

/** They go home: every one that lives there moves into the tank that was chosen, and the weeks end. */
export function releaseTank(house: House, input: unknown): Outcome<null> {
  const parsed = releaseInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { quarantineId, into } = parsed.data;
  const q = house.quarantines.byId(quarantineId);
  if (!q || q.closedAt !== null) return refuse('quarantine', 'This quarantine has already ended.');
  const to = tankId(house, into);
  if (to === q.tankId) return refuse('into', 'They are in this tank. Choose another.');
  if (house.quarantines.inTank(to)) return refuse('into', `Tank ${into} is in quarantine; joining restarts it.`);
  const f = factsOf(house, q);
  const gate = gateHeld(f, standingNow(house, q, f), assumptionsHere(house));
  if (!isOpen(gate))
    return refuse(
      'gate',
      `Not yet: ${gate
        .filter((h) => !h.holds && h.waived === null)
        .map((h) => `${h.words.toLowerCase()}, ${h.have.toFixed(0)} of ${h.of}`)
        .join('; ')}. Waive points only with a reason.`,
    );
  const dwellers = dwellersOf(house, q);
  if (dwellers.length === 0) return refuse('quarantine', 'Tank is empty. End the quarantine instead.');
  const at = house.nowIso();
  house.db.transaction(() => {
    for (const d of dwellers) {
      house.ledger.carry(d.consignmentId, {
        at,
        count: d.count,
        speciesId: d.speciesId,
        from: { kind: 'tank', id: q.tankId },
        to: { kind: 'tank', id: to },
        why: 'released',
        by: house.hand.by,
      });
      house.facts.happened(d.consignmentId, {
        at,
        kind: 'released',
        subject: { kind: 'tank', id: tankNameOf(house, q) },
        note: `${d.count} ${d.name}, into ${into}`,
      });
    }
    end(house, q, at, into);
  })();
  return { ok: true, value: null };
}

function end(house: House, q: StoredQuarantine, at: string, into: string | null): void {
  house.quarantines.dropAhead(q.id, at);
  house.quarantines.addDuties(
    q.id,
    into === null ? dutiesAfter(house, q, '').filter((d) => d.kind === 'care') : dutiesAfter(house, q, into),
  );
  house.quarantines.close(q.id, at);
  house.consignments.journal(q.consignmentId, at, 'quarantine ended', tankNameOf(house, q), { into });
}

/** The weeks end where nobody lives there any more. */
export function endQuarantine(house: House, quarantineId: unknown): Outcome<null> {
  const q = typeof quarantineId === 'string' ? house.quarantines.byId(quarantineId) : null;
  if (!q || q.closedAt !== null) return refuse('quarantine', 'This quarantine has already ended.');
  const left = dwellersOf(house, q).reduce((n, d) => n + d.count, 0);
  if (left > 0)
    return refuse(
      'quarantine',
      `${left} are still in ${tankNameOf(house, q)}. Release them, or record where they went.`,
    );
  end(house, q, house.nowIso(), null);
  return { ok: true, value: null };
}

/** Degrees a day by which a tank is brought to another (common practice), and the share of the other’s water each day. */
const C_A_DAY = 1;
const SHARE_A_DAY = 0.2;

const towardsInput = z.object({ quarantineId: idText(), tank: requiredText(80, 'Choose the tank they will go to.') });

/** Salinity, temperature and pH go to those of the tank they will live in, over days, as duties with their litres. */
export function bringTowards(house: House, input: unknown): Outcome<number> {
  const parsed = towardsInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const q = house.quarantines.byId(parsed.data.quarantineId);
  if (!q || q.closedAt !== null) return refuse('quarantine', 'This quarantine has already ended.');
  const read = house.ledger.latestFigures().get(tankId(house, parsed.data.tank));
  if (!read) return refuse('tank', `The water was never measured in tank ${parsed.data.tank}. Measure it first.`);
  const s = standingNow(house, q);
  const here = (k: 'salinity' | 'tempC' | 'pH'): number | null => s.latest[k]?.value ?? null;
  const there = { salinity: read.salinity?.value, tempC: read.tempC?.value, pH: read.pH?.value };
  const litres = litresOf(q);
  const days = new Map<number, string[]>();
  const on = (day: number, words: string): void => void days.set(day, [...(days.get(day) ?? []), words]);
  const [salt, warm, pH] = [here('salinity'), here('tempC'), here('pH')];
  if (salt !== null && there.salinity !== undefined && Math.abs(salt - there.salinity) > 0.5)
    for (const step of backOverDays(salt, there.salinity, litres)) on(step.day, `Salinity. ${step.words}`);
  if (warm !== null && there.tempC !== undefined) {
    const n = Math.ceil(Math.abs(there.tempC - warm) / C_A_DAY - 1e-9);
    for (let d = 1; d <= n; d++) on(d, `Heater to ${(warm + ((there.tempC - warm) * d) / n).toFixed(1)} °C.`);
  }
  if (pH !== null && there.pH !== undefined && Math.abs(pH - there.pH) > 0.2)
    for (let d = 1; d <= 4; d++)
      on(
        d,
        `${(SHARE_A_DAY * litres).toFixed(0)} L out, replace with water of ${parsed.data.tank} in: pH from ${pH.toFixed(1)} towards ${there.pH.toFixed(1)}.`,
      );
  if (days.size === 0) return refuse('tank', `The water already matches ${parsed.data.tank} in every measured figure.`);
  const now = house.nowMs();
  house.quarantines.addDuties(
    q.id,
    [...days].map(([d, words]): NewDuty => {
      const due = atClock(sameTimeLater(now, d, q.zone), '11:00', q.zone);
      const day = dayNumber(s.clockMs, due, q.zone);
      return {
        key: `towards-${parsed.data.tank.slice(0, 40)}-${day}`,
        phase: s.now.phase.id,
        day,
        dueAt: new Date(due).toISOString(),
        kind: 'water',
        title: `Towards the water of ${parsed.data.tank}, ${d} of ${days.size}`,
        detail: words.join(' '),
        minutes: 20,
      };
    }),
  );
  house.consignments.journal(q.consignmentId, house.nowIso(), 'quarantine: towards a tank', tankNameOf(house, q), {
    tank: parsed.data.tank,
  });
  return { ok: true, value: days.size };
}
