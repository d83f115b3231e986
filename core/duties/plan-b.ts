import { blocked, onDay } from '@/core/choose/days';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Calendar } from '@/core/calendar/schema';
import { sameTimeLater } from '@/core/calendar/calendar';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { evaluate, type Evaluation } from '@/core/evaluate/evaluate';
import { HOUR, MIN } from '@/core/quantities/time';

/** Days that another service is looked for († ours): beyond them the fish are better off in their tank. */
const DAYS = 3;

/** Another way to send what is packed already. */
interface OtherWay {
  serviceId: string;
  name: string;
  handOverMs: number;
  arriveMs: number;
  /** Worst-case slack of the weakest bag from the sealing as it was, h; null where it outlasts what is computed. */
  worstSlackH: number | null;
}

/** What is left when the counter refuses the boxes or is closed (W9: be there with time for trouble). */
export interface PlanB {
  ways: OtherWay[];
  /** The bag that fails first, and why. */
  bagId: string | null;
  /** Until then every bag is within its limits in nine of ten runs; new oxygen by then starts the clock of oxygen anew. */
  holdsUntilMs: number | null;
  /** New oxygen by then, where oxygen is what ends first; null where gas is not what fails. */
  regasByMs: number | null;
  /** Opened and back in their tank by then: what is left until the limit, less an hour for the way and the hands. */
  backByMs: number | null;
}

/**
 * Plan B from what is packed: every other live service at its next hand-over, computed from the first bag as it was sealed;
 * and by when new oxygen or the tank have to come. `nowMs`, what can still be reached; draws as for a keystroke.
 */
export function planB(
  c: Consignment,
  catalogue: Catalogue,
  calendar: Calendar,
  e: Pick<Evaluation, 'bags' | 'instants'>,
  nowMs: number,
): PlanB {
  const a = withOverrides(c.assumptions);
  const weakest = [...e.bags].sort((x, y) => (x.worstSlackH ?? Infinity) - (y.worstSlackH ?? Infinity))[0] ?? null;
  const worst = weakest?.worstSlackH ?? null;
  const holdsUntilMs = worst === null ? null : e.instants.deadlineMs + worst * HOUR;
  const margin = (ms: number, min: number): number => ms - min * MIN;
  return {
    ways: otherWays(c, catalogue, calendar, nowMs),
    bagId: weakest?.id ?? null,
    holdsUntilMs,
    regasByMs: holdsUntilMs !== null && weakest?.factor === 'oxygen' ? margin(holdsUntilMs, a.turnBackMin) : null,
    backByMs: holdsUntilMs === null ? null : margin(holdsUntilMs, a.turnBackMin + a.packingMinPerBag),
  };
}

function otherWays(c: Consignment, catalogue: Catalogue, calendar: Calendar, nowMs: number): OtherWay[] {
  const a = withOverrides(c.assumptions);
  const { zone } = c.sender.place;
  const out: OtherWay[] = [];
  for (const service of catalogue.services.filter((s) => s.live && s.id !== c.serviceId)) {
    for (let day = 0; day < DAYS; day++) {
      const at = onDay(c, service, sameTimeLater(nowMs, day, zone), a, calendar);
      // Whoever drives themselves leaves at once; a counter is reached after the drive to it.
      const later = service.kind === 'own-car' ? nowMs - at.handOverMs : 0;
      const handOverMs = at.handOverMs + later;
      const arriveMs = at.startMs + later;
      const fromMs = service.kind === 'own-car' ? nowMs : nowMs + service.driveMin * MIN;
      if (blocked(service, handOverMs, c, { fromMs, calendar })) continue;
      const iso = (ms: number): string => new Date(ms).toISOString();
      const other: Consignment = {
        ...c,
        serviceId: service.id,
        handOverAt: iso(handOverMs),
        window: { startAt: iso(arriveMs), endAt: iso(at.endMs + later) },
        openingAt: iso(at.endMs + later + HOUR),
      };
      const e = evaluate(other, catalogue, c.forecast, { calendar });
      if (e.ok)
        out.push({
          serviceId: service.id,
          name: service.name,
          handOverMs,
          arriveMs,
          worstSlackH: e.value.overall.worstSlackH,
        });
      break;
    }
  }
  return out.sort((x, y) => (y.worstSlackH ?? Infinity) - (x.worstSlackH ?? Infinity));
}
